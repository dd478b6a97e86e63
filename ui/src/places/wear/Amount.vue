<script setup lang="ts">
// Amount is the calculator: what does half give me? It needs no sitting.
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
const figure = (n: number) => (n < 10 ? n.toFixed(1) : String(Math.round(n)))
</script>

<template>
  <section class="sheet amount" aria-labelledby="amount-title">
    <h2 id="amount-title">What does it give?</h2>
    <div class="row">
      <div class="field">
        <label for="amount-label">Label says</label
        ><AInput id="amount-label" v-model:value="label" inputmode="decimal" />
      </div>
      <div class="field">
        <label for="amount-grams">Grams</label><AInput id="amount-grams" v-model:value="grams" inputmode="decimal" />
      </div>
    </div>
    <Choices
      v-model="zones"
      legend="On"
      :options="[
        { value: 'face', label: 'face' },
        { value: 'face_neck', label: 'with neck' },
        { value: 'face_neck_chest', label: 'and chest' },
      ]"
    />
    <p v-if="!sound" role="status" class="fault">A label from 1 to 150, and more than 0 and up to 100 g.</p>
    <p v-else-if="gives" role="status">
      <b class="number">{{ figure(gives.spf_effective) }}</b> {{ gives.film_mg_cm2.toFixed(2) }} mg/cm²,
      {{ gives.hand }}. The full dose is {{ gives.full_grams.toFixed(2) }} g, {{ gives.full_hand }}.
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
  min-height: 38px;
  font-size: 15px;
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
