<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import ATextarea from 'ant-design-vue/es/input/TextArea'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Client, type ClientEdit } from '../../api/client'
import { useAskOnce } from '../../keep/leaving'
import { useSealed } from '../../keep/seal'
import { useMay } from '../../me'
import Allergies from '../../parts/Allergies.vue'
import Both from '../../parts/Both.vue'
import Choices from '../../parts/Choices.vue'
import Conditions from '../../parts/Conditions.vue'
import Field from '../../parts/Field.vue'
import PersonMore from '../../parts/PersonMore.vue'
import DateField from '../../parts/fields/DateField.vue'
import Tick from '../../parts/fields/Tick.vue'
import Toggles from '../../parts/Toggles.vue'
import Trouble from '../../parts/Trouble.vue'
import WordList from '../../parts/WordList.vue'
import ZoneGrades from '../../parts/ZoneGrades.vue'
import { useWords } from '../../parts/catalogue'
import { clock } from '../../parts/words'
import { shortDate } from '../../i18n/format'
import NewSitting from '../today/NewSitting.vue'
import Learned from '../log/Learned.vue'
import CompareSkins from './CompareSkins.vue'
import EraseClient from './EraseClient.vue'
import Incidents from './Incidents.vue'

const route = useRoute()
const router = useRouter()
const queries = useQueryClient()
const id = computed(() => (route.name === 'client' ? String(route.params.id) : ''))
const fresh = (): ClientEdit => ({
  version: 0,
  notes: '',
  record: {
    name: '',
    phototype: 2,
    sensitivity: 0,
    zones: { forehead: { oil: 1, water: 2 }, cheeks: { oil: 1, water: 2 } },
  },
})

const { data: client, failureReason } = useQuery({
  queryKey: ['client', id],
  queryFn: () => ask(api.GET('/api/clients/{id}', { params: { path: { id: id.value } } })),
  enabled: computed(() => id.value !== ''),
})
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
const gone = computed(() => failureReason.value instanceof Problem && failureReason.value.status === 404)

// What is typed outlives a reload, a stopped server and a session's end, in this window, sealed to its person. A new
// client's form opens empty: what was begun and not added is offered, not shown.
const mayWrite = useMay('keep_clients')
const kept = useSealed<ClientEdit>('client:' + (id.value || 'new'))
const draft = ref<ClientEdit | null>(id.value ? null : fresh())
const begun = computed(() => (!id.value && kept.ready.value && !typed.value ? kept.value.value : null))
const typed = ref(false)
let added = false // a new client is with the server, and the page on its way to it
const theirs = ref<Client>()
watch(
  draft,
  (d) => {
    if (!d || !changed.value || !mayWrite.value || (added && !id.value)) return
    typed.value = true
    kept.set(JSON.parse(JSON.stringify(d)))
  },
  { deep: true },
)
const bringBack = () => (draft.value = JSON.parse(JSON.stringify(begun.value)))

function take(c: Client) {
  draft.value = JSON.parse(JSON.stringify({ version: c.version, record: c.record, notes: c.notes }))
}
watch(
  [client, kept.ready],
  ([c, ready]) => {
    if (!c || !ready || draft.value) return
    if (kept.value.value) draft.value = JSON.parse(JSON.stringify(kept.value.value))
    else take(c)
  },
  { immediate: true },
)

const save = useMutation({
  mutationFn: (e: ClientEdit) => {
    const body = { ...e, record: tidy(e.record) }
    return ask(
      id.value
        ? api.PUT('/api/clients/{id}', { params: { path: { id: id.value } }, body })
        : api.POST('/api/clients', { body }),
    )
  },
  retry: (_n, e) => e instanceof Problem && e.away,
  retryDelay: 3_000,
  onSuccess: (c) => {
    theirs.value = undefined
    queries.setQueryData(['client', c.id], c)
    queries.invalidateQueries({ queryKey: ['clients'] })
    queries.invalidateQueries({ queryKey: ['today'] })
    queries.removeQueries({ queryKey: ['sitting'] }) // those ahead may be planned anew
    kept.set(null)
    added = true
    take(c)
    typed.value = false
    if (!id.value) router.replace({ name: 'client', params: { id: c.id } })
  },
  onError: (e) => {
    if (e instanceof Problem && e.status === 409) theirs.value = e.current as Client
  },
})
const waiting = computed(
  () => save.failureReason.value instanceof Problem && save.failureReason.value.away && save.isPending.value,
)
const faults = computed(() => (save.error.value instanceof Problem ? save.error.value.faults : []))
const fault = (end: string) => faults.value.find((f) => f.location === 'record.' + end)?.message

