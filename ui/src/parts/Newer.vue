<script setup lang="ts">
// Newer says that a newer version of the program waits; it is taken when somebody wants it, never in midst of work.
import { useRegisterSW } from 'virtual:pwa-register/vue'
import { t } from '../i18n'

const hour = 3_600_000
const { needRefresh, updateServiceWorker } = useRegisterSW({
  onRegisteredSW: (_url, r) => r && setInterval(() => r.update().catch(() => undefined), hour),
})
</script>

<template>
  <p v-if="needRefresh" class="newer" role="status">
    {{ t('newer.waits') }}
    <button type="button" class="quiet" @click="updateServiceWorker()">{{ t('newer.take') }}</button>
  </p>
</template>

<style scoped>
.newer {
  grid-column: 1 / -1;
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: center;
  background: var(--warm);
  padding: 4px 12px;
}
</style>
