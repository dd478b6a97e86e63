<script setup lang="ts">
// AskForm is the consultation, asked again at every sitting: everything on one page, changed where it changed.
import { t } from '../../i18n'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import Choices from '../../parts/Choices.vue'
import Allergies from '../../parts/Allergies.vue'
import Conditions from '../../parts/Conditions.vue'
import PersonMore from '../../parts/PersonMore.vue'
import Tick from '../../parts/fields/Tick.vue'
import Toggles from '../../parts/Toggles.vue'
import Trouble from '../../parts/Trouble.vue'
import WordList from '../../parts/WordList.vue'
import { useWords } from '../../parts/catalogue'
import { useMay } from '../../me'
import { clock, listed, plain, sentence } from '../../parts/words'
import { shortDate } from '../../i18n/format'
import { useTheSitting } from './useSitting'

const { draft, change, plan, saved, fault } = useTheSitting()
const { list, grades } = useWords()
const phototypes = grades('phototype', 'phototype_hint')
const sensitivities = grades('sensitivity')
const mayWrite = useMay('keep_clients')
const queries = useQueryClient()
const asked = computed(() => plan.value?.sitting.asked)
const told = computed(() => plan.value?.sitting.told)
const changes = computed(() => {
  const said = (words: string[] | undefined, what: string) =>
    words?.length ? [t(what, { words: listed(words.map((w) => plain(w))) })] : []
  return (
    sentence(
      [...said(told.value?.added, 'askForm.added'), ...said(told.value?.removed, 'askForm.takenAway')].join('; '),
    ) + '.'
  )
})

// What is told at the chair is offered to the client's record.
const id = computed(() => saved.value?.client_id ?? '')
const record = useQuery({
  queryKey: ['client', id],
  queryFn: () => ask(api.GET('/api/clients/{id}', { params: { path: { id: id.value } } })),
  enabled: computed(() => id.value !== ''),
})
const news = computed(() =>
  record.data.value
    ? (draft.value?.client.allergies ?? []).filter((a) => !record.data.value?.record.allergies?.includes(a))
    : [],
)
const keep = useMutation({
  mutationFn: async () => {
    const c = await ask(api.GET('/api/clients/{id}', { params: { path: { id: id.value } } }))
    const allergies = [...new Set([...(c.record.allergies ?? []), ...news.value])]
    const body = { version: c.version, notes: c.notes, record: { ...c.record, allergies } }
    return ask(api.PUT('/api/clients/{id}', { params: { path: { id: id.value } }, body }))
  },
  onSuccess(c) {
    queries.setQueryData(['client', c.id], c)
    queries.invalidateQueries({ queryKey: ['today'] })
    queries.removeQueries({ predicate: (q) => q.queryKey[0] === 'sitting' && q.queryKey[1] !== saved.value?.id })
  },
})
const wears = list('wear')
const eyes = list('eyes')
</script>

<template>
  <template v-if="draft">
    <div class="top">
      <p v-if="asked?.at" class="done">
        <b>{{ t('askForm.askedAt', { at: clock(asked.at) }) }}</b> {{ t('askForm.by', { by: asked.by }) }}
      </p>
      <button v-else type="button" class="go" @click="change((d) => (d.asked = true))">
        {{ t('askForm.askedAllNoted') }}
      </button>
      <p class="soft">{{ t('askForm.allergiesLensesMedicinesProceduresHas') }}</p>
    </div>
    <p v-if="told" class="told" role="status">
      <b>{{
        t('askForm.changedInTheRecordBy', { at: shortDate(told.at ?? ''), at2: clock(told.at ?? ''), by: told.by })
      }}</b>
      {{ t('askForm.thisSittingWasPlannedAnew', { changes }) }}
    </p>
    <p v-if="!mayWrite" class="limit">
      {{ t('askForm.anAssistantReadsThisAn') }}
    </p>
    <fieldset class="ask" :disabled="!mayWrite">
      <Allergies
        :model-value="draft.client.allergies"
        @update:model-value="(v) => change((d) => (d.client.allergies = v))"
      />
      <div v-if="news.length && mayWrite" class="offer">
        <p>{{ t('askForm.toldHereNotYetIn', { news: listed(news.map((w) => plain(w))) }) }}</p>
        <button type="button" class="quiet" :disabled="keep.isPending.value" @click="keep.mutate()">
          {{ t('askForm.keepInTheRecord') }}
        </button>
      </div>
      <Trouble v-if="keep.error.value" :say="keep.error.value.message" />
      <Choices
        :legend="t('clientRecord.phototypeWhatSunDoesTo')"
        :options="phototypes"
        :model-value="draft.client.phototype"
        @update:model-value="(v) => v && change((d) => (d.client.phototype = v))"
      />
      <Choices
        :legend="t('clientRecord.sensitivity')"
        :options="sensitivities"
        :model-value="draft.client.sensitivity ?? 0"
        @update:model-value="(v) => change((d) => (d.client.sensitivity = v))"
      />
      <Toggles
        :legend="t('askForm.wearsToday')"
        :options="wears"
        :model-value="draft.client.wears ?? []"
        @update:model-value="(v) => change((d) => (d.client.wears = v))"
      />
      <Toggles
        :legend="t('askForm.eyes')"
        :options="eyes"
        :model-value="draft.client.eyes ?? []"
        @update:model-value="(v) => change((d) => (d.client.eyes = v))"
      />
      <Conditions
        :model-value="draft.client.conditions"
        @update:model-value="(v) => change((d) => (d.client.conditions = v))"
      />
      <PersonMore
        :client="draft.client"
        :fault="(path) => fault('client.' + path)"
        @change="(c) => change((d) => (d.client = { ...d.client, ...c }))"
      />
      <WordList
        :label="t('common.wouldRatherAvoid')"
        :model-value="draft.client.dislikes"
        @update:model-value="(v) => change((d) => (d.client.dislikes = v))"
      />
      <WordList
        :label="t('common.wishes')"
        :hint="t('common.likeVeganNoAlcoholOil')"
        :model-value="draft.client.wishes"
        @update:model-value="(v) => change((d) => (d.client.wishes = v))"
      />
      <Tick
        :label="t('common.guardianPresentAndConsenting')"
        :model-value="draft.client.guardian ?? false"
        @update:model-value="(v) => change((d) => (d.client.guardian = v))"
      />
    </fieldset>
  </template>
</template>

<style scoped>
.limit {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 10px 16px;
}
.ask {
  display: contents;
  border: 0;
}
.top {
  display: flex;
  gap: 16px;
  align-items: center;
}
.top .go {
  flex: none;
}
.done {
  color: var(--glaze);
}
.told {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 10px 14px;
}
.offer {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  justify-content: space-between;
}
@media (max-width: 700px) {
  .top {
    flex-direction: column-reverse;
    align-items: start;
    gap: 8px;
  }
}
</style>