/** tidy leaves out fields that are empty, which the format wants absent. */
function tidy(r: ClientEdit['record']) {
  const t = { ...r } as Record<string, unknown>
  for (const k of ['born', 'height_cm', 'weight_kg'])
    if (t[k] === '' || t[k] === null || t[k] === undefined) delete t[k]
  for (const k of ['height_cm', 'weight_kg']) if (k in t) t[k] = Number(t[k])
  return t as ClientEdit['record']
}
/** merge keeps what was chosen of mine and of what somebody saved first. */
function merge(fields: Record<string, unknown>) {
  if (!theirs.value) return
  const { notes, ...record } = fields
  draft.value = { version: theirs.value.version, record: record as never, notes: String(notes ?? '') }
  theirs.value = undefined
  save.mutate(draft.value)
}
const changed = computed(
  () =>
    (!client.value && JSON.stringify(draft.value) !== JSON.stringify(fresh())) ||
    (client.value &&
      draft.value &&
      JSON.stringify({ r: draft.value.record, n: draft.value.notes }) !==
        JSON.stringify({ r: client.value.record, n: client.value.notes })),
)
const ahead = computed(() => client.value?.sittings.filter((s) => new Date(s.base_at) > new Date()).length ?? 0)
const told = (c?: ClientEdit['record']) => JSON.stringify(c?.allergies ?? [])
const reached = computed(() =>
  ahead.value && client.value && told(draft.value?.record) !== told(client.value.record)
    ? t('clientRecord.savedThisPlansAheadAnew', {
        ahead: ahead.value === 1 ? t('clientRecord.theSitting') : t('clientRecord.theSittings', { n: ahead.value }),
      })
    : '',
)
const erasedNow = ref(false)
useAskOnce(
  computed(() => typed.value && !!changed.value && !erasedNow.value && !save.isPending.value && mayWrite.value),
  t('leaving.record'),
)
function erased() {
  erasedNow.value = true
  kept.set(null)
  queries.removeQueries({ queryKey: ['client', id.value] })
  queries.invalidateQueries()
  router.replace({ name: 'clients' })
}
const { list, grades } = useWords()
const wears = list('wear')
const phototypes = grades('phototype', 'phototype_hint')
const sensitivities = grades('sensitivity')
const planning = ref(false)
const soon = new Date().toISOString().slice(0, 10)
</script>

