<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, type Finding, type Plan } from '../../api/client'
import { moved, useHand } from '../../parts/steps/useHand'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import { clock, minutes } from '../../parts/words'
import Findings from '../sitting/Findings.vue'
import StepList from '../sitting/StepList.vue'
import { useTheSitting } from '../sitting/useSitting'
import AftercarePanel from './AftercarePanel.vue'
import CompareRemoval from './CompareRemoval.vue'
import PassHand from './PassHand.vue'
import PeelPicture from './PeelPicture.vue'
import SundryTray from './SundryTray.vue'

const { plan: kept, saved, change, draft, onCaught } = useTheSitting()
const id = computed(() => saved.value!.id)
const hand = useHand({
  kept: computed(() => kept.value!.lift.steps),
  check: (lift, retime) =>
    ask(api.POST('/api/sittings/{id}/check', { params: { path: { id: id.value } }, body: { lift, retime } })),
  keep: (steps) => change((d) => (d.lift = steps)),
  stepsOf: (p: Plan) => p.lift.steps,
})
onCaught(hand.caught)
const plan = computed(() => hand.trial.value ?? kept.value!)
const lift = computed(() => plan.value.lift)
const kit = computed(() => kept.value!.sitting.kit)
const names = computed(() => Object.fromEntries(kit.value.map((p) => [p.id, p.name])))
const { data: all } = useQuery({
  queryKey: ['catalogue'],
  queryFn: () => ask(api.GET('/api/catalogue')),
  staleTime: Infinity,
})
const removerKinds = computed(() => new Set(all.value?.removers ?? []))
const removers = computed(() => kit.value.filter((p) => removerKinds.value.has(p.kind)))

const lit = ref<string>()
const shown = ref(lift.value.peel.length)
watch(
  () => lift.value.peel.length,
  (n, was) => (shown.value = shown.value === was ? n : Math.min(shown.value, n)),
)
function pick(step?: string) {
  lit.value = step
  const i = lift.value.steps.findIndex((s) => s.id === step)
  const done = lift.value.steps.slice(0, i + 1).map((s) => s.id)
  if (i >= 0) shown.value = lift.value.peel.filter((p) => done.includes(p.step)).length
}
const step = computed(() => lift.value.steps.find((s) => s.id === lit.value))
const findings = computed(() => plan.value.findings.filter((f) => f.phase === 'lift' || f.phase === 'aftercare'))
const flagged = computed(() => {
  const worst: Record<string, string> = {}
  for (const f of findings.value) if (f.step && f.severity !== 'note') worst[f.step] ??= f.severity
  return worst
})
const done = computed(() => findings.value.every((f) => f.rule !== 'cannot-dissolve' && f.rule !== 'left-on'))
const byHand = computed(() => !!draft.value?.lift)
function place(s: string, to: number) {
  hand.drag((l) => moved(l, s, to), true)
}
function byKey(s: string, what: 'up' | 'down' | 'earlier' | 'later' | 'out') {
  const i = lift.value.steps.findIndex((x) => x.id === s)
  if (what === 'out') hand.change((l) => l.filter((x) => x.id !== s))
  else
    hand.change((l) =>
      moved(l, s, Math.max(0, Math.min(l.length - 1, i + (what === 'up' || what === 'earlier' ? -1 : 1)))),
    )
}
function raise(f: Finding, reason: string) {
  change((d) => (d.lifted = [...(d.lifted ?? []), { rule: f.rule, reason }]))
}
useUndoKeys(hand)
</script>

<template>
  <div v-if="plan && saved" class="lift">
    <section class="sheet" aria-label="What is left">
      <PeelPicture v-model="shown" :lift="lift" :areas="plan.zones.areas" :names="names" :lit="lit" />
    </section>
    <StepList
      :model-value="lit"
      :steps="lift.steps"
      :products="names"
      :at="step?.start ?? ''"
      :flagged="flagged"
      class="list"
      @update:model-value="pick"
      @drag="place"
      @drop="hand.drop"
      @key="byKey"
    />
    <section class="why">
      <template v-if="step">
        <p>
          <b>{{ clock(step.start) }}</b> {{ step.say }}
        </p>
        <p class="more">
          <template v-if="step.contact_s && !step.say.includes(`${step.contact_s} s`)"
            >Contact {{ step.contact_s }} s. </template
          ><template v-if="step.amount && !step.say.includes(step.amount)">{{ step.amount }}. </template
          ><template v-if="step.pads"
            >{{ step.pads }} {{ step.pads === 1 ? 'pad' : 'pads' }}, {{ step.pad_faces }} faces.</template
          >
        </p>
      </template>
      <template v-else>
        <p>
          <b
            >{{ done ? 'Every zone comes clean' : 'Not every zone comes clean' }} in {{ minutes(lift.minutes * 60) }},
            from {{ clock(plan.sitting.day.lift_at) }}.</b
          >
          Draw the slider to take the stack down pass by pass, or touch a step.
        </p>
        <p v-if="lift.gave_up.length" class="more">
          Given up for the clock: {{ lift.gave_up.join(', ') }}.<template v-if="lift.later.length">
            Before sleep: {{ lift.later.join(', ') }}.</template
          >
        </p>
      </template>
    </section>
    <div class="rest">
      <PassHand :hand="hand" :step="step" :removers="removers" @pick="pick">
        <template v-if="byHand">
          <span class="mine">Made by hand</span>
          <button type="button" class="quiet" @click="hand.again">Plan again</button>
        </template>
        <button v-else-if="hand.replanned.value" type="button" class="quiet mine" @click="hand.undo">Keep mine</button>
        <span v-else class="mine soft">As planned. Drag a step, or change the one you touch.</span>
      </PassHand>
      <Findings :findings="findings" :lit="lit" @pick="pick" @lift="raise" />
      <div class="two">
        <SundryTray :lift="lift" :kit="kit" :lit="lit" />
        <CompareRemoval
          :id="id"
          :version="saved.version"
          :removers="removers"
          :methods="all?.methods ?? []"
          :names="names"
        />
      </div>
      <AftercarePanel :id="id" :care="plan.aftercare" />
    </div>
  </div>
</template>

<style scoped>
.lift {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 300px;
  gap: 14px 20px;
  align-items: start;
}
.rest {
  grid-column: 1 / -1;
  display: grid;
  gap: 12px;
}
.list {
  grid-row: 1 / 3;
  grid-column: 2;
  height: 0;
  min-height: 100%;
}
.why {
  background: var(--wash);
  padding: 11px 16px;
  font-size: 16px;
  min-height: 84px;
}
.more {
  color: var(--soft);
  font-size: 15px;
  margin-top: 3px;
}
.two {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 12px;
}
.mine {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  margin-left: auto;
  font-weight: 600;
}
</style>
