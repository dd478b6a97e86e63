<script setup lang="ts">
// Faults says what a plan cannot be made with, each in words, where it is and where it is mended.
import { computed } from 'vue'
import type { Fault } from '../api/client'
import { t } from '../i18n'
import { plain, sentence } from './words'

const props = defineProps<{ faults: Fault[] }>()
// The parts of a sitting, and the place of each that lies elsewhere.
const places: Record<string, { name: string; to?: { name: string } }> = {
  kit: { name: t('common.kit'), to: { name: 'kit' } },
  client: { name: t('common.client2') },
  look: { name: t('intake.look') },
  day: { name: t('intake.day') },
  method: { name: t('common.houseMethod'), to: { name: 'method' } },
  chair_at: { name: t('newSitting.inTheChairAt') },
  base_at: { name: t('newSitting.baseAt') },
}
/** where is the place of a fault in words: day.base_at is Day, base at. */
function where(location = '') {
  const parts = location.split(/[.[\]]+/).filter((p) => p && !/^\d+$/.test(p))
  return parts.map((p, i) => places[p]?.name ?? (i ? plain(p) : sentence(plain(p)))).join(', ')
}
const list = computed(() =>
  props.faults.map((f) => ({ ...f, where: where(f.location), to: places[f.location?.split(/[.[]/)[0] ?? '']?.to })),
)
</script>

<template>
  <ul v-if="list.length" class="faults">
    <li v-for="(f, i) in list" :key="i">
      <b>{{ f.where }}:</b> {{ f.message }}.
      <RouterLink v-if="f.to" :to="f.to">{{ t('faults.mend') }}</RouterLink>
    </li>
  </ul>
</template>

<style scoped>
.faults {
  list-style: none;
  margin: 0;
  padding: 10px 16px;
  border-left: 6px solid var(--madder);
  background: var(--cloth);
  display: grid;
  gap: 4px;
}
</style>
