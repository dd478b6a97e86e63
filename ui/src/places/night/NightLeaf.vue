<script setup lang="ts">
// NightLeaf is the night after removal and the next morning: its steps first, what waits, and the card that goes home.
import { computed } from 'vue'
import { t } from '../../i18n'
import { clock } from '../../parts/words'
import LayerHand from '../sitting/LayerHand.vue'
import StepsSheet from '../sitting/StepsSheet.vue'
import Warnings from '../sitting/Warnings.vue'
import { useLeaf } from '../sitting/useLeaf'

const { id, plan, saved, hand, steps, kit, lit, step, findings, go, added, groups, layable, sheet } = useLeaf(
  'aftercare',
  (p) => p.aftercare.steps,
  ['aftercare'],
)
const made = (product: string) => added(product, 'apply', { how: 'press', hands_s: 30 })
const care = computed(() => plan.value.aftercare)
const until = computed(() => {
  const last = steps.value.at(-1)
  return last ? t('night.fromTo', { from: clock(steps.value[0]!.start), to: clock(last.start) }) : ''
})
</script>

<template>
  <div v-if="plan && saved" class="night">
    <Warnings :findings="findings" :lit="lit" :of="t('night.theNight')" @pick="(s) => (lit = s)" @lift="go" />
    <StepsSheet
      v-model="lit"
      :label="t('night.nightStepByStep')"
      v-bind="sheet"
      :addable="layable"
      :what="{ add: t('prep.addALayer'), label: t('prep.productToAdd'), find: t('prep.whichProduct') }"
      :made="made"
      :at="step?.start ?? ''"
      :last="0"
    >
      <template #why
        ><p class="why">
          <b>{{ until || t('night.nothingTonight') }}</b>
        </p></template
      >
      <template #open="{ step: s }">
        <LayerHand :hand="hand" :step="s" :kit="kit" :slots="groups" :last="0" @pick="(x) => (lit = x)" />
      </template>
    </StepsSheet>
    <aside class="sheet care" aria-labelledby="care-title">
      <div class="head">
        <h2 id="care-title">{{ t('aftercarePanel.tomorrow') }}</h2>
        <span class="links"
          ><RouterLink :to="{ name: 'aftercare-card', params: { id } }">{{ t('common.cardToPrint') }}</RouterLink>
          <a :href="`/api/sittings/${id}/aftercare.pdf`" download="aftercare.pdf">{{ t('common.cardAsPdf') }}</a></span
        >
      </div>
      <ul>
        <li v-for="(line, i) in care.tomorrow" :key="i">{{ line }}</li>
      </ul>
      <p v-if="!steps.length" class="soft">{{ t('aftercarePanel.nothingInTheKitSuits') }}</p>
    </aside>
  </div>
</template>

<style scoped>
.night {
  display: grid;
  grid-template-columns: minmax(0, 1.8fr) minmax(0, 1fr);
  gap: 12px 18px;
  align-items: start;
}
.care {
  padding: 12px 16px 14px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 4px 16px;
}
.links {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}
.links a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
ul {
  margin: 6px 0 0;
  padding-left: 20px;
  display: grid;
  gap: 6px;
}
@media (max-width: 900px) {
  .night {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
