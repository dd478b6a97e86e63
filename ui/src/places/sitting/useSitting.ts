import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { computed, inject, provide, ref, toRaw, watch, type InjectionKey } from 'vue'
import { api, ask, Problem, type Fault, type Sitting, type SittingEdit } from '../../api/client'
import { useSealed } from '../../keep/seal'

const retryEvery = 3_000
const settle = 120 // ms of quiet before a change is sent

type State = 'saved' | 'saving' | 'faulty' | 'away' | 'stale'

/**
 * useSitting holds one sitting as it is edited. Every change is sent at once and comes back planned. What could not be
 * sent stays in this window, sealed, and is tried again; what somebody else saved first is shown beside it.
 */
export function useSitting(id: string) {
  const queries = useQueryClient()
  const { data: saved, failureReason } = useQuery({
    queryKey: ['sitting', id],
    queryFn: () => ask(api.GET('/api/sittings/{id}', { params: { path: { id } } })),
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
      queries.setQueryData(['sitting', id], s)
      for (const stale of ['today', 'skins']) queries.invalidateQueries({ queryKey: [stale] })
      faults.value = []
      say.value = ''
      if (caught === changes) {
        state.value = 'saved'
        kept.set(null)
      }
    } catch (e) {
      const p = e instanceof Problem ? e : new Problem(0, 'That did not work just now.')
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
  const soon = useDebounceFn(send, settle)
  useIntervalFn(() => state.value === 'away' && send(), retryEvery)

  function change(how: (d: SittingEdit) => void) {
    if (!draft.value) return
    how(draft.value)
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
