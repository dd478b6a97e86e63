<script setup lang="ts">
import { i18n, t } from '../../i18n'
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import { sentence } from '../../parts/words'
import { moment } from '../../i18n/format'

// Happened is who did what, the latest first: sign-ins, people, every reading of a client.
const page = 100
const { data, fetchNextPage, hasNextPage } = useInfiniteQuery({
  queryKey: ['trail'],
  queryFn: ({ pageParam }) => ask(api.GET('/api/trail', { params: { query: { before: pageParam } } })),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.length === page ? last[last.length - 1]!.id : undefined),
})
/** said is what was done, in words; what an earlier version wrote stays as it wrote it. */
function said(act: string) {
  const key = 'acts.' + act.replaceAll(/\W+/g, '_')
  return i18n.global.te(key) ? t(key) : act
}
const list = computed(() => data.value?.pages.flat() ?? [])
</script>

<template>
  <section class="sheet trail" aria-labelledby="trail-title">
    <h2 id="trail-title">{{ t('happened.whatHappened') }}</h2>
    <div class="roll" tabindex="0" role="region" :aria-label="t('happened.theListOfWhatHappened')">
      <table>
        <thead>
          <tr>
            <th>{{ t('happened.when') }}</th>
            <th>{{ t('common.who') }}</th>
            <th>{{ t('common.what') }}</th>
            <th>{{ t('happened.about') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="h in list" :key="h.id">
            <td>{{ moment(h.at) }}</td>
            <td>{{ h.by }}</td>
            <td>{{ sentence(said(h.act)) }}</td>
            <td>{{ h.client || h.about || (h.client_id ? t('happened.aClientSinceErased') : '') }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="hasNextPage" type="button" class="quiet" @click="fetchNextPage()">
        {{ t('happened.earlier') }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.trail {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
}
.roll {
  max-height: 420px;
  overflow: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  position: sticky;
  top: 0;
  background: var(--cloth);
}
th,
td {
  padding: 7px 14px 7px 0;
  border-bottom: 1px solid var(--fold);
  vertical-align: top;
}
</style>
