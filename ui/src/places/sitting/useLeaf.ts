import { computed, ref } from 'vue'
import { api, ask, type Finding, type Plan, type Product, type Step } from '../../api/client'
import { blank, fresh, useHand } from '../../parts/steps/useHand'
import { useCatalogue } from '../../parts/catalogue'
import { useTheSitting } from './useSitting'

/** useLeaf is a leaf whose steps can be changed by hand: its plan as it stands or is being tried, and what speaks
 * against it. */
export function useLeaf(field: 'steps' | 'lift' | 'aftercare', stepsOf: (p: Plan) => Step[], phases: string[]) {
  const { plan: kept, saved, change, draft, history, onCaught } = useTheSitting()
  const id = computed(() => saved.value!.id)
  const byHand = computed(() => !!draft.value?.[field])
  const hand = useHand({
    history,
    byHand,
    kept: computed(() => stepsOf(kept.value!)),
    check: (steps, retime) =>
      ask(
        api.POST('/api/sittings/{id}/check', { params: { path: { id: id.value } }, body: { [field]: steps, retime } }),
      ),
    keep: (steps) => change((d) => (d[field] = steps), true),
    stepsOf,
  })
  onCaught(hand.caught)
  const plan = computed(() => hand.trial.value ?? kept.value!)
  const steps = computed(() => stepsOf(plan.value))
  const kit = computed<Product[]>(() => kept.value!.sitting.kit)
  const lit = ref<string>()
  const step = computed<Step | undefined>(() => steps.value.find((s) => s.id === lit.value))
  const findings = computed(() => plan.value.findings.filter((f) => phases.includes(f.phase)))
  const flagged = computed(() => {
    const worst: Record<string, string> = {}
    for (const f of plan.value.findings) if (f.step && f.severity !== 'note') worst[f.step] ??= f.severity
    return worst
  })
  /** go keeps a written reason for going on past a finding. */
  const go = (f: Finding, reason: string) =>
    change((d) => (d.lifted = [...(d.lifted ?? []), { rule: f.rule, reason }]))
  /** added is a new step of a product, beside the one that is open. */
  function added(product: string, act: Step['act'], more: Partial<Step> = {}): Step {
    const p = kit.value.find((x) => x.id === product)!
    const list = hand.steps.value
    return { ...blank(fresh(list), act, p, step.value?.start ?? list[0]?.start ?? ''), ...more }
  }
  const catalogue = useCatalogue()
  const groups = computed(() => catalogue.value?.slots ?? [])
  const layable = computed(() => kit.value.filter((p) => groups.value.some((kinds) => kinds.includes(p.kind))))
  /** sheet is what every leaf hands to its sheet of steps. */
  const sheet = computed(() => ({
    hand,
    byHand: byHand.value,
    steps: steps.value,
    kit: kit.value,
    flagged: flagged.value,
  }))
  return { id, kept, saved, plan, hand, steps, kit, lit, step, findings, go, added, groups, layable, sheet }
}
