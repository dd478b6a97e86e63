<script setup lang="ts">
// Fold is what is folded away until somebody wants it; what is set in it is said on its edge.
import { t } from '../i18n'
defineProps<{ title: string; says?: string }>()
</script>

<template>
  <details class="fold">
    <summary>
      <b>{{ title }}</b> <span class="soft">{{ says || t('fold.nothingTold') }}</span>
    </summary>
    <div class="inside"><slot /></div>
  </details>
</template>

<style scoped>
.fold {
  border-top: 1px solid var(--fold);
  min-width: 0;
}
summary {
  min-height: 48px;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: center;
  cursor: pointer;
}
summary::before {
  content: '+';
  font-weight: 700;
  width: 18px;
  color: var(--copper);
}
details[open] > summary::before {
  content: '−';
}
.inside {
  display: grid;
  gap: 14px;
  padding: 4px 0 14px;
  min-width: 0;
  justify-items: start;
}
.inside > :deep(*) {
  max-width: 100%;
}
</style>
