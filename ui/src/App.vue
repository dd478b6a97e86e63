<script setup lang="ts">
import { library, t } from './i18n'
import ConfigProvider from 'ant-design-vue/es/config-provider'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from './api/client'
import { sendWaiting } from './chair/log'
import { atChair, hear, onChange } from './keep/live'
import { useLock } from './keep/lock'
import { useMe } from './me'
import { useCatalogue } from './parts/catalogue'
import Keys from './parts/Keys.vue'
import Leaving from './parts/Leaving.vue'
import Newer from './parts/Newer.vue'
import Rail from './parts/Rail.vue'
import Undone from './parts/Undone.vue'
import Trouble from './parts/Trouble.vue'
import SignIn from './places/signin/SignIn.vue'
import { theme } from './theme'

// What is seldom seen comes when it is.
const ComesFirst = defineAsyncComponent(() => import('./places/me/ComesFirst.vue'))
const CodeLock = defineAsyncComponent(() => import('./places/signin/CodeLock.vue'))

const route = useRoute()
const router = useRouter()
const { state } = useLock()
const { data: me, error, failureReason } = useMe()
useCatalogue(computed(() => Boolean(me.value && !me.value.first.length)))
const open = computed(() => route.meta.open === true)
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)

// What others change arrives by itself while somebody is here.
const queries = useQueryClient()
/** sendKept sends what the chair recorded while the server was away. */
const sendKept = () =>
  me.value &&
  void sendWaiting(me.value.id, (id) => atChair(id).forEach((queryKey) => queries.invalidateQueries({ queryKey })))
const here = computed(() => state.value === 'open' && !!me.value && !me.value.first.length)
watch(
  here,
  (is, _was, onCleanup) => {
    if (!is) return
    const silent = hear(queries)
    const deaf = onChange(({ kind }) => kind === 'everything' && sendKept()) // the server is there again
    onCleanup(() => (silent(), deaf()))
    sendKept()
  },
  { immediate: true },
)

/** within is where what a field opens stands: in the dialog or the page that the field is in. */
const within = (from?: HTMLElement) => from?.closest<HTMLElement>('[role=dialog], main') ?? document.body

/** skip leads past the places. */
const skip = () => document.getElementById('place')?.focus()

// Someone who is not signed in comes back to where they wanted to go, once it is known where that is.
watch([error, open, state], async () => {
  await router.isReady()
  const out = state.value !== 'locked' && error.value instanceof Problem && error.value.status === 401
  if (out && !open.value) router.replace({ name: 'sign-in', query: { to: route.fullPath } })
})
</script>

<template>
  <ConfigProvider :theme="theme" :locale="library" :get-popup-container="within">
    <CodeLock v-if="state === 'coded' && !open" />
    <SignIn v-else-if="state === 'locked'" locked />
    <RouterView v-else-if="open" />
    <Trouble v-else-if="away && !me" whole />
    <ComesFirst v-else-if="me && me.first.length" :me="me" />
    <div v-else-if="me" class="house" :class="{ whole: route.meta.whole }">
      <a class="skip" href="#place" @click.prevent="skip">{{ t('app.toThePage') }}</a>
      <Rail v-if="!route.meta.whole" :me="me" />
      <RouterView id="place" class="place" tabindex="-1" />
      <Keys />
      <Undone />
      <Leaving />
      <Newer />
    </div>
  </ConfigProvider>
</template>

<style scoped>
.house {
  display: grid;
  grid-template-columns: 92px 1fr;
  min-height: 100%;
}
.house.whole {
  grid-template-columns: minmax(0, 1fr);
}
.skip {
  position: absolute;
  left: 8px;
  top: -80px;
  z-index: 30;
  background: var(--copper);
  color: var(--paper);
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
.house.whole .place {
  padding-bottom: 8px;
}
</style>
