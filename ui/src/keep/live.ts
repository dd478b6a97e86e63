// What others change in the studio arrives by itself: the server tells which kind of thing and which one, and what is
// shown of it is read anew.
import type { QueryClient } from '@tanstack/vue-query'

interface Change {
  kind: string
  id: string
}
const heard: ((c: Change) => void)[] = []

/** onChange is told of every change by others while it is wanted. */
export function onChange(then: (c: Change) => void) {
  heard.push(then)
  return () => heard.splice(heard.indexOf(then), 1)
}

/** atChair is what shows what happened at a sitting. */
export const atChair = (id: string) => [['chair', id], ['events', id], ['learned']]
const reads: Record<string, (id: string) => unknown[][]> = {
  sitting: () => [['today'], ['days'], ['restock'], ['due'], ['skins'], ['clients']],
  client: (id) => [['clients'], ['client', id], ['skins']],
  kit: () => [['kit'], ['stock'], ['restock'], ['due']],
  house: () => [['house'], ['me']],
  looks: () => [['looks']],
  people: () => [['people'], ['me']],
  chair: atChair, // whoever stands at it reads on
}

/** hear listens until it is stopped. The browser connects again by itself; what was missed meanwhile is read anew. */
export function hear(queries: QueryClient) {
  const source = new EventSource('/api/live')
  let lost = false
  const read = (keys: unknown[][]) => keys.forEach((queryKey) => queries.invalidateQueries({ queryKey }))
  const everything = () => {
    read(Object.values(reads).flatMap((keys) => keys('')))
    heard.forEach((then) => then({ kind: 'everything', id: '' }))
  }
  source.onopen = () => {
    if (lost) everything()
    lost = false
  }
  source.onerror = () => (lost = true)
  source.onmessage = ({ data }) => {
    const change = JSON.parse(data) as Change
    const keys = reads[change.kind]
    if (!keys) return everything()
    read(keys(change.id))
    heard.forEach((then) => then(change))
  }
  return () => source.close()
}
