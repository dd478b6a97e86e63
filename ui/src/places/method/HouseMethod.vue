<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type House, type Method, type Schemas } from '../../api/client'
import { useMe } from '../../me'
import Grid from '../../parts/Grid.vue'
import Choices from '../../parts/Choices.vue'
import Sign from '../../parts/Sign.vue'
import Trouble from '../../parts/Trouble.vue'
import { sentence } from '../../parts/words'
import Note from './Note.vue'

type Figure = Schemas['FigureFigure']
const queries = useQueryClient()
const { data: me } = useMe()
const { data: all } = useQuery({
  queryKey: ['catalogue'],
  queryFn: () => ask(api.GET('/api/catalogue')),
  staleTime: Infinity,
})
const { data: kept, failureReason } = useQuery({ queryKey: ['house'], queryFn: () => ask(api.GET('/api/house')) })
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
const owner = computed(() => me.value?.may.includes('keep_house') ?? false)
const house = ref<House>()
watch(kept, (h) => (house.value = h && (JSON.parse(JSON.stringify(h)) as House)), { immediate: true })

const save = useMutation({
  mutationFn: (h: House) => ask(api.PUT('/api/house', { body: h })),
  retry: (_n, e) => e instanceof Problem && e.away,
  retryDelay: 3_000,
  onSuccess: (h) => {
    queries.setQueryData(['house'], h)
    queries.invalidateQueries({ queryKey: ['me'] })
  },
  onError: (e) => {
    if (e instanceof Problem && e.status === 409) queries.setQueryData(['house'], e.current)
  },
})
function pick(key: string, option?: string) {
  if (!house.value || !option) return
  house.value.method[key] = option
  save.mutate(house.value)
}
function note(key: string, text: string) {
  if (!house.value) return
  house.value.notes[key] = text
  save.mutate(house.value)
}

const tab = ref<'methods' | 'rules' | 'figures'>('methods')
const words = ref('')
const has = (...texts: string[]) =>
  words.value
    .toLowerCase()
    .split(/\s+/)
    .every((w) => texts.join(' ').toLowerCase().includes(w))
const methods = computed(() =>
  (all.value?.methods ?? []).filter((m) => has(m.name, m.key, ...m.options.flatMap((o) => [o.name, o.reason]))),
)
const rules = computed(() =>
  (all.value?.rules ?? []).filter((r) => has(r.id, r.say, r.when, r.because, r.instead, r.source, r.severity)),
)
/** way is the option that holds here: the studio's, or the usual one. */
const way = (m: Method) => house.value?.method[m.key] ?? m.options[0]?.id ?? ''
const figures = computed(() => (all.value?.figures ?? []).filter((f) => has(f.name, f.unit, f.source)))
const tabs = computed(() => [
  { id: 'methods' as const, label: 'Methods', n: methods.value.length },
  { id: 'rules' as const, label: 'Rules', n: rules.value.length },
  { id: 'figures' as const, label: 'Figures', n: figures.value.length },
])
const methodName = (key: string) => all.value?.methods.find((m) => m.key === key)?.name ?? key
const columns = [
  { key: 'name', title: 'Figure', sorter: (a: Figure, b: Figure) => a.name.localeCompare(b.name) },
  { key: 'value', title: 'Value' },
  { key: 'mark', title: 'Mark', sorter: (a: Figure, b: Figure) => a.mark.localeCompare(b.mark) },
  { key: 'source', title: 'Source' },
]
const marks: Record<Schemas['FigureBasis'], string> = { P: 'published', W: 'working' }
</script>

