<script setup lang="ts">
import { t } from '../../i18n'
import type { Me } from '../../api/client'
import { leave } from '../../keep/lock'
import NewPassword from './NewPassword.vue'
import SecondFactor from './SecondFactor.vue'

// ComesFirst is what somebody has to do for their own sign-in before anything else is served.
defineProps<{ me: Me }>()
</script>

<template>
  <main class="first">
    <h1>{{ t('comesFirst.beforeYouBegin', { name: me.name }) }}</h1>
    <template v-if="me.first.includes('password')">
      <p>{{ t('comesFirst.yourPasswordWasMadeFor') }}</p>
      <NewPassword />
    </template>
    <template v-else>
      <p>{{ t('comesFirst.asksItsOwnersForA', { studio: me.studio }) }}</p>
      <SecondFactor :me="me" />
    </template>
    <button type="button" class="quiet" @click="leave">{{ t('common.signOut') }}</button>
  </main>
</template>

<style scoped>
.first {
  width: min(640px, 100% - 48px);
  margin: 0 auto;
  padding: 8vh 0 24px;
  display: grid;
  gap: 18px;
  justify-items: start;
}
</style>
