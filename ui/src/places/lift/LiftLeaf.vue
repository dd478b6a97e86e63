<script setup lang="ts">
// LiftLeaf is taking everything off: the steps, and beside them the whole peeling of the face.
import { computed } from 'vue'
import type { Step } from '../../api/client'
import { t } from '../../i18n'
import { useCatalogue } from '../../parts/catalogue'
import { clock, minutes } from '../../parts/words'
import StepsSheet from '../sitting/StepsSheet.vue'
import Warnings from '../sitting/Warnings.vue'
import { useLeaf } from '../sitting/useLeaf'
import CompareRemoval from './CompareRemoval.vue'
import PassHand from './PassHand.vue'
import Peeling from './Peeling.vue'
import SundryTray from './SundryTray.vue'

const { id, plan, saved, hand, kit, lit, step, findings, go, added, sheet } = useLeaf('lift', (p) => p.lift.steps, [
  'lift',
])
const lift = computed(() => plan.value.lift)
const names = computed(() => Object.fromEntries(kit.value.map((p) => [p.id, p.name])))
const all = useCatalogue()
const removerKinds = computed(() => new Set(all.value?.removers ?? []))
const removers = computed(() => kit.value.filter((p) => removerKinds.value.has(p.kind)))
const made = (product: string) => added(product, 'massage')
/** counted is what a step takes that its sentence does not say. */
const counted = (s: Step) =>
  [
    s.contact_s && !s.say.includes(`${s.contact_s} s`) ? t('liftLeaf.contactS', { contact_s: s.contact_s }) : '',
    s.amount && !s.say.includes(s.amount) ? `${s.amount}.` : '',
    s.pads ? t('liftLeaf.padsAndFaces', { n: s.pads, faces: s.pad_faces }) : '',
  ]
    .filter(Boolean)
    .join(' ')

const pick = (id?: string) => (lit.value = id)
const done = computed(() => findings.value.every((f) => f.rule !== 'cannot-dissolve' && f.rule !== 'left-on'))
</script>

<template>
  <div v-if="plan && saved" class="lift">
    <Warnings
      :findings="findings"
      :lit="lit"
      :of="t('liftLeaf.theRemoval')"
      :taught="plan.last_time?.filter((l) => l.part === 'lift')"
      @pick="pick"
      @lift="go"
    />
    <StepsSheet
      v-model="lit"
      :label="t('liftLeaf.liftOffStepByStep')"
      v-bind="sheet"
      :addable="removers"
      :what="{ add: t('liftLeaf.addAPass'), label: t('liftLeaf.removerToAdd'), find: t('liftLeaf.whichRemover') }"
      :made="made"
      :at="step?.start ?? ''"
      :last="0"
    >
      <template #why
        ><p class="why">
          <b>{{
            t('liftLeaf.inFrom', {
              done: done ? t('liftLeaf.everyZoneComesClean') : t('liftLeaf.notEveryZoneComesClean'),
              lift: minutes(lift.minutes * 60),
              lift_at: clock(plan.sitting.day.lift_at),
            })
          }}</b>
        </p></template
      >
      <template #given>
        <p v-if="lift.gave_up.length" class="given">
          {{ t('liftLeaf.givenUpForTheClock', { gave_up: lift.gave_up.join(', ') })
          }}<template v-if="lift.later.length">
            {{ t('liftLeaf.beforeSleep', { later: lift.later.join(', ') }) }}</template
          >
        </p>
      </template>
      <template #open="{ step: s }">
        <p v-if="counted(s)" class="soft">{{ counted(s) }}</p>
        <PassHand :hand="hand" :step="s" :removers="removers" @pick="pick" />
      </template>
    </StepsSheet>
    <aside class="aside" :aria-label="t('liftLeaf.whatIsLeft')">
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
.given {
  flex-basis: 100%;
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