<template>
  <main>
    <header>
      <div>
        <h1>House method</h1>
        <p class="soft">
          How the studio works, and what the program goes by: every rule and figure with its reason and source.
        </p>
      </div>
      <div class="find">
        <label class="visually-hidden" for="find-method">Find a method, rule or figure</label>
        <AInput
          id="find-method"
          v-model:value="words"
          type="search"
          placeholder="Find: lash, sunscreen, 2 mg"
          autocomplete="off"
        />
      </div>
    </header>
    <Trouble v-if="away" say="The studio’s records do not answer just now. This tries again by itself." />
    <Trouble v-else-if="save.error.value" :say="save.error.value.message" />
    <div class="tabs" role="tablist" aria-label="Parts of the house method">
      <button
        v-for="t in tabs"
        :id="'tab-' + t.id"
        :key="t.id"
        type="button"
        role="tab"
        :aria-selected="tab === t.id"
        aria-controls="panel"
        @click="tab = t.id"
      >
        {{ t.label }} <span class="soft">{{ t.n }}</span>
      </button>
    </div>
    <section v-if="house && all" id="panel" class="sheet" role="tabpanel" :aria-labelledby="'tab-' + tab">
      <template v-if="tab === 'methods'">
        <article v-for="m in methods" :key="m.key" class="row">
          <div>
            <Choices
              v-if="owner"
              :legend="m.name"
              :options="m.options.map((o) => ({ value: o.id, label: o.name, hint: o.reason }))"
              :model-value="way(m)"
              @update:model-value="(v) => pick(m.key, v)"
            />
            <p v-else>
              <span class="legend">{{ m.name }}</span><br /><b>{{ m.options.find((o) => o.id === way(m))?.name }}</b>
            </p>
            <ul class="reasons">
              <li v-for="(o, i) in m.options" :key="o.id" :class="{ picked: o.id === way(m) }">
                <b>{{ o.name }}</b><template v-if="i === 0"> (usual)</template>: {{ o.reason }}
              </li>
            </ul>
          </div>
          <Note :text="house.notes[m.key] ?? ''" :about="m.name" :may="owner" @keep="(t) => note(m.key, t)" />
        </article>
      </template>
      <template v-else-if="tab === 'rules'">
        <article v-for="r in rules" :key="r.id" class="row">
          <div class="rule">
            <Sign :severity="r.severity" />
            <p>
              <b>{{ sentence(r.severity) }}. {{ r.say }}</b> <span class="soft">{{ r.phase }}, {{ r.id }}</span>
            </p>
            <p>
              When: {{ r.when }}. {{ r.because }} <b>{{ r.instead }}</b>
            </p>
            <p class="soft">
              {{ r.mark === 'P' ? 'Published: ' + r.source : 'A working rule of ours'
              }}<template v-if="r.final"> · no reason lifts it</template
              ><template v-if="r.method"> · changed by “{{ methodName(r.method) }}”</template>
            </p>
          </div>
          <Note :text="house.notes[r.id] ?? ''" :about="r.say" :may="owner" @keep="(t) => note(r.id, t)" />
        </article>
      </template>
      <Grid
        v-else
        name="Figures of the trade"
        :rows="figures"
        :columns="columns"
        :row-key="(f) => f.key"
        empty="Nothing by these words here."
      >
        <template #default="{ column, row: f }">
          <template v-if="column === 'name'">{{ sentence(f.name) }}</template>
          <template v-else-if="column === 'value'">{{ f.values?.join(', ') ?? f.value }} {{ f.unit }}</template>
          <template v-else-if="column === 'mark'">{{ marks[f.mark] }}</template>
          <span v-else class="soft">{{ f.source }}</span>
        </template>
      </Grid>
      <p v-if="tab !== 'figures' && !tabs.find((t) => t.id === tab)?.n" class="none">
        Nothing by these words here. Try another word, or look in the other parts.
      </p>
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: grid;
  grid-template-columns: 1fr 340px;
  gap: 20px;
  align-items: center;
}
.tabs {
  display: flex;
}
.tabs button {
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  min-height: 46px;
  padding: 0 20px;
  cursor: pointer;
}
.tabs [aria-selected='true'] {
  border-color: var(--copper);
  font-weight: 650;
}
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 24px;
  padding: 14px 20px 16px;
  border-bottom: 1px solid var(--fold);
}
.row :deep(legend) {
  font: 500 19px var(--serif);
  color: var(--ink);
  padding-bottom: 4px;
}
.reasons {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  font-size: 15px;
  color: var(--soft);
  display: grid;
  gap: 1px;
}
.reasons .picked {
  color: var(--ink);
}
.rule {
  position: relative;
  padding-left: 34px;
  display: grid;
  gap: 2px;
}
.rule svg {
  position: absolute;
  left: 0;
  top: 1px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  padding: 8px 20px;
  border-bottom: 1px solid var(--fold);
  vertical-align: top;
}
th {
  font-weight: 600;
  color: var(--soft);
  font-size: 15px;
}
.n {
  white-space: nowrap;
  font-weight: 600;
}
.none {
  padding: 30px 20px;
}
@media (max-width: 700px) {
  header {
    grid-template-columns: minmax(0, 1fr);
  }
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
