<script setup lang="ts">
// PeelPicture takes the stack down: what is left on each zone after the pass that is shown, in per cent on a scale
// that
// makes little visible, with the zone's target as a line.
import { computed } from 'vue'
import type { LiftPart } from '../../api/client'
import { plain, zones, type Zone } from '../../parts/words'
import Textures from '../../stack/Textures.vue'
import { fillOf } from '../../stack/textures'

const props = defineProps<{
  lift: LiftPart
  areas: Record<string, number>
  names: Record<string, string>
  lit?: string
}>()
const shown = defineModel<number>({ required: true }) // passes done

const left = 50
const width = 796
const top = 16
const floor = 226
const most = 100
const least = 0.5
const on = computed(() => zones.filter((z) => props.lift.residue[z]))
const columns = computed(() => {
  const gap = 5
  const total = on.value.reduce((sum, z) => sum + Math.sqrt(props.areas[z] ?? 0), 0)
  const room = width - left - 8 - gap * Math.max(0, on.value.length - 1)
  const floorW = 40
  const spare = Math.max(0, room - floorW * on.value.length)
  let x = left
  return on.value.map((zone) => {
    const w = floorW + (spare * Math.sqrt(props.areas[zone] ?? 0)) / (total || 1)
    const c = { zone, x, w }
    x += w + gap
    return c
  })
})
const y = (percent: number) =>
  floor - ((floor - top) * Math.log(Math.max(percent, least) / least)) / Math.log(most / least)
const leftAfter = (z: Zone, n: number) => (n === 0 ? 1 : (props.lift.peel[n - 1]?.left[z] ?? 0))
const target = (z: Zone) => (props.lift.residue[z]?.target ?? 0) * 100
const bars = computed(() =>
  columns.value.map((c) => {
    const now = leftAfter(c.zone, shown.value) * 100
    const was = shown.value ? leftAfter(c.zone, shown.value - 1) * 100 : now
    const aim = target(c.zone)
    return { ...c, now, was, target: aim, clean: now <= aim + 1e-7 }
  }),
)
const percent = (n: number) =>
  n >= 9.95 ? String(Math.round(n)) : n >= 0.95 ? n.toFixed(1).replace(/\.0$/, '') : '<1'
const product = computed(() => {
  const p = props.lift.peel[shown.value - 1]
  const s = p && props.lift.steps.find((x) => x.id === p.step)
  return s ? props.names[s.product] : ''
})
</script>

<template>
  <figure>
    <Textures />
    <div class="head">
      <span v-if="shown === 0">Before the first pass: everything that went on is on.</span>
      <span v-else>After pass {{ shown }} of {{ lift.peel.length }}, {{ product }}</span>
      <span class="key"
        ><i class="gone" />taken off by it
        <svg width="18" height="12" aria-hidden="true">
          <rect width="18" height="12" :fill="fillOf('oil', false)" /></svg
        >left
        <svg width="18" height="12" aria-hidden="true">
          <rect width="18" height="12" :fill="fillOf('water', false)" /></svg
        >within its target <i class="line" />target</span
      >
    </div>
    <svg :viewBox="`0 0 ${width} 330`" aria-hidden="true">
      <g v-for="m in [100, 50, 20, 10, 5, 2, 1]" :key="m">
        <line :x1="left - 5" :x2="width - 8" :y1="y(m)" :y2="y(m)" class="grid" />
        <text :x="left - 9" :y="y(m) + 5" text-anchor="end" class="ax">{{ m }} %</text>
      </g>
      <g v-for="b in bars" :key="b.zone">
        <rect :x="b.x" :y="y(b.was)" :width="b.w" :height="Math.max(0, y(b.now) - y(b.was))" class="was" />
        <rect
          :x="b.x"
          :y="y(b.now)"
          :width="b.w"
          :height="Math.max(1, floor - y(b.now))"
          :fill="fillOf(b.clean ? 'water' : 'oil', false)"
        />
        <line :x1="b.x - 2" :x2="b.x + b.w + 2" :y1="y(b.target)" :y2="y(b.target)" class="target" />
        <text :transform="`translate(${b.x + b.w / 2 + 5},${floor + 10}) rotate(90)`" class="zn">
          {{ plain(b.zone) }}
        </text>
        <text :x="b.x + b.w / 2" y="324" text-anchor="middle" class="pc" :class="{ over: !b.clean }">
          {{ percent(b.now) }}
        </text>
      </g>
      <text x="40" y="324" text-anchor="end" class="ax">left %</text>
    </svg>
    <label class="visually-hidden" for="pass-shown">Passes done</label>
    <input id="pass-shown" v-model.number="shown" type="range" min="0" :max="lift.peel.length" step="1" />
    <div class="visually-hidden">
      <table>
        <caption>
          Per cent of makeup left on each zone after each pass
        </caption>
        <thead>
          <tr>
            <th>Zone</th>
            <th>Target</th>
            <th v-for="(p, i) in lift.peel" :key="p.step">Pass {{ i + 1 }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="z in on" :key="z">
            <td>{{ plain(z) }}</td>
            <td>{{ target(z) }}</td>
            <td v-for="(p, i) in lift.peel" :key="p.step">{{ percent(leftAfter(z, i + 1) * 100) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  padding: 10px 10px 6px 6px;
  position: relative;
}
.head {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  font-size: 15px;
  padding: 0 6px 2px 50px;
  font-weight: 600;
}
.key {
  color: var(--soft);
  font-weight: 400;
  display: flex;
  align-items: center;
  gap: 5px;
  white-space: nowrap;
}
.key i {
  width: 16px;
  height: 11px;
  margin-left: 10px;
}
.gone {
  border: 1.5px dashed #99594a;
}
.key svg {
  width: 18px;
  height: 12px;
  margin-left: 10px;
}
.key .line {
  height: 0;
  border-top: 3px solid var(--ink);
}
figure > svg:not(.defs) {
  width: 100%;
  height: auto;
  display: block;
}
.ax,
.pc {
  font-size: 14px;
  fill: var(--soft);
}
.zn {
  font-size: 15px;
  fill: var(--ink);
}
.grid {
  stroke: var(--fold);
}
.was {
  fill: none;
  stroke: #99594a;
  stroke-dasharray: 4 3;
  stroke-width: 1.5;
}
.target {
  stroke: var(--ink);
  stroke-width: 3;
}
.over {
  fill: var(--madder);
  font-weight: 700;
}
input {
  width: calc(100% - 64px);
  margin: 0 8px 0 50px;
  accent-color: var(--copper);
  height: 26px;
  display: block;
}
</style>
