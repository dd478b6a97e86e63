<script setup lang="ts">
import type { Me } from '../api/client'
import { leave } from '../keep/lock'
import Urgent from './Urgent.vue'

defineProps<{ me: Me }>()
</script>

<template>
  <nav class="rail" aria-label="Places">
    <svg width="44" height="48" viewBox="0 0 44 48" aria-hidden="true">
      <path
        d="M13 4h18l-3 6c7 4 10 9 10 16 0 10-7 18-16 18S6 36 6 26c0-7 3-12 10-16z"
        fill="none"
        stroke="#E8B48D"
        stroke-width="2.4"
      />
      <path d="M4 24c8 5 12-4 19 0s10 5 17-1" fill="none" stroke="#EFE7D8" stroke-width="2.4" />
    </svg>
    <RouterLink :to="{ name: 'today' }" :class="{ on: $route.name === 'today' || $route.path.startsWith('/sittings') }"
      >Today</RouterLink
    >
    <RouterLink :to="{ name: 'clients' }" :class="{ on: $route.path.startsWith('/clients') }">Clients</RouterLink>
    <RouterLink :to="{ name: 'kit' }" :class="{ on: $route.name === 'kit' }">Kit</RouterLink>
    <RouterLink :to="{ name: 'method' }" :class="{ on: $route.name === 'method' }">Method</RouterLink>
    <RouterLink :to="{ name: 'people' }" :class="{ on: $route.name === 'people' }">People</RouterLink>
    <Urgent />
    <div class="who">
      <RouterLink :to="{ name: 'me' }" :class="{ on: $route.name === 'me' }">{{ me.name }}</RouterLink>
      <p>{{ me.studio }}</p>
      <button type="button" @click="leave">Sign out</button>
    </div>
  </nav>
</template>

<style scoped>
.rail {
  background: var(--ink);
  color: #efe7d8;
  padding: 18px 0 14px;
  text-align: center;
  font-size: 15px;
  display: flex;
  flex-direction: column;
  position: sticky;
  top: 0;
  height: 100vh;
}
svg {
  display: block;
  margin: 0 auto 22px;
  flex: none;
}
a {
  color: #efe7d8;
  text-decoration: none;
  padding: 12px 0;
  border-left: 4px solid transparent;
  border-right: 4px solid transparent;
}
a.on {
  background: #33474580;
  border-left-color: var(--ember);
  color: #fff;
  font-weight: 600;
}
a:hover {
  color: #fff;
  background: #33474550;
}
.who {
  margin-top: auto;
  font-size: 14px;
  line-height: 1.25;
  padding: 0 4px;
  display: grid;
  gap: 8px;
}
.who button {
  background: none;
  border: 1px solid #8fa09b;
  color: #fff;
  min-height: 40px;
  cursor: pointer;
}
</style>
