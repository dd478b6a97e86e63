<script setup lang="ts">
// DayMore is what few days have: bare skin beyond the neck, somewhere to go afterwards, what is booked before, makeup
// that is on already, and slips to be put right.
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import Field from '../../parts/Field.vue'
import Fold from '../../parts/Fold.vue'
import DateField from '../../parts/fields/DateField.vue'
import ClockField from '../../parts/fields/ClockField.vue'
import Pick from '../../parts/fields/Pick.vue'
import Tick from '../../parts/fields/Tick.vue'
import Toggles from '../../parts/Toggles.vue'
import { useWords } from '../../parts/catalogue'
import { clock, listed, plain, sentence, zones } from '../../parts/words'
import HourFold from './HourFold.vue'
import { useTheSitting } from './useSitting'

const props = defineProps<{ on: (time: string) => string }>()
const { draft, change, fault } = useTheSitting()
const { list } = useWords()
const day = computed(() => draft.value!.day)
const body = list('body')
const kinds = list('booked')
const places = zones.map((z) => ({ value: z as string, label: sentence(plain(z)) }))
const anywhere = [{ value: '', label: t('common.theWholeClient') }, ...places]
const left = computed(() => {
  const told = Object.entries(draft.value!.client.zones).filter(([, g]) => g.today === 'leave' || g.marks?.length)
  return places.filter((p) => told.some(([z]) => z === p.value) || day.value.already_on?.includes(p.value))
})

function book(i: number, b: Partial<Schemas['DayBooked']>) {
  change((d) => {
    d.day.planned = (d.day.planned ?? []).map((x, j) => (i === j ? { ...x, ...b } : x))
    for (const x of d.day.planned) if (!x.zone) delete x.zone
  })
}
function put(i: number, r: Partial<Schemas['DayRepair']>) {
  change((d) => {
    d.day.repairs = (d.day.repairs ?? []).map((x, j) => (i === j ? { ...x, ...r } : x))
    for (const x of d.day.repairs) if (!x.item) delete x.item
  })
}
const drop = (key: 'planned' | 'repairs', i: number) =>
  change((d) => {
    d.day[key]?.splice(i, 1)
    if (!d.day[key]?.length) delete d.day[key]
  })
const bare = computed(() => listed((day.value.bare ?? []).map((z) => plain(z))))
const booked = computed(() => listed((day.value.planned ?? []).map((b) => plain(b.kind))))
const slips = computed(() =>
  listed((day.value.repairs ?? []).map((r) => t('dayMore.at', { zone: plain(r.zone), at: clock(r.at) }))),
)
</script>

<template>
  <div v-if="draft">
    <Fold :title="t('dayMore.bareSkinBeyondTheNeck')" :says="bare">
      <Toggles
        :legend="t('dayMore.showsToday')"
        :options="body"
        :model-value="day.bare ?? []"
        @update:model-value="(v) => change((d) => (d.day.bare = v.length ? v : undefined))"
      />
    </Fold>
    <HourFold
      :title="t('dayMore.offInAHurry')"
      before="off by"
      :label="t('dayMore.offBy')"
      :undo="t('dayMore.noHurry')"
      :at="day.lift_by"
      :fault="fault('day.lift_by')"
      @set="(v) => change((d) => (d.day.lift_by = v ? props.on(v) : undefined))"
    >
      {{ t('dayMore.whatIsGivenUpFor') }}
    </HourFold>
    <HourFold
      :title="t('dayMore.goesOutOnceItIs')"
      before="at"
      :label="t('dayMore.leavesAt')"
      :undo="t('dayMore.staysIn')"
      :at="day.leaves_at"
      :fault="fault('day.leaves_at')"
      @set="(v) => change((d) => (d.day.leaves_at = v ? props.on(v) : undefined))"
    >
      {{ t('dayMore.byDaylightTheNightEnds') }}
    </HourFold>
    <Fold :title="t('dayMore.bookedBeforeTheDay')" :says="booked">
      <div v-for="(b, i) in day.planned ?? []" :key="i" class="row">
        <Pick
          :label="t('common.what')"
          find
          :model-value="b.kind"
          :options="kinds"
          :fault="fault(`day.planned[${i}].kind`)"
          @update:model-value="(v) => book(i, { kind: v })"
        />
        <Pick
          :label="t('common.where')"
          :model-value="b.zone ?? ''"
          :options="anywhere"
          :fault="fault(`day.planned[${i}].zone`)"
          @update:model-value="(v) => book(i, { zone: v })"
        />
        <DateField
          :label="t('common.on')"
          :model-value="b.on"
          :fault="fault(`day.planned[${i}].on`)"
          @update:model-value="(v) => book(i, { on: v })"
        />
        <button
          type="button"
          class="quiet"
          :aria-label="t('dayMore.takeAway', { kind: plain(b.kind) })"
          @click="drop('planned', i)"
        >
          ×
        </button>
      </div>
      <button
        type="button"
        class="quiet"
        @click="change((d) => (d.day.planned = [...(d.day.planned ?? []), { kind: 'waxed', on: d.day.date }]))"
      >
        {{ t('dayMore.addWhatIsBooked') }}
      </button>
    </Fold>
    <Fold :title="t('dayMore.aSlipPutRightWhile')" :says="slips">
      <div v-for="(r, i) in day.repairs ?? []" :key="i" class="row">
        <ClockField
          :label="t('common.at')"
          :model-value="clock(r.at)"
          :fault="fault(`day.repairs[${i}].at`)"
          @update:model-value="(v) => put(i, { at: props.on(v) })"
        />
        <Pick
          :label="t('common.where')"
          :model-value="r.zone"
          :options="places"
          :fault="fault(`day.repairs[${i}].zone`)"
          @update:model-value="(v) => put(i, { zone: v })"
        />
        <Field
          :label="t('dayMore.whatSlipped')"
          :hint="t('dayMore.emptyForTheWholeZone')"
          :model-value="r.item"
          :fault="fault(`day.repairs[${i}].item`)"
          @update:model-value="(v) => put(i, { item: String(v ?? '') })"
        />
        <button
          type="button"
          class="quiet"
          :aria-label="t('dayMore.takeAway2', { zone: plain(r.zone) })"
          @click="drop('repairs', i)"
        >
          ×
        </button>
      </div>
      <button
        type="button"
        class="quiet"
        @click="change((d) => (d.day.repairs = [...(d.day.repairs ?? []), { at: d.day.base_at, zone: 'under_eyes' }]))"
      >
        {{ t('dayMore.addASlip') }}
      </button>
    </Fold>
    <Fold
      v-if="left.length"
      :title="t('dayMore.makeupThatIsOnAlthough')"
      :says="listed((day.already_on ?? []).map((z) => plain(z)))"
    >
      <Toggles
        :legend="t('dayMore.alreadyOn')"
        :options="left"
        :model-value="day.already_on ?? []"
        @update:model-value="(v) => change((d) => (d.day.already_on = v.length ? v : undefined))"
      />
    </Fold>
    <Tick
      :label="t('dayMore.aFanRunsAtThe')"
      :model-value="day.air?.fan ?? false"
      @update:model-value="(v) => change((d) => (d.day.air = { ...d.day.air, fan: v || undefined }))"
    />
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr)) 44px;
  gap: 8px 12px;
  align-items: start;
  width: 100%;
}
.row .quiet {
  padding: 0;
  margin-top: 24px;
}
@media (max-width: 700px) {
  .row {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
