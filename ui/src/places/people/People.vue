<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive } from 'vue'
import { api, ask, Problem, type Person } from '../../api/client'
import { useMe } from '../../me'
import Choices from '../../parts/Choices.vue'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'

const queries = useQueryClient()
const { data: me } = useMe()
const { data: people } = useQuery({ queryKey: ['people'], queryFn: () => ask(api.GET('/api/people')) })
const owner = computed(() => me.value?.may.includes('keep_people') ?? false)
type Role = Person['role']
const roles: { value: Role; label: string; hint: string }[] = [
  { value: 'owner', label: 'Owner', hint: 'everything, house methods and people too' },
  { value: 'artist', label: 'Artist', hint: 'clients, kit and sittings' },
  { value: 'assistant', label: 'Assistant', hint: 'runs sittings, edits no client record and no product' },
]
const fresh = reactive({ name: '', email: '', role: 'artist' as Role, password: '' })
const save = useMutation({
  mutationFn: (p: { id?: string; name: string; email?: string; role: Role; password?: string }) =>
    ask(api.PUT('/api/people', { body: p })),
  onSuccess(list, p) {
    queries.setQueryData(['people'], list)
    queries.invalidateQueries({ queryKey: ['me'] })
    if (!p.id) Object.assign(fresh, { name: '', email: '', role: 'artist', password: '' })
  },
})
const fault = (field: string) =>
  save.error.value instanceof Problem && !save.variables.value?.id
    ? save.error.value.faults.find((f) => f.location === field)?.message
    : undefined
const role = (p: Person, to?: Role) => to && save.mutate({ id: p.id, name: p.name, role: to })
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
    <Trouble
      v-if="save.error.value"
      :say="
        save.error.value.message +
        (save.error.value instanceof Problem ? ' ' + save.error.value.faults.map((f) => f.message).join(' ') : '')
      "
    />
    <ul class="sheet">
      <li v-for="p in people" :key="p.id">
        <span
          ><b>{{ p.name }}</b
          ><span class="soft">{{ p.email }}</span></span
        >
        <Choices
          v-if="owner"
          :legend="'Role of ' + p.name"
          :options="roles"
          :model-value="p.role"
          @update:model-value="(v) => role(p, v)"
        />
        <span v-else>{{ p.role }}</span>
      </li>
    </ul>
    <form v-if="owner" class="sheet add" aria-labelledby="add-title" @submit.prevent="save.mutate({ ...fresh })">
      <h2 id="add-title">Add somebody</h2>
      <div class="grid">
        <Field v-model="fresh.name" label="Name" :fault="fault('name')" />
        <Field v-model="fresh.email" label="E-mail" type="email" :fault="fault('email')" />
        <Field
          v-model="fresh.password"
          label="First password"
          type="password"
          autocomplete="new-password"
          :fault="fault('password')"
          hint="Ten characters or more"
        />
      </div>
      <Choices v-model="fresh.role" legend="Role" :options="roles" />
      <button class="go" :disabled="!fresh.name || !fresh.email || !fresh.password">Add them</button>
    </form>
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
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 20px;
  padding: 12px 20px;
  border-bottom: 1px solid var(--fold);
  align-items: center;
}
li span span {
  display: block;
}
li :deep(legend) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.add {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 18px;
  width: 100%;
}
</style>
