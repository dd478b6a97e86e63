/**
 * What a window keeps of what was typed is sealed to the person who typed it: with a key that the server gives to them
 * alone, when they are signed in. The key is in memory only; in storage lies what nobody else can read.
 */
import { shallowRef, watch, type Ref } from 'vue'
import { forget, recall, remember } from './device'

const mark = 'sealed:'
let owner = ''
let key: CryptoKey | undefined
let held = new Map<string, unknown>() // where the page is not on a safe origin nothing goes to storage
const waiting = new Set<string>() // the names of what is not sealed yet
let busy = Promise.resolve()

const bytes = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0))
const piece = 0x2000 // bytes made letters of at once
function text(b: Uint8Array) {
  let letters = ''
  for (let i = 0; i < b.length; i += piece) letters += String.fromCharCode(...b.subarray(i, i + piece))
  return btoa(letters)
}
const place = (name: string) => `${mark}${owner}:${name}`

/** openSeal begins a person's keeping, and clears what lies here unsealed. */
export async function openSeal(person: string, seal: string) {
  if (owner === person && (key || !crypto.subtle)) return
  shutSeal()
  owner = person
  for (const k of Object.keys(sessionStorage)) if (!k.startsWith(mark)) sessionStorage.removeItem(k)
  localStorage.clear()
  if (!crypto.subtle) return
  key = await crypto.subtle.importKey('raw', bytes(seal), 'AES-GCM', false, ['encrypt', 'decrypt'])
  await remember('key', { owner, key })
}

/** openKept begins a person's keeping where the server cannot be asked, by the key that this device has of them. */
export async function openKept(person: string) {
  const kept = await recall<{ owner: string; key: CryptoKey }>('key')
  if (kept?.owner !== person) return false
  owner = person
  key = kept.key
  return true
}

/** sealing is whether anything can be kept over a reload: only where the page is on a safe origin. */
export const sealing = () => !!key

/** sealed makes a thing unreadable for all but its owner. */
export async function sealed(at: string, value: unknown, by = key) {
  if (!by) return undefined
  const iv = crypto.getRandomValues(new Uint8Array(12))
  const plain = new TextEncoder().encode(JSON.stringify(value))
  const shut = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv, additionalData: new TextEncoder().encode(at) },
    by,
    plain,
  )
  return text(iv) + '.' + text(new Uint8Array(shut))
}

/** unsealed reads it again; undefined for another's, or what somebody changed. */
export async function unsealed<T>(at: string, kept: string | undefined | null, by = key) {
  const [iv, shut] = (kept ?? '').split('.').map(bytes)
  if (!iv || !shut || !by) return undefined
  try {
    const plain = await crypto.subtle.decrypt(
      { name: 'AES-GCM', iv, additionalData: new TextEncoder().encode(at) },
      by,
      shut,
    )
    return JSON.parse(new TextDecoder().decode(plain)) as T
  } catch {
    return undefined
  }
}

/** restSeal lets the key go from this window; the device has it still, behind its code. */
export function restSeal() {
  owner = ''
  key = undefined
  held = new Map()
}

/** shutSeal forgets the key. What is sealed stays until its person is back. */
export function shutSeal() {
  void forget('key', 'me')
  restSeal()
}

/** settled waits until everything that was kept so far is sealed. */
export const settled = () => busy

/** clearSealed clears all that is kept here for whoever is signed in, and whatever is not sealed. */
export function clearSealed() {
  for (const k of Object.keys(sessionStorage))
    if (!k.startsWith(mark) || k.startsWith(place(''))) sessionStorage.removeItem(k)
  localStorage.clear()
  held.clear()
}

async function put(at: string, value: unknown, with_?: CryptoKey) {
  if (value === null) {
    sessionStorage.removeItem(at)
    return
  }
  const shut = await sealed(at, value, with_)
  if (shut) sessionStorage.setItem(at, shut)
}

function save(name: string, value: unknown) {
  if (!owner) return
  if (value === null) held.delete(name)
  else held.set(name, value)
  const at = place(name)
  if (waiting.has(at)) return // the newest is taken when its turn comes
  waiting.add(at)
  const by = key
  const mine = held
  busy = busy
    .then(() => {
      waiting.delete(at)
      return put(at, mine.get(name) ?? null, by)
    })
    .catch(() => undefined)
}

async function load<T>(name: string): Promise<T | null> {
  const here = held.get(name)
  if (here !== undefined) return structuredClone(here) as T
  await busy
  return (await unsealed<T>(place(name), sessionStorage.getItem(place(name)))) ?? null
}

/** useSealed is a draft that is kept, sealed, under a name. Ready says that what was kept has been read. What is set
 * is a copy that nobody changes. */
export function useSealed<T>(name: string) {
  const value = shallowRef<T | null>(null)
  const ready = shallowRef(false)
  let touched = false
  load<T>(name).then((v) => {
    if (!touched) value.value = v
    ready.value = true
  })
  function set(v: T | null) {
    touched = true
    value.value = v
    save(name, v)
  }
  return { value, ready, set }
}

/**
 * useDraft keeps what is typed into an object, sealed under a name, from the first change on; what was kept before is
 * put back into it. Done forgets it.
 */
export function useDraft<T extends object>(name: string, held: Ref<T>) {
  const kept = useSealed<T>(name)
  const before = JSON.stringify(held.value)
  const back = shallowRef(false)
  watch(
    kept.ready,
    () => {
      if (!kept.value.value || JSON.stringify(held.value) !== before) return
      back.value = true
      held.value = kept.value.value
    },
    { once: true },
  )
  watch(held, (v) => JSON.stringify(v) !== before && kept.set(JSON.parse(JSON.stringify(v))), { deep: true })
  function done() {
    back.value = false
    kept.set(null)
  }
  return { back, done }
}
