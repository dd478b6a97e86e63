<script setup lang="ts">
// Honest says the one number that counts: what the films really give, beside what the label says.
import { t } from '../../i18n'
import { inked } from '../../form'
import { figure } from '../../i18n/format'
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
const short = (n: number) => figure(n, n < 10 ? 1 : 0)
const over = computed(() => props.wear.dose_sed > props.wear.budget_sed)
const share = computed(() =>
  Math.min(1, props.wear.budget_sed ? props.wear.dose_sed / props.wear.budget_sed : props.wear.dose_sed > 0 ? 1 : 0),
)
</script>

<template>
  <section class="honest" aria-labelledby="honest-title">
    <h2 id="honest-title" class="visually-hidden">{{ t('honest.theHonestNumber') }}</h2>
    <template v-if="wear.honest.label || coat">
      <p class="big">{{ short(number) }}</p>
      <p v-if="coat">
        {{
          t('honest.isWhatThisTouchUp', {
            film_mg_cm2: up!.film_mg_cm2,
            full_dose: bounds?.full_dose,
            spf_effective: short(up!.spf_effective),
          })
        }}
      </p>
      <p v-else-if="wear.honest.least_at">
        {{
          t('honest.isTheLeastTheClient', {
            least_at: clock(wear.honest.least_at),
            label: wear.honest.label,
            at_base: short(wear.honest.at_base),
          })
        }}
      </p>
      <p v-else>
        {{ t('honest.isWhatTheCoatGives', { label: wear.honest.label }) }}
      </p>
    </template>
    <p v-else class="none">{{ t('honest.noSunscreenIsWornIn') }}</p>
    <div class="dose">
      <p>
        <b>{{ figure(wear.dose_sed, 2) }}</b>
        {{ t('honest.sedReachTheSkinThe', { budget_sed: figure(wear.budget_sed, 2) })
        }}<template v-if="wear.honest.unscreened_sed">{{
          t('honest.bareSkinWouldGet', { unscreened_sed: figure(wear.honest.unscreened_sed, 1) })
        }}</template
        >.
      </p>
      <Progress
        :percent="Math.round(share * 100)"
        :show-info="false"
        :stroke-color="inked(over ? '--madder' : '--glaze')"
        stroke-linecap="square"
        :aria-label="t('honest.ofTheBudget', { share: Math.round(share * 100) })"
      />
    </div>
    <p class="soft">
      {{ t('honest.shadeAHatAndClothing') }}
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
  font-size: var(--small);
  margin-top: 4px;
}
</style>
