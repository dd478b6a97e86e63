// How times and names are written on every page.
import { t } from '../i18n'
import { listed, plain, sentence } from '../i18n/names'
import type { Schemas } from '../api/client'

export type Zone = Schemas['FaceZone']
export type BodyZone = Schemas['DayBodyZone']
export type PlanZone = Exclude<Zone, BodyZone>
// The zones of head, neck and chest, in the order in which every list stands. A zone that the API does not know, or
// one left out, does not compile; those of the body are named where they are bare.
const order: Record<PlanZone, true> = {
  forehead: true,
  nose: true,
  upper_lip: true,
  chin: true,
  cheeks: true,
  jaw: true,
  under_eyes: true,
  eyelids: true,
  brows: true,
  lips: true,
  neck: true,
  ears: true,
  chest: true,
}
export const zones = Object.keys(order) as PlanZone[]

export { listed, plain, sentence }
export const clock = (local: string) => local.slice(11, 16)

/** timeOfDay is a time written as hours and minutes, undefined for what is none. */
export function timeOfDay(hours: string | undefined, minutes: string | undefined) {
  if (hours === undefined || minutes === undefined || Number(hours) > 23 || Number(minutes) > 59) return undefined
  return `${hours.padStart(2, '0')}:${minutes}`
}

/** wall is a wall-clock time in milliseconds; the offset of an hour that comes twice does not move it. */
export const wall = (local: string) => Date.parse(local.slice(0, 19) + 'Z')
/** shifted is the wall clock so many seconds later. */
export const shifted = (local: string, seconds: number) =>
  new Date(wall(local) + seconds * 1000).toISOString().slice(0, 19)

/**
 * clockIn is what the wall clock of a time zone shows at a moment in ms: "2027-06-19T09:06:20". Where the browser does
 * not know the zone, it is what the device's own clock shows, which stands in it.
 */
export function clockIn(timeZone: string, moment: number) {
  const form = { dateStyle: 'short', timeStyle: 'medium' } as const
  let format: Intl.DateTimeFormat
  try {
    format = new Intl.DateTimeFormat('sv-SE', { ...form, timeZone })
  } catch {
    format = new Intl.DateTimeFormat('sv-SE', form)
  }
  return format.format(moment).replace(' ', 'T')
}

const halfDay = 43_200 // seconds

/**
 * onOrAfter is a time of day on a date, or on the next where it comes before another time of that date and follows it
 * within so many seconds: past midnight nobody has to be told that tomorrow has begun.
 */
export function onOrAfter(date: string, time: string, than: string, within = halfDay) {
  const at = `${date}T${time}:00`
  const next = shifted(at, 86_400)
  return time < than && between(`${date}T${than}:00`, next) <= within ? next : at
}

/** seconds between two wall-clock times */
export const between = (from: string, to: string) => (wall(to) - wall(from)) / 1000

export function minutes(seconds: number) {
  const s = Math.abs(Math.round(seconds))
  const slots = { minutes: Math.floor(s / 60), seconds: s % 60 }
  if (s < 60) return t('words.seconds', slots)
  if (s >= 2 * 3600) return t('words.hours', { hours: Math.floor(s / 3600), minutes: Math.floor((s % 3600) / 60) })
  return t(s % 60 && s < 600 ? 'words.minutesAndSeconds' : 'words.minutes', slots)
}

export const names = (list: readonly string[]) => {
  const face = zones.slice(0, 10)
  const whole = face.every((z) => list.includes(z))
  const rest = whole ? list.filter((z) => !(face as readonly string[]).includes(z)) : list
  return listed([...(whole ? [t('words.theFace')] : []), ...rest.map((z) => plain(z))])
}
