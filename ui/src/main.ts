import './styles/fonts.css'
import './styles/material.css'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import { Problem } from './api/client'
import App from './App.vue'
import { speak } from './i18n'
import { watchLock } from './keep/lock'
import { router } from './router'

const queries: QueryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 5_000,
      shallow: true, // answers are replaced, never changed in place
      // What is merely away is asked for again until it comes; any other answer is final.
      retry: (_count, error) => error instanceof Problem && error.away,
      retryDelay: (count) => Math.min(1_000 * 2 ** count, 5_000),
    },
  },
})

watchLock(queries)
await speak()
createApp(App).use(router).use(VueQueryPlugin, { queryClient: queries }).mount('#app')
