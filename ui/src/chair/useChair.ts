import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { api, ask, Problem, type Plan } from '../api/client'
import { onChange } from '../keep/live'
import { deviceName, keepPlan, keptPlan, recall, remember } from '../keep/device'
import { useLock } from '../keep/lock'
import { sealed, unsealed } from '../keep/seal'
import { clockIn, wall } from '../parts/words'
import { openPlan, type Chair, type Followed } from './core'
import { lines, readLog, send, writeLog, type Happening, type Kept } from './log'

const tick = 200 // ms between looks at the clock
const still = 400 // ms without a tap after which the whole is planned anew: it would keep the next tap waiting
const afresh = 10_000 // ms after which where it stands is asked anew, though nothing was tapped
const wrong = 2_000 // ms by which a clock may be off
const silent = 30_000 // ms after which the server is asked, though nothing was heard from it
const again = 4_000 // ms until the server is tried again
const farOff = 12 * 3_600_000 // ms from its hour at which a sitting is only rehearsed

/** useChair follows a sitting on this device: every tap is answered by the core here, and sent when it can be. */
export function useChair(sitting: string) {
  const owner = useLock().who.value?.id ?? ''
  const doc = shallowRef<Chair>()
  const trouble = ref<'' | 'away' | 'gone' | 'broken'>('')
  const away = ref(false)
  const events = shallowRef<Kept[]>([])
  const answered = ref(0) // how many events the document knows of
  const asOf = ref(0) // ms, of the document
  const now = ref(0) // ms, as the clock at the chair goes
  const skew = ref(0) // ms by which the device's clock is put right
  const shift = ref(0) // ms by which the chair's clock is set
  const other = ref('') // the day of the sitting, where that is not today and nothing has happened
  const unsent = computed(() => events.value.filter((k) => !k.sent).length)
  let core: Followed | undefined
  let last = 0 // number of the last event that the server told of
  let device = ''
  let over = false

  let zone = ''
  /** stamp is what the clock at the chair shows: told here at once, though the core may be busy. */
  const stamp = (moment: number) => clockIn(zone, moment)
  const right = () => Date.now() + skew.value
  const here = () => right() + shift.value

  let asking = false
  let due: '' | 'at work' | 'whole' = ''
  let whole = 0
  /** look asks the core where the sitting stands now: only what is worked at planned anew, or the whole. */
  async function look(how: 'at work' | 'whole') {
    due = how
    if (asking || !core) return
    asking = true
    try {
      while (due && !over) {
        const quickly = due === 'at work'
        due = ''
        const moment = here()
        const list = events.value
        doc.value = await core.at(lines(list), moment, quickly)
        answered.value = list.length
        asOf.value = moment
        now.value = here()
      }
    } finally {
      asking = false
    }
  }
  /** stand says where the sitting stands: at once what is worked at, and the whole when the hands are still. */
  async function stand() {
    window.clearTimeout(whole)
    if (!doc.value) return look('whole')
    await look('at work')
    whole = window.setTimeout(() => void look('whole'), still)
  }

  function merge(list: Happening[]) {
    const known = new Map(events.value.map((k) => [k.event.id, k]))
    const fresh: Kept[] = []
    for (const e of list) {
      const k = known.get(e.id)
      if (k?.sent && k.event.at === e.at) continue
      const next = { event: e, n: k?.n ?? known.size + fresh.length, sent: true }
      known.set(e.id, next)
      fresh.push(next)
    }
    if (!fresh.length) return
    events.value = [...known.values()]
    void writeLog(owner, sitting, fresh)
    void stand()
  }

  /** pull reads on what others recorded. */
  async function pull() {
    const asked = right()
    const out = await ask(
      api.GET('/api/sittings/{id}/events', { params: { path: { id: sitting }, query: { after: last } } }),
    )
    if (out.begun) shift.value = out.shift_s * 1000
    const took = right() - asked // far too long where the device slept meanwhile: then it tells nothing of the clock
    const off = out.now - asked - took / 2
    if (took < wrong && Math.abs(off) > wrong) {
      skew.value += off
      await remember('skew', skew.value)
    }
    last = out.last
    away.value = false
    merge(out.events as Happening[])
    return out.begun
  }

  let sending = false
  /** push sends what the server does not have yet, also when nobody stands here any more, and reads on. */
  async function push() {
    if (sending) return
    sending = true
    let failed = false
    try {
      const list = events.value.filter((k) => !k.sent)
      if (list.length) {
        const off = await send(sitting, list, { now: right(), shift: shift.value })
        if (off) {
          skew.value += off * 1000
          await remember('skew', skew.value)
          last = 0 // what was put right is read anew
        }
        const gone = new Set(list.map((k) => k.event.id))
        const sent = events.value.filter((k) => gone.has(k.event.id)).map((k) => ({ ...k, sent: true }))
        const by = new Map(sent.map((k) => [k.event.id, k]))
        events.value = events.value.map((k) => by.get(k.event.id) ?? k)
        await writeLog(owner, sitting, sent)
      }
      if (!over) await pull()
    } catch (e) {
      if (!(e instanceof Problem)) throw e
      away.value = true // whatever it is: it stays here and is tried again
      failed = true
    } finally {
      sending = false
    }
    if (unsent.value && !failed) void push()
  }

  /** tap records one thing that happened, now. */
  async function tap(kind: string, fields: Record<string, unknown> = {}) {
    if (!core) return
    const mine = events.value.filter((k) => k.event.device === device)
    const event: Happening = {
      id: crypto.randomUUID?.() ?? `${device}-${Date.now().toString(36)}-${mine.length}`,
      device,
      seq: mine.length + 1,
      at: stamp(here()),
      kind,
      ...fields,
    }
    const kept = { event, n: events.value.length, sent: false }
    events.value = [...events.value, kept]
    const written = writeLog(owner, sitting, [kept])
    try {
      await stand()
    } finally {
      void written.then(() => push()) // once it is answered: sending must not keep the answer waiting
    }
    await written
    return event
  }

  /** take back the last thing that this device recorded */
  const lastOwn = computed(() => {
    const undone = new Set(events.value.filter((k) => k.event.kind === 'undo').map((k) => k.event.of))
    return [...events.value]
      .reverse()
      .find((k) => k.event.device === device && k.event.kind !== 'undo' && !undone.has(k.event.id))?.event
  })
  const undo = () => lastOwn.value && tap('undo', { of: lastOwn.value.id })

  /** rehearse sets the clock at the chair to when the sitting begins. */
  async function rehearse() {
    const chairAt = doc.value?.plan.sitting.day.chair_at
    if (!core || !chairAt) return
    let set = 0 // twice: the clock may have been put forward between that day and this one
    for (let n = 0; n < 2; n++) set += wall(chairAt) - wall(stamp(right() + set))
    shift.value = set
    other.value = ''
    await stand()
  }

  async function plan() {
    const at = `plan:${owner}:${sitting}`
    try {
      const p = await ask(api.GET('/api/sittings/{id}/followed', { params: { path: { id: sitting } } }))
      const shut = await sealed(at, p)
      if (shut) await keepPlan(owner, sitting, shut)
      return p
    } catch (e) {
      if (!(e instanceof Problem) || !e.away) throw e
      away.value = true
      return unsealed<Plan>(at, await keptPlan(owner, sitting))
    }
  }

  async function open() {
    device = await deviceName()
    skew.value = (await recall<number>('skew')) ?? 0
    events.value = await readLog(owner, sitting)
    const p = await plan()
    if (!p) return void (trouble.value = 'away')
    zone = p.sitting.day.timezone
    core = await openPlan(JSON.stringify(p))
    const begun = away.value ? events.value.length > 0 : await pull().catch(() => events.value.length > 0)
    const today = stamp(right())
    if (begun && away.value && events.value[0]) shift.value = (await recall<number>('shift:' + sitting)) ?? 0
    else if (!begun && Math.abs(wall(p.sitting.day.chair_at) - wall(today)) > farOff) other.value = p.sitting.day.date
    if (begun) await remember('shift:' + sitting, shift.value)
    await stand()
    void push()
  }
  void open().catch((e) => (trouble.value = e instanceof Problem && e.status === 404 ? 'gone' : 'broken'))

  const deaf = onChange((c) => {
    if (c.kind === 'everything' || (c.kind === 'chair' && c.id === sitting)) void push()
  })
  const clock = window.setInterval(() => {
    now.value = here()
    if (core && !other.value && now.value - asOf.value > afresh) void stand()
  }, tick)
  const retry = window.setInterval(() => (away.value || unsent.value) && void push(), again)
  const quiet = window.setInterval(() => void push(), silent)
  const awake = () => document.visibilityState === 'visible' && (void stand(), void push())
  document.addEventListener('visibilitychange', awake)
  onScopeDispose(() => {
    over = true
    deaf()
    window.clearInterval(clock)
    window.clearInterval(retry)
    window.clearInterval(quiet)
    window.clearTimeout(whole)
    document.removeEventListener('visibilitychange', awake)
    void core?.close()
  })
  return { doc, trouble, away, unsent, answered, asOf, now, other, events, tap, undo, lastOwn, rehearse }
}
