/**
 * A window is open to one person, or locked. It locks when the session has ended, whether by itself, from another
 * window or because nobody did anything for as long as the studio says; then it shows nothing and knows nothing but
 * who it was.
 */
import type { QueryClient } from '@tanstack/vue-query'
import { readonly, ref } from 'vue'
import { api, ask, hand, onAnswer, type Me } from '../api/client'
import { clearSealed, openSeal, settled, shutSeal } from './seal'

type State = 'open' | 'locked' | 'out'

const state = ref<State>('out')
const who = ref<{ id: string; name: string; email: string }>()
const wall = new BroadcastChannel('urncloth')
const look = 5_000 // ms between looks at the clock
const stir = 60_000 // ms between signs of life that are sent
let limit = 0 // ms without a touch
let told = Date.now() // when the server last heard of one

let queries: QueryClient | undefined

/** useLock is whether the window is open, and to whom. */
export const useLock = () => ({ state: readonly(state), who: readonly(who) })

/** entered opens the window to somebody. Whoever had it before has left nothing that can be read. */
export async function entered(me: Me) {
  if (who.value && who.value.id !== me.id) forget()
  await openSeal(me.id, me.seal)
  who.value = { id: me.id, name: me.name, email: me.email }
  limit = me.idle_min * 60_000
  if (state.value === 'open') return // merely asked again
  hand.last = told = Date.now()
  wall.postMessage({ is: 'in', id: me.id })
  state.value = 'open'
}

function forget() {
  queries?.removeQueries({ predicate: (q) => q.queryKey[0] !== 'hello' })
  queries?.getMutationCache().clear()
}

/** lock hides everything and forgets it, once what was typed is sealed. */
export async function lock() {
  if (state.value !== 'open') return
  state.value = 'locked'
  await settled()
  shutSeal()
  forget()
}

/** leave signs out, and clears all that the window kept. */
export async function leave() {
  await ask(api.DELETE('/api/session'))
  await settled()
  clearSealed()
  wall.postMessage({ is: 'out', id: who.value?.id })
  window.location.assign('/sign-in') // a fresh page forgets everything that was read
}

/** watchLock begins to watch over the window. */
export function watchLock(client: QueryClient) {
  queries = client
  onAnswer((status) => {
    if (Date.now() - hand.last < stir) told = Date.now()
    if (status === 401) lock()
  })
  wall.onmessage = ({ data }) => {
    if (data.is === 'out' && data.id === who.value?.id) {
      clearSealed()
      lock()
    }
    if (data.is === 'in' && data.id !== who.value?.id) lock()
  }
  window.setInterval(() => {
    if (limit && Date.now() - hand.last > limit) lock()
  }, look)
  for (const sign of ['keydown', 'pointerdown', 'wheel', 'touchmove'])
    window.addEventListener(
      sign,
      () => {
        hand.last = Date.now()
        if (state.value !== 'open' || hand.last - told < stir) return
        told = hand.last
        client.invalidateQueries({ queryKey: ['me'] }) // whoever types is there
      },
      { passive: true },
    )
  // A page that the browser had put by is shown as it was: nobody may be signed in any more.
  window.addEventListener('pageshow', (e) => e.persisted && window.location.reload())
}
