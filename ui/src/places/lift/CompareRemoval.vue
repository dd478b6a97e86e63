<script setup lang="ts">
// CompareRemoval sets two ways of taking this face down side by side.
import { t } from '../../i18n'
import { figure, money } from '../../i18n/format'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import Pick from '../../parts/fields/Pick.vue'
import { computed, ref } from 'vue'
import { api, ask, type Catalogue, type Compared, type Product } from '../../api/client'
import { plain } from '../../parts/words'

const props = defineProps<{
  id: string
  version: number
  removers: Product[]
  methods: Catalogue['methods']
  names: Record<string, string>
}>()
const ways = computed(() => [
  { value: '', label: t('compareRemoval.asTheStudioDoesIt') },
  ...props.removers.map((p) => ({ value: 'r:' + p.id, label: t('compareRemoval.with') + ' ' + p.name })),
  ...props.methods
    .filter((m) => m.part === 'lift')
    .flatMap((m) =>
      m.options.map((o) => ({ value: `m:${m.key}:${o.id}`, label: `${m.name}: ${o.name.toLowerCase()}` })),
    ),
])
const first = ref('')
const second = ref('')
const variant = (way: string) => {
  const [kind, a, b] = way.split(':')
  return kind === 'r' ? { remover: a } : kind === 'm' && a && b ? { method: { [a]: b } } : {}
}
const asked = computed(() => [variant(first.value), variant(second.value)])
const { data: two } = useQuery({
  queryKey: ['compare', props.id, computed(() => props.version), asked],
  queryFn: () =>
    ask(
      api.POST('/api/sittings/{id}/compare', { params: { path: { id: props.id } }, body: { variants: asked.value } }),
    ),
  enabled: computed(() => first.value !== second.value),
  placeholderData: keepPreviousData,
})
const rows: { name: string; of: (c: Compared) => string; less?: (c: Compared) => number }[] = [
  {
    name: t('compareRemoval.removers'),
    of: (c) => c.removers.map((r) => props.names[r]).join(', ') || t('common.none'),
  },
  { name: t('compareRemoval.passes'), of: (c) => String(c.passes), less: (c) => c.passes },
  { name: t('compareRemoval.minutes'), of: (c) => figure(c.minutes, 1), less: (c) => c.minutes },
  { name: t('common.pads'), of: (c) => String(c.pads), less: (c) => c.pads },
  { name: t('common.cloths'), of: (c) => String(c.cloths), less: (c) => c.cloths },
  { name: t('common.price'), of: (c) => money(c.price), less: (c) => c.price },
  {
    name: t('compareRemoval.makeupLeft'),
    of: (c) =>
      c.missed.length
        ? t('compareRemoval.tooMuchOn', { missed: c.missed.map((z) => plain(z)).join(', ') })
        : t('compareRemoval.ofWhatMayBe', { left: Math.round(c.left * 100), worst: plain(c.worst) }),
    less: (c) => c.left,
  },
  { name: t('compareRemoval.removerSFilm'), of: (c) => `${Math.round(c.film * 100)} %`, less: (c) => c.film },
]
const better = (r: (typeof rows)[number], n: number) => {
  const [mine, other] = [two.value?.[n], two.value?.[1 - n]]
  return !!(mine && other && r.less) && r.less(mine) < r.less(other) - 1e-9
}
</script>

<template>
  <section class="sheet compare" aria-labelledby="compare-title">
    <h2 id="compare-title">{{ t('compareRemoval.twoWaysCompared') }}</h2>
    <div class="pick">
      <Pick v-model="first" :label="t('compareRemoval.one')" find :options="ways" />
      <Pick v-model="second" :label="t('compareRemoval.theOther')" find :options="ways" />
    </div>
    <p v-if="first === second" class="soft">{{ t('compareRemoval.chooseTwoRemoversOrTwo') }}</p>
    <table v-else-if="two">
      <caption class="visually-hidden">
        {{
          t('compareRemoval.twoWaysOfTakingThis')
        }}
      </caption>
      <thead>
        <tr>
          <th></th>
          <th scope="col">{{ ways.find((w) => w.value === first)?.label }}</th>
          <th scope="col">{{ ways.find((w) => w.value === second)?.label }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in rows" :key="r.name">
          <th scope="row">{{ r.name }}</th>
          <td
            v-for="(c, n) in two"
            :key="n"
            :class="{ better: better(r, n), bad: r.name === 'Makeup left' && c.missed.length }"
          >
            {{ r.of(c) }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.compare {
  padding: 12px 16px 14px;
  display: grid;
  gap: 10px;
  align-content: start;
}
.pick {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
table {
  border-collapse: collapse;
  width: 100%;
  table-layout: fixed;
}
th,
td {
  text-align: left;
  padding: 6px 10px 6px 0;
  border-bottom: 1px solid var(--fold);
  vertical-align: top;
}
th {
  color: var(--soft);
  font-weight: 600;
}
th:first-child {
  width: 130px;
}
.better {
  font-weight: 700;
  color: var(--glaze);
}
.bad {
  color: var(--madder);
  font-weight: 700;
}
@media (max-width: 700px) {
  .pick {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
