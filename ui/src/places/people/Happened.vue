<script setup lang="ts">
import { useInfiniteQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import { moment, sentence } from '../../parts/words'

// Happened is who did what, the latest first: sign-ins, people, every reading of a client.
const page = 100
const { data, fetchNextPage, hasNextPage } = useInfiniteQuery({
  queryKey: ['trail'],
  queryFn: ({ pageParam }) => ask(api.GET('/api/trail', { params: { query: { before: pageParam } } })),
  initialPageParam: 0,
  getNextPageParam: (last) => (last.length === page ? last[last.length - 1]!.id : undefined),
})
const list = computed(() => data.value?.pages.flat() ?? [])
</script>

<template>
  <section class="sheet trail" aria-labelledby="trail-title">
    <h2 id="trail-title">What happened</h2>
    <div class="roll" tabindex="0" role="region" aria-label="The list of what happened">
      <table>
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>About</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="h in list" :key="h.id">
            <td>{{ moment(h.at) }}</td>
            <td>{{ h.by }}</td>
            <td>{{ sentence(h.act) }}</td>
            <td>{{ h.client || h.about || (h.client_id ? 'a client since erased' : '') }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="hasNextPage" type="button" class="quiet" @click="fetchNextPage()">Earlier</button>
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
  background: var(--sheet, #fff);
}
th,
td {
  padding: 7px 14px 7px 0;
  border-bottom: 1px solid var(--fold);
  vertical-align: top;
}
</style>
