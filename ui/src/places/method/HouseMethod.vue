<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import AInput from 'ant-design-vue/es/input'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type House, type Method, type Schemas } from '../../api/client'
import { useMe } from '../../me'
import OwnFigures from './OwnFigures.vue'
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
  { id: 'methods' as const, label: t('houseMethod.methods'), n: methods.value.length },
  { id: 'rules' as const, label: t('houseMethod.rules'), n: rules.value.length },
  { id: 'figures' as const, label: t('houseMethod.figures'), n: figures.value.length },
])
const methodName = (key: string) => all.value?.methods.find((m) => m.key === key)?.name ?? key
const columns = [
  { key: 'name', title: t('houseMethod.figure'), sorter: (a: Figure, b: Figure) => a.name.localeCompare(b.name) },
  { key: 'value', title: t('houseMethod.value') },
  { key: 'mark', title: t('houseMethod.mark'), sorter: (a: Figure, b: Figure) => a.mark.localeCompare(b.mark) },
  { key: 'source', title: t('houseMethod.source') },
]
const marks: Record<Schemas['FigureBasis'], string> = { P: 'published', W: 'working' }
</script>

<template>
  <main>
    <header>
      <div>
        <h1>{{ t('common.houseMethod') }}</h1>
        <p class="soft">
          {{ t('houseMethod.howTheStudioWorksAnd') }}
        </p>
      </div>
      <div class="find">
        <label class="visually-hidden" for="find-method">{{ t('houseMethod.findAMethodRuleOr') }}</label>
        <AInput
          id="find-method"
          v-model:value="words"
          type="search"
          :placeholder="t('houseMethod.findLashSunscreen2Mg')"
          autocomplete="off"
        />
      </div>
    </header>
    <Trouble v-if="away" :say="t('common.theStudioSRecordsDo')" />
    <Trouble v-else-if="save.error.value" :say="save.error.value.message" />
    <div class="tabs" role="tablist" :aria-label="t('houseMethod.partsOfTheHouseMethod')">
      <button
        v-for="leaf in tabs"
        :id="'tab-' + leaf.id"
        :key="leaf.id"
        type="button"
        role="tab"
        :aria-selected="tab === leaf.id"
        aria-controls="panel"
        @click="tab = leaf.id"
      >
        {{ leaf.label }} <span class="soft">{{ leaf.n }}</span>
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
                <b>{{ o.name }}</b>{{ i === 0 ? ` ${t('houseMethod.usual')}` : '' }}: {{ o.reason }}
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
              <b>{{ sentence(t('severity.' + r.severity)) }}. {{ r.say }}</b>
              <span class="soft">{{ t('phase.' + r.phase) }}, {{ r.id }}</span>
            </p>
            <p>
              {{ t('houseMethod.when', { when: r.when, because: r.because }) }} <b>{{ r.instead }}</b>
            </p>
            <p class="soft">
              {{ r.mark === 'P' ? t('houseMethod.published') + ' ' + r.source : t('houseMethod.aWorkingRuleOfOurs')
              }}<template v-if="r.final">{{ ' ' + t('houseMethod.noReasonLiftsIt') }}</template
              ><template v-if="r.method">{{
                ' ' + t('houseMethod.changedBy', { method: methodName(r.method) })
              }}</template>
            </p>
          </div>
          <Note :text="house.notes[r.id] ?? ''" :about="r.say" :may="owner" @keep="(t) => note(r.id, t)" />
        </article>
      </template>
      <template v-else>
        <OwnFigures :owner="owner" />
        <Grid
          name="Figures of the trade"
          :rows="figures"
          :columns="columns"
          :row-key="(f) => f.key"
          :empty="t('common.nothingByTheseWordsHere')"
        >
          <template #default="{ column, row: f }">
            <template v-if="column === 'name'">{{ sentence(f.name) }}</template>
            <template v-else-if="column === 'value'">{{ f.values?.join(', ') ?? f.value }} {{ f.unit }}</template>
            <template v-else-if="column === 'mark'">{{ marks[f.mark] }}</template>
            <span v-else class="soft">{{ f.source }}</span>
          </template>
        </Grid>
      </template>
      <p v-if="tab !== 'figures' && !tabs.find((t) => t.id === tab)?.n" class="none">
        {{ t('houseMethod.nothingByTheseWordsHere') }}
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
  font-size: var(--small);
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
  font-size: var(--small);
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
