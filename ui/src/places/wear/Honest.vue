<script setup lang="ts">
// Honest says the one number that counts: what the films really give, beside what the label says.
import Progress from 'ant-design-vue/es/progress'
import { computed } from 'vue'
import type { TouchUp, Wear } from '../../api/client'
import { useWords } from '../../parts/catalogue'
import { clock } from '../../parts/words'

const props = defineProps<{ wear: Wear; up?: TouchUp }>()
const { bounds } = useWords()
const coat = computed(() => props.up?.steps.some((s) => s.act === 'reapply'))
const number = computed(() =>
  coat.value ? props.up!.spf_alone : props.wear.honest.least || props.wear.honest.at_base,
)
const figure = (n: number) => (n < 10 ? n.toFixed(1) : String(Math.round(n)))
const over = computed(() => props.wear.dose_sed > props.wear.budget_sed)
const share = computed(() =>
  Math.min(1, props.wear.budget_sed ? props.wear.dose_sed / props.wear.budget_sed : props.wear.dose_sed > 0 ? 1 : 0),
)
</script>

<template>
  <section class="honest" aria-labelledby="honest-title">
    <h2 id="honest-title" class="visually-hidden">The honest number</h2>
    <template v-if="wear.honest.label || coat">
      <p class="big">{{ figure(number) }}</p>
      <p v-if="coat">
        is what this touch-up gives by itself: {{ up!.film_mg_cm2 }} mg/cm² of the {{ bounds?.full_dose }} a label is
        measured at. On what is left, {{ figure(up!.spf_effective) }} in all.
      </p>
      <p v-else-if="wear.honest.least_at">
        is the least the client stands outdoors with, at {{ clock(wear.honest.least_at) }}. The label says
        {{ wear.honest.label }}; at base it gives {{ figure(wear.honest.at_base) }}.
      </p>
      <p v-else>
        is what the coat gives at base. The label says {{ wear.honest.label }}. Nobody goes outdoors by daylight in
        this plan.
      </p>
    </template>
    <p v-else class="none">No sunscreen is worn in this plan.</p>
    <div class="dose">
      <p>
        <b>{{ wear.dose_sed.toFixed(2) }}</b> SED reach the skin; the budget is {{ wear.budget_sed.toFixed(2)
        }}<template v-if="wear.honest.unscreened_sed"
          >, bare skin would get {{ wear.honest.unscreened_sed.toFixed(1) }}</template
        >.
      </p>
      <Progress
        :percent="Math.round(share * 100)"
        :show-info="false"
        :stroke-color="over ? '#84182a' : '#1a4a45'"
        stroke-linecap="square"
        :aria-label="`${Math.round(share * 100)} % of the budget`"
      />
    </div>
    <p class="soft">
      Shade, a hat and clothing come first, and the label decides. No number here makes time in the sun harmless.
    </p>
  </section>
</template>

<style scoped>
.honest {
  padding: 12px 16px 14px;
  background: var(--glaze-wash);
  display: grid;
  gap: 6px;
  align-content: start;
  font-size: 16px;
}
.big {
  font: 500 84px/1 var(--serif);
  color: var(--glaze);
  letter-spacing: -0.03em;
}
.none {
  font: 500 24px/1.2 var(--serif);
}
.dose {
  margin-top: 6px;
  display: grid;
  gap: 6px;
}
.soft {
  font-size: 15px;
  margin-top: 4px;
}
</style>
