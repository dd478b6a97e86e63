<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref, watch } from 'vue'
import { api, ask, Problem, type Safety } from '../../api/client'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'
import Tick from '../../parts/fields/Tick.vue'

// SafetyForm is how long a sign-in lasts and what it needs, for everybody of the studio.
const queries = useQueryClient()
const { data } = useQuery({ queryKey: ['safety'], queryFn: () => ask(api.GET('/api/safety')) })
const draft = ref<Safety>()
watch(data, (d) => d && (draft.value = { ...d }), { immediate: true })
const save = useMutation({
  mutationFn: (s: Safety) =>
    ask(
      api.PUT('/api/safety', {
        body: { ...s, idle_min: Number(s.idle_min), life_h: Number(s.life_h), backup_days: Number(s.backup_days) },
      }),
    ),
  onSuccess(s) {
    queries.setQueryData(['safety'], s)
    for (const k of ['me', 'trail']) queries.invalidateQueries({ queryKey: [k] })
  },
})
const fault = (field: string) =>
  save.error.value instanceof Problem ? save.error.value.faults.find((f) => f.location === field)?.message : undefined
</script>

<template>
  <form v-if="draft" class="sheet safety" aria-labelledby="safety-title" @submit.prevent="save.mutate(draft)">
    <h2 id="safety-title">{{ t('safetyForm.signInForEverybody') }}</h2>
    <div class="grid">
      <Field
        v-model="draft.idle_min"
        :label="t('safetyForm.locksAfterQuietMinutes')"
        type="number"
        :fault="fault('idle_min')"
      />
      <Field v-model="draft.life_h" :label="t('safetyForm.endsAfterHours')" type="number" :fault="fault('life_h')" />
      <Field
        v-model="draft.backup_days"
        :label="t('safetyForm.backupsAreKeptDays')"
        type="number"
        :fault="fault('backup_days')"
      />
    </div>
    <Tick v-model="draft.owners_factor" :label="t('safetyForm.ownersNeedASecondStep')" />
    <Trouble
      v-if="save.error.value instanceof Problem && !save.error.value.faults.length"
      :say="save.error.value.message"
    />
    <button class="go" :disabled="save.isPending.value || JSON.stringify(draft) === JSON.stringify(data)">
      {{ t('common.save') }}
    </button>
  </form>
</template>

<style scoped>
.safety {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
.grid {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 220px));
  gap: 16px;
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
