import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask, Problem, type Me, type Schemas } from './api/client'
import { wear } from './form'
import { choose } from './i18n'
import { ways } from './i18n/format'
import { back, entered, stillShut, useLock } from './keep/lock'

/** readMe asks who is signed in, and opens the window to them. */
export async function readMe() {
  let me: Me
  if (await stillShut()) throw new Problem(423, '')
  try {
    me = await ask(api.GET('/api/me'))
  } catch (e) {
    const kept = e instanceof Problem && e.away ? await back() : undefined
    if (!kept) throw e
    me = kept // the device knows who is here until the server answers again
  }
  ways(me)
  wear(me.form)
  choose(me.language)
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
    refetchInterval: (q) => (q.state.data?.seal === '' ? 5_000 : false), // where only the device knows who it is
    enabled: computed(() => state.value !== 'locked' && state.value !== 'coded'),
  })
}

/** useMay is whether whoever is signed in may do something. */
export function useMay(right: Schemas['AppRight']) {
  const { data: me } = useMe()
  return computed(() => me.value?.may.includes(right) ?? false)
}
