// How times and names are written on every page.
import dayjs from 'dayjs'
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

export const plain = (id: string) => id.replaceAll('_', ' ')
export const sentence = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)
export const clock = (local: string) => local.slice(11, 16)
export const longDate = (local: string) => dayjs(local.slice(0, 10)).format('dddd D MMMM YYYY')
export const shortDate = (local: string) => dayjs(local.slice(0, 10)).format('D MMM YYYY')

/** moment is an instant by the clock of this device. */
export const moment = (at: string) => dayjs(at).format('D MMM, HH:mm')

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

/** seconds between two wall-clock times */
export const between = (from: string, to: string) => (wall(to) - wall(from)) / 1000

export function minutes(seconds: number) {
  const s = Math.abs(Math.round(seconds))
  return s < 60 ? `${s} s` : `${Math.floor(s / 60)} min${s % 60 && s < 600 ? ` ${s % 60} s` : ''}`
}

export const names = (list: readonly string[]) => {
  const face = zones.slice(0, 10)
  const whole = face.every((z) => list.includes(z))
  const words = (
    whole ? ['the face', ...list.filter((z) => !(face as readonly string[]).includes(z))] : [...list]
  ).map(plain)
  return words.length < 2 ? words.join('') : words.slice(0, -1).join(', ') + ' and ' + words.at(-1)
}
