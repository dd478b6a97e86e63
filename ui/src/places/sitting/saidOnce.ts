import type { Finding } from '../../api/client'
import { names } from '../../parts/words'

export type Said = Finding & { steps: string[] }

/** saidOnce is the findings with the same words said once: of all their zones, and leading to each of their steps. A
 * reason given lifts the rule, so one answer serves them all. */
export function saidOnce(findings: Finding[]): Said[] {
  const all = new Map<string, Said>()
  for (const f of findings) {
    const key = [f.rule, f.severity, f.say, f.because, f.instead, f.lifted].join('\n')
    const was = all.get(key)
    all.set(key, {
      ...(was ?? f),
      zones: [...new Set([...(was?.zones ?? []), ...f.zones])],
      steps: [...new Set([...(was?.steps ?? []), ...(f.step ? [f.step] : [])])],
    })
  }
  return [...all.values()]
}

/** where is the zones of a finding whose words do not name them. */
export const where = (f: Finding) =>
  f.zones.length && !f.say.toLowerCase().includes(names(f.zones)) ? ` (${names(f.zones)})` : ''
