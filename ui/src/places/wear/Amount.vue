<script setup lang="ts">
// Amount is the calculator: what does half give me? It needs no sitting.
import { t } from '../../i18n'
import { figure } from '../../i18n/format'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import AInput from 'ant-design-vue/es/input'
import { computed, ref } from 'vue'
import { api, ask } from '../../api/client'
import Choices from '../../parts/Choices.vue'

const label = ref('50')
const grams = ref('0.8')
const zones = ref('face_neck')
const number = (s: string) => Number(s.replace(',', '.'))
const asked = computed(() => ({ label: number(label.value), grams: number(grams.value), zones: zones.value }))
const sound = computed(
  () => asked.value.label >= 1 && asked.value.label <= 150 && asked.value.grams > 0 && asked.value.grams <= 100,
)
const { data: gives } = useQuery({
  queryKey: ['amount', asked],
  queryFn: () => ask(api.POST('/api/amount', { body: asked.value })),
  enabled: sound,
  placeholderData: keepPreviousData,
  staleTime: Infinity,
})
const short = (n: number) => figure(n, n < 10 ? 1 : 0)
</script>

<template>
  <section class="sheet amount" aria-labelledby="amount-title">
    <h2 id="amount-title">{{ t('amount.whatDoesItGive') }}</h2>
    <div class="row">
      <div class="field">
        <label for="amount-label">{{ t('amount.labelSays') }}</label><AInput
          id="amount-label"
          v-model:value="label"
          inputmode="decimal"
        />
      </div>
      <div class="field">
        <label for="amount-grams">{{ t('amount.grams') }}</label><AInput
          id="amount-grams"
          v-model:value="grams"
          inputmode="decimal"
        />
      </div>
    </div>
    <Choices
      v-model="zones"
      :legend="t('common.on')"
      :options="[
        { value: t('amount.face'), label: t('amount.face') },
        { value: 'face_neck', label: t('amount.withNeck') },
        { value: 'face_neck_chest', label: t('amount.andChest') },
      ]"
    />
    <p v-if="!sound" role="status" class="fault">{{ t('amount.aLabelFrom1To') }}</p>
    <p v-else-if="gives" role="status">
      <b class="number">{{ short(gives.spf_effective) }}</b>
      {{
        t('amount.mgCm2TheFullDose', {
          film_mg_cm2: figure(gives.film_mg_cm2, 2),
          hand: gives.hand,
          full_grams: figure(gives.full_grams, 2),
          full_hand: gives.full_hand,
        })
      }}
    </p>
  </section>
</template>

<style scoped>
.amount {
  padding: 12px 16px 14px;
  display: grid;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
}
.amount :deep(.choice span) {
  padding: 2px 10px;
  min-height: 44px;
  font-size: var(--small);
}
.number {
  font: 500 34px/1 var(--serif);
  color: var(--glaze);
  margin-right: 6px;
}
.fault {
  color: var(--madder);
  font-weight: 600;
}
</style>
