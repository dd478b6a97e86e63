import { t } from '../../i18n'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { Problem, type Plan, type Product, type Step } from '../../api/client'

/** History is what can be undone of a sitting, whatever was changed in it. */
export interface History {
  undo: () => Promise<void>
  redo: () => Promise<void>
  canUndo: Ref<boolean>
  canRedo: Ref<boolean>
}

interface Wiring<T> {
  /** what stands: the steps that are kept */
  kept: Ref<T[]>
  /** asks the server what steps come to; retime lets it give them new starts in their order */
  check: (steps: T[], retime: boolean) => Promise<Plan>
  /** keeps steps, or goes back to the planner's with undefined */
  keep: (steps: T[] | undefined) => void
  stepsOf: (p: Plan) => T[]
  history: History
  /** whether what is kept was made by hand */
  byHand: Ref<boolean>
}

/**
 * useHand edits a list of steps by hand. Every change is checked by the server's rules as it happens; while a drag
 * goes on the answer is only shown, and kept when it ends. It knows nothing of prep, wear or removal.
 */
export function useHand<T = Step>(w: Wiring<T>) {
  const trial = shallowRef<Plan>()
  const trouble = ref('')
  const touched = ref(false) // something was made by hand here
  const replanned = computed(() => touched.value && !w.byHand.value) // and it is as planned again
  const mine = shallowRef<T[]>() // what was made of them and is not kept yet
  let turn = 0
  let line: Promise<unknown> = Promise.resolve()

  const steps = computed(() => (trial.value ? w.stepsOf(trial.value) : w.kept.value))
  const now = () => mine.value ?? w.kept.value

  async function look(next: T[], retime: boolean) {
    const asked = ++turn
    try {
      const p = await w.check(next, retime)
      if (asked === turn) {
        trial.value = p
        trouble.value = ''
      }
      return p
    } catch (e) {
      if (asked === turn)
        trouble.value =
          e instanceof Problem
            ? [e.message, ...e.faults.map((f) => `${f.location}: ${f.message}`)].join(' ')
            : t('useHand.thatCouldNotBeChecked')
    }
  }
  function settle(next: T[]) {
    touched.value = true
    mine.value = next
    w.keep(next)
  }
  /** inTurn lets what was done faster than it is answered wait for what was done before it. */
  function inTurn(act: () => unknown) {
    const done = line.then(act)
    line = done.catch(() => undefined)
    return done
  }
  /** change makes one change, checks it and keeps it. */
  const change = (how: (list: T[]) => T[], retime = true) =>
    inTurn(async () => {
      const p = await look(how(copy(now())), retime)
      if (p) settle(w.stepsOf(p))
    })
  /** drag shows what a change in progress comes to. */
  const drag = (how: (list: T[]) => T[], retime: boolean) => look(how(copy(now())), retime)
  /** drop keeps what the drag came to, or lets it go. */
  function drop(really: boolean) {
    turn++
    if (really && trial.value) settle(w.stepsOf(trial.value))
    else if (mine.value) look(mine.value, false)
    else trial.value = undefined
  }
  /** turned goes back or forth in what was changed. What was only being tried is let go. */
  const turned = (how: () => Promise<void>) =>
    inTurn(async () => {
      turn++
      trial.value = undefined
      mine.value = undefined
      await how()
    })
  /** again drops what was made by hand. It can be undone. */
  const again = () =>
    inTurn(() => {
      touched.value = true
      mine.value = undefined
      w.keep(undefined)
    })
  /** caught is called when all that was kept has come back planned. */
  function caught() {
    turn++
    trial.value = undefined
    mine.value = undefined
  }

  return {
    steps,
    trial,
    replanned,
    trouble,
    change,
    drag,
    drop,
    undo: () => turned(w.history.undo),
    redo: () => turned(w.history.redo),
    again,
    caught,
    canUndo: w.history.canUndo,
    canRedo: w.history.canRedo,
  }
}

export type Hand = ReturnType<typeof useHand<Step>>
const copy = <T>(list: T[]) => JSON.parse(JSON.stringify(list)) as T[]

/** moved is the list with one step at another place. */
export function moved(list: Step[], id: string, to: number) {
  const from = list.findIndex((s) => s.id === id)
  const [s] = list.splice(from, 1)
  if (s) list.splice(to, 0, s)
  return list
}
/** fresh is an id that no step of the list has yet. */
export const fresh = (list: { id?: string }[]) =>
  'h' + (1 + Math.max(0, ...list.map((s) => Number(/^h(\d+)$/.exec(s.id ?? '')?.[1] ?? 0))))

/** blank is a step with nothing but its product said. */
export const blank = (id: string, act: Step['act'], p: Product, start: string): Step => ({
  id,
  act,
  kind: p.kind,
  product: p.id,
  zones: [],
  grams: 0,
  units: 0,
  unit: '',
  hand: '',
  amount: '',
  film_mg_cm2: {},
  how: '',
  start,
  hands_s: 0,
  set_s: 0,
  contact_s: 0,
  pads: 0,
  pad_faces: 0,
  buds: 0,
  cloths: 0,
  because: [],
  say: '',
})
