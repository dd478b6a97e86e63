<script setup lang="ts">
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
import SafetyForm from './SafetyForm.vue'

const queries = useQueryClient()
const { data: me } = useMe()
const owner = useMay('keep_people')
const { data } = useQuery({ queryKey: ['people'], queryFn: () => ask(api.GET('/api/people')) })
type Role = Person['role']
const roles: { value: Role; label: string; hint: string }[] = [
  { value: 'owner', label: 'Owner', hint: 'everything, house methods and people too' },
  { value: 'artist', label: 'Artist', hint: 'clients, kit and sittings' },
  { value: 'assistant', label: 'Assistant', hint: 'runs sittings, edits no client record and no product' },
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
  run(`${fresh.name} is added.`, () => ask(api.PUT('/api/people', { body: { ...fresh } }))).then(
    (ok) => ok && Object.assign(fresh, { name: '', email: '', role: 'artist' }),
  )
const role = (p: Person, to: Role) =>
  run(`${p.name} is ${to} from now on.`, () =>
    ask(api.PUT('/api/people', { body: { id: p.id, name: p.name, role: to } })),
  )
const remove = (p: Person) =>
  run(`${p.name} is out. Their sittings stay, signed with their name.`, () =>
    ask(api.DELETE('/api/people/{id}', path(p))),
  )
const end = (p: Person) =>
  run(`All sessions of ${p.name} have ended.`, () => ask(api.DELETE('/api/people/{id}/sessions', path(p))))
const reset = (p: Person) =>
  run(`The sign-in of ${p.name} is reset.`, () => ask(api.POST('/api/people/{id}/reset', path(p))))
const problem = computed(() => (change.error.value instanceof Problem ? change.error.value : undefined))
const fault = (field: string) => problem.value?.faults.find((f) => f.location === field)?.message
</script>

<template>
  <main>
    <header>
      <h1>People</h1>
      <p class="soft">
        An owner may do everything; an artist keeps clients, kit and sittings; an assistant runs sittings and edits no
        client record.
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
    <template v-if="owner">
      <form class="sheet add" aria-labelledby="add-title" @submit.prevent="add">
        <h2 id="add-title">Add somebody</h2>
        <div class="grid">
          <Field v-model="fresh.name" label="Name" :fault="fault('name')" />
          <Field v-model="fresh.email" label="E-mail" type="email" :fault="fault('email')" />
        </div>
        <Choices v-model="fresh.role" legend="Role" :options="roles" />
        <p class="soft">
          A first password is made for them, to be said to them. They choose their own as they sign in.
        </p>
        <button class="go" :disabled="!fresh.name || !fresh.email">Add them</button>
      </form>
      <SafetyForm />
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
