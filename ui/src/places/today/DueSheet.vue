<script setup lang="ts">
// DueSheet is what the studio has to see to beside the day's sittings: how past ones wore, skin tests, what runs out
// or goes out of date, and what to wash.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask, type Problem, type SittingLine } from '../../api/client'
import { t } from '../../i18n'
import { figure, shortDate } from '../../i18n/format'
import Trouble from '../../parts/Trouble.vue'

defineProps<{ wear: SittingLine[] }>()
const queries = useQueryClient()
const { data: due } = useQuery({ queryKey: ['due'], queryFn: () => ask(api.GET('/api/due')) })
const washed = useMutation<unknown, Problem, string>({
  mutationFn: (id) => ask(api.POST('/api/kit/{id}/washed', { params: { path: { id } } })),
  onSuccess: () => Promise.all(['due', 'kit'].map((k) => queries.invalidateQueries({ queryKey: [k] }))),
})
/** kit is what of the kit is to be seen to: each product once, out of date before running out. */
const kit = computed(() => [
  ...(due.value?.stale ?? []).map((l) => ({ ...l, says: t('restock.until', { date: shortDate(l.until) }) })),
  ...(due.value?.short ?? []).map((l) => ({
    ...l,
    says: l.pieces
      ? t('restock.pieces', { needs: l.needs, has: l.has })
      : t('restock.grams', { needs: figure(l.needs, 1), has: figure(l.has, 1) }),
  })),
])
</script>

<template>
  <section
    v-if="wear.length || due?.tests.length || kit.length || due?.wash.length"
    class="due sheet"
    :aria-label="t('due.title')"
  >
    <template v-if="wear.length">
      <h2>{{ t('today.howDidTheyWear') }}</h2>
      <ul>
        <li v-for="s in wear" :key="s.id">
          <RouterLink :to="{ name: 'log', params: { id: s.id } }">{{ s.client }}</RouterLink>
          <span class="soft">{{ shortDate(s.chair_at) }} · {{ s.title }}</span>
        </li>
      </ul>
    </template>
    <template v-if="due?.tests.length">
      <h2>{{ t('due.tests') }}</h2>
      <ul>
        <li v-for="d in due.tests" :key="d.sitting_id">
          <RouterLink :to="{ name: 'prep', params: { id: d.sitting_id } }">{{ d.client }}</RouterLink>
          <span class="soft">{{ t('due.testBy', { by: shortDate(d.by), at: shortDate(d.at) }) }} {{ d.say }}</span>
        </li>
      </ul>
    </template>
    <template v-if="due?.wash.length">
      <h2>{{ t('due.wash') }}</h2>
      <ul>
        <li v-for="d in due.wash" :key="d.product" class="two">
          <span>{{ d.name }} × {{ d.pieces }}</span>
          <button type="button" class="quiet" @click="washed.mutate(d.product)">{{ t('due.washed') }}</button>
        </li>
      </ul>
      <Trouble v-if="washed.error.value" :say="washed.error.value.message" />
    </template>
    <template v-if="kit.length">
      <h2>{{ t('due.kit') }}</h2>
      <ul>
        <li v-for="l in kit" :key="l.product + l.says">
          <RouterLink :to="{ name: 'kit', query: { open: l.product } }">{{ l.name }}</RouterLink>
          <span class="soft">{{ l.says }}</span>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.due {
  padding: 14px 20px 16px;
}
h2:not(:first-child) {
  margin-top: 14px;
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li + li {
  border-top: 1px solid var(--fold);
}
li {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 14px;
}
a {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
}
.two {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  padding: 4px 0;
}
</style>
