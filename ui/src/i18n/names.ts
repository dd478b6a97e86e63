// How the words of documents are called: from the API's lists, in the language of whoever reads.
import { shallowRef } from 'vue'
import { i18n, t } from '.'

const lists = shallowRef<Record<string, Record<string, string>>>({})

/** learn takes in the lists of words. */
export function learn(words: Record<string, { id: string; name: string }[]>) {
  lists.value = Object.fromEntries(
    Object.entries(words).map(([list, all]) => [list, Object.fromEntries(all.map((w) => [w.id, w.name]))]),
  )
}

// Where a word is looked for when nobody says in which list it stands: those whose words mean one thing.
const usual = [
  'zone',
  'body',
  'mark',
  'condition',
  'kind',
  'booked',
  'wear',
  'eyes',
  'hair',
  'beard',
  'sheet_looks',
  'skin_type',
  'overlay',
  'binder_word',
  'allergen',
  'finish',
]

/** plain is a word of a document as people say it. */
export function plain(id: string, list?: unknown) {
  if (typeof list === 'string') return lists.value[list]?.[id] ?? id.replaceAll('_', ' ')
  for (const name of usual) {
    const called = lists.value[name]?.[id]
    if (called) return called
  }
  return id.replaceAll('_', ' ')
}

/** listed is several words in a row, with what the language puts before the last. */
export const listed = (words: readonly string[]) => {
  if (words.length < 2) return words.join('')
  return words.slice(0, -1).join(', ') + ' ' + t('names.and') + ' ' + words.at(-1)
}

/** sentence begins a text as a sentence begins. */
export const sentence = (s: string) => s.charAt(0).toLocaleUpperCase(i18n.global.locale.value) + s.slice(1)
