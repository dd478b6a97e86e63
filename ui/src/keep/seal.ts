/**
 * What a window keeps of what was typed is sealed to the person who typed it: with a key that the server gives to them
 * alone, when they are signed in. The key is in memory only; in storage lies what nobody else can read.
 */
import { shallowRef, watch, type Ref } from 'vue'

const mark = 'sealed:'
let owner = ''
let key: CryptoKey | undefined
let held = new Map<string, string>() // where the page is not on a safe origin nothing goes to storage
let busy = Promise.resolve()

const bytes = (text: string) => Uint8Array.from(atob(text), (c) => c.charCodeAt(0))
const text = (b: Uint8Array) => btoa(Array.from(b, (x) => String.fromCharCode(x)).join(''))
const place = (name: string) => `${mark}${owner}:${name}`

/** openSeal begins a person's keeping, and clears what lies here unsealed. */
export async function openSeal(person: string, seal: string) {
  if (owner === person && (key || !crypto.subtle)) return
  shutSeal()
  owner = person
  for (const k of Object.keys(sessionStorage)) if (!k.startsWith(mark)) sessionStorage.removeItem(k)
  localStorage.clear()
  if (crypto.subtle) key = await crypto.subtle.importKey('raw', bytes(seal), 'AES-GCM', false, ['encrypt', 'decrypt'])
}

/** shutSeal forgets the key. What is sealed stays until its person is back. */
export function shutSeal() {
  owner = ''
  key = undefined
  held = new Map()
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
  if (!with_) return
  const iv = crypto.getRandomValues(new Uint8Array(12))
  const plain = new TextEncoder().encode(JSON.stringify(value))
  const sealed = await crypto.subtle.encrypt(
    { name: 'AES-GCM', iv, additionalData: new TextEncoder().encode(at) },
    with_,
    plain,
  )
  sessionStorage.setItem(at, text(iv) + '.' + text(new Uint8Array(sealed)))
}

function save(name: string, value: unknown) {
  if (!owner) return
  const at = place(name)
  const by = key
  if (value === null) held.delete(name)
  else held.set(name, JSON.stringify(value))
  busy = busy.then(() => put(at, value, by)).catch(() => undefined)
}

async function load<T>(name: string): Promise<T | null> {
  const here = held.get(name)
  if (here !== undefined) return JSON.parse(here) as T
  await busy
  const kept = sessionStorage.getItem(place(name))
  if (!kept || !key) return null
  const [iv, sealed] = kept.split('.').map(bytes)
  if (!iv || !sealed) return null
  try {
    const plain = await crypto.subtle.decrypt(
      { name: 'AES-GCM', iv, additionalData: new TextEncoder().encode(place(name)) },
      key,
      sealed,
    )
    return JSON.parse(new TextDecoder().decode(plain)) as T
  } catch {
    return null // another's, or changed by somebody: of no use
  }
}

/** useSealed is a draft that is kept, sealed, under a name. Ready says that what was kept has been read. */
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
