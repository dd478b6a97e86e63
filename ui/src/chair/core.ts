import type { Schemas } from '../api/client'

export type Chair = Schemas['ChairDocument']

interface Answer {
  id: number
  value?: unknown
  wrong?: string
}

let worker: Worker | undefined
let count = 0
const waiting = new Map<number, { done: (v: unknown) => void; fail: (e: Error) => void }>()

function call<T>(name: string, ...args: unknown[]) {
  if (!worker) {
    worker = new Worker(new URL('./core.worker.ts', import.meta.url), { type: 'module' })
    worker.onmessage = ({ data }: MessageEvent<Answer>) => {
      const asked = waiting.get(data.id)
      waiting.delete(data.id)
      if (data.wrong === undefined) asked?.done(data.value)
      else asked?.fail(new Error(data.wrong))
    }
  }
  const id = ++count
  worker.postMessage({ id, name, args })
  return new Promise<T>((done, fail) => waiting.set(id, { done: done as (v: unknown) => void, fail }))
}

/** openPlan makes a plan ready to be followed on this device. */
export async function openPlan(plan: string) {
  const n = await call<number>('open', plan)
  return {
    /**
     * at is where the sitting stands after some events, one a line, at a moment in ms. Quickly, only what is worked at
     * is planned anew.
     */
    at: async (lines: string, moment: number, quickly = false) =>
      JSON.parse(await call<string>('at', n, lines, moment, quickly)) as Chair,
    close: () => call('close', n),
  }
}
export type Followed = Awaited<ReturnType<typeof openPlan>>
