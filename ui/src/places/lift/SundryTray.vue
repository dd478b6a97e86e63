<script setup lang="ts">
// SundryTray lays out what removal takes in pieces, to be counted: pads, buds, cloths, and mitts, tips and wipes where
// it takes any, beside what is at hand.
import { t } from '../../i18n'
import { money } from '../../i18n/format'
import { computed } from 'vue'
import type { LiftPart, Product } from '../../api/client'

const props = defineProps<{ lift: LiftPart; kit: Product[]; lit?: string }>()
const stock = (...kinds: string[]) => {
  const known = props.kit.filter((p) => kinds.includes(p.kind) && p.count !== undefined)
  return known.length ? known.reduce((sum, p) => sum + (p.count ?? 0), 0) : undefined
}
const step = computed(() => props.lift.steps.find((s) => s.id === props.lit))
const rows = computed(() => [
  {
    id: 'pads',
    name: t('common.pads'),
    need: props.lift.pads,
    have: stock('cotton_pad'),
    now: step.value?.pads ?? 0,
    more: t('sundryTray.cleanFaces', { pad_faces: props.lift.pad_faces }),
  },
  {
    id: 'buds',
    name: t('sundryTray.buds'),
    need: props.lift.buds,
    have: stock('cotton_bud'),
    now: step.value?.buds ?? 0,
    more: t('sundryTray.oneBudOneDip'),
  },
  {
    id: 'cloths',
    name: t('common.cloths'),
    need: props.lift.cloths,
    have: stock('cloth'),
    now: step.value?.cloths ?? 0,
    more: t('sundryTray.toThe60CWash'),
  },
  ...(props.lift.mitts
    ? [
        {
          id: 'mitts',
          name: t('sundryTray.mitts'),
          need: props.lift.mitts,
          have: stock('mitt'),
          now: step.value?.mitts ?? 0,
          more: t('sundryTray.fourSidesEachEachSide'),
        },
      ]
    : []),
  ...(props.lift.tips
    ? [
        {
          id: 'tips',
          name: t('sundryTray.tips'),
          need: props.lift.tips,
          have: stock('lint_free_tip'),
          now: step.value?.tips ?? 0,
          more: t('sundryTray.lintFreeOneDipEach'),
        },
      ]
    : []),
  ...(props.lift.wipes
    ? [
        {
          id: 'wipes',
          name: t('sundryTray.wipes'),
          need: props.lift.wipes,
          have: stock('wipe'),
          now: step.value?.wipes ?? 0,
          more: t('sundryTray.turnedFaceByFace'),
        },
      ]
    : []),
])
const firstOf = (id: string) => {
  let n = 0
  for (const s of props.lift.steps) {
    if (s.id === props.lit) return n
    n += s[id as 'pads'] ?? 0
  }
  return 0
}
</script>

<template>
  <section class="sheet tray" aria-labelledby="tray-title">
    <h2 id="tray-title">{{ t('sundryTray.onTheTray') }}</h2>
    <div v-for="r in rows" :key="r.id" class="row">
      <b>{{ r.need }} {{ r.need === 1 ? r.name.toLowerCase().replace(/s$/, '') : r.name.toLowerCase() }}</b>
      <span class="soft"
        ><template v-if="r.have !== undefined">{{ t('sundryTray.of', { have: r.have }) }}</template
        ><template v-if="r.need">, {{ r.more }}</template></span
      >
      <div v-if="r.need" class="pieces">
        <svg
          :viewBox="`0 0 ${Math.min(r.need, 14) * 19} ${Math.ceil(r.need / 14) * 19}`"
          :width="Math.min(r.need, 14) * 19"
          :height="Math.ceil(r.need / 14) * 19"
          aria-hidden="true"
        >
          <g
            v-for="i in r.need"
            :key="i"
            :class="{
              now: r.now && i > firstOf(r.id) && i <= firstOf(r.id) + r.now,
              lack: r.have !== undefined && i > r.have,
            }"
            :transform="`translate(${((i - 1) % 14) * 19},${Math.floor((i - 1) / 14) * 19})`"
          >
            <circle v-if="r.id === 'pads'" cx="8.5" cy="9" r="7" />
            <path v-else-if="r.id === 'buds'" d="M3 15 13 4" class="stick" />
            <rect v-else x="2" y="3" width="14" height="12" />
          </g>
        </svg>
      </div>
    </div>
    <p class="soft">
      {{ t('sundryTray.minPasses', { minutes: Math.round(lift.minutes), passes: lift.passes })
      }}<template v-if="lift.price">{{ t('sundryTray.productsFor', { price: money(lift.price) }) }}</template
      >.
    </p>
  </section>
</template>

<style scoped>
.tray {
  padding: 12px 16px 14px;
  display: grid;
  gap: 7px;
  align-content: start;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 8px;
  align-items: baseline;
}
.pieces {
  flex-basis: 100%;
}
svg {
  display: block;
}
circle,
rect {
  fill: var(--field);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.stick {
  stroke: var(--ink);
  stroke-width: 3.4;
  stroke-linecap: round;
  fill: none;
}
.now circle,
.now rect {
  fill: var(--ember);
}
.now .stick {
  stroke: var(--copper);
  stroke-width: 5;
}
.lack circle,
.lack rect {
  stroke: var(--madder);
  stroke-dasharray: 3 2;
}
</style>