<template>
  <Trouble v-if="away && !client" whole />
  <main v-else-if="gone" class="none">
    <h1>{{ t('clientRecord.thereIsNoSuchClient') }}</h1>
    <p>{{ t('common.itMayBelongToAnother') }}</p>
    <RouterLink :to="{ name: 'clients' }">{{ t('clientRecord.backToTheClients') }}</RouterLink>
  </main>
  <main v-else-if="draft">
    <header>
      <div>
        <h1>{{ client?.record.name || t('common.newClient') }}</h1>
        <p v-if="client" class="soft">
          {{ t('common.skin', { type: client.skin.type })
          }}<template v-if="client.skin.overlays.length">, {{ client.skin.overlays.join(', ') }}</template>
        </p>
        <p v-else class="soft">{{ t('clientRecord.aNameAPhototypeAnd') }}</p>
      </div>
      <div class="row">
        <button v-if="client" type="button" class="quiet" @click="planning = true">
          {{ t('common.newSitting') }}
        </button>
        <button
          v-if="mayWrite"
          type="button"
          class="go"
          :disabled="!changed || save.isPending.value"
          @click="save.mutate(draft)"
        >
          {{ client ? (changed ? t('common.save') : t('common.saved')) : t('clientRecord.addTheClient') }}
        </button>
      </div>
    </header>
    <NewSitting
      v-if="planning && client"
      :date="soon"
      :client="{ id: client.id, name: client.record.name ?? '' }"
      @close="planning = false"
    />
    <p v-if="!mayWrite" class="limit">{{ t('clientRecord.anAssistantReadsRecordsAn') }}</p>
    <p v-if="begun" class="limit" role="status">
      {{ t('clientRecord.youHadBegunAClient') }}
      <button type="button" class="quiet" @click="bringBack">{{ t('clientRecord.bringItBack') }}</button>
      <button type="button" class="quiet" @click="kept.set(null)">{{ t('clientRecord.letItGo') }}</button>
    </p>
    <Trouble v-if="waiting" :say="t('clientRecord.theStudioSRecordsDo')" />
    <Both
      v-if="theirs"
      what="client"
      :mine="{ ...draft.record, notes: draft.notes }"
      :theirs="{ ...theirs.record, notes: theirs.notes }"
      :safety="['allergies', 'conditions', 'eyes', 'wears']"
      @merged="merge"
    />
    <Trouble
      v-else-if="save.error.value && !waiting"
      :say="save.error.value.message + ' ' + faults.map((f) => `${f.location}: ${f.message}`).join('; ')"
    />

    <fieldset class="cols" :disabled="!mayWrite">
      <section class="sheet part">
        <h2>{{ t('common.who') }}</h2>
        <Field v-model="draft.record.name" :label="t('common.name')" :fault="fault('name')" />
        <div class="three">
          <DateField v-model="draft.record.born" :label="t('clientRecord.born')" clear :fault="fault('born')" />
          <Field
            v-model="draft.record.height_cm"
            :label="t('clientRecord.heightCm')"
            type="number"
            :fault="fault('height_cm')"
          />
          <Field
            v-model="draft.record.weight_kg"
            :label="t('clientRecord.weightKg')"
            type="number"
            :fault="fault('weight_kg')"
          />
        </div>
        <Choices
          v-model="draft.record.phototype"
          :legend="t('clientRecord.phototypeWhatSunDoesTo')"
          :options="phototypes"
        />
        <Choices
          :legend="t('clientRecord.sensitivity')"
          :options="sensitivities"
          :model-value="draft.record.sensitivity ?? 0"
          @update:model-value="(v) => draft && (draft.record.sensitivity = v)"
        />
        <Toggles v-model="draft.record.wears" :legend="t('clientRecord.wears')" :options="wears" />
        <div class="pair">
          <Tick v-model="draft.record.mature" :label="t('clientRecord.matureSkin')" />
          <Tick v-model="draft.record.guardian" :label="t('common.guardianPresentAndConsenting')" />
        </div>
        <h2>{{ t('clientRecord.toMind') }}</h2>
        <Allergies v-model="draft.record.allergies" />
        <p v-if="reached" class="soft">{{ reached }}</p>
        <WordList v-model="draft.record.dislikes" :label="t('common.wouldRatherAvoid')" />
        <WordList
          v-model="draft.record.wishes"
          :label="t('common.wishes')"
          :hint="t('common.likeVeganNoAlcoholOil')"
        />
        <Conditions v-model="draft.record.conditions" />
        <PersonMore :client="draft.record" :fault="fault" @change="(c) => Object.assign(draft!.record, c)" />
        <div class="field">
          <label for="notes">{{ t('clientRecord.notesKeptAsHealthData') }}</label>
          <ATextarea id="notes" v-model:value="draft.notes" :auto-size="{ minRows: 2, maxRows: 6 }" />
        </div>
      </section>
      <section class="sheet part">
        <h2>{{ t('clientRecord.skinAsLastRead') }}</h2>
        <ZoneGrades v-model="draft.record.zones" :only="['forehead', 'cheeks']" />
      </section>
    </fieldset>
    <Learned v-if="client" :key="client.id" :client="client.id" trends />
    <Incidents v-if="client" :client="client.id" />
    <CompareSkins v-if="client && client.sittings.length > 1" :client="client.id" />
    <EraseClient v-if="client" :client="client" @erased="erased" />
    <section v-if="client?.sittings.length" class="sheet part">
      <h2>{{ t('clientRecord.sittings') }}</h2>
      <ul class="past">
        <li v-for="s in client.sittings" :key="s.id">
          <RouterLink :to="{ name: 'prep', params: { id: s.id } }"
            >{{ shortDate(s.chair_at) }}, {{ clock(s.chair_at) }} · {{ s.title || t('common.sitting2') }} ·
            {{ s.artist }}</RouterLink
          >
        </li>
      </ul>
    </section>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 16px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 20px;
  align-items: start;
}
.row {
  display: flex;
  gap: 10px;
}
.cols {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 18px;
  align-items: start;
}
.part {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
}
.limit {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 10px 16px;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  min-width: 0;
}
.three {
  display: grid;
  grid-template-columns: 1.4fr 1fr 1fr;
  gap: 14px;
}
.pair {
  display: flex;
  gap: 24px;
  flex-wrap: wrap;
}
.past {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 8px;
}
.none {
  padding: 60px 28px;
  display: grid;
  gap: 10px;
}
@media (max-width: 700px) {
  .cols {
    grid-template-columns: minmax(0, 1fr);
  }
  .three {
    grid-template-columns: minmax(0, 1fr);
  }
  header {
    flex-direction: column;
    gap: 10px;
  }
}
</style>
