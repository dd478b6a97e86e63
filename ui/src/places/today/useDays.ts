import { useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'
import { api, ask, type Schemas, type SittingLine } from '../../api/client'
import { t } from '../../i18n'
import { clock } from '../../parts/words'

export type Days = Schemas['AppDays']

/** day is a date some days later. */
export function later(date: string, days: number) {
  const d = new Date(date.slice(0, 10) + 'T00:00Z')
  d.setUTCDate(d.getUTCDate() + days)
  return d.toISOString().slice(0, 10)
}

/** weekOf is the first day of a date's week. */
export const weekOf = (date: string, sundayFirst: boolean) => {
  const on = new Date(date.slice(0, 10) + 'T00:00Z').getUTCDay()
  return later(date, -(sundayFirst ? on : (on + 6) % 7))
}

export interface OnDay {
  date: string
  sittings: SittingLine[]
  gaps: Days['gaps']
}

/** useDays is the sittings of some days, day by day, with what clashes. */
export function useDays(from: Ref<string>, n: Ref<number>) {
  const query = useQuery({
    queryKey: ['days', from, n],
    queryFn: () => ask(api.GET('/api/days', { params: { query: { from: from.value, days: n.value } } })),
    enabled: computed(() => from.value !== ''),
  })
  const list = computed<OnDay[]>(() =>
    Array.from({ length: n.value }, (_x, i) => {
      const date = later(from.value || '2000-01-01', i)
      return {
        date,
        sittings: query.data.value?.sittings.filter((s) => s.chair_at.startsWith(date)) ?? [],
        gaps: query.data.value?.gaps.filter((g) => g.from.startsWith(date)) ?? [],
      }
    }),
  )
  return { ...query, list }
}

/** clashesOf says with whom a sitting wants one chair at once. */
export function clashesOf(days: Days | undefined, id: string) {
  return (days?.clashes ?? [])
    .filter((c) => c.first === id || c.second === id)
    .map((c) => {
      const other = days!.sittings.find((s) => s.id === (c.first === id ? c.second : c.first))
      return t('days.clash', { chair: c.chair, other: other?.client ?? '', from: clock(c.from), to: clock(c.to) })
    })
}
