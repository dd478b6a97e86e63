<script setup lang="ts">
// Undone says at the foot of the page what was just done to something as a whole, and undoes it.
import { watch } from 'vue'
import { useRoute } from 'vue-router'
import { t } from '../i18n'
import { undoable } from './undone'

const route = useRoute()
watch(
  () => route.path,
  () => (undoable.value = undefined),
)
async function undo() {
  const back = undoable.value?.undo
  undoable.value = undefined
  await back?.()
}
</script>

<template>
  <div class="foot" role="status">
    <p v-if="undoable">
      <span>{{ undoable.said }}</span>
      <button type="button" class="quiet" @click="undo">{{ t('common.undo') }}</button>
      <button type="button" class="quiet" :aria-label="t('common.close')" @click="undoable = undefined">×</button>
    </p>
  </div>
</template>

<style scoped>
p {
  position: fixed;
  left: 50%;
  bottom: 20px;
  translate: -50%;
  z-index: 25;
  max-width: calc(100vw - 20px);
  display: flex;
  align-items: center;
  gap: 12px;
  background: var(--cloth);
  border: 2px solid var(--ink);
  padding: 6px 8px 6px 18px;
}
@media (max-width: 700px) {
  p {
    bottom: 72px;
    width: calc(100vw - 20px);
  }
  span {
    flex: 1;
  }
}
@media print {
  .foot {
    display: none;
  }
}
</style>
