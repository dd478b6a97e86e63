<script setup lang="ts">
// PrepNotes is what is good to know of a prep as a whole: its sunscreen, and the stack that came second.
import { computed } from 'vue'
import type { Plan } from '../../api/client'
import { names as zoneNames } from '../../parts/words'

const props = defineProps<{ plan: Plan; names: Record<string, string>; close: number }>()
const dose = computed(() => props.plan.wear.dose)
const second = computed(() => props.plan.prep.runner_up)
const named = (id?: string) => (id && props.names[id]) || 'none'
</script>

<template>
  <section v-if="dose.grams || second.differs.length" class="notes sheet" aria-label="Of this prep as a whole">
    <p v-if="dose.grams">
      Sunscreen {{ dose.grams.toFixed(2) }} g over {{ Math.round(dose.area_cm2) }} cm²:
      {{ dose.finger_strips.toFixed(1) }} finger strips, {{ dose.fingertip_units.toFixed(1) }} fingertip units; the
      teaspoon habit is {{ dose.spoon_ml }} ml.
    </p>
    <p v-if="second.differs.length">
      Second-best stack{{ second.more < close ? ', as good' : `, ${second.more.toFixed(2)} worse` }}:
      {{
        second.differs
          .map((d) => `${d.slot} on ${zoneNames(d.zones)}, ${named(d.runner_up)} instead of ${named(d.chosen)}`)
          .join('; ')
      }}.
    </p>
  </section>
</template>

<style scoped>
.notes {
  padding: 10px 16px 12px;
  display: grid;
  gap: 4px;
  color: var(--soft);
}
</style>
