<script setup lang="ts">
// Learned is what the sittings of a client taught, each with what it was learned from, and a way to forget it.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { api, ask } from '../../api/client'
import { t } from '../../i18n'
import { useMay } from '../../me'
import Trouble from '../../parts/Trouble.vue'
import TrendsSheet from './Trends.vue'

const props = defineProps<{ client: string; trends?: boolean }>()
const may = useMay('keep_clients')
const queries = useQueryClient()
const params = { path: { id: props.client } }
const { data } = useQuery({
  queryKey: ['learned', props.client],
  queryFn: () => ask(api.GET('/api/clients/{id}/learned', { params })),
})
const reset = useMutation({
  mutationFn: (key: string) => ask(api.POST('/api/clients/{id}/learned/reset', { params, body: { key } })),
  onSuccess: (d) => queries.setQueryData(['learned', props.client], d),
})
</script>

<template>
  <section class="sheet learned" aria-labelledby="learned-title">
    <h2 id="learned-title">{{ t('log.learned') }}</h2>
    <p v-if="data && !data.learned.from.length" class="soft">{{ t('log.nothingLearned') }}</p>
    <ul v-else>
      <li v-for="f in data?.learned.from ?? []" :key="f.key">
        <span>{{ f.say }}</span>
        <button
          v-if="may"
          type="button"
          class="quiet"
          :aria-label="t('log.forgetThat', { what: f.say })"
          @click="reset.mutate(f.key)"
        >
          {{ t('log.forget') }}
        </button>
      </li>
    </ul>
    <p v-for="s in data?.learned.says ?? []" :key="s" class="soft">{{ s }}</p>
    <p v-if="data?.learned.from.length" class="soft">{{ t('log.nextPlan') }}</p>
    <Trouble v-if="reset.error.value" :say="reset.error.value.message" />
  </section>
  <TrendsSheet v-if="trends && data" :past="data.past" />
</template>

<style scoped>
.learned {
  padding: 16px 20px 20px;
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  border-bottom: 1px solid var(--fold);
  min-height: 52px;
}
li .quiet {
  flex: none;
}
</style>
