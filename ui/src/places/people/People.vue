<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { api, ask, Problem, type First, type People, type Person } from '../../api/client'
import { useMay, useMe } from '../../me'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'
import FirstPassword from './FirstPassword.vue'
import PersonRow from './PersonRow.vue'
import Happened from './Happened.vue'
import Rights from './Rights.vue'
import SafetyForm from './SafetyForm.vue'
import StudioForm from './StudioForm.vue'
import StudioOut from './StudioOut.vue'

const queries = useQueryClient()
const { data: me } = useMe()
const owner = useMay('keep_people')
const { data } = useQuery({ queryKey: ['people'], queryFn: () => ask(api.GET('/api/people')) })
type Role = Person['role']
const roles: { value: Role; label: string; hint: string }[] = [
  { value: 'owner', label: t('people.owner'), hint: t('people.everythingHouseMethodsAndPeople') },
  { value: 'artist', label: t('people.artist'), hint: t('people.clientsKitAndSittings') },
  { value: 'assistant', label: t('people.assistant'), hint: t('people.runsSittingsEditsNoClient') },
]
const fresh = reactive({ name: '', email: '', role: 'artist' as Role })
const first = ref<First>()
const said = ref('')
const change = useMutation({
  mutationFn: (do_: () => Promise<People>) => do_(),
  onSuccess(out) {
    queries.setQueryData(['people'], out)
    for (const k of ['me', 'trail']) queries.invalidateQueries({ queryKey: [k] })
    first.value = out.first
  },
})
function run(what: string, do_: () => Promise<People>) {
  said.value = ''
  return change.mutateAsync(do_).then(
    () => (said.value = what),
    () => undefined,
  )
}
const path = (p: Person) => ({ params: { path: { id: p.id } } })
const add = () =>
  run(t('people.isAdded', { name: fresh.name }), () => ask(api.PUT('/api/people', { body: { ...fresh } }))).then(
    (ok) => ok && Object.assign(fresh, { name: '', email: '', role: 'artist' }),
  )
const role = (p: Person, to: Role) =>
  run(t('people.isFromNowOn', { name: p.name, to: t('roles.' + to) }), () =>
    ask(api.PUT('/api/people', { body: { id: p.id, name: p.name, role: to } })),
  )
const remove = (p: Person) =>
  run(t('people.isOutTheirSittingsStay', { name: p.name }), () => ask(api.DELETE('/api/people/{id}', path(p))))
const end = (p: Person) =>
  run(t('people.allSessionsOfHaveEnded', { name: p.name }), () =>
    ask(api.DELETE('/api/people/{id}/sessions', path(p))),
  )
const reset = (p: Person) =>
  run(t('people.theSignInOfIs', { name: p.name }), () => ask(api.POST('/api/people/{id}/reset', path(p))))
const problem = computed(() => (change.error.value instanceof Problem ? change.error.value : undefined))
const fault = (field: string) => problem.value?.faults.find((f) => f.location === field)?.message
</script>

<template>
  <main>
    <header>
      <h1>{{ t('common.people') }}</h1>
      <p class="soft">
        {{ t('people.anOwnerMayDoEverything') }}
      </p>
    </header>
    <FirstPassword v-if="first" :first="first" @done="first = undefined" />
    <Trouble v-if="problem" :say="[problem.message, ...problem.faults.map((f) => f.message)].join(' ')" />
    <p v-else-if="said" role="status" class="said">{{ said }}</p>
    <ul class="sheet">
      <PersonRow
        v-for="p in data?.people"
        :key="p.id"
        :person="p"
        :roles="roles"
        :owner="owner"
        :self="p.id === me?.id"
        @role="(v) => role(p, v)"
        @remove="remove(p)"
        @end="end(p)"
        @reset="reset(p)"
      />
    </ul>
    <Rights v-if="data" :roles="data.roles" />
    <template v-if="owner">
      <form class="sheet add" aria-labelledby="add-title" @submit.prevent="add">
        <h2 id="add-title">{{ t('people.addSomebody') }}</h2>
        <div class="grid">
          <Field v-model="fresh.name" :label="t('common.name')" :fault="fault('name')" />
          <Field v-model="fresh.email" :label="t('common.eMail')" type="email" :fault="fault('email')" />
        </div>
        <Choices v-model="fresh.role" :legend="t('people.role')" :options="roles" />
        <p class="soft">
          {{ t('people.aFirstPasswordIsMade') }}
        </p>
        <button class="go" :disabled="!fresh.name || !fresh.email">{{ t('people.addThem') }}</button>
      </form>
      <section v-if="me" class="sheet add" aria-labelledby="studio-title">
        <h2 id="studio-title">{{ t('studioForm.title') }}</h2>
        <StudioForm class="whole" :me="me" />
      </section>
      <SafetyForm />
      <StudioOut />
      <Happened />
    </template>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 16px;
  align-content: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.said {
  border-left: 6px solid var(--glaze);
  padding: 8px 16px;
}
.add {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
.whole {
  width: 100%;
}
.grid {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 320px));
  gap: 16px;
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
