// What the program goes by, from the API: the words of the trade and how they are named, and the figures a page draws
// by. No
// list of them is written on this side.
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { api, ask, Problem, type Schemas } from '../api/client'
import { learn, sentence } from '../i18n/names'
import { recall, remember } from '../keep/device'

/** Lists is which words stand in which list of the catalogue. */
interface Lists {
  mark: Schemas['FaceMark']
  condition: Schemas['FaceConditionKind']
  wear: Schemas['FaceWear']
  eyes: Schemas['FaceEyeShape']
  today: Schemas['FaceToday']
  hair: Schemas['FaceHair']
  beard: Schemas['FaceBeardKind']
  body: Schemas['DayBodyZone']
  booked: Schemas['DayBookedKind']
  read_by: Schemas['FaceBy']
  sheet_looks: Schemas['FaceSheet']
  sky: Schemas['DaySky']
  place: Schemas['DayWhere']
  ground: Schemas['DayGround']
  activity: Schemas['DayActivity']
  kind: Schemas['KitKind']
  base: Schemas['KitBase']
  filters: Schemas['KitFilters']
  container: Schemas['KitContainer']
  finish: Schemas['LookFinish']
  coverage: Schemas['LookCoverage']
  foundation: Schemas['LookBase']
  neckline: Schemas['LookNeckline']
  zone: Schemas['FaceZone']
  act: Schemas['ActAct']
  layer: Schemas['KitKind']
  stock: Schemas['KitState']
  touch_because: string
}

export function useCatalogue(when: Ref<boolean> = ref(true)) {
  const { data } = useQuery({
    queryKey: ['catalogue'],
    queryFn: async () => {
      const all = await ask(api.GET('/api/catalogue')).catch(async (e) => {
        const kept = e instanceof Problem && e.away ? await recall<Schemas['PlanCatalogue']>('catalogue') : undefined
        if (!kept) throw e
        return kept // the words of the trade are there without the server
      })
      void remember('catalogue', all)
      learn(all.words)
      return all
    },
    staleTime: Infinity,
    enabled: when,
  })
  return data
}

export interface Option<T> {
  value: T
  label: string
}

/** useWords gives the words of a list as options to choose from, named as the API names them. */
export function useWords() {
  const all = useCatalogue()
  function list<L extends keyof Lists>(name: L, but: readonly Lists[L][] = []) {
    return computed<Option<Lists[L]>[]>(() =>
      (all.value?.words[name] ?? [])
        .map((w) => ({ value: w.id as Lists[L], label: sentence(w.name) }))
        .filter((o) => !but.includes(o.value)),
    )
  }
  /** named is the names of a list by its words, as they stand in a sentence. */
  function named<L extends keyof Lists>(name: L) {
    return computed(
      () =>
        Object.fromEntries((all.value?.words[name] ?? []).map((w) => [w.id, w.name])) as Partial<
          Record<string, string>
        >,
    )
  }
  /** grades are words of a list that are numbers, with a hint for each where there is a list of hints. */
  function grades(name: 'phototype' | 'sensitivity' | 'oil' | 'water', hints?: 'phototype_hint') {
    return computed(() =>
      (all.value?.words[name] ?? []).map((w, i) => ({
        value: Number(w.id),
        label: w.name,
        hint: hints && all.value?.words[hints]?.[i]?.name,
      })),
    )
  }
  return { list, named, grades, bounds: computed(() => all.value?.bounds), catalogue: all }
}
