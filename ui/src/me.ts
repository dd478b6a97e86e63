import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask, type Schemas } from './api/client'
import { entered, useLock } from './keep/lock'

/** readMe asks who is signed in, and opens the window to them. */
export async function readMe() {
  const me = await ask(api.GET('/api/me'))
  await entered(me)
  return me
}

/** useMe is who is signed in. */
export function useMe() {
  const { state } = useLock()
  return useQuery({
    queryKey: ['me'],
    queryFn: readMe,
    staleTime: 60_000,
    enabled: computed(() => state.value !== 'locked'),
  })
}

/** useMay is whether whoever is signed in may do something. */
export function useMay(right: Schemas['AppRight']) {
  const { data: me } = useMe()
  return computed(() => me.value?.may.includes(right) ?? false)
}
