// How dates, numbers and money are written: in the language of whoever reads, in the order and with the signs of the
// studio's region.
import dayjs from 'dayjs'
import { computed, ref } from 'vue'
import { i18n } from '.'

const region = ref('en-GB')
const currency = ref('EUR')

/** ways is how the studio writes and pays. */
export function ways(of: { region: string; currency: string }) {
  region.value = of.region
  currency.value = of.currency
}

// What a region's formats are is asked once: making one takes longer than using it.
const orderOf = computed(() =>
  new Intl.DateTimeFormat(region.value, { day: 'numeric', month: 'numeric', year: 'numeric' })
    .formatToParts(new Date())
    .map((p) => p.type)
    .filter((p) => p === 'day' || p === 'month' || p === 'year')
    .join(),
)
const order = () => orderOf.value
const decimalOf = computed(() => (1.5).toLocaleString(region.value)[1] ?? '.')
const decimal = () => decimalOf.value
const figures = computed(() => {
  const made = new Map<number, Intl.NumberFormat>()
  return (places: number) => {
    let f = made.get(places)
    if (!f) {
      const digits = { minimumFractionDigits: places, maximumFractionDigits: places }
      made.set(places, (f = new Intl.NumberFormat(region.value, { ...digits, useGrouping: false })))
    }
    return f
  }
})

/** patterns are how a date is written, by the order in which the region has its parts. */
function pattern(long: boolean) {
  const month = long ? 'MMMM' : 'MMM'
  const of = i18n.global.locale.value === 'es' && long ? ' [de] ' : ' '
  switch (order()) {
    case 'month,day,year':
      return `${month} D, YYYY`
    case 'year,month,day':
      return `YYYY ${month} D`
  }
  return `D${of}${month}${of}YYYY`
}

/** typed are the ways in which a date may be typed. */
export const typed = () => {
  const parts = order() === 'month,day,year' ? ['M', 'D', 'YYYY'] : ['D', 'M', 'YYYY']
  return [pattern(false), 'YYYY-MM-DD', parts.join('.'), parts.join('/'), 'D MMM YYYY', 'D MMMM YYYY']
}

/** sundayFirst is whether the region's week begins with a Sunday. */
export const sundayFirst = () => {
  const locale = new Intl.Locale(region.value) as Intl.Locale & { getWeekInfo?: () => { firstDay: number } }
  return (locale.getWeekInfo?.().firstDay ?? 1) === 7
}

export const longDate = (local: string) =>
  dayjs(local.slice(0, 10)).format(`dddd${order().startsWith('day') ? '' : ','} ` + pattern(true))
export const shortDate = (local: string) => dayjs(local.slice(0, 10)).format(pattern(false))
export const dayAndMonth = (local: string) =>
  dayjs(local.slice(0, 10)).format(order() === 'month,day,year' ? 'MMM D' : 'D MMM')
export const weekday = (local: string) => dayjs(local.slice(0, 10)).format('dddd')
export const monthOf = (local: string) => dayjs(local.slice(0, 10)).format('MMMM YYYY')

/** moment is an instant by the clock of this device. */
export const moment = (at: string) => `${dayAndMonth(dayjs(at).format('YYYY-MM-DD'))}, ${dayjs(at).format('HH:mm')}`

/** figure is a number with so many places, as the region writes it. */
export const figure = (n: number, places = 0) => figures.value(places).format(n)

/** written is a number as it stands, with the region's decimal sign. */
export const written = (n: number | string) => String(n).replace('.', decimal())

/** read is a number as somebody types it, with a comma or a point, as programs write it. */
export const read = (text: string) => text.trim().replace(',', '.')

export const money = (n: number) =>
  new Intl.NumberFormat(region.value, { style: 'currency', currency: currency.value }).format(n)
