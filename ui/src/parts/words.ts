// How times and names are written on every page.
import dayjs from 'dayjs'

export const zones = ['forehead', 'nose', 'upper_lip', 'chin', 'cheeks', 'jaw', 'under_eyes', 'eyelids', 'brows', 'lips', 'neck', 'ears', 'chest'] as const
export type Zone = (typeof zones)[number]

export const plain = (id: string) => id.replaceAll('_', ' ')
export const sentence = (s: string) => s.charAt(0).toUpperCase() + s.slice(1)
export const clock = (local: string) => local.slice(11, 16)
export const longDate = (local: string) => dayjs(local.slice(0, 10)).format('dddd D MMMM YYYY')
export const shortDate = (local: string) => dayjs(local.slice(0, 10)).format('D MMM YYYY')

/** seconds between two wall-clock times */
export const between = (from: string, to: string) => (Date.parse(to + 'Z') - Date.parse(from + 'Z')) / 1000

export function minutes(seconds: number) {
  const s = Math.abs(Math.round(seconds))
  return s < 60 ? `${s} s` : `${Math.floor(s / 60)} min${s % 60 && s < 600 ? ` ${s % 60} s` : ''}`
}

export const names = (list: readonly string[]) => {
  const face = zones.slice(0, 10)
  const whole = face.every((z) => list.includes(z))
  const words = (whole ? ['the face', ...list.filter((z) => !(face as readonly string[]).includes(z))] : [...list]).map(plain)
  return words.length < 2 ? words.join('') : words.slice(0, -1).join(', ') + ' and ' + words.at(-1)
}
