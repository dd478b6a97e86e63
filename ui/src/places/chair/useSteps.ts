import { computed, type Ref } from 'vue'
import type { Plan } from '../../api/client'
import type { Chair } from '../../chair/core'
import { zones as every } from '../../parts/words'

/** Row is one step of any part, as the chair shows it. */
export interface Row {
  id: string
  part: string
  act: string
  kind: string
  product: string
  zones: string[]
  hand: string
  amount: string
  how: string
  say: string
  start: string
  busy: number // seconds of hands or contact
  state: Chair['steps'][number]['state']
  left: number // seconds
  name: string
}

const face = every.slice(0, 10) as string[]
const spread = (list: readonly string[]) => list.flatMap((z) => (z === 'face' ? face : [z]))

function rows(p: Plan) {
  const list: Omit<Row, 'state' | 'left' | 'name'>[] = []
  const parts = [
    ['prep', p.prep.steps],
    ['touch_ups', []],
    ['lift', p.lift.steps],
    ['aftercare', p.aftercare.steps],
  ] as const
  for (const [part, steps] of parts) {
    for (const s of steps) list.push({ ...s, part, zones: [...s.zones], busy: Math.max(s.hands_s, s.contact_s) })
    if (part !== 'touch_ups') continue
    for (const u of p.wear.touch_ups)
      for (const s of u.steps)
        list.push({
          id: s.id ?? '',
          part,
          act: s.act,
          kind: p.sitting.kit.find((k) => k.id === s.product)?.kind ?? '',
          product: s.product ?? '',
          zones: spread(s.zones?.length ? s.zones : u.zones),
          hand: '',
          amount: '',
          how: s.how ?? '',
          say: s.say ?? '',
          start: u.at,
          busy: 0,
        })
  }
  return list
}

/** useSteps lays the steps of a document beside how each stands. */
export function useSteps(doc: Ref<Chair | undefined>) {
  const all = computed<Row[]>(() => {
    if (!doc.value) return []
    const by = new Map(rows(doc.value.plan).map((r) => [r.id, r]))
    const blank = {
      act: '',
      kind: '',
      product: '',
      zones: [],
      hand: '',
      amount: '',
      how: '',
      say: '',
      start: '',
      busy: 0,
    }
    return doc.value.steps.map((s) => ({
      ...(by.get(s.id) ?? { ...blank, id: s.id, part: s.part }),
      state: s.state,
      left: (s.left_s ?? 0) - (s.over_s ?? 0), // negative where its time is over
      name: s.name,
    }))
  })
  const at = (id: string | undefined) => all.value.find((r) => r.id === id)
  const part = computed(() => all.value.filter((r) => r.part === doc.value?.part && r.state !== 'skipped'))
  return { all, at, part }
}
