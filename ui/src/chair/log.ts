// The events of sittings as this device has them: kept here first, sealed to whoever worked, and sent when the server
// answers. Where the page is not on a safe origin they are in memory alone.
import { ask, api, Problem } from '../api/client'
import { keepEvents, keptEvents, waiting, type KeptEvent } from '../keep/device'
import { sealed, sealing, unsealed } from '../keep/seal'

export interface Happening {
  id: string
  device: string
  seq: number
  at: string
  kind: string
  step?: string
  [field: string]: unknown
}
export interface Kept {
  event: Happening
  n: number
  sent: boolean
}

const memory = new Map<string, Kept[]>()
const place = (owner: string, id: string) => `event:${owner}:${id}`

/** readLog is the events of a sitting that this device has. */
export async function readLog(owner: string, sitting: string): Promise<Kept[]> {
  if (!sealing()) return memory.get(owner + sitting) ?? []
  const list: Kept[] = []
  for (const e of await keptEvents(owner, sitting)) {
    const event = await unsealed<Happening>(place(owner, e.id), e.body)
    if (event) list.push({ event, n: e.n, sent: e.sent === 1 })
  }
  return list
}

/** writeLog keeps events of a sitting on this device; those it has are written anew. */
export async function writeLog(owner: string, sitting: string, list: Kept[]) {
  if (!sealing()) {
    const all = new Map((memory.get(owner + sitting) ?? []).map((k) => [k.event.id, k]))
    for (const k of list) all.set(k.event.id, k)
    memory.set(owner + sitting, [...all.values()])
    return
  }
  const kept: KeptEvent[] = []
  for (const k of list) {
    const body = await sealed(place(owner, k.event.id), k.event)
    if (body) kept.push({ id: k.event.id, owner, sitting, n: k.n, sent: k.sent ? 1 : 0, body })
  }
  await keepEvents(kept)
}

export const lines = (list: Kept[]) => list.map((k) => JSON.stringify(k.event)).join('\n')

/** send gives the server what it does not have yet. It says by how many seconds the device's clock is off. */
export async function send(sitting: string, list: Kept[], clock: { now: number; shift: number }) {
  const heard = await ask(
    api.POST('/api/sittings/{id}/events', {
      params: { path: { id: sitting }, query: { now: Math.round(clock.now), shift: Math.round(clock.shift / 1000) } },
      body: lines(list) as never,
      bodySerializer: (b: unknown) => String(b),
      headers: { 'Content-Type': 'application/x-ndjson' },
    }),
  )
  return heard.offset_s
}

/** sendWaiting sends what lies on this device of sittings that nobody stands at any more, and tells of each one. */
export async function sendWaiting(owner: string, told: (sitting: string) => void) {
  for (const sitting of await waiting(owner)) {
    const list = (await readLog(owner, sitting)).filter((k) => !k.sent)
    if (!list.length) continue
    try {
      await send(sitting, list, { now: Date.now(), shift: 0 })
      await writeLog(
        owner,
        sitting,
        list.map((k) => ({ ...k, sent: true })),
      )
      told(sitting)
    } catch (e) {
      if (!(e instanceof Problem)) throw e
      if (e.away) return
    }
  }
}
