<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { Finding, Step } from '../../api/client'
import { clock, minutes, names, shortDate } from '../../parts/words'
import ClockRibbon from '../../stack/ClockRibbon.vue'
import StackPicture from '../../stack/StackPicture.vue'
import Findings from './Findings.vue'
import StepList from './StepList.vue'
import { useTheSitting } from './useSitting'

const { plan, saved, change } = useTheSitting()
const prep = computed(() => plan.value!.prep)
const day = computed(() => plan.value!.sitting.day)
const kit = computed(() => Object.fromEntries(plan.value!.sitting.kit.map((p) => [p.id, p])))
const names_ = computed(() => Object.fromEntries(plan.value!.sitting.kit.map((p) => [p.id, p.name])))
const bases = computed(() => Object.fromEntries(plan.value!.sitting.kit.map((p) => [p.id, p.base ?? ''])))

const lit = ref<string>()
const seconds = ref(0)
const readyIn = computed(() => (Date.parse(prep.value.ready_at + 'Z') - Date.parse(day.value.chair_at + 'Z')) / 1000)
watch(readyIn, (s) => (seconds.value = s), { immediate: true })
const at = computed(() => new Date(Date.parse(day.value.chair_at + 'Z') + seconds.value * 1000).toISOString().slice(0, 19))

function pick(id: string) {
  lit.value = id
  const s = prep.value.steps.find((x) => x.id === id)
  if (s) seconds.value = Math.max(0, (Date.parse(s.start + 'Z') - Date.parse(day.value.chair_at + 'Z')) / 1000 + Math.max(s.hands_s, s.contact_s))
}
const step = computed<Step | undefined>(() => prep.value.steps.find((s) => s.id === lit.value))
watch(prep, () => {
  if (!step.value) lit.value = undefined
})
const flagged = computed(() => {
  const worst: Record<string, string> = {}
  for (const f of plan.value!.findings) if (f.step && f.severity !== 'note') worst[f.step] ??= f.severity
  return worst
})
function lift(f: Finding, reason: string) {
  change((d) => (d.lifted = [...(d.lifted ?? []), { rule: f.rule, reason }]))
}
const dose = computed(() => plan.value!.wear.dose)
</script>

<template>
  <div v-if="plan" class="prep">
    <ClockRibbon v-model="seconds" class="ribbon" :steps="prep.steps" :chair-at="day.chair_at" :ready-at="prep.ready_at" :base-at="day.base_at" :slack-s="prep.slack_s" :lit="lit" :bases="bases" @pick="pick" />
    <section class="sheet picture" aria-label="The stack">
      <StackPicture :layers="plan.stack.at_base" :areas="plan.zones.areas" :limits="plan.zones.limits" :steps="prep.steps" :at="at" :lit="lit" :names="names_" @pick="pick" />
    </section>
    <StepList :model-value="lit" :steps="prep.steps" :products="names_" :at="at" :flagged="flagged" class="list" @update:model-value="(id) => id && pick(id)" />
    <section class="why">
      <template v-if="step">
        <p><b>{{ clock(step.start) }}</b> {{ step.say }}</p>
        <p v-if="step.second || step.zones.length" class="more">{{ step.second }} <template v-if="step.set_s">Sets in {{ minutes(step.set_s) }}.</template> <template v-if="step.product && kit[step.product]?.maker">{{ kit[step.product].maker }}.</template></p>
      </template>
      <template v-else>
        <p><b>Ready at {{ clock(prep.ready_at) }}, {{ minutes(prep.slack_s) }} {{ prep.slack_s < 0 ? 'missing' : 'in hand' }}.</b> Touch a step or a cell to see why it is there and what was second.</p>
        <p v-if="dose.grams" class="more">Sunscreen {{ dose.grams.toFixed(2) }} g over {{ Math.round(dose.area_cm2) }} cm²: {{ dose.finger_strips.toFixed(1) }} finger strips, {{ dose.fingertip_units.toFixed(1) }} fingertip units; the teaspoon habit is {{ dose.spoon_ml }} ml.</p>
        <p v-if="prep.runner_up.differs.length" class="more">Second-best stack{{ prep.runner_up.more < 0.02 ? ', as good' : `, ${prep.runner_up.more.toFixed(2)} worse` }}: {{ prep.runner_up.differs.map((d) => `${d.slot} on ${names(d.zones)}, ${d.runner_up ? names_[d.runner_up] : 'none'} instead of ${d.chosen ? names_[d.chosen] : 'none'}`).join('; ') }}.</p>
      </template>
    </section>
    <div class="rest">
      <div v-if="prep.gave_up.length" class="gave sheet">
        <b>Given up to fit the clock</b>
        <ul>
          <li v-for="(g, i) in prep.gave_up" :key="i">{{ g.say }}</li>
        </ul>
      </div>
      <Findings :findings="plan.findings" @pick="pick" @lift="lift" />
      <section v-if="plan.countdown.length" class="count sheet" aria-labelledby="count-title">
        <div class="count-head">
          <h2 id="count-title">Before the day</h2>
          <a :href="`/api/sittings/${saved?.id}/countdown.ics`" download="countdown.ics">Take it into a calendar</a>
        </div>
        <ol>
          <li v-for="(d, i) in plan.countdown" :key="i"><span class="soft">{{ shortDate(d.on) }}</span> {{ d.do }}</li>
        </ol>
      </section>
    </div>
  </div>
</template>

<style scoped>
.prep { display: grid; grid-template-columns: minmax(0, 1fr) 300px; gap: 14px 20px; align-items: start; }
.ribbon, .rest { grid-column: 1 / -1; }
.picture { padding: 12px 10px 8px 6px; }
.list { grid-row: 2 / 4; grid-column: 2; height: 0; min-height: 100%; }
.why { background: var(--wash); padding: 11px 16px; font-size: 16px; min-height: 92px; }
.more { color: var(--soft); font-size: 15px; margin-top: 3px; }
.rest { display: grid; gap: 10px; }
.count { padding: 12px 16px 14px; }
.count-head { display: flex; justify-content: space-between; align-items: baseline; }
.count ol { list-style: none; margin: 8px 0 0; padding: 0; display: grid; grid-template-columns: 1fr 1fr; gap: 4px 28px; }
.count li span { display: inline-block; width: 104px; }
.gave { font-size: 15px; padding: 10px 16px; }
.gave ul { list-style: none; padding: 0; margin: 2px 0 0; display: flex; flex-wrap: wrap; gap: 2px 28px; }
</style>
