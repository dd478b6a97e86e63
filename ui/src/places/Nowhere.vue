<script setup lang="ts">
import { t } from '../i18n'
</script>

<template>
  <main class="nowhere">
    <h1>{{ t('nowhere.thereIsNoPageHere') }}</h1>
    <p>{{ t('nowhere.theAddressMayBeMistyped') }}</p>
    <RouterLink class="go" :to="{ name: 'today' }">{{ t('nowhere.goToToday') }}</RouterLink>
  </main>
</template>

<style scoped>
.nowhere {
  padding: 80px 28px;
  display: grid;
  gap: 14px;
  justify-items: start;
}
</style>
