<script setup lang="ts">
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import ATextarea from 'ant-design-vue/es/input/TextArea'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type Client, type ClientEdit } from '../../api/client'
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
import { clock, shortDate } from '../../parts/words'
import NewSitting from '../today/NewSitting.vue'
import CompareSkins from './CompareSkins.vue'
import EraseClient from './EraseClient.vue'

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
const theirs = ref<Client>()
watch(
  draft,
  (d) => {
    if (!d || !changed.value || !mayWrite.value) return
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
    if (id.value) take(c)
    else {
      router.replace({ name: 'client', params: { id: c.id } })
    }
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
    ? `Saved, this plans ${ahead.value === 1 ? 'the sitting' : `the ${ahead.value} sittings`} ahead anew.`
    : '',
)
function erased() {
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
    <h1>There is no such client here</h1>
    <p>It may belong to another studio.</p>
    <RouterLink :to="{ name: 'clients' }">Back to the clients</RouterLink>
  </main>
  <main v-else-if="draft">
    <header>
      <div>
        <h1>{{ client?.record.name || 'New client' }}</h1>
        <p v-if="client" class="soft">
          {{ client.skin.type }} skin<template v-if="client.skin.overlays.length"
            >, {{ client.skin.overlays.join(', ') }}</template
          >
        </p>
        <p v-else class="soft">A name, a phototype and a look at the skin are enough to plan.</p>
      </div>
      <div class="row">
        <button v-if="client" type="button" class="quiet" @click="planning = true">New sitting</button>
        <button
          v-if="mayWrite"
          type="button"
          class="go"
          :disabled="!changed || save.isPending.value"
          @click="save.mutate(draft)"
        >
          {{ client ? (changed ? 'Save' : 'Saved') : 'Add the client' }}
        </button>
      </div>
    </header>
    <NewSitting
      v-if="planning && client"
      :date="soon"
      :client="{ id: client.id, name: client.record.name ?? '' }"
      @close="planning = false"
    />
    <p v-if="!mayWrite" class="limit">An assistant reads records; an owner or an artist changes them.</p>
    <p v-if="begun" class="limit" role="status">
      You had begun a client here and not added them.
      <button type="button" class="quiet" @click="bringBack">Bring it back</button>
      <button type="button" class="quiet" @click="kept.set(null)">Let it go</button>
    </p>
    <Trouble
      v-if="waiting"
      say="The studio’s records do not answer just now. What you typed is kept here; it is saved as soon as they do."
    />
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
        <h2>Who</h2>
        <Field v-model="draft.record.name" label="Name" :fault="fault('name')" />
        <div class="three">
          <DateField v-model="draft.record.born" label="Born" clear :fault="fault('born')" />
          <Field v-model="draft.record.height_cm" label="Height, cm" type="number" :fault="fault('height_cm')" />
          <Field v-model="draft.record.weight_kg" label="Weight, kg" type="number" :fault="fault('weight_kg')" />
        </div>
        <Choices
          v-model="draft.record.phototype"
          legend="Phototype: what sun does to bare skin"
          :options="phototypes"
        />
        <Choices v-model="draft.record.sensitivity" legend="Sensitivity" :options="sensitivities" />
        <Toggles v-model="draft.record.wears" legend="Wears" :options="wears" />
        <div class="pair">
          <Tick v-model="draft.record.mature" label="Mature skin" />
          <Tick v-model="draft.record.guardian" label="Guardian present and consenting" />
        </div>
        <h2>To mind</h2>
        <Allergies v-model="draft.record.allergies" />
        <p v-if="reached" class="soft">{{ reached }}</p>
        <WordList v-model="draft.record.dislikes" label="Would rather avoid" />
        <WordList v-model="draft.record.wishes" label="Wishes" hint="Like vegan, no_alcohol, oil_free" />
        <Conditions v-model="draft.record.conditions" />
        <PersonMore :client="draft.record" :fault="fault" @change="(c) => Object.assign(draft!.record, c)" />
        <div class="field">
          <label for="notes">Notes, kept as health data</label>
          <ATextarea id="notes" v-model:value="draft.notes" :auto-size="{ minRows: 2, maxRows: 6 }" />
        </div>
      </section>
      <section class="sheet part">
        <h2>Skin, as last read</h2>
        <ZoneGrades v-model="draft.record.zones" :only="['forehead', 'cheeks']" />
      </section>
    </fieldset>
    <CompareSkins v-if="client && client.sittings.length > 1" :client="client.id" />
    <EraseClient v-if="client" :client="client" @erased="erased" />
    <section v-if="client?.sittings.length" class="sheet part">
      <h2>Sittings</h2>
      <ul class="past">
        <li v-for="s in client.sittings" :key="s.id">
          <RouterLink :to="{ name: 'prep', params: { id: s.id } }"
            >{{ shortDate(s.chair_at) }}, {{ clock(s.chair_at) }} · {{ s.title || 'Sitting' }} ·
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
