<script setup lang="ts">
import { t } from '../../i18n'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Problem } from '../../api/client'
import { useAskOnce } from '../../keep/leaving'
import { useDraft } from '../../keep/seal'
import { useMay, useMe } from '../../me'
import DateField from '../../parts/fields/DateField.vue'
import Pick from '../../parts/fields/Pick.vue'
import ClockField from '../../parts/fields/ClockField.vue'
import Field from '../../parts/Field.vue'
import Faults from '../../parts/Faults.vue'
import Trouble from '../../parts/Trouble.vue'
import { onOrAfter } from '../../parts/words'

const props = defineProps<{ date: string; client?: { id: string; name: string } }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const queries = useQueryClient()
const { data: me } = useMe()
const words = ref('')
const asked = refDebounced(words, 120)
const { data: found } = useQuery({
  queryKey: ['clients', asked],
  queryFn: () => ask(api.GET('/api/clients', { params: { query: asked.value ? { q: asked.value } : {} } })),
  placeholderData: keepPreviousData,
})
const form = ref({
  client: props.client?.id,
  title: '',
  artist: me.value?.name ?? '',
  date: props.date,
  chair: '09:00',
  base: '09:40',
})
const chosen = ref(props.client)
/** clients are those found by what is typed, and the one that is chosen. */
const clients = computed(() => {
  const fresh = mayWrite.value && words.value && !found.value?.some((c) => c.name === words.value) ? words.value : ''
  return [...known.value, ...(fresh ? [{ id: added + fresh, name: t('newSitting.asNew', { name: fresh }) }] : [])]
})
// Who is not known yet is added with the sitting, by the name that was typed; the rest is asked in Intake.
const added = 'new:'
const mayWrite = useMay('keep_clients')
async function whose() {
  const id = form.value.client ?? ''
  if (!id.startsWith(added)) return id
  const name = id.slice(added.length)
  const c = await ask(
    api.POST('/api/clients', {
      body: {
        version: 0,
        notes: '',
        record: {
          name,
          phototype: 1,
          zones: { forehead: { oil: 1, water: 2 }, cheeks: { oil: 1, water: 2 } },
        },
      },
    }),
  )
  form.value.client = c.id
  return c.id
}
const known = computed(() => {
  const list = (found.value ?? []).map((c) => ({ id: c.id, name: c.name }))
  return chosen.value && !list.some((c) => c.id === chosen.value?.id) ? [chosen.value, ...list] : list
})
watch(
  () => [form.value.client, found.value],
  () => (chosen.value = clients.value.find((c) => c.id === form.value.client) ?? chosen.value),
)
const draft = useDraft('sitting:new:' + (props.client?.id ?? ''), form)

const begun = computed(() => !!form.value.client || form.value.title !== '')
const leadsOn = ref(false)
const add = useMutation({
  mutationFn: async () =>
    ask(
      api.POST('/api/sittings', {
        body: {
          client_id: await whose(),
          title: form.value.title,
          artist: form.value.artist,
          chair_at: `${form.value.date}T${form.value.chair}`,
          base_at: onOrAfter(form.value.date, form.value.base, form.value.chair),
        },
      }),
    ),
  onSuccess: (s) => {
    draft.done()
    leadsOn.value = true
    for (const stale of ['today', 'client', 'clients', 'skins']) queries.invalidateQueries({ queryKey: [stale] })
    queries.setQueryData(['sitting', s.id], s)
    router.push({ name: 'intake', params: { id: s.id } })
  },
})
useAskOnce(
  computed(() => begun.value && !leadsOn.value),
  t('leaving.sitting'),
)
const faults = computed(() => (add.error.value instanceof Problem ? add.error.value.faults : []))
const fault = (...ends: string[]) => faults.value.find((f) => ends.some((e) => f.location?.endsWith(e)))?.message
</script>

<template>
  <form class="new sheet" aria-labelledby="new-title" @submit.prevent="add.mutate()">
    <h2 id="new-title">{{ t('common.newSitting') }}</h2>
    <div class="grid">
      <Pick
        v-model="form.client"
        class="wide"
        :label="t('common.client2')"
        find
        elsewhere
        :placeholder="t('common.findByNameAllergyOr')"
        :options="clients.map((c) => ({ value: c.id, label: c.name }))"
        @typed="(w) => (words = w.trim())"
      />
      <Field v-model="form.title" :label="t('common.forWhat')" :hint="t('newSitting.thePartTheEvent')" class="wide" />
      <Pick
        v-model="form.artist"
        :label="t('common.chair')"
        :options="me?.people.map((p) => ({ value: p, label: p })) ?? []"
      />
      <DateField v-model="form.date" :label="t('common.date')" />
      <ClockField v-model="form.chair" :label="t('newSitting.inTheChairAt')" :fault="fault('chair_at')" />
      <ClockField v-model="form.base" :label="t('newSitting.baseAt')" :fault="fault('base_at')" />
    </div>
    <Faults v-if="faults.length" :faults="faults" />
    <Trouble v-else-if="add.error.value" :say="add.error.value.message" />
    <div class="row">
      <button class="go" :disabled="!form.client || !form.date || add.isPending.value">
        {{ t('newSitting.planIt') }}
      </button>
      <button type="button" class="quiet" @click="emit('close')">{{ t('newSitting.notNow') }}</button>
    </div>
  </form>
</template>

<style scoped>
.new {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(12, 1fr);
  gap: 14px 18px;
  align-items: start;
}
.wide {
  grid-column: span 6;
}
.field:not(.wide) {
  grid-column: span 2;
}
.grid > .field:nth-child(3),
.grid > .field:nth-child(4) {
  grid-column: span 4;
}
.row {
  display: flex;
  gap: 10px;
}
@media (max-width: 700px) {
  .grid {
    grid-template-columns: minmax(0, 1fr);
  }
  .grid > * {
    grid-column: 1 / -1 !important;
  }
}
</style>
