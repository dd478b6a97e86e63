import { t } from '../../i18n'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { computed, inject, onScopeDispose, provide, ref, shallowRef, toRaw, watch, type InjectionKey } from 'vue'
import { api, ask, knownBy, Problem, type Fault, type Sitting, type SittingEdit } from '../../api/client'
import { onChange } from '../../keep/live'
import { useSealed } from '../../keep/seal'

const retryEvery = 3_000
const settle = 120 // ms of quiet before more changes are sent
const pause = 600 // ms after which a change is the first of its kind
const few = 40 // changes that can be undone
const oneChange = 900 // ms within which typing is one change

type State = 'saved' | 'saving' | 'faulty' | 'away' | 'stale'

/**
 * useSitting holds one sitting as it is edited. Every change is sent at once and comes back planned. What could not be
 * sent stays in this window, sealed, and is tried again; what somebody else saved first is shown beside it.
 */
export function useSitting(id: string) {
  const queries = useQueryClient()
  /** read reads the sitting; where it stands as it is known here it is not sent again. */
  const read = () => {
    const known = queries.getQueryData<Sitting>(['sitting', id])
    return ask(api.GET('/api/sittings/{id}', { params: { path: { id }, header: known && knownBy(known) } }), known)
  }
  const { data: saved, failureReason } = useQuery({
    queryKey: ['sitting', id],
    queryFn: read,
    staleTime: Infinity,
    structuralSharing: false, // a plan is large, and each is a new one
  })
  const kept = useSealed<SittingEdit>('sitting:' + id)
  const draft = ref<SittingEdit>()
  const state = ref<State>('saved')
  const faults = ref<Fault[]>([])
  const say = ref('')
  const theirs = ref<Sitting>()
  let changes = 0
  let caught = 0 // how many of them have come back planned
  let sending = false
  let again = false

  watch(
    [saved, kept.ready],
    ([s, ready]) => {
      if (!s || !ready || draft.value) return
      draft.value = kept.value.value ? copy(kept.value.value) : edit(s)
      if (kept.value.value) send() // typed before a reload and never acknowledged
    },
    { immediate: true },
  )

  async function send() {
    if (!draft.value || theirs.value) return
    if (sending) {
      again = true
      return
    }
    sending = true
    const sent = changes
    state.value = 'saving'
    try {
      const s = await ask(api.PUT('/api/sittings/{id}', { params: { path: { id } }, body: draft.value }))
      draft.value.version = s.version
      caught = sent
      if (caught === changes) asPlanned(draft.value, s)
      queries.setQueryData(['sitting', id], s)
      for (const stale of ['today', 'skins']) queries.invalidateQueries({ queryKey: [stale] })
      if (faults.value.length) faults.value = []
      say.value = ''
      if (caught === changes) {
        state.value = 'saved'
        kept.set(null)
      }
    } catch (e) {
      const p = e instanceof Problem ? e : new Problem(0, t('useSitting.thatDidNotWorkJust'))
      say.value = p.message
      faults.value = p.faults
      state.value = p.status === 409 ? 'stale' : p.away ? 'away' : 'faulty'
      if (p.status === 409) theirs.value = p.current as Sitting
    } finally {
      sending = false
      if (again) {
        again = false
        send()
      }
    }
  }
  const settled = useDebounceFn(send, settle)
  let touchedAt = 0
  /** soon sends the first change after a pause at once, and what follows on its heels when it has come to rest. */
  function soon() {
    const rested = Date.now() - touchedAt > pause
    touchedAt = Date.now()
    if (rested) send()
    else settled()
  }
  useIntervalFn(() => state.value === 'away' && send(), retryEvery)

  // What stood before each change, sealed with the draft: undo goes back through all of them, after a reload too.
  const trace = useSealed<{ past: string[]; future: string[] }>('undo:' + id)
  const past = shallowRef<string[]>([])
  const future = shallowRef<string[]>([])
  let changedAt = 0
  watch(
    trace.ready,
    () => {
      past.value = [...(trace.value.value?.past ?? []), ...past.value]
      future.value = past.value.length ? (trace.value.value?.future ?? []) : []
    },
    { once: true },
  )
  function remember(before: string[], after: string[]) {
    past.value = before.slice(-few)
    future.value = after
    keepTrace()
  }
  const keepTrace = useDebounceFn(() => trace.set({ past: past.value, future: future.value }), settle)
  /** turn goes to what stood before or after, and waits until it has come back planned. */
  async function turn(from: typeof past, to: typeof past) {
    const then = from.value.at(-1)
    if (!then || !draft.value || theirs.value) return
    to.value = [...to.value, JSON.stringify(draft.value)]
    from.value = from.value.slice(0, -1)
    keepTrace()
    draft.value = { ...(JSON.parse(then) as SittingEdit), version: draft.value.version }
    changes++
    changedAt = 0
    kept.set(copy(draft.value))
    send()
    await flush()
  }
  const history = {
    undo: () => turn(past, future),
    redo: () => turn(future, past),
    canUndo: computed(() => past.value.length > 0),
    canRedo: computed(() => future.value.length > 0),
  }

  /** change changes the sitting. What is typed within a moment is undone at once; what is whole, by itself. */
  function change(how: (d: SittingEdit) => void, whole = false) {
    if (!draft.value) return
    const before = JSON.stringify(toRaw(draft.value))
    how(draft.value)
    if (JSON.stringify(toRaw(draft.value)) === before) return
    if (whole || Date.now() - changedAt > oneChange || !past.value.length) remember([...past.value, before], [])
    else if (future.value.length) remember(past.value, [])
    changedAt = whole ? 0 : Date.now()
    changes++
    if (state.value === 'saved') state.value = 'saving'
    kept.set(copy(draft.value))
    soon()
  }
  /** sides is mine and theirs, field by field, where somebody saved first. */
  const sides = computed(() =>
    theirs.value && draft.value ? { mine: flat(draft.value), theirs: flat(edit(theirs.value)) } : undefined,
  )
  /** merge keeps what was chosen of the two. */
  function merge(fields: Record<string, unknown>) {
    if (!theirs.value) return
    draft.value = { ...unflat(fields), version: theirs.value.version }
    if (!same(draft.value.client.allergies, theirs.value.plan.sitting.client.allergies)) draft.value.asked = undefined
    theirs.value = undefined
    changes++
    kept.set(copy(draft.value))
    send()
  }
  /** absorb takes in a sitting that the server changed by itself. */
  function absorb(s: Sitting) {
    caught = changes
    queries.setQueryData(['sitting', id], s)
    draft.value = edit(s)
    kept.set(null)
  }
  /** onCaught is called when a sitting has come back planned and nothing newer is on its way. */
  const onCaught = (then: () => void) => watch(saved, () => caught === changes && then())
  /** flush waits until everything typed so far has been sent. */
  async function flush() {
    for (let i = 0; i < 100 && (sending || again || kept.value.value); i++) await new Promise((r) => setTimeout(r, 30))
  }
  // What another device saved appears by itself where nothing is being typed here.
  async function look() {
    if (state.value !== 'saved' || sending || !draft.value) return
    const s = await read().catch(() => undefined)
    if (!s || state.value !== 'saved' || sending || !draft.value || s.version <= draft.value.version) return
    absorb(s)
    news.value = true
  }
  const news = ref(false) // somebody else changed what is shown
  onScopeDispose(onChange((c) => (c.kind === 'everything' || c.id === id) && look()))

  const fault = (path: string) => faults.value.find((f) => f.location === path)?.message
  const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
  const gone = computed(() => failureReason.value instanceof Problem && failureReason.value.status === 404)
  const it = {
    saved,
    draft,
    state,
    faults,
    say,
    theirs,
    change,
    history,
    news,
    sides,
    merge,
    absorb,
    flush,
    onCaught,
    fault,
    away,
    gone,
    plan: computed(() => saved.value?.plan),
  }
  provide(key, it)
  return it
}

