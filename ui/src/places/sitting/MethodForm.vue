<script setup lang="ts">
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Method } from '../../api/client'
import { useMe } from '../../me'
import { useCatalogue } from '../../parts/catalogue'
import Pick from '../../parts/fields/Pick.vue'
import { useTheSitting } from './useSitting'

const { draft, change } = useTheSitting()
const { data: me } = useMe()
const all = useCatalogue()
const methods = computed(() => (all.value?.methods ?? []).filter((m) => m.part === 'prep'))
const usual = (m: Method) => m.options[0]?.id ?? ''
const picked = (m: Method) => draft.value?.method?.[m.key] ?? usual(m)
const house = (m: Method) => me.value?.method[m.key] ?? usual(m)
</script>

<template>
  <p class="soft">{{ t('methodForm.theStudioSWayStands') }}</p>
  <div v-if="draft" class="grid">
    <div v-for="m in methods" :key="m.key" class="field">
      <Pick
        :label="m.name + (picked(m) !== house(m) ? ' ' + t('methodForm.differsHere') : '')"
        :model-value="picked(m)"
        :options="m.options.map((o) => ({ value: o.id, label: o.name }))"
        @update:model-value="(v) => change((d) => (d.method = { ...d.method, [m.key]: v ?? '' }))"
      />
      <p class="soft why">{{ m.options.find((o) => o.id === picked(m))?.reason }}</p>
    </div>
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px 20px;
}
.why {
  font-size: var(--tiny);
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
