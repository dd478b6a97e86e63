<script setup lang="ts">
import ConfigProvider from 'ant-design-vue/es/config-provider'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from './api/client'
import { useLock } from './keep/lock'
import { useMe } from './me'
import Keys from './parts/Keys.vue'
import Rail from './parts/Rail.vue'
import Trouble from './parts/Trouble.vue'
import ComesFirst from './places/me/ComesFirst.vue'
import SignIn from './places/signin/SignIn.vue'
import { theme } from './theme'

const route = useRoute()
const router = useRouter()
const { state } = useLock()
const { data: me, error, failureReason } = useMe()
const open = computed(() => route.meta.open === true)
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)

/** skip leads past the places. */
const skip = () => document.getElementById('place')?.focus()

// Someone who is not signed in comes back to where they wanted to go.
watch([error, open, state], () => {
  const out = state.value !== 'locked' && error.value instanceof Problem && error.value.status === 401
  if (out && !open.value) router.replace({ name: 'sign-in', query: { to: route.fullPath } })
})
</script>

<template>
  <ConfigProvider :theme="theme">
    <SignIn v-if="state === 'locked'" locked />
    <RouterView v-else-if="open" />
    <Trouble v-else-if="away && !me" whole />
    <ComesFirst v-else-if="me && me.first.length" :me="me" />
    <div v-else-if="me" class="house">
      <a class="skip" href="#place" @click.prevent="skip">To the page</a>
      <Rail :me="me" />
      <RouterView id="place" class="place" tabindex="-1" />
      <Keys />
    </div>
  </ConfigProvider>
</template>

<style scoped>
.house {
  display: grid;
  grid-template-columns: 92px 1fr;
  min-height: 100%;
}
.skip {
  position: absolute;
  left: 8px;
  top: -80px;
  z-index: 30;
  background: var(--copper);
  color: #fff;
  padding: 12px 18px;
  font-weight: 650;
}
.skip:focus {
  top: 8px;
}
.place {
  min-width: 0;
  padding: 16px 28px 24px;
}
.place:focus {
  outline: none;
}
@media (max-width: 700px) {
  .house {
    grid-template-columns: minmax(0, 1fr);
  }
  .place {
    padding: 10px 14px 96px;
  }
}
</style>
