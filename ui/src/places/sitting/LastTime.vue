<script setup lang="ts">
// LastTime takes over from the client's sitting before this one: the look, or how the day was spent, as much later.
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Plan } from '../../api/client'
import { t } from '../../i18n'
import { shortDate } from '../../i18n/format'
import { between, shifted } from '../../parts/words'
import { useTheSitting } from './useSitting'

const props = defineProps<{ what: 'look' | 'day' }>()
const { draft, saved, change } = useTheSitting()
const id = computed(() => saved.value?.client_id ?? '')
const { data: client } = useQuery({
  queryKey: ['client', id],
  queryFn: () => ask(api.GET('/api/clients/{id}', { params: { path: { id: id.value } } })),
  enabled: computed(() => id.value !== ''),
})
const before = computed(() =>
  client.value?.sittings
    .filter((s) => s.id !== saved.value?.id && s.chair_at < draft.value!.day.chair_at && !s.off)
    .sort((a, b) => b.chair_at.localeCompare(a.chair_at))
    .at(0),
)
const busy = ref(false)
async function take() {
  busy.value = true
  try {
    const last = await ask(api.GET('/api/sittings/{id}', { params: { path: { id: before.value!.id } } }))
    if (props.what === 'look') change((d) => (d.look = last.plan.sitting.look))
    else change((d) => (d.day = { ...d.day, ...spent(last.plan, d.day.chair_at) }))
  } finally {
    busy.value = false
  }
}
/** spent is the course of a day, begun at another time. */
function spent(p: Plan, chair: string) {
  const day = p.sitting.day
  const by = between(day.chair_at, chair)
  const later = (at: string) => shifted(at, by)
  return {
    base_at: later(day.base_at),
    wear_until: later(day.wear_until),
    lift_at: later(day.lift_at),
    segments: day.segments?.map((s) => ({
      ...s,
      from: later(s.from),
      to: later(s.to),
      towelled_at: s.towelled_at?.map(later),
      air: undefined,
    })),
    bare: day.bare,
  }
}
</script>

<template>
  <button v-if="before" type="button" class="quiet" :disabled="busy" @click="take">
    {{ t('lastTime.as', { date: shortDate(before.chair_at) }) }}
  </button>
</template>
