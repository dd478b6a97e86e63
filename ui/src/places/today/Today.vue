<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type SittingLine } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import { clock, longDate, minutes } from '../../parts/words'
import DayLine from './DayLine.vue'

// Its pickers are not needed to see the day.
const NewSitting = defineAsyncComponent(() => import('./NewSitting.vue'))

const route = useRoute()
const router = useRouter()
const on = computed(() => (typeof route.query.on === 'string' ? route.query.on : ''))
const { data: day, failureReason } = useQuery({
  queryKey: ['today', on],
  queryFn: () => ask(api.GET('/api/today', { params: { query: on.value ? { on: on.value } : {} } })),
  refetchInterval: 30_000,
})
const away = computed(() => failureReason.value instanceof Problem && failureReason.value.away)
const adding = ref(false)
watch(
  () => route.query.new,
  (n) => (adding.value ||= n === '1'),
  { immediate: true },
)

// A day without sittings leads to the nearest one that has some.
watch(day, (d) => {
  if (d && !on.value && d.sittings.length === 0 && d.next) router.replace({ query: { ...route.query, on: d.next } })
})

const isToday = computed(() => day.value?.date === day.value?.today)
const chairs = computed(() => [...new Set(day.value?.sittings.map((s) => s.artist || 'No chair yet'))].sort())
const next = computed(() => day.value?.sittings.find((s) => !isToday.value || s.base_at > day.value!.now))

function verdict(s: SittingLine) {
  if (s.told) return { word: 'allergies changed: ask again', kind: 'stop' }
  if (s.stops) return { word: s.stops === 1 ? 'one stop to settle' : `${s.stops} stops to settle`, kind: 'stop' }
  if (s.slack_s < 0) return { word: `${minutes(s.slack_s)} missing`, kind: 'stop' }
  if (s.cautions) return { word: s.cautions === 1 ? 'one caution' : `${s.cautions} cautions`, kind: 'caution' }
  return { word: 'nothing against it', kind: 'clear' }
}

function move(by: number) {
  if (!day.value) return
  const t = new Date(day.value.date + 'T00:00Z')
  t.setUTCDate(t.getUTCDate() + by)
  router.push({ query: { on: t.toISOString().slice(0, 10) } })
}
</script>

<template>
  <main>
    <header>
      <div>
        <h1>{{ day ? longDate(day.date) : 'Today' }}</h1>
        <p class="soft">
          <template v-if="day && isToday">Today, {{ clock(day.now) }}</template>
          <template v-else-if="day"
            >Nothing stands on today’s page, {{ longDate(day.today) }}; this is the day with sittings.</template
          >
        </p>
      </div>
      <div class="turn">
        <button type="button" class="quiet" aria-label="The day before" @click="move(-1)">‹</button>
        <button type="button" class="quiet" @click="router.push({ query: { on: day?.today } })">Today</button>
        <button type="button" class="quiet" aria-label="The day after" @click="move(1)">›</button>
        <button type="button" class="go" @click="adding = true">New sitting</button>
      </div>
    </header>
    <Trouble
      v-if="away"
      say="The studio’s records do not answer just now. What you see is the last that came; this tries again by itself."
    />
    <NewSitting v-if="adding" :date="day?.date ?? ''" @close="adding = false" />

    <template v-if="day && day.sittings.length">
      <DayLine :sittings="day.sittings" :chairs="chairs" :now="isToday ? day.now : ''" />
      <ol class="list sheet" aria-label="Sittings of the day">
        <li v-for="s in day.sittings" :key="s.id" :class="{ next: s.id === next?.id }">
          <RouterLink :to="{ name: 'prep', params: { id: s.id } }">
            <span class="when">{{ clock(s.chair_at) }}</span>
            <span class="who"
              ><b>{{ s.client }}</b
              ><span>{{ s.title }}</span></span
            >
            <span class="skin"
              >{{ s.skin }} skin<span class="soft">{{ s.artist || 'no chair yet' }}</span></span
            >
            <span class="ready"
              >ready {{ clock(s.ready_at) }}<span class="soft">base {{ clock(s.base_at) }}</span></span
            >
            <span class="slack" :class="{ short: s.slack_s < 0 }"
              >{{ minutes(s.slack_s) }}<span>{{ s.slack_s < 0 ? 'missing' : 'in hand' }}</span></span
            >
            <span class="verdict" :class="verdict(s).kind">{{ verdict(s).word }}</span>
          </RouterLink>
        </li>
      </ol>
    </template>
    <section v-else-if="day" class="none">
      <h2>No sittings on this day</h2>
      <p>Plan one with <b>New sitting</b>, or open a client and start from there.</p>
      <RouterLink v-if="day.next" :to="{ query: { on: day.next } }">Go to {{ longDate(day.next) }}</RouterLink>
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
  align-items: start;
  gap: 20px;
}
.turn {
  display: flex;
  gap: 8px;
}
.list {
  list-style: none;
  margin: 0;
  padding: 0;
}
.list li {
  border-bottom: 1px solid var(--fold);
}
.list a {
  display: grid;
  grid-template-columns: 76px minmax(0, 1.6fr) minmax(0, 1fr) 130px 130px 170px;
  gap: 16px;
  align-items: center;
  padding: 11px 18px 11px 14px;
  min-height: 72px;
  color: var(--ink);
  text-decoration: none;
  border-left: 6px solid transparent;
}
.list a:hover {
  background: #fff;
}
.list li.next a {
  border-left-color: var(--copper);
  background: var(--warm);
}
.when {
  font: 500 26px/1 var(--serif);
}
.who b {
  font-size: 18px;
  display: block;
}
.skin span,
.ready span,
.slack span {
  display: block;
  font-size: 15px;
  font-weight: 400;
}
.slack {
  color: var(--glaze);
  font-weight: 650;
  font-size: 17px;
}
.slack.short {
  color: var(--madder);
}
.verdict {
  font-size: 15px;
  padding-left: 12px;
  border-left: 3px solid var(--fold);
}
.verdict.stop {
  color: var(--madder);
  font-weight: 700;
  border-color: var(--madder);
}
.verdict.caution {
  color: var(--ochre);
  font-weight: 650;
  border-color: var(--ochre);
}
.none {
  padding: 60px 0;
  display: grid;
  gap: 10px;
  justify-items: start;
}
@media (max-width: 700px) {
  .list a {
    grid-template-columns: 64px minmax(0, 1fr);
  }
  .list a > :nth-child(n + 3) {
    grid-column: 2;
    text-align: left;
  }
}
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
    gap: 10px;
  }
}
</style>
