<script setup lang="ts">
// PrepNotes is what is good to know of a prep as a whole: its sunscreen, and the stack that came second.
import { t } from '../../i18n'
import { figure } from '../../i18n/format'
import { computed } from 'vue'
import type { Plan } from '../../api/client'
import { names as zoneNames } from '../../parts/words'

const props = defineProps<{ plan: Plan; names: Record<string, string>; close: number }>()
const dose = computed(() => props.plan.wear.dose)
const second = computed(() => props.plan.prep.runner_up)
const named = (id?: string) => (id && props.names[id]) || t('common.none')
</script>

<template>
  <section v-if="dose.grams || second.differs.length" class="notes sheet" :aria-label="t('prepNotes.ofThisPrepAsA')">
    <p v-if="dose.grams">
      {{
        t('prepNotes.sunscreenGOverCm2Finger', {
          grams: figure(dose.grams, 2),
          area_cm2: Math.round(dose.area_cm2),
          finger_strips: figure(dose.finger_strips, 1),
          fingertip_units: figure(dose.fingertip_units, 1),
          spoon_ml: dose.spoon_ml,
        })
      }}
    </p>
    <p v-if="second.differs.length">
      {{
        t('prepNotes.secondBestStack', {
          close: second.more < close ? t('prepNotes.asGood') : t('prepNotes.worse', { more: figure(second.more, 2) }),
          chosen: second.differs
            .map((d) =>
              t('prepNotes.onInsteadOf', {
                slot: d.slot,
                zones: zoneNames(d.zones),
                runner_up: named(d.runner_up),
                chosen: named(d.chosen),
              }),
            )
            .join('; '),
        })
      }}
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
