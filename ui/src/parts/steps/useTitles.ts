import { t } from '../../i18n'
import { useWords } from '../catalogue'
import { sentence } from '../words'

/** useTitles gives a step in a word or two: what a layer is there for, or the verb. */
export function useTitles() {
  const { named } = useWords()
  const verbs = named('act')
  const layers = named('layer')
  return (s: { act: string; kind: string }, last = false) => {
    if (s.kind === 'consultation') return t('common.ask')
    if (s.act === 'setup' && last) return t('stepList.tidyUp')
    if (s.act === 'apply' || s.kind === 'lip_scrub') return sentence(layers.value[s.kind] ?? s.kind)
    if (s.act === 'cleanse' && (s.kind === 'micellar' || s.kind === 'toner')) return t('stepList.refresh')
    return sentence(verbs.value[s.act] ?? s.act)
  }
}
