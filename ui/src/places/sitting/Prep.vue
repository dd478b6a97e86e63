<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, type Finding, type Plan, type Step } from '../../api/client'
import { blank, fresh, moved, useHand } from '../../parts/steps/useHand'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import { between, clock, minutes, shifted, shortDate } from '../../parts/words'
import HandBar from '../../parts/steps/HandBar.vue'
import ClockRibbon from '../../stack/ClockRibbon.vue'
import StackSide from '../../stack/StackSide.vue'
import LayerHand from './LayerHand.vue'
import PrepNotes from './PrepNotes.vue'
import StepList from './StepList.vue'
import Warnings from './Warnings.vue'
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

const stackOpen = ref(false)
function pick(step?: string) {
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
const byHand = computed(() => !!draft.value?.steps)
const proposed = computed(() => saved.value?.proposed)
const { data: all } = useQuery({
  queryKey: ['catalogue'],
  queryFn: () => ask(api.GET('/api/catalogue')),
  staleTime: Infinity,
})
const groups = computed(() => all.value?.slots ?? [])
const layable = computed(() =>
  products.value
    .filter((p) => groups.value.some((kinds) => kinds.includes(p.kind)))
    .map((p) => ({ value: p.id, label: p.name })),
)
function made(product: string): Step {
  const p = products.value.find((x) => x.id === product)!
  const list = hand.steps.value
  return {
    ...blank(fresh(list), 'apply', p, step.value?.start ?? list[0]?.start ?? ''),
    how: 'press',
    hands_s: 30,
    say: `${p.name}, added by hand.`,
  }
}
/** alone is the zones that nobody touches that day. */
const alone = computed(() =>
  plan.value.findings.filter((f) => f.rule === 'leave-alone').flatMap((f) => f.zones as string[]),
)

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
    <Warnings
      :findings="plan.findings.filter((f) => f.phase === 'prep')"
      :lit="lit"
      of="the prep"
      @pick="pick"
      @lift="lift"
    />
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
    <section class="sheet main" aria-label="Prep, step by step">
      <HandBar
        :hand="hand"
        :step="step"
        :addable="layable"
        :what="{ add: 'Add a layer', label: 'Product to add', find: 'Which product' }"
        :made="made"
        @pick="pick"
      >
        <p class="why">
          <b
            >Ready at {{ clock(prep.ready_at) }}, {{ minutes(prep.slack_s) }}
            {{ prep.slack_s < 0 ? 'missing' : 'in hand' }}.</b
          >
        </p>
        <template v-if="byHand">
          <span class="mine"
            >Made by hand<template v-if="worse">, {{ worse }} than planned</template></span
          >
          <button type="button" class="quiet" @click="hand.again">Plan again</button>
        </template>
        <button v-else-if="hand.replanned.value" type="button" class="quiet mine" @click="hand.undo">Keep mine</button>
        <span v-else class="mine soft">As planned.</span>
      </HandBar>
      <StepList
        :model-value="lit"
        :steps="prep.steps"
        :products="productNames"
        :at="at"
        :flagged="flagged"
        @update:model-value="pick"
        @drag="place"
        @drop="hand.drop"
        @key="byKey"
      >
        <template #open="{ step: s }">
          <p class="why">{{ s.say }}</p>
          <p v-if="more" class="why soft">{{ more }}</p>
          <LayerHand :hand="hand" :step="s" :kit="products" :slots="groups" @pick="pick" />
        </template>
      </StepList>
    </section>
    <aside class="aside" aria-label="The stack">
      <div class="sheet stays">
        <button type="button" class="quiet fold" :aria-expanded="stackOpen" @click="stackOpen = !stackOpen">
          {{ stackOpen ? 'Fold the stack away' : 'Show the stack' }}
        </button>
        <StackSide
          class="stack"
          :class="{ away: !stackOpen }"
          :layers="plan.stack.at_base"
          :limits="plan.zones.limits"
          :steps="prep.steps"
          :at="at"
          :lit="lit"
          :names="productNames"
          :alone="alone"
          @pick="pick"
        />
      </div>
    </aside>
    <div class="rest">
      <div v-if="prep.gave_up.length" class="gave sheet">
        <b>Given up to fit the clock</b>
        <ul>
          <li v-for="(g, i) in prep.gave_up" :key="i">{{ g.say }}</li>
        </ul>
      </div>
      <PrepNotes :plan="plan" :names="productNames" :close="all?.bounds.close_call ?? 0" />
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
  grid-template-columns: minmax(0, 2.1fr) minmax(0, 1fr);
  gap: 12px 18px;
  align-items: start;
}
.ribbon,
.rest {
  grid-column: 1 / -1;
}
.aside {
  align-self: stretch;
}
.stays {
  position: sticky;
  top: 60px;
}
.fold {
  display: none;
  width: 100%;
}
.why {
  font-size: 17px;
}
.why.soft {
  font-size: 16px;
}
.rest {
  display: grid;
  gap: 10px;
}
.mine {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  margin-right: auto;
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
  grid-template-columns: repeat(auto-fit, minmax(340px, 1fr));
  gap: 4px 28px;
}
.count li span {
  display: inline-block;
  width: 104px;
}
.gave {
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
@media (max-width: 900px) {
  .prep {
    grid-template-columns: minmax(0, 1fr);
  }
  .stays {
    position: static;
  }
  .fold {
    display: inline-flex;
  }
  .away {
    display: none;
  }
  .count ol {
    grid-template-columns: 1fr;
  }
}
</style>
