<script setup lang="ts">
import { t } from '../i18n'
import { ref } from 'vue'
import type { Me } from '../api/client'
import { leave } from '../keep/lock'
import Urgent from './Urgent.vue'

// Rail is the places: down the side, or at the foot of a phone, where the rarer ones lie behind More.
defineProps<{ me: Me }>()
const more = ref(false)
</script>

<template>
  <nav class="rail" :class="{ more }" :aria-label="t('rail.places')" @click="more = false">
    <svg width="44" height="48" viewBox="0 0 44 48" aria-hidden="true">
      <path
        d="M13 4h18l-3 6c7 4 10 9 10 16 0 10-7 18-16 18S6 36 6 26c0-7 3-12 10-16z"
        fill="none"
        stroke="#E8B48D"
        stroke-width="2.4"
      />
      <path d="M4 24c8 5 12-4 19 0s10 5 17-1" fill="none" stroke="#EFE7D8" stroke-width="2.4" />
    </svg>
    <RouterLink
      :to="{ name: 'today' }"
      :class="{ on: $route.name === 'today' || $route.path.startsWith('/sittings') }"
      >{{ t('common.today') }}</RouterLink
    >
    <RouterLink :to="{ name: 'clients' }" :class="{ on: $route.path.startsWith('/clients') }">{{
      t('common.clients')
    }}</RouterLink>
    <RouterLink :to="{ name: 'kit' }" :class="{ on: $route.name === 'kit' }">{{ t('common.kit') }}</RouterLink>
    <button type="button" class="rarer" :aria-expanded="more" @click.stop="more = !more">
      {{ t('common.more') }}
    </button>
    <div class="under">
      <RouterLink :to="{ name: 'method' }" :class="{ on: $route.name === 'method' }">{{
        t('rail.method')
      }}</RouterLink>
      <RouterLink :to="{ name: 'people' }" :class="{ on: $route.name === 'people' }">{{
        t('common.people')
      }}</RouterLink>
    </div>
    <Urgent :number="me.emergency" />
    <div class="who under">
      <RouterLink :to="{ name: 'me' }" :class="{ on: $route.name === 'me' }">{{ me.name }}</RouterLink>
      <p>{{ me.studio }}</p>
      <button type="button" @click="leave">{{ t('common.signOut') }}</button>
    </div>
  </nav>
</template>

<style scoped>
.rail {
  background: var(--rail);
  color: var(--rail-text);
  padding: 18px 0 14px;
  text-align: center;
  font-size: var(--small);
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
  color: var(--rail-text);
  text-decoration: none;
  padding: 12px 0;
  border-left: 4px solid transparent;
  border-right: 4px solid transparent;
}
a.on {
  background: var(--rail-on);
  border-left-color: var(--rail-line);
  color: #fff;
  font-weight: 600;
}
a:hover {
  color: #fff;
  background: var(--rail-on);
}
.rarer {
  display: none;
}
.under {
  display: grid;
}
.who {
  margin-top: auto;
  font-size: var(--tiny);
  line-height: 1.25;
  padding: 0 4px;
  display: grid;
  gap: 8px;
}
.who button {
  background: none;
  border: 1px solid #8fa09b;
  color: #fff;
  min-height: 44px;
  cursor: pointer;
}
@media (max-width: 700px) {
  .rail {
    position: fixed;
    inset: auto 0 0 0;
    top: auto;
    z-index: 20;
    height: auto;
    padding: 0;
    display: grid;
    grid-template-columns: repeat(4, minmax(0, 1fr)) minmax(0, 1.1fr);
    align-items: stretch;
    font-size: 16px;
  }
  svg {
    display: none;
  }
  a,
  .rarer {
    overflow-wrap: anywhere;
    text-align: center;
    min-height: 60px;
    display: grid;
    place-items: center;
    padding: 0 4px;
    border: 0;
  }
  a.on {
    box-shadow: inset 0 4px 0 var(--rail-line);
  }
  .rarer {
    background: none;
    color: inherit;
    font: inherit;
    cursor: pointer;
  }
  .rail > :deep(.open) {
    margin: 0;
    min-height: 60px;
    font-size: 16px;
  }
  .under {
    display: none;
    grid-column: 1 / -1;
    order: -1;
    margin: 0;
    padding: 8px;
    font-size: 16px;
  }
  .more .under {
    display: grid;
    grid-template-columns: 1fr 1fr;
    align-items: center;
    border-bottom: 1px solid var(--rail-on);
  }
  .who button {
    min-height: 48px;
  }
}
</style>