/** edit is the part of a sitting that a person changes. */
function edit(s: Sitting): SittingEdit {
  const p = s.plan.sitting
  return copy({
    version: s.version,
    title: s.title,
    artist: s.artist,
    client: p.client,
    look: p.look,
    day: p.day,
    method: p.method ?? {},
    lifted: p.lifted ?? [],
    ...byHand(s),
  })
}

/** asPlanned lets go of what was made by hand and came to what the planner makes. */
function asPlanned(d: SittingEdit, s: Sitting) {
  if (!s.by_hand.includes('prep')) delete d.steps
  if (!s.by_hand.includes('touch_ups')) delete d.touch_ups
  if (!s.by_hand.includes('lift')) delete d.lift
  if (!s.by_hand.includes('aftercare')) delete d.aftercare
}

const nested = ['client', 'look', 'day'] as const
const same = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null)

/** flat is an edit with the fields of client, look and day beside the others. */
function flat(e: SittingEdit) {
  const out: Record<string, unknown> = {}
  for (const [k, v] of Object.entries(e)) {
    if (k === 'version' || k === 'asked') continue
    if ((nested as readonly string[]).includes(k))
      for (const [n, x] of Object.entries(v as object)) out[`${k}.${n}`] = x
    else out[k] = v
  }
  return out
}
function unflat(fields: Record<string, unknown>) {
  const out: Record<string, Record<string, unknown>> = { client: {}, look: {}, day: {} }
  for (const [k, v] of Object.entries(fields)) {
    const [group, name] = k.split('.')
    if (name && group && out[group]) out[group]![name] = v
    else out[k] = v as never
  }
  return copy(out) as unknown as SittingEdit
}

const copy = <T>(d: T): T => JSON.parse(JSON.stringify(toRaw(d)))

/** byHand is the parts of the plan that were made by hand, which are sent back as they are. */
function byHand(s: Sitting): Partial<SittingEdit> {
  return {
    ...(s.by_hand.includes('prep') ? { steps: s.plan.prep.steps } : {}),
    ...(s.by_hand.includes('touch_ups') ? { touch_ups: s.plan.wear.touch_ups } : {}),
    ...(s.by_hand.includes('lift') ? { lift: s.plan.lift.steps } : {}),
    ...(s.by_hand.includes('aftercare') ? { aftercare: s.plan.aftercare.steps } : {}),
  }
}

const key = Symbol('sitting') as InjectionKey<ReturnType<typeof useSitting>>

/** useTheSitting is the sitting of the leaf's page. */
export const useTheSitting = () => inject(key)!
