<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, type Finding, type Plan, type Step } from '../../api/client'
import { moved, useHand } from '../../parts/steps/useHand'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import { between, clock, minutes, names, shifted, shortDate } from '../../parts/words'
import ClockRibbon from '../../stack/ClockRibbon.vue'
import StackPicture from '../../stack/StackPicture.vue'
import Findings from './Findings.vue'
import LayerHand from './LayerHand.vue'
import StepList from './StepList.vue'
import { useTheSitting } from './useSitting'

const { plan: kept, saved, change, draft, onCaught } = useTheSitting()
const id = computed(() => saved.value!.id)
const hand = useHand({
  kept: computed(() => kept.value!.prep.steps),
  check: (steps, retime) =>
    ask(api.POST('/api/sittings/{id}/check', { params: { path: { id: id.value } }, body: { steps, retime } })),
  keep: (steps) => change((d) => (d.steps = steps)),
  stepsOf: (p: Plan) => p.prep.steps,
})
onCaught(hand.caught)
const plan = computed(() => hand.trial.value ?? kept.value!)
const prep = computed(() => plan.value.prep)
const day = computed(() => plan.value.sitting.day)
const products = computed(() => kept.value!.sitting.kit)
const kit = computed(() => Object.fromEntries(products.value.map((p) => [p.id, p])))
const productNames = computed(() => Object.fromEntries(products.value.map((p) => [p.id, p.name])))
const named = (id?: string) => (id && productNames.value[id]) || 'none'
const bases = computed(() => Object.fromEntries(products.value.map((p) => [p.id, p.base ?? ''])))

const lit = ref<string>()
const seconds = ref(0)
const after = (local: string) => between(day.value.chair_at, local)
watch(
  () => after(kept.value!.prep.ready_at),
  (s) => (seconds.value = s),
  { immediate: true },
)
const at = computed(() => shifted(day.value.chair_at, seconds.value))

function pick(step: string) {
  lit.value = step
  const s = prep.value.steps.find((x) => x.id === step)
  if (s) seconds.value = Math.max(0, after(s.start) + Math.max(s.hands_s, s.contact_s))
}
const step = computed<Step | undefined>(() => prep.value.steps.find((s) => s.id === lit.value))
const more = computed(() => {
  const s = step.value
  const maker = s?.product && kit.value[s.product]?.maker
  return [s?.second, s?.set_s && `Sets in ${minutes(s.set_s)}.`, maker && `${maker}.`].filter(Boolean).join(' ')
})
const flagged = computed(() => {
  const worst: Record<string, string> = {}
  for (const f of plan.value.findings) if (f.step && f.severity !== 'note') worst[f.step] ??= f.severity
  return worst
})
const dose = computed(() => plan.value.wear.dose)
const byHand = computed(() => !!draft.value?.steps)
const proposed = computed(() => saved.value?.proposed)
const { data: all } = useQuery({
  queryKey: ['catalogue'],
  queryFn: () => ask(api.GET('/api/catalogue')),
  staleTime: Infinity,
})
const groups = computed(() => all.value?.slots ?? [])

function lift(f: Finding, reason: string) {
  change((d) => (d.lifted = [...(d.lifted ?? []), { rule: f.rule, reason }]))
}
function place(step: string, to: number) {
  hand.drag((l) => moved(l, step, to), true)
}
function slide(step: string, by: number) {
  lit.value = step
  hand.drag((l) => {
    const s = l.find((x) => x.id === step)
    if (s) s.start = shifted(s.start, by)
    return l
  }, false)
}
function byKey(step: string, what: 'up' | 'down' | 'earlier' | 'later' | 'out') {
  const i = prep.value.steps.findIndex((s) => s.id === step)
  if (what === 'out') hand.change((l) => l.filter((s) => s.id !== step))
  else if (what === 'up' || what === 'down')
    hand.change((l) => moved(l, step, Math.max(0, Math.min(l.length - 2, i + (what === 'up' ? -1 : 1)))))
  else
    hand.change(
      (l) => l.map((s) => (s.id === step ? { ...s, start: shifted(s.start, what === 'earlier' ? -15 : 15) } : s)),
      false,
    )
}
useUndoKeys(hand)
const worse = computed(() => {
  const p = proposed.value
  if (!p) return ''
  const by = prep.value.slack_s - p.slack_s
  return by === 0 ? 'ready at the same time' : by > 0 ? `ready ${minutes(by)} earlier` : `ready ${minutes(-by)} later`
})
</script>

