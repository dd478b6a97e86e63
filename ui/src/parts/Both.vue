<script setup lang="ts">
// Both shows two versions of one document field by field, where they differ, and lets one be chosen for each. What
// keeps somebody safe comes first and is kept from both sides unless somebody says otherwise for that very line.
import { t } from '../i18n'
import { computed, reactive } from 'vue'
import { plain, sentence } from './words'

type Flat = Record<string, unknown>
const props = defineProps<{ what: string; mine: Flat; theirs: Flat; safety: readonly string[] }>()
const emit = defineEmits<{ merged: [Flat] }>()

type Side = 'mine' | 'theirs' | 'both'
const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)
const safe = (key: string) => props.safety.includes(key)
const rows = computed(() =>
  [...new Set([...Object.keys(props.mine), ...Object.keys(props.theirs)])]
    .filter((k) => !same(props.mine[k], props.theirs[k]))
    .sort((a, b) => Number(safe(b)) - Number(safe(a))),
)
const chosen = reactive<Record<string, Side>>({})
const side = (k: string): Side => chosen[k] ?? (safe(k) ? 'both' : 'mine')
/** all takes one side for everything but what keeps somebody safe. */
function all(to: 'mine' | 'theirs') {
  for (const k of rows.value) if (!safe(k)) chosen[k] = to
}
const list = (v: unknown) => (Array.isArray(v) ? v : [])
function joined(k: string) {
  const out = [...list(props.theirs[k])]
  for (const x of list(props.mine[k])) if (!out.some((y) => same(x, y))) out.push(x)
  return out
}
const valueOf = (k: string) => (side(k) === 'both' ? joined(k) : side(k) === 'mine' ? props.mine[k] : props.theirs[k])
function keep() {
  const merged: Flat = { ...props.theirs }
  for (const k of rows.value) {
    const v = valueOf(k)
    if (v === undefined) delete merged[k]
    else merged[k] = v
  }
  emit('merged', merged)
}

/** said is a value in words; longer ones by their size. */
function said(v: unknown): string {
  if (v === undefined || v === null || v === '') return t('both.nothing')
  if (Array.isArray(v)) return v.length ? v.map((x) => said(x)).join('; ') : t('common.none')
  if (typeof v === 'boolean') return v ? t('common.yes') : t('common.no')
  if (typeof v === 'object')
    return Object.entries(v)
      .slice(0, 6)
      .map(([k, x]) => `${plain(k)} ${said(x)}`)
      .join(', ')
  return /^\d{4}-\d\d-\d\dT/.test(String(v)) ? String(v).slice(11, 16) : plain(String(v))
}
const short = (v: unknown) => (said(v).length > 160 ? said(v).slice(0, 157) + '…' : said(v))
const label = (k: string) => sentence(plain(k.split('.').at(-1) ?? k))
</script>

<template>
  <section class="both" role="alertdialog" aria-labelledby="both-title">
    <h2 id="both-title">{{ t('both.somebodyChangedThisWhileYou', { what }) }}</h2>
    <p>{{ t('both.nothingWasOverwrittenTheseDiffer') }}</p>
    <table>
      <thead>
        <tr>
          <th scope="col">{{ t('common.what') }}</th>
          <th scope="col">
            <button type="button" class="quiet" @click="all('mine')">{{ t('both.allMine') }}</button>
          </th>
          <th scope="col">
            <button type="button" class="quiet" @click="all('theirs')">{{ t('both.allTheirs') }}</button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="k in rows" :key="k" :class="{ safe: safe(k) }">
          <th scope="row">
            {{ label(k) }}
            <label v-if="safe(k)" class="pick"
              ><input type="radio" :name="k" :checked="side(k) === 'both'" @change="chosen[k] = 'both'" />{{
                t('both.keepBoth')
              }}</label
            >
          </th>
          <td v-for="s in ['mine', 'theirs'] as const" :key="s">
            <label class="pick"
              ><input type="radio" :name="k" :checked="side(k) === s" @change="chosen[k] = s" />{{
                short(s === 'mine' ? mine[k] : theirs[k])
              }}</label
            >
          </td>
        </tr>
      </tbody>
    </table>
    <button type="button" class="go" @click="keep">{{ t('both.keepThese') }}</button>
  </section>
</template>

<style scoped>
.both {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 14px 18px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  text-align: left;
  vertical-align: top;
  padding: 6px 14px 6px 0;
  width: 16%;
}
td {
  width: 42%;
  vertical-align: top;
}
.safe th {
  color: var(--madder);
}
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
  font-weight: 400;
  color: var(--ink);
  cursor: pointer;
  overflow-wrap: anywhere;
}
.pick input {
  flex: none;
  width: 20px;
  height: 20px;
  accent-color: var(--copper);
}
@media (max-width: 640px) {
  tr {
    display: grid;
    grid-template-columns: 1fr 1fr;
    column-gap: 12px;
  }
  th,
  td {
    width: auto;
    padding: 4px 0;
  }
  th:first-child {
    grid-column: 1 / -1;
  }
  tbody tr {
    border-top: 1px solid var(--ink);
  }
}
</style>
