<script setup lang="ts">
import { t } from '../../i18n'
import { figure } from '../../i18n/format'
import { computed, ref } from 'vue'
import { api, ask, type Finding, type Plan, type Segment, type TouchUp } from '../../api/client'
import { fresh, useHand } from '../../parts/steps/useHand'
import { shifted } from '../../parts/words'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import Warnings from '../sitting/Warnings.vue'
import Segments from '../sitting/Segments.vue'
import { useTheSitting } from '../sitting/useSitting'
import Amount from './Amount.vue'
import DayPicture from './DayPicture.vue'
import Honest from './Honest.vue'
import TakeAlong from './TakeAlong.vue'
import TouchUps from './TouchUps.vue'

const { plan: kept, saved, change, draft, fault, history, onCaught } = useTheSitting()
const id = computed(() => saved.value!.id)
const check = (body: object) => ask(api.POST('/api/sittings/{id}/check', { params: { path: { id: id.value } }, body }))
const byHand = computed(() => !!draft.value?.touch_ups)
const hand = useHand<TouchUp>({
  history,
  byHand,
  kept: computed(() => kept.value!.wear.touch_ups),
  check: (touch_ups) => check({ touch_ups }),
  keep: (ups) => change((d) => (d.touch_ups = ups), true),
  stepsOf: (p: Plan) => p.wear.touch_ups,
})
const course = useHand<Segment>({
  history,
  byHand: ref(true),
  kept: computed(() => kept.value!.sitting.day.segments ?? []),
  check: (segments) => check({ segments }),
  keep: (segments) => change((d) => (d.day.segments = segments), true),
  stepsOf: (p: Plan) => p.sitting.day.segments ?? [],
})
onCaught(() => (hand.caught(), course.caught()))
const plan = computed(() => hand.trial.value ?? course.trial.value ?? kept.value!)
const wear = computed(() => plan.value.wear)
const products = computed(() => kept.value!.sitting.kit)
const kit = computed(() => Object.fromEntries(products.value.map((p) => [p.id, p])))
const lit = ref<string>()
const picked = computed(() => wear.value.touch_ups.find((u) => u.id === lit.value))
const findings = computed(() => plan.value.findings.filter((f) => f.phase === 'wear'))
const flagged = computed(() => {
  const worst: Record<string, string> = {}
  for (const f of findings.value) if (f.step && f.severity !== 'note') worst[f.step] ??= f.severity
  return worst
})
const proposed = computed(() => saved.value?.proposed)

const ordered = (l: TouchUp[]) => l.sort((a, b) => a.at.localeCompare(b.at))
const move = (by: number, u: string) => (l: TouchUp[]) =>
  ordered(l.map((x) => (x.id === u ? { ...x, at: shifted(x.at, by * 60) } : x)))
function dragUp(u: string, by: number) {
  lit.value = u
  hand.drag(move(by, u), false)
}
function dragSegment(n: number, edge: 'from' | 'to' | 'both', by: number) {
  course.drag(
    (l) =>
      l.map((s, i) =>
        i !== n
          ? s
          : {
              ...s,
              ...(edge !== 'to' ? { from: shifted(s.from, by * 60) } : {}),
              ...(edge !== 'from' ? { to: shifted(s.to, by * 60) } : {}),
              ...(edge === 'both' ? { towelled_at: s.towelled_at?.map((t) => shifted(t, by * 60)) } : {}),
            },
      ),
    false,
  )
}
const onStep = (u: string, n: number, how: (s: TouchUp['steps'][number]) => void) =>
  hand.change((l) => {
    const s = l.find((x) => x.id === u)?.steps[n]
    if (s) how(s)
    return l
  })
function add() {
  const ups = wear.value.touch_ups
  const mine = fresh(ups)
  const curve = wear.value.curve
  const at = ups.length ? shifted(ups.at(-1)!.at, 1800) : (curve[Math.floor(curve.length / 2)]?.at ?? '')
  const last = curve.at(-1)!.at
  lit.value = mine
  hand.change((l) =>
    ordered([
      ...l,
      {
        id: mine,
        at: at > last ? last : at,
        zones: [],
        steps: [],
        film_mg_cm2: 0,
        spf_effective: 0,
        spf_alone: 0,
        because: [],
      },
    ]),
  )
}
function swap(u: string, n: number, product: string) {
  onStep(u, n, (s) => {
    s.product = product
    s.coats = 0
    s.grams = 0
  })
}
function lift(f: Finding, reason: string) {
  change((d) => (d.lifted = [...(d.lifted ?? []), { rule: f.rule, reason }]))
}
useUndoKeys(hand)
</script>

<template>
  <div v-if="plan && draft" class="wear">
    <Warnings
      :findings="findings"
      :lit="lit"
      :of="t('wearLeaf.theWear')"
      :taught="plan.last_time?.filter((l) => l.part === 'touch_ups')"
      @pick="(s) => (lit = s)"
      @lift="lift"
    />
    <TouchUps
      v-model="lit"
      :ups="wear.touch_ups"
      :kit="products"
      :flagged="flagged"
      :can-undo="hand.canUndo.value"
      :can-redo="hand.canRedo.value"
      :trouble="hand.trouble.value || course.trouble.value"
      @move="(u, by) => hand.change(move(by, u))"
      @remove="(u) => hand.change((l) => l.filter((x) => x.id !== u))"
      @add="add"
      @swap="swap"
      @coats="(u, n, by) => onStep(u, n, (s) => (s.coats = (s.coats ?? 1) + by))"
      @undo="hand.undo"
      @redo="hand.redo"
    >
      <template v-if="byHand">
        <span class="mine"
          >{{ t('common.madeByHand')
          }}<template v-if="proposed">{{
            t('wearLeaf.plannedSed', { touch_ups: proposed.touch_ups, dose_sed: figure(proposed.dose_sed, 2) })
          }}</template></span
        >
        <button type="button" class="quiet" @click="hand.again">{{ t('common.planAgain') }}</button>
      </template>
      <button v-else-if="hand.replanned.value" type="button" class="quiet" @click="hand.undo">
        {{ t('common.keepMine') }}
      </button>
    </TouchUps>
    <Honest :wear="wear" :up="picked" />
    <div class="day">
      <section class="sheet" :aria-label="t('wearLeaf.theDay')">
        <DayPicture
          :wear="wear"
          :segments="plan.sitting.day.segments ?? []"
          :lit="lit"
          @pick="(u) => (lit = u)"
          @drag-up="dragUp"
          @drop-up="hand.drop"
          @drag-segment="dragSegment"
          @drop-segment="course.drop"
        />
      </section>
    </div>
    <div class="side">
      <TakeAlong :id="id" :wear="wear" :kit="kit" />
      <Amount />
    </div>
    <div class="wide">
      <section class="sheet where">
        <Segments
          :model-value="draft.day.segments"
          :date="draft.day.date"
          :chair="draft.day.chair_at"
          :fault="fault"
          @update:model-value="(v) => change((d) => (d.day.segments = v))"
        />
      </section>
    </div>
  </div>
</template>

<style scoped>
.wear {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 14px 20px;
  align-items: start;
}
.day {
  grid-column: 1 / -1;
}
.side,
.wide {
  display: grid;
  gap: 12px;
}
.wide {
  grid-column: 1 / -1;
}
.where {
  padding: 12px 16px 14px;
}
.mine {
  font-weight: 600;
  font-size: var(--small);
}
@media (max-width: 900px) {
  .wear {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
