<script setup lang="ts">
import type { Me } from '../../api/client'
import { leave } from '../../keep/lock'
import NewPassword from './NewPassword.vue'
import SecondFactor from './SecondFactor.vue'

// ComesFirst is what somebody has to do for their own sign-in before anything else is served.
defineProps<{ me: Me }>()
</script>

<template>
  <main class="first">
    <h1>Before you begin, {{ me.name }}</h1>
    <template v-if="me.first.includes('password')">
      <p>Your password was made for you. Choose one that only you know.</p>
      <NewPassword />
    </template>
    <template v-else>
      <p>{{ me.studio }} asks its owners for a second step at sign-in.</p>
      <SecondFactor :me="me" />
    </template>
    <button type="button" class="quiet" @click="leave">Sign out</button>
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
