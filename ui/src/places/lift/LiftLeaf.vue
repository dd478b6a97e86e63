<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Finding, type Plan, type Step } from '../../api/client'
import HandBar from '../../parts/steps/HandBar.vue'
import { blank, fresh, moved, useHand } from '../../parts/steps/useHand'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import { clock, minutes } from '../../parts/words'
import StepList from '../sitting/StepList.vue'
import Warnings from '../sitting/Warnings.vue'
import { useTheSitting } from '../sitting/useSitting'
import AftercarePanel from './AftercarePanel.vue'
import CompareRemoval from './CompareRemoval.vue'
import PassHand from './PassHand.vue'
import Peeling from './Peeling.vue'
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

const choices = computed(() => removers.value.map((p) => ({ value: p.id, label: p.name })))
function made(product: string): Step {
  const list = hand.steps.value
  const p = removers.value.find((x) => x.id === product)!
  return blank(fresh(list), 'massage', p, step.value?.start ?? list[0]?.start ?? '')
}
/** counted is what a step takes that its sentence does not say. */
const counted = (s: Step) =>
  [
    s.contact_s && !s.say.includes(`${s.contact_s} s`) ? `Contact ${s.contact_s} s.` : '',
    s.amount && !s.say.includes(s.amount) ? `${s.amount}.` : '',
    s.pads ? `${s.pads} ${s.pads === 1 ? 'pad' : 'pads'}, ${s.pad_faces} faces.` : '',
  ]
    .filter(Boolean)
    .join(' ')

const lit = ref<string>()
const pick = (step?: string) => (lit.value = step)
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
    <Warnings :findings="findings" :lit="lit" of="the removal" @pick="pick" @lift="raise" />
    <section class="sheet main" aria-label="Lift-off, step by step">
      <HandBar
        :hand="hand"
        :step="step"
        :addable="choices"
        :what="{ add: 'Add a pass', label: 'Remover to add', find: 'Which remover' }"
        :made="made"
        @pick="pick"
      >
        <p class="why">
          <b
            >{{ done ? 'Every zone comes clean' : 'Not every zone comes clean' }} in {{ minutes(lift.minutes * 60) }},
            from {{ clock(plan.sitting.day.lift_at) }}.</b
          >
        </p>
        <template v-if="byHand">
          <span class="mine">Made by hand</span>
          <button type="button" class="quiet" @click="hand.again">Plan again</button>
        </template>
        <button v-else-if="hand.replanned.value" type="button" class="quiet mine" @click="hand.undo">Keep mine</button>
        <span v-else class="mine soft">As planned.</span>
        <p v-if="lift.gave_up.length" class="given">
          Given up for the clock: {{ lift.gave_up.join(', ') }}.<template v-if="lift.later.length">
            Before sleep: {{ lift.later.join(', ') }}.</template
          >
        </p>
      </HandBar>
      <StepList
        :model-value="lit"
        :steps="lift.steps"
        :products="names"
        :at="step?.start ?? ''"
        :flagged="flagged"
        @update:model-value="pick"
        @drag="place"
        @drop="hand.drop"
        @key="byKey"
      >
        <template #open="{ step: s }">
          <p class="why">{{ s.say }}</p>
          <p v-if="counted(s)" class="soft">{{ counted(s) }}</p>
          <PassHand :hand="hand" :step="s" :removers="removers" @pick="pick" />
        </template>
      </StepList>
    </section>
    <aside class="aside" aria-label="What is left">
      <div class="sheet stays"><Peeling :lift="lift" :products="names" :lit="lit" @pick="pick" /></div>
    </aside>
    <div class="rest">
      <SundryTray :lift="lift" :kit="kit" :lit="lit" />
      <CompareRemoval
        :id="id"
        :version="saved.version"
        :removers="removers"
        :methods="all?.methods ?? []"
        :names="names"
      />
      <AftercarePanel :id="id" class="night" :care="plan.aftercare" />
    </div>
  </div>
</template>

<style scoped>
.lift {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: 12px 18px;
  align-items: start;
}
.aside {
  align-self: stretch;
}
.stays {
  position: sticky;
  top: 60px;
}
.rest {
  grid-column: 1 / -1;
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 12px;
}
.night {
  grid-column: 1 / -1;
}
.why {
  font-size: 17px;
}
.given {
  flex-basis: 100%;
}
.mine {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
  margin-right: auto;
  font-weight: 600;
}
@media (max-width: 900px) {
  .lift {
    grid-template-columns: minmax(0, 1fr);
  }
  .aside {
    grid-row: 2;
  }
  .stays {
    position: static;
  }
  .rest {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
