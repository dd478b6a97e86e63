<script setup lang="ts">
// BagCard is the touch-ups of one sitting on the phone of whoever carries the bag: what is next, when, and whether
// it is done. A link opens it, and it shows nothing else.
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, Problem } from '../../api/client'
import { t } from '../../i18n'
import Trouble from '../../parts/Trouble.vue'
import { clock, minutes } from '../../parts/words'

const token = String(useRoute().params.token)
const path = { path: { token } }
const queries = useQueryClient()
const { data, error, dataUpdatedAt } = useQuery({
  queryKey: ['card', token],
  queryFn: () => ask(api.GET('/api/card/{token}', { params: path })),
  refetchInterval: 20_000,
})
const now = ref(Date.now())
useIntervalFn(() => (now.value = Date.now()), 500)
const passed = computed(() => Math.max(0, (now.value - dataUpdatedAt.value) / 1000))
const next = computed(() => data.value?.stops.find((s) => !s.done))
const rest = computed(() => data.value?.stops.filter((s) => s !== next.value) ?? [])
const left = computed(() => (next.value ? next.value.in_s - passed.value : 0))
const trouble = ref('')
async function say(id: string, done: boolean) {
  trouble.value = ''
  try {
    await ask(api.POST('/api/card/{token}', { params: path, body: { id, done } }))
  } catch (e) {
    if (!(e instanceof Problem)) throw e
    trouble.value = e.message
  }
  await queries.invalidateQueries({ queryKey: ['card', token] })
}
</script>

<template>
  <main class="card">
    <h1>{{ t('card.touchUps') }}</h1>
    <Trouble v-if="trouble || (error && !data)" :say="trouble || error?.message" />
    <template v-if="data">
      <section v-if="next" class="next">
        <p class="when">
          <b>{{ clock(next.at) }}</b>
          {{
            left > 30
              ? t('card.in', { time: minutes(left) })
              : left > -60
                ? t('card.now')
                : t('card.late', { time: minutes(left) })
          }}
        </p>
        <p v-for="d in next.do" :key="d">{{ d }}</p>
        <button type="button" class="go" @click="say(next.id, true)">{{ t('chair.done') }}</button>
      </section>
      <p v-else class="when">{{ t('card.allDone') }}</p>
      <ul>
        <li v-for="s in rest" :key="s.id" :class="{ done: s.done }">
          <span>{{ clock(s.at) }} {{ s.done ? t('card.done') : s.do[0] }}</span>
          <button v-if="s.done" type="button" @click="say(s.id, false)">{{ t('card.notDone') }}</button>
        </li>
      </ul>
      <p class="soft">{{ t('card.care') }}</p>
    </template>
  </main>
</template>

<style scoped>
.card {
  max-width: 620px;
  margin: 0 auto;
  padding: 18px 16px 28px;
  display: grid;
  gap: 16px;
  font-size: 20px;
  line-height: 1.35;
}
.next {
  background: var(--cloth);
  padding: 16px 18px 18px;
  display: grid;
  gap: 10px;
}
.when {
  font-size: 24px;
}
.when b {
  font-size: 44px;
  margin-right: 12px;
}
.go {
  min-height: 84px;
  font-size: 27px;
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
  gap: 12px;
  min-height: 68px;
  border-bottom: 1px solid var(--fold);
}
li.done span {
  color: var(--glaze);
}
li button {
  min-height: 64px;
  padding: 0 16px;
  border: 2px solid var(--edge);
  background: none;
  color: var(--ink);
  font-size: 18px;
  flex: none;
}
</style>
