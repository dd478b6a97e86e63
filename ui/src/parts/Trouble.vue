<script setup lang="ts">
// Trouble says calmly that something is away, that nothing is lost, and that it is being tried again.
import { t } from '../i18n'
defineProps<{ whole?: boolean; say?: string }>()
</script>

<template>
  <main v-if="whole" class="whole" role="status">
    <h1>{{ t('trouble.oneMoment') }}</h1>
    <p>{{ say ?? t('trouble.theStudioSRecordsDo') }}</p>
    <p class="soft">{{ t('trouble.thisPageTriesAgainBy') }}</p>
  </main>
  <p v-else class="strip" role="status">{{ say }}</p>
</template>

<style scoped>
.whole {
  padding: 30vh 10vw;
  display: grid;
  gap: 12px;
  font-size: 20px;
}
.strip {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 10px 16px;
  font-size: 16px;
}
</style>
