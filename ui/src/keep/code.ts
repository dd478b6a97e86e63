/**
 * A device that stays at a chair for its day is locked by a short code between clients. The server knows the code and
 * whether the device is locked; so does the device, for when the server is away. What lies here of a code could be
 * tried out by whoever takes the device apart: it is meant for the next person at the screen.
 */
import { forget, recall, remember } from './device'

export interface Coded {
  id: string
  name: string
  emergency: string
}
interface Code {
  salt: Uint8Array<ArrayBuffer>
  hash: string
  tries: number
}

const rounds = 300_000
const most = 5 // tries without the server

async function hashed(code: string, salt: Uint8Array<ArrayBuffer>) {
  const key = await crypto.subtle.importKey('raw', new TextEncoder().encode(code), 'PBKDF2', false, ['deriveBits'])
  const bits = await crypto.subtle.deriveBits({ name: 'PBKDF2', hash: 'SHA-256', salt, iterations: rounds }, key, 256)
  return [...new Uint8Array(bits)].join('.')
}

/** keepCode lets this device know its code. */
export async function keepCode(code: string) {
  if (!crypto.subtle) return
  const salt = crypto.getRandomValues(new Uint8Array(16))
  await remember('code', { salt, hash: await hashed(code, salt), tries: 0 } satisfies Code)
}

/** isCode tells whether it is the code, where the server cannot be asked; undefined where the device cannot say. */
export async function isCode(code: string) {
  const kept = await recall<Code>('code')
  if (!kept || kept.tries >= most) return undefined
  const is = (await hashed(code, kept.salt)) === kept.hash
  await remember('code', { ...kept, tries: is ? 0 : kept.tries + 1 })
  return is
}

/** coded is who has locked this device. */
export const coded = () => recall<Coded>('coded')
export const codeIt = (who: Coded) => remember('coded', who)
export const uncode = () => forget('coded')
export const forgetCode = () => forget('coded', 'code')
