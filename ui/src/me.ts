import { useQuery } from '@tanstack/vue-query'
import { api, ask } from './api/client'

/** useMe is who is signed in. */
export function useMe() {
  return useQuery({ queryKey: ['me'], queryFn: () => ask(api.GET('/api/me')), staleTime: 60_000 })
}
