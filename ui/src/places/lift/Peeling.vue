<script setup lang="ts">
// Peeling is the whole of the removal in one table: what is left on every zone before, after each pass and at the end,
// in per cent of what was on, beside what may be left. Bars go by the logarithm, which makes little visible.
import { t } from '../../i18n'
import { figure } from '../../i18n/format'
import { computed } from 'vue'
import type { LiftPart } from '../../api/client'
import { plain, zones } from '../../parts/words'

const props = defineProps<{ lift: LiftPart; products: Record<string, string>; lit?: string }>()
const emit = defineEmits<{ pick: [step: string] }>()
const least = 0.5
const on = computed(() => zones.filter((z) => props.lift.residue[z]))
const passes = computed(() =>
  props.lift.peel.map((p, i) => {
    const s = props.lift.steps.find((x) => x.id === p.step)
    return { id: p.step, n: i + 1, by: (s && props.products[s.product]) ?? '', left: p.left }
  }),
)
const rows = computed(() =>
  on.value.map((zone) => {
    const target = (props.lift.residue[zone]?.target ?? 0) * 100
    let was = 100
    const cells = passes.value.map((p) => {
      const now = (p.left[zone] ?? was / 100) * 100
      const c = { id: p.id, now, same: Math.abs(now - was) < 1e-9, clean: now <= target + 1e-7 }
      was = now
      return c
    })
    return { zone, target, cells }
  }),
)
const done = computed(() => rows.value.every((r) => r.cells.at(-1)?.clean ?? true))
const percent = (n: number) =>
  n >= 9.95 ? String(Math.round(n)) : n >= 0.95 ? figure(n, 1).replace(/\D0$/, '') : '<1'
const bar = (n: number) => `${(100 * Math.log(Math.max(n, least) / least)) / Math.log(100 / least)}%`
</script>

<template>
  <table class="peeling">
    <caption>
      {{
        t('peeling.leftOnEachZonePer')
      }}
    </caption>
    <thead>
      <tr>
        <th scope="col">
          <span class="visually-hidden">{{ t('common.zone') }}</span>
        </th>
        <th scope="col">{{ t('peeling.on') }}</th>
        <th v-for="p in passes" :key="p.id" scope="col" :class="{ lit: p.id === lit }">
          <button
            type="button"
            :aria-label="t('peeling.passShowTheStep', { n: p.n, by: p.by })"
            @click="emit('pick', p.id)"
          >
            {{ p.n }}
          </button>
        </th>
        <th scope="col">{{ t('peeling.may') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.zone">
        <th scope="row">{{ plain(r.zone) }}</th>
        <td class="whole">100</td>
        <td
          v-for="c in r.cells"
          :key="c.id"
          :class="{ clean: c.clean, same: c.same, lit: c.id === lit }"
          :style="{ '--left': bar(c.now) }"
        >
          {{ c.same ? '·' : percent(c.now) }}
        </td>
        <td class="may">{{ percent(r.target) }}</td>
      </tr>
    </tbody>
  </table>
  <p class="end" :class="{ over: !done }">
    {{ done ? t('peeling.atTheEndEveryZone') : t('peeling.atTheEndMoreIs') }}
  </p>
</template>

<style scoped>
.peeling {
  width: 100%;
  border-collapse: separate;
  border-spacing: 2px;
  padding: 8px 10px 0;
  table-layout: fixed;
}
caption {
  text-align: left;
  padding: 10px 14px 0;
  color: var(--soft);
}
th {
  font-weight: 400;
  height: 30px;
}
thead th {
  color: var(--soft);
}
thead button {
  width: 100%;
  min-height: 44px;
  border: 0;
  background: var(--wash);
  cursor: pointer;
  font-weight: 700;
}
thead .lit button {
  background: var(--copper);
  color: var(--paper);
}
tbody th {
  text-align: right;
  padding-right: 6px;
  white-space: nowrap;
}
th:first-child {
  width: 92px;
}
td {
  text-align: center;
  height: 30px;
  background: linear-gradient(to right, var(--ember) var(--left, 100%), var(--wash) 0);
}
td.clean {
  background: linear-gradient(to right, var(--clean) var(--left, 100%), var(--glaze-wash) 0);
}
td.same,
td.may,
td.whole {
  background: none;
  color: var(--soft);
}
td.lit {
  outline: 2px solid var(--copper);
}
.end {
  padding: 8px 16px 14px;
  color: var(--glaze);
  font-weight: 600;
}
.end.over {
  color: var(--madder);
}
</style>
