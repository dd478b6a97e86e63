<script setup lang="ts">
// ClockRibbon draws the prep's clock: hands-on blocks solid, setting open, chair, ready and base marked, and the time
// in
// hand. The cursor is a slider.
import { t } from '../i18n'
import { computed, useTemplateRef } from 'vue'
import type { Step } from '../api/client'
import { useDrag } from '../parts/steps/useDrag'
import { between, clock, minutes, shifted } from '../parts/words'

const props = defineProps<{
  steps: Step[]
  chairAt: string
  readyAt: string
  baseAt: string
  slackS: number
  lit?: string
  bases: Record<string, string>
}>()
const emit = defineEmits<{ pick: [step: string]; drag: [step: string, seconds: number]; drop: [really: boolean] }>()
const at = defineModel<number>({ required: true }) // seconds after chairAt

const width = 1128
const left = 20
const seconds = computed(
  () => Math.max(between(props.chairAt, props.baseAt), between(props.chairAt, props.readyAt)) * 1.1,
)
const x = (s: number) => left + ((width - 2 * left) * s) / seconds.value
const since = (l: string) => between(props.chairAt, l)
const every = computed(() => (seconds.value > 3600 * 1.5 ? 900 : 300))
const ticks = computed(() =>
  Array.from({ length: Math.floor(seconds.value / every.value) + 1 }, (_, i) => i * every.value),
)
const label = (s: number) => clock(shifted(props.chairAt, s))
const busy = (s: Step) => Math.max(s.hands_s, s.contact_s)

// A block is dragged along the clock in steps of five seconds.
const svg = useTemplateRef<SVGSVGElement>('svg')
const grab = useDrag<{ id: string; from: number; by: number }>({
  move(e, held) {
    if (!svg.value) return
    const perPixel = seconds.value / ((svg.value.getBoundingClientRect().width * (width - 2 * left)) / width)
    const by = Math.round(((e.clientX - held.from) * perPixel) / 5) * 5
    if (by === held.by) return
    held.by = by
    emit('drag', held.id, by)
  },
  end(held, really) {
    if (held.by !== 0) emit('drop', really)
    else if (really) emit('pick', held.id)
  },
})
const colour: Record<string, string> = {
  water: 'var(--of-water)',
  emulsion: 'var(--of-emulsion)',
  silicone: 'var(--of-silicone)',
  oil: 'var(--of-oil)',
  powder: 'var(--of-powder)',
}
const ready = computed(() => since(props.readyAt))
const base = computed(() => since(props.baseAt))
const said = computed(() => {
  const slack = `${minutes(props.slackS)} ${props.slackS < 0 ? t('common.missing') : t('common.inHand')}`
  return t('clockRibbon.chairReadyBase', {
    chairAt: clock(props.chairAt),
    readyAt: clock(props.readyAt),
    baseAt: clock(props.baseAt),
    slack,
  })
})
const late = computed(() => ready.value > base.value)
const crowded = computed(() => Math.abs(x(ready.value) - x(base.value)) < 150)
</script>

<template>
  <div class="ribbon">
    <svg ref="svg" :viewBox="`0 0 ${width} 84`" role="img" :aria-label="said">
      <rect v-if="slackS > 0" :x="x(ready)" y="22" :width="x(base) - x(ready)" height="26" class="spare" />
      <rect v-else-if="slackS < 0" :x="x(base)" y="22" :width="x(ready) - x(base)" height="26" class="late" />
      <text
        v-if="slackS > 0 && x(base) - x(ready) > 110"
        :x="(x(ready) + x(base)) / 2"
        y="40"
        text-anchor="middle"
        class="slack"
      >
        {{ t('clockRibbon.inHand', { slackS: minutes(slackS) }) }}
      </text>
      <line :x1="left" :x2="width - left" y1="48" y2="48" class="axis" />
      <g v-for="tick in ticks" :key="tick">
        <line :x1="x(tick)" :x2="x(tick)" y1="48" y2="55" class="axis" />
        <text :x="x(tick)" y="72" text-anchor="middle" class="tk">{{ label(tick) }}</text>
      </g>
      <g
        v-for="s in steps"
        :key="s.id"
        class="block"
        @pointerdown="grab($event, { id: s.id, from: $event.clientX, by: 0 })"
      >
        <rect
          v-if="s.set_s"
          :x="x(since(s.start) + busy(s))"
          y="31"
          :width="x(s.set_s) - left"
          height="8"
          fill="none"
          stroke-width="2"
          :style="{ stroke: colour[bases[s.product] ?? ''] ?? 'var(--of-none)' }"
        />
        <rect
          v-if="busy(s)"
          :x="x(since(s.start))"
          y="22"
          :width="Math.max(1.5, x(busy(s)) - left - 0.8)"
          height="26"
          :class="s.id === lit ? 'now' : 'hands'"
        />
      </g>
      <g
        v-for="m in [
          { s: 0, say: t('clockRibbon.chair', { at: clock(chairAt) }), end: 'start' },
          {
            s: ready,
            say: t('clockRibbon.ready', { at: clock(readyAt) }),
            end: crowded ? (late ? 'start' : 'end') : 'middle',
          },
          {
            s: base,
            say: t('clockRibbon.base', { at: clock(baseAt) }),
            end: crowded ? (late ? 'end' : 'start') : 'middle',
          },
        ]"
        :key="m.say"
      >
        <line :x1="x(m.s)" :x2="x(m.s)" y1="15" y2="52" class="mark" />
        <text
          :x="x(m.s) + (!crowded || m.s === 0 ? 0 : m.end === 'end' ? -4 : 4)"
          y="11"
          :text-anchor="m.end"
          class="mk"
        >
          {{ m.say }}
        </text>
      </g>
      <path :d="`M${x(at) - 6} 84l6-10 6 10z`" class="cursor" />
      <line :x1="x(at)" :x2="x(at)" y1="18" y2="76" class="cursor-line" />
    </svg>
    <input
      v-model.number="at"
      type="range"
      min="0"
      :max="Math.round(seconds)"
      step="5"
      :aria-label="t('clockRibbon.momentShownInSecondsAfter')"
    />
  </div>
</template>

<style scoped>
.ribbon {
  margin: 0 -8px;
  position: relative;
}
svg {
  width: 100%;
  height: auto;
  display: block;
}
input {
  position: absolute;
  left: 8px;
  right: 8px;
  bottom: -8px;
  width: calc(100% - 16px);
  height: 26px;
  opacity: 0;
  cursor: ew-resize;
  margin: 0;
}
input:focus-visible {
  opacity: 1;
  accent-color: var(--copper);
}
.axis {
  stroke: var(--ink);
  stroke-width: 1.5;
}
.tk {
  font-size: 14px;
  fill: var(--soft);
}
.mk {
  font-size: 15px;
  font-weight: 650;
  fill: var(--copper);
}
.mark {
  stroke: var(--copper);
  stroke-width: 2;
}
.spare {
  fill: var(--glaze-wash);
}
.late {
  fill: var(--busy);
}
.slack {
  font-size: 15px;
  font-weight: 650;
  fill: var(--glaze);
}
.hands {
  fill: var(--ink);
}
.now {
  fill: var(--copper);
}
.block {
  cursor: grab;
  touch-action: none;
}
.block:active {
  cursor: grabbing;
}
.cursor {
  fill: var(--copper);
}
.cursor-line {
  stroke: var(--copper);
  stroke-width: 1;
  stroke-dasharray: 3 3;
}
@media (max-width: 700px) {
  .ribbon {
    display: none; /* every row says its time */
  }
}
</style>
