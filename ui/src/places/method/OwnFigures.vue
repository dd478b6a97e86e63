<script setup lang="ts">
// OwnFigures is what the log says of the working figures that checks measure, beside the book's, and the word of an
// owner on each.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask, type Problem, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import { written } from '../../i18n/format'
import Trouble from '../../parts/Trouble.vue'

defineProps<{ owner: boolean }>()
const queries = useQueryClient()
const key = ['own-figures']
const { data } = useQuery({ queryKey: key, queryFn: () => ask(api.GET('/api/house/figures')) })
const decide = useMutation<Schemas['AppOwnFigures'], Problem, { key: string; taken: boolean }>({
  mutationFn: (body) => ask(api.POST('/api/house/figures', { body })),
  onSuccess: (d) => queries.setQueryData(key, d),
})
type Figure = Schemas['AppOwnFigure']
/** as is a value as the figure is spoken of: shares in per cent. */
const as = (f: Figure, v: number) =>
  f.unit === 'share' ? t('ownFigures.percent', { v: written(Math.round(100 * v)) }) : written(Number(v.toPrecision(3)))
/** beside is how sure a value is, where it is at all, and what the book has. */
const beside = (f: Figure) =>
  (f.enough ? ' ' + t('ownFigures.between', { low: as(f, f.low), high: as(f, f.high) }) : '') +
  ', ' +
  t('ownFigures.book', { book: as(f, f.book) })
const verdict = (f: Figure) =>
  !f.enough ? t('ownFigures.tooLittle') : t(f.differs ? 'ownFigures.differs' : 'ownFigures.same')
const state = (f: Figure) =>
  f.said &&
  t(f.said.taken ? 'ownFigures.takenBy' : 'ownFigures.declinedBy', { by: f.said.by, value: as(f, f.said.value) })
const list = computed(() => data.value?.figures ?? [])
</script>

<template>
  <section class="own" aria-labelledby="own-title">
    <h2 id="own-title">{{ t('ownFigures.title') }}</h2>
    <p class="soft">{{ t(list.length ? 'ownFigures.says' : 'ownFigures.none') }}</p>
    <p v-if="data?.waiting" class="soft" role="status">{{ t('ownFigures.waiting', { n: data.waiting }) }}</p>
    <Trouble v-if="decide.error.value" :say="decide.error.value.message" />
    <ul v-if="list.length">
      <li v-for="f in list" :key="f.key">
        <div>
          <b>{{ f.name }}</b>{{ ' ' }}<span class="soft">{{ f.unit === 'share' ? '' : f.unit }}</span>
        </div>
        <p>
          <component :is="f.enough ? 'b' : 'span'">{{ as(f, f.value) }}</component>{{ beside(f) }}
        </p>
        <p class="soft">
          {{ t('ownFigures.seen', { seen: f.seen, clients: f.clients })
          }}{{ f.enough ? ', ' + t('ownFigures.spread', { spread: written(f.spread.toFixed(2)) }) : '' }}.
          {{ verdict(f) }}
          <b v-if="f.said">{{ state(f) }}</b>
        </p>
        <div v-if="owner && (f.enough || f.said?.taken)" class="row">
          <button
            v-if="f.enough"
            type="button"
            class="quiet"
            :aria-label="t('ownFigures.take') + ': ' + f.name"
            @click="decide.mutate({ key: f.key, taken: true })"
          >
            {{ t('ownFigures.take') }}
          </button>
          <button
            type="button"
            class="quiet"
            :aria-label="t('ownFigures.keepBook') + ': ' + f.name"
            @click="decide.mutate({ key: f.key, taken: false })"
          >
            {{ t('ownFigures.keepBook') }}
          </button>
        </div>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.own {
  padding: 14px 20px 18px;
  border-bottom: 1px solid var(--fold);
  display: grid;
  gap: 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1.1fr) minmax(0, 1.6fr) auto;
  gap: 4px 20px;
  align-items: center;
  min-height: 60px;
  padding: 8px 0;
  border-top: 1px solid var(--fold);
}
.row {
  display: flex;
  gap: 8px;
}
@media (max-width: 1000px) {
  li {
    grid-template-columns: minmax(0, 1fr);
  }
  .row {
    flex-wrap: wrap;
  }
}
</style>