<template>
  <div v-if="plan" class="prep">
    <ClockRibbon
      v-model="seconds"
      class="ribbon"
      :steps="prep.steps"
      :chair-at="day.chair_at"
      :ready-at="prep.ready_at"
      :base-at="day.base_at"
      :slack-s="prep.slack_s"
      :lit="lit"
      :bases="bases"
      @pick="pick"
      @drag="slide"
      @drop="hand.drop"
    />
    <section class="sheet picture" aria-label="The stack">
      <StackPicture
        :layers="plan.stack.at_base"
        :areas="plan.zones.areas"
        :limits="plan.zones.limits"
        :steps="prep.steps"
        :at="at"
        :lit="lit"
        :names="productNames"
        @pick="pick"
      />
    </section>
    <StepList
      :model-value="lit"
      :steps="prep.steps"
      :products="productNames"
      :at="at"
      :flagged="flagged"
      class="list"
      @update:model-value="(id) => id && pick(id)"
      @drag="place"
      @drop="hand.drop"
      @key="byKey"
    />
    <section class="why">
      <template v-if="step">
        <p>
          <b>{{ clock(step.start) }}</b> {{ step.say }}
        </p>
        <p v-if="step.second || step.zones.length" class="more">
          {{ more }}
        </p>
      </template>
      <template v-else>
        <p>
          <b
            >Ready at {{ clock(prep.ready_at) }}, {{ minutes(prep.slack_s) }}
            {{ prep.slack_s < 0 ? 'missing' : 'in hand' }}.</b
          >
          Touch a step or a cell to see why it is there and what was second.
        </p>
        <p v-if="dose.grams" class="more">
          Sunscreen {{ dose.grams.toFixed(2) }} g over {{ Math.round(dose.area_cm2) }} cm²:
          {{ dose.finger_strips.toFixed(1) }} finger strips, {{ dose.fingertip_units.toFixed(1) }} fingertip units; the
          teaspoon habit is {{ dose.spoon_ml }} ml.
        </p>
        <p v-if="prep.runner_up.differs.length" class="more">
          Second-best stack{{
            prep.runner_up.more < (all?.bounds.close_call ?? 0)
              ? ', as good'
              : `, ${prep.runner_up.more.toFixed(2)} worse`
          }}:
          {{
            prep.runner_up.differs
              .map((d) => `${d.slot} on ${names(d.zones)}, ${named(d.runner_up)} instead of ${named(d.chosen)}`)
              .join('; ')
          }}.
        </p>
      </template>
    </section>
    <div class="rest">
      <LayerHand :hand="hand" :step="step" :kit="products" :slots="groups" @pick="pick">
        <template v-if="byHand">
          <span class="mine"
            >Made by hand<template v-if="worse">, {{ worse }} than planned</template></span
          >
          <button type="button" class="quiet" @click="hand.again">Plan again</button>
        </template>
        <button v-else-if="hand.replanned.value" type="button" class="quiet mine" @click="hand.undo">Keep mine</button>
        <span v-else class="mine soft">As planned. Drag a step or a block, or change the one you touch.</span>
      </LayerHand>
      <div v-if="prep.gave_up.length" class="gave sheet">
        <b>Given up to fit the clock</b>
        <ul>
          <li v-for="(g, i) in prep.gave_up" :key="i">{{ g.say }}</li>
        </ul>
      </div>
      <Findings :findings="plan.findings.filter((f) => f.phase === 'prep')" :lit="lit" @pick="pick" @lift="lift" />
      <section v-if="plan.countdown.length" class="count sheet" aria-labelledby="count-title">
        <div class="count-head">
          <h2 id="count-title">Before the day</h2>
          <a :href="`/api/sittings/${saved?.id}/countdown.ics`" download="countdown.ics">Take it into a calendar</a>
        </div>
        <ol>
          <li v-for="(d, i) in plan.countdown" :key="i">
            <span class="soft">{{ shortDate(d.on) }}</span> {{ d.do }}
          </li>
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped>
.prep {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 14px 20px;
  align-items: start;
}
.ribbon,
.rest {
  grid-column: 1 / -1;
}
.picture {
  padding: 12px 10px 8px 6px;
}
.list {
  grid-row: 2 / 4;
  grid-column: 2;
  align-self: stretch;
  contain: strict;
}
.why {
  background: var(--wash);
  padding: 11px 16px;
  font-size: 16px;
  min-height: 92px;
}
.more {
  color: var(--soft);
  font-size: 15px;
  margin-top: 3px;
}
.rest {
  display: grid;
  gap: 10px;
}
.mine {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  margin-left: auto;
  font-weight: 600;
}
.count {
  padding: 12px 16px 14px;
}
.count-head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.count ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 28px;
}
.count li span {
  display: inline-block;
  width: 104px;
}
.gave {
  font-size: 15px;
  padding: 10px 16px;
}
.gave ul {
  list-style: none;
  padding: 0;
  margin: 2px 0 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 28px;
}
</style>
