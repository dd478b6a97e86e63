/**
 * What a device keeps over a reload, and without a server: who is signed in here, with a key that no script can read;
 * and of each sitting at the chair its plan and its events, sealed to whoever worked there.
 */
import { openDB, type DBSchema } from 'idb'

export interface KeptEvent {
  id: string
  owner: string
  sitting: string
  n: number // order on this device
  sent: 0 | 1
  body: string // sealed
}

interface Device extends DBSchema {
  own: { key: string; value: unknown }
  plans: { key: [string, string]; value: { owner: string; sitting: string; body: string } }
  events: {
    key: string
    value: KeptEvent
    indexes: { of: [string, string]; unsent: [string, number] }
  }
}

const db = openDB<Device>('urncloth', 1, {
  upgrade(d) {
    d.createObjectStore('own')
    d.createObjectStore('plans', { keyPath: ['owner', 'sitting'] })
    const events = d.createObjectStore('events', { keyPath: 'id' })
    events.createIndex('of', ['owner', 'sitting'])
    events.createIndex('unsent', ['owner', 'sent'])
  },
})

/** remember keeps a thing of the device's own under a name. */
export const remember = async (name: string, value: unknown) => void (await (await db).put('own', value, name))
export const recall = async <T>(name: string) => (await (await db).get('own', name)) as T | undefined
export const forget = async (...names: string[]) => {
  for (const name of names) await (await db).delete('own', name)
}

export const keepPlan = async (owner: string, sitting: string, body: string) =>
  void (await (await db).put('plans', { owner, sitting, body }))
export const keptPlan = async (owner: string, sitting: string) =>
  (await (await db).get('plans', [owner, sitting]))?.body

export const keepEvents = async (list: KeptEvent[]) => {
  const tx = (await db).transaction('events', 'readwrite', { durability: 'strict' })
  await Promise.all([...list.map((e) => tx.store.put(e)), tx.done])
}
export const keptEvents = async (owner: string, sitting: string) =>
  (await (await db).getAllFromIndex('events', 'of', [owner, sitting])).sort((a, b) => a.n - b.n)

/** unsent counts the events of a person that the server does not have yet. */
export const unsent = async (owner: string) => (await db).countFromIndex('events', 'unsent', [owner, 0])
/** waiting is the sittings of a person that have such events. */
export const waiting = async (owner: string) => [
  ...new Set((await (await db).getAllFromIndex('events', 'unsent', [owner, 0])).map((e) => e.sitting)),
]

/** clearKept clears what the server has of a person's sittings, and the plans; what it has not stays, sealed. */
export async function clearKept(owner: string) {
  const d = await db
  for (const e of await d.getAllFromIndex('events', 'unsent', [owner, 1])) await d.delete('events', e.id)
  for (const p of await d.getAll('plans')) if (p.owner === owner) await d.delete('plans', [p.owner, p.sitting])
}

/** deviceName is by what this device is known among others. */
export async function deviceName() {
  const known = await recall<string>('device')
  if (known) return known
  const name = crypto.getRandomValues(new Uint32Array(2)).reduce((w, n) => w + n.toString(36), '')
  await remember('device', name)
  return name
}
