/**
 * A window is open to one person, or locked. It locks when the session has ended, whether by itself, from another
 * window or because nobody did anything for as long as the studio says; then it shows nothing and knows nothing but
 * who it was. A device that stays at a chair is locked by its code instead, and keeps who is signed in there.
 */
import type { QueryClient } from '@tanstack/vue-query'
import { readonly, ref } from 'vue'
import { api, ask, hand, onAnswer, Problem, type Me } from '../api/client'
import { coded, codeIt, forgetCode, isCode, keepCode, uncode, type Coded } from './code'
import { clearKept, recall, remember, unsent } from './device'
import { asking } from './leaving'
import { clearSealed, openKept, openSeal, restSeal, settled, shutSeal } from './seal'

type State = 'open' | 'locked' | 'coded' | 'out'

const state = ref<State>('out')
const who = ref<{ id: string; name: string; email: string }>()
const by = ref<Coded>() // who has locked it by their code
let me: Me | undefined
let given = '' // a code that was taken without the server, which does not know yet
const wall = new BroadcastChannel('urncloth')
const look = 5_000 // ms between looks at the clock
const stir = 60_000 // ms between signs of life that are sent
let limit = 0 // ms without a touch
let told = Date.now() // when the server last heard of one

let queries: QueryClient | undefined

/** useLock is whether the window is open, and to whom. */
export const useLock = () => ({ state: readonly(state), who: readonly(who), by: readonly(by) })

/** entered opens the window to somebody. Whoever had it before has left nothing that can be read. */
export async function entered(now: Me) {
  if (who.value && who.value.id !== now.id) forget()
  if (now.seal) {
    await openSeal(now.id, now.seal)
    await remember('me', { ...now, seal: '' })
    await remember('touched', Date.now())
  }
  me = now
  who.value = { id: now.id, name: now.name, email: now.email }
  limit = now.idle_min * 60_000
  if (state.value === 'open') return // merely asked again
  hand.last = told = Date.now()
  wall.postMessage({ is: 'in', id: now.id })
  state.value = 'open'
}

/** back is who was here last, where the server cannot be asked: with their key, and not idle for too long. */
export async function back() {
  const kept = await recall<Me>('me')
  const touched = (await recall<number>('touched')) ?? 0
  if (!kept || idle(kept, touched) || !(await openKept(kept.id))) return undefined
  return kept
}

/** idle is whether somebody has been away for too long; one at a chair when its day is over. */
function idle(kept: Me, touched: number) {
  if (kept.chair_until) return Date.now() > Date.parse(kept.chair_until)
  return kept.idle_min > 0 && Date.now() - touched > kept.idle_min * 60_000
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

/** stay keeps whoever is signed in here on this device for its day, with a code that unlocks it. */
export async function stay(code: string) {
  const now = await ask(api.PUT('/api/me/chair', { body: { code } }))
  await keepCode(code)
  await entered(now)
  queries?.setQueryData(['me'], now)
}

/** shut locks this device by its code: nothing is shown and nothing known until it is unlocked. Told by another window
 * or the server, it does so whether or not this window knew of a code. */
export async function shut(told = false) {
  if (state.value !== 'open' || !me || !(told || me.chair_until)) return
  const mine = { id: me.id, name: me.name, emergency: me.emergency }
  by.value = mine
  await codeIt(mine)
  state.value = 'coded'
  if (!told) wall.postMessage({ is: 'coded' })
  void api.POST('/api/me/chair/lock').catch(() => undefined) // it is locked here, whatever the server says
  await settled()
  restSeal()
  forget()
}

/** stillShut is whether this device was locked when it was last looked at. */
export async function stillShut() {
  by.value = await coded()
  if (by.value && state.value !== 'coded') state.value = 'coded'
  return !!by.value
}

/** unlock opens this device by its code, without the server where that is away. */
export async function unlock(code: string) {
  let now: Me | undefined
  try {
    now = await ask(api.POST('/api/me/chair/unlock', { body: { code } }))
  } catch (e) {
    if (!(e instanceof Problem) || !e.away) throw e
    const is = await isCode(code)
    if (is) now = await back()
    if (is === false) throw new Problem(422, '', [{ location: 'code' }])
    if (!now) throw e
    given = code
  }
  await uncode()
  by.value = undefined
  await entered(now)
  queries?.setQueryData(['me'], now)
}

/** another ends the sign-in of a locked device, for somebody else. What is not sent stays, sealed to who has it. */
export async function another() {
  await ask(api.DELETE('/api/session'))
  await forgetCode()
  shutSeal()
  window.location.assign('/sign-in')
}

/** leave signs out, and clears all that the window kept. */
export async function leave() {
  const mine = who.value?.id ?? ''
  if ((await unsent(mine)) > 0) {
    const really = await new Promise<boolean>((answer) => (asking.value = { what: '', unsent: true, answer }))
    asking.value = undefined
    if (!really) return
  }
  await ask(api.DELETE('/api/session'))
  await settled()
  clearSealed()
  await clearKept(mine)
  await forgetCode()
  shutSeal()
  wall.postMessage({ is: 'out', id: who.value?.id })
  window.location.assign('/sign-in') // a fresh page forgets everything that was read
}

/** watchLock begins to watch over the window. */
export function watchLock(client: QueryClient) {
  queries = client
  onAnswer((status) => {
    if (Date.now() - hand.last < stir) told = Date.now()
    if (status === 401) void lock()
    if (status === 423 && given) {
      const code = given
      given = ''
      void api.POST('/api/me/chair/unlock', { body: { code } }).catch(() => (given = code))
    } else if (status === 423) void shut(true)
  })
  wall.onmessage = ({ data }) => {
    if (data.is === 'out' && data.id === who.value?.id) {
      clearSealed()
      lock()
    }
    if (data.is === 'coded') void shut(true)
    if (data.is === 'in' && data.id !== who.value?.id) lock()
  }
  window.setInterval(() => {
    if (limit && Date.now() - hand.last > limit) void (me?.chair_until ? shut() : lock())
  }, look)
  for (const sign of ['keydown', 'pointerdown', 'wheel', 'touchmove'])
    window.addEventListener(
      sign,
      () => {
        hand.last = Date.now()
        if (state.value !== 'open' || hand.last - told < stir) return
        told = hand.last
        void remember('touched', told)
        client.invalidateQueries({ queryKey: ['me'] }) // whoever types is there
      },
      { passive: true },
    )
  // A page that the browser had put by is shown as it was: nobody may be signed in any more.
  window.addEventListener('pageshow', (e) => e.persisted && window.location.reload())
}
