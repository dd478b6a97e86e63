import { t } from '../i18n'
import createClient from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Me = Schemas['AppMe']
export type Today = Schemas['AppToday']
export type SittingLine = Schemas['AppSittingLine']
export type Client = Schemas['AppClient']
export type ClientEdit = Schemas['AppClientEdit']
export type ClientRecord = Schemas['FaceClient']
export type Condition = Schemas['FaceCondition']
export type Grades = Schemas['FaceGrades']
export type Sitting = Schemas['AppSitting']
export type SittingEdit = Schemas['AppSittingEdit']
export type NewSitting = Schemas['AppNewSitting']
export type Plan = Schemas['PlanPlan']
export type Step = Schemas['StackStep']
export type Layer = Schemas['StackLayer']
export type Finding = Schemas['RulesFinding']
export type Product = Schemas['KitProduct']
export type Catalogue = Schemas['PlanCatalogue']
export type Method = Schemas['MethodMethod']
export type Segment = Schemas['DaySegment']
export type Shelved = Schemas['AppShelved']
export type Preview = Schemas['AppPreview']
export type Reading = Schemas['FaceReading']
export type Person = Schemas['AppPerson']
export type People = Schemas['AppPeople']
export type First = Schemas['FirstPassport']
export type Safety = Schemas['AppSafety']
export type Session = Schemas['AppSession']
export type House = Schemas['AppHouse']
export type Lift = Schemas['SittingOverride']
export type LiftPart = Schemas['LiftLift']
export type Aftercare = Schemas['AfterAftercare']
export type Compared = Schemas['PlanCompared']
export type TouchUp = Schemas['WearTouchUp']
export type Wear = Schemas['WearWear']
export type Look = Schemas['LookLook']

export interface Fault {
  location?: string
  message?: string
}

/** Problem is an answer that is not what was asked for, or no answer at all (status 0). */
export class Problem extends Error {
  constructor(
    readonly status: number,
    detail: string,
    readonly faults: Fault[] = [],
    readonly current?: unknown,
  ) {
    super(detail)
  }
  /** away is true where the server or its database cannot be reached just now and trying again makes sense. */
  get away() {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504
  }
}

export const api = createClient<paths>({ baseUrl: '/', credentials: 'same-origin' })

const listeners: ((status: number) => void)[] = []

/** hand is when somebody last touched the window. What it asks by itself later does not keep the session. */
export const hand = { last: Date.now() }
const alone = 60_000 // ms without a touch

/** onAnswer is told the status of every answer to somebody who is signed in. */
export const onAnswer = (then: (status: number) => void) => listeners.push(then)

api.use({
  onRequest({ request }) {
    if (Date.now() - hand.last > alone) request.headers.set('X-Unattended', '1')
  },
  onResponse({ request, response }) {
    if (!request.url.endsWith('/api/session') && !request.url.endsWith('/api/hello'))
      for (const then of listeners) then(response.status)
  },
})

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

const tags = new WeakMap<object, string>() // by which the server knows an answer again
/** knownBy is the header that says of an answer that it is known. */
export const knownBy = (answer: object) => ({ 'If-None-Match': tags.get(answer) })

/** ask unwraps an answer, or throws a Problem; what is known already is the answer where the server says so. */
export async function ask<T>(call: Promise<Answer<T>>, known?: T): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch {
    throw new Problem(0, t('client.theServerDoesNotAnswer'))
  }
  if (answer.response.status === 304 && known !== undefined) return known
  const tag = answer.response.headers.get('ETag')
  if (tag && answer.data) tags.set(answer.data, tag)
  if (answer.response.ok) return answer.data as T
  const e = (answer.error ?? {}) as { detail?: string; errors?: Fault[]; current?: unknown }
  throw new Problem(answer.response.status, e.detail ?? t('client.theServerGaveAnAnswer'), e.errors ?? [], e.current)
}
