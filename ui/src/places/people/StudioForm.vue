<script setup lang="ts">
// StudioForm is what the studio is called, where it is, and how it writes, pays and calls for help.
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type Me, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import { ways } from '../../i18n/format'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'
import Pick from '../../parts/fields/Pick.vue'

const props = defineProps<{ me: Me }>()
const emit = defineEmits<{ saved: [] }>()
const queries = useQueryClient()
type Studio = Schemas['AppStudio']
const of = (me: Me): Studio => ({
  name: me.studio,
  timezone: me.timezone,
  place: { ...me.place },
  region: me.region,
  currency: me.currency,
  emergency: me.emergency,
})
const draft = ref(of(props.me))
watch(
  () => props.me,
  (me, was) => {
    if (JSON.stringify(draft.value) === JSON.stringify(of(was))) draft.value = of(me)
  },
)
const number = (v: unknown) => Number(v ?? 0)
const save = useMutation({
  mutationFn: () =>
    ask(
      api.PUT('/api/studio', {
        body: {
          ...draft.value,
          place: {
            lat: number(draft.value.place.lat),
            lon: number(draft.value.place.lon),
            height_m: number(draft.value.place.height_m),
          },
        },
      }),
    ),
  onSuccess(me) {
    queries.setQueryData(['me'], me)
    queries.invalidateQueries({ queryKey: ['trail'] })
    ways(me)
    draft.value = of(me)
    emit('saved')
  },
})
const zones = computed(() => Intl.supportedValuesOf('timeZone').map((z) => ({ value: z, label: z })))
const called = (code: string, type: 'region' | 'currency' | 'language') =>
  new Intl.DisplayNames([document.documentElement.lang], { type }).of(code) ?? code
const regions = computed(() =>
  ['en-GB', 'en-IE', 'en-US', 'en-CA', 'en-AU', 'es-ES', 'es-MX', 'fr-FR', 'fr-CA', 'de-DE', 'it-IT', 'pt-PT', 'nl-NL']
    .map((r) => ({ value: r, label: `${called(r.slice(3), 'region')} (${called(r.slice(0, 2), 'language')})` }))
    .sort((a, b) => a.label.localeCompare(b.label)),
)
const currencies = computed(() =>
  ['EUR', 'GBP', 'USD', 'CAD', 'AUD', 'MXN', 'CHF', 'SEK', 'NOK', 'DKK', 'PLN', 'BRL', 'JPY']
    .map((c) => ({ value: c, label: `${called(c, 'currency')} (${c})` }))
    .sort((a, b) => a.label.localeCompare(b.label)),
)
/** here takes the zone of this device, which is where most studios begin. */
const device = Intl.DateTimeFormat().resolvedOptions().timeZone
const fault = (field: string) =>
  save.error.value instanceof Problem ? save.error.value.faults.find((f) => f.location === field)?.message : undefined
</script>

<template>
  <form class="studio" @submit.prevent="save.mutate()">
    <div class="grid">
      <Field v-model="draft.name" :label="t('studioForm.name')" :fault="fault('name')" />
      <Pick
        v-model="draft.timezone"
        :label="t('studioForm.timezone')"
        find
        :options="zones"
        :fault="fault('timezone')"
      />
      <Pick v-model="draft.region" :label="t('studioForm.region')" find :options="regions" :fault="fault('region')" />
      <Pick
        v-model="draft.currency"
        :label="t('studioForm.currency')"
        find
        :options="currencies"
        :fault="fault('currency')"
      />
      <Field
        v-model="draft.place.lat"
        :label="t('studioForm.latitude')"
        type="number"
        :hint="t('studioForm.latitudeHint')"
        :fault="fault('place.lat')"
      />
      <Field
        v-model="draft.place.lon"
        :label="t('studioForm.longitude')"
        type="number"
        :hint="t('studioForm.longitudeHint')"
        :fault="fault('place.lon')"
      />
      <Field
        v-model="draft.place.height_m"
        :label="t('studioForm.height')"
        type="number"
        :fault="fault('place.height_m')"
      />
      <Field
        v-model="draft.emergency"
        :label="t('studioForm.emergency')"
        :hint="t('studioForm.emergencyHint')"
        :fault="fault('emergency')"
      />
    </div>
    <Trouble
      v-if="save.error.value instanceof Problem && !save.error.value.faults.length"
      :say="save.error.value.message"
    />
    <div class="row">
      <button class="go" :disabled="save.isPending.value || JSON.stringify(draft) === JSON.stringify(of(me))">
        {{ t('common.save') }}
      </button>
      <button v-if="draft.timezone !== device" type="button" class="quiet" @click="draft.timezone = device">
        {{ t('studioForm.clockOfThisDevice', { zone: device }) }}
      </button>
    </div>
  </form>
</template>

<style scoped>
.studio {
  display: grid;
  gap: 14px;
  justify-items: start;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 14px 18px;
  align-items: start;
  width: 100%;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
