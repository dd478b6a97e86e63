<script setup lang="ts">
// AskForm is the consultation, asked again at every sitting: everything on one page, changed where it changed.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import Allergies from '../../parts/Allergies.vue'
import Conditions from '../../parts/Conditions.vue'
import PersonMore from '../../parts/PersonMore.vue'
import Tick from '../../parts/fields/Tick.vue'
import Toggles from '../../parts/Toggles.vue'
import Trouble from '../../parts/Trouble.vue'
import WordList from '../../parts/WordList.vue'
import { useWords } from '../../parts/catalogue'
import { useMay } from '../../me'
import { clock, names, plain, sentence, shortDate } from '../../parts/words'
import { useTheSitting } from './useSitting'

const { draft, change, plan, saved, fault } = useTheSitting()
const { list } = useWords()
const mayWrite = useMay('keep_clients')
const queries = useQueryClient()
const asked = computed(() => plan.value?.sitting.asked)
const told = computed(() => plan.value?.sitting.told)
const changes = computed(() => {
  const said = (words: string[] | undefined, what: string) =>
    words?.length ? [`${names(words.map(plain))} ${what}`] : []
  return sentence([...said(told.value?.added, 'added'), ...said(told.value?.removed, 'taken away')].join('; ')) + '.'
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
        <b>Asked at {{ clock(asked.at) }}</b> by {{ asked.by }}.
      </p>
      <button v-else type="button" class="go" @click="change((d) => (d.asked = true))">Asked, all noted</button>
      <p class="soft">Allergies, lenses, medicines, procedures: has anything changed since last time?</p>
    </div>
    <p v-if="told" class="told" role="status">
      <b>Changed in the record, {{ shortDate(told.at ?? '') }} {{ clock(told.at ?? '') }}, by {{ told.by }}.</b>
      {{ changes }}
      This sitting was planned anew; ask again.
    </p>
    <p v-if="!mayWrite" class="limit">
      An assistant reads this; an owner or an artist changes what is known of a client. The skin is yours to read.
    </p>
    <fieldset class="ask" :disabled="!mayWrite">
      <Allergies
        :model-value="draft.client.allergies"
        @update:model-value="(v) => change((d) => (d.client.allergies = v))"
      />
      <div v-if="news.length && mayWrite" class="offer">
        <p>{{ names(news.map(plain)) }}: told here, not yet in the client’s record.</p>
        <button type="button" class="quiet" :disabled="keep.isPending.value" @click="keep.mutate()">
          Keep in the record
        </button>
      </div>
      <Trouble v-if="keep.error.value" :say="keep.error.value.message" />
      <Toggles
        legend="Wears today"
        :options="wears"
        :model-value="draft.client.wears ?? []"
        @update:model-value="(v) => change((d) => (d.client.wears = v))"
      />
      <Toggles
        legend="Eyes"
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
        label="Would rather avoid"
        :model-value="draft.client.dislikes"
        @update:model-value="(v) => change((d) => (d.client.dislikes = v))"
      />
      <WordList
        label="Wishes"
        hint="Like vegan, no_alcohol, oil_free"
        :model-value="draft.client.wishes"
        @update:model-value="(v) => change((d) => (d.client.wishes = v))"
      />
      <Tick
        label="Guardian present and consenting"
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
