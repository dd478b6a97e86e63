// Every word of the interface, by its key: English is complete by construction, the other tables follow it. Those of
// later/ come with the first place that is no day and no sign-in.
import dayjs from 'dayjs'
import type { Locale } from 'ant-design-vue/es/locale-provider'
import { shallowRef } from 'vue'
import { createI18n } from 'vue-i18n'
import { choose as keep, chosen } from '../keep/choice'
import english from './en.json'
import { pseudo } from './pseudo'

export const tags = ['en', 'es', 'fr'] as const
export type Tag = (typeof tags)[number]
/** whole is the languages that have every word; the others fall back to English. */
export const whole: readonly Tag[] = ['en', 'es']

const kept = () => chosen('language')

const tables: Record<Tag, () => Promise<[{ default: object }, unknown]>> = {
  en: () => Promise.all([Promise.resolve({ default: english }), null]),
  es: () => Promise.all([import('./es.json'), import('dayjs/locale/es')]),
  fr: () => Promise.all([import('./fr.json'), import('dayjs/locale/fr')]),
}
const libraries: Record<Tag, () => Promise<{ default: Locale }>> = {
  en: () => import('ant-design-vue/es/locale/en_GB'),
  es: () => import('ant-design-vue/es/locale/es_ES'),
  fr: () => import('ant-design-vue/es/locale/fr_FR'),
}

type Words = typeof english
const marked = kept() === pseudo.tag

export const i18n = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: english, es: {} as Words, fr: {} as Words },
  missingWarn: false,
  fallbackWarn: false,
  postTranslation: marked ? (words) => pseudo.of(String(words)) : undefined,
})

/** t is a text by its key, with what its slots are filled with; a number n picks the form that goes with it. */
export const t = (key: string, slots: Record<string, unknown> = {}): string =>
  typeof slots.n === 'number' ? i18n.global.t(key, slots, slots.n) : i18n.global.t(key, slots)

/** library is the words of the component library. They come with the first part of it that has any. */
export const library = shallowRef<Locale>()
let libraryOf: Tag | undefined
export function libraryWords() {
  const tag = i18n.global.locale.value as Tag
  if (libraryOf === tag) return
  libraryOf = tag
  void libraries[tag]().then(
    (l) => (library.value = l.default),
    () => (libraryOf = undefined), // without the server: the next part tries again
  )
}

const known = (tag: string | undefined) => tags.find((x) => x === tag?.slice(0, 2).toLowerCase())

/** tongue is the language of this window: as chosen here, or as the device has it. */
export const tongue = (): Tag => known(kept()) ?? navigator.languages.map(known).find((x) => x) ?? 'en'

/** speak loads the language of this window. It is told before anything is drawn. */
export async function speak() {
  const tag = tongue()
  const [words] = await tables[tag]()
  i18n.global.setLocaleMessage(tag, words.default as Words)
  i18n.global.locale.value = tag
  dayjs.locale(tag)
  document.documentElement.lang = tag
}

const later: Record<Tag, () => Promise<{ default: object }>> = {
  en: () => import('./later/en.json'),
  es: () => import('./later/es.json'),
  fr: () => import('./later/fr.json'),
}
let allWords: Promise<unknown> | undefined
/** speakAll loads the words of every place, once. */
export function speakAll() {
  const tag = i18n.global.locale.value as Tag
  allWords ??= Promise.all(
    (whole.includes(tag) ? [tag] : (['en', tag] as const)).map(async (of) =>
      i18n.global.mergeLocaleMessage(of, (await later[of]()).default),
    ),
  ).catch((e) => {
    allWords = undefined // the next place tries again
    throw e
  })
  return allWords
}

/** choose keeps a language for this window; '' goes by the device. Everything is read anew in it. */
export function choose(tag: string) {
  if (marked) return
  keep('language', tag)
  if (tongue() !== i18n.global.locale.value) window.location.reload() // another window may have kept it already
}
