<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import ConfigProvider from 'ant-design-vue/es/config-provider'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { Problem } from './api/client'
import { useMe } from './me'
import Keys from './parts/Keys.vue'
import Rail from './parts/Rail.vue'
import Trouble from './parts/Trouble.vue'
import { theme } from './theme'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const { data: me, error, failureReason } = useMe()
const open = computed(() => route.meta.open === true)
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)

// Someone who is not signed in comes back to where they wanted to go.
watch([error, open], () => {
  if (error.value instanceof Problem && error.value.status === 401 && !open.value) {
    queries.removeQueries({ predicate: (q) => q.queryKey[0] !== 'me' && q.queryKey[0] !== 'hello' })
    router.replace({ name: 'sign-in', query: { to: route.fullPath } })
  }
})
</script>

<template>
  <ConfigProvider :theme="theme">
    <RouterView v-if="open" />
    <Trouble v-else-if="away && !me" whole />
    <div v-else-if="me" class="house">
      <Rail :me="me" />
      <RouterView class="place" />
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
.place {
  min-width: 0;
  padding: 16px 28px 24px;
}
</style>
