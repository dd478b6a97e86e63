<script setup lang="ts">
// Prep is the skin before makeup: the steps as the page, the clock above them, the stack on its side beside them.
import { computed, ref, watch } from 'vue'
import { t } from '../../i18n'
import { shortDate } from '../../i18n/format'
import type { Step } from '../../api/client'
import { useCatalogue } from '../../parts/catalogue'
import { between, clock, minutes, shifted } from '../../parts/words'
import ClockRibbon from '../../stack/ClockRibbon.vue'
import StackSide from '../../stack/StackSide.vue'
import LayerHand from './LayerHand.vue'
import PrepNotes from './PrepNotes.vue'
import StepsSheet from './StepsSheet.vue'
import Warnings from './Warnings.vue'
import { useLeaf } from './useLeaf'

const { kept, saved, plan, hand, kit, lit, step, findings, go, added, groups, layable, sheet } = useLeaf(
  'steps',
  (p) => p.prep.steps,
  ['prep'],
)
const prep = computed(() => plan.value.prep)
const day = computed(() => plan.value.sitting.day)
const products = computed(() => Object.fromEntries(kit.value.map((p) => [p.id, p])))
const productNames = computed(() => Object.fromEntries(kit.value.map((p) => [p.id, p.name])))
const bases = computed(() => Object.fromEntries(kit.value.map((p) => [p.id, p.base ?? ''])))

const seconds = ref(0)
const after = (local: string) => between(day.value.chair_at, local)
watch(
  () => after(kept.value!.prep.ready_at),
  (s) => (seconds.value = s),
  { immediate: true },
)
const at = computed(() => shifted(day.value.chair_at, seconds.value))
const stackOpen = ref(false)
const pick = (id?: string) => (lit.value = id)
watch(lit, () => {
  if (step.value)
    seconds.value = Math.max(0, after(step.value.start) + Math.max(step.value.hands_s, step.value.contact_s))
})
const more = computed(() => {
  const s = step.value
  const maker = s?.product && products.value[s.product]?.maker
  return [s?.second, s?.set_s && t('prep.setsIn', { set_s: minutes(s.set_s) }), maker && `${maker}.`]
    .filter(Boolean)
    .join(' ')
})
const all = useCatalogue()
const made = (product: string) =>
  added(product, 'apply', {
    how: 'press',
    hands_s: 30,
    say: t('prep.addedByHand', { name: products.value[product]?.name }),
  })
/** alone is the zones that nobody touches that day. */
const alone = computed(() =>
  plan.value.findings.filter((f) => f.rule === 'leave-alone').flatMap((f) => f.zones as string[]),
)
const shift = (id: string, by: number) => (l: Step[]) =>
  l.map((s) => (s.id === id ? { ...s, start: shifted(s.start, by) } : s))
function slide(id: string, by: number) {
  lit.value = id
  hand.drag(shift(id, by), false)
}
const worse = computed(() => {
  const p = saved.value?.proposed
  if (!p) return ''
  const by = prep.value.slack_s - p.slack_s
  return by === 0
    ? t('prep.readyAtTheSameTime')
    : by > 0
      ? t('prep.readyEarlier', { minutes: minutes(by) })
      : t('prep.readyLater', { minutes: minutes(-by) })
})
</script>

<template>
  <div v-if="plan" class="prep">
    <Warnings
      :findings="findings"
      :lit="lit"
      :of="t('prep.thePrep')"
      :taught="plan.last_time?.filter((l) => l.part === 'prep')"
      @pick="pick"
      @lift="go"
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
    <StepsSheet
      v-model="lit"
      :label="t('prep.prepStepByStep')"
      v-bind="sheet"
      :addable="layable"
      :what="{ add: t('prep.addALayer'), label: t('prep.productToAdd'), find: t('prep.whichProduct') }"
      :made="made"
      :at="at"
      :last="1"
      slides
      :worse="worse"
      @slide="(id, by) => hand.change(shift(id, by), false)"
    >
      <template #why
        ><p class="why">
          <b>{{
            t('prep.readyAt', {
              ready_at: clock(prep.ready_at),
              slack_s: minutes(prep.slack_s),
              slack_s2: prep.slack_s < 0 ? t('common.missing') : t('common.inHand'),
            })
          }}</b>
        </p></template
      >
      <template #open="{ step: s }">
        <p v-if="more" class="why soft">{{ more }}</p>
        <LayerHand :hand="hand" :step="s" :kit="kit" :slots="groups" :last="1" @pick="pick" />
      </template>
    </StepsSheet>
    <aside class="aside" :aria-label="t('prep.theStack')">
      <div class="sheet stays">
        <button type="button" class="quiet fold" :aria-expanded="stackOpen" @click="stackOpen = !stackOpen">
          {{ stackOpen ? t('prep.foldTheStackAway') : t('prep.showTheStack') }}
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
        <b>{{ t('prep.givenUpToFitThe') }}</b>
        <ul>
          <li v-for="(g, i) in prep.gave_up" :key="i">{{ g.say }}</li>
        </ul>
      </div>
      <PrepNotes :plan="plan" :names="productNames" :close="all?.bounds.close_call ?? 0" />
      <section v-if="plan.countdown.length" class="count sheet" aria-labelledby="count-title">
        <div class="count-head">
          <h2 id="count-title">{{ t('prep.beforeTheDay') }}</h2>
          <a :href="`/api/sittings/${saved?.id}/countdown.ics`" download="countdown.ics">{{
            t('prep.takeItIntoACalendar')
          }}</a>
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
  overflow-wrap: anywhere;
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
.rest {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 10px;
}
.count {
  padding: 12px 16px 14px;
}
.count-head a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.count-head {
  display: flex;
  flex-wrap: wrap;
  gap: 0 16px;
  justify-content: space-between;
  align-items: baseline;
}
.count ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(340px, 100%), 1fr));
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
