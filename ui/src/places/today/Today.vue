<script setup lang="ts">
import { t } from '../../i18n'
import { useQuery } from '@tanstack/vue-query'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ask, Problem, type SittingLine } from '../../api/client'
import Trouble from '../../parts/Trouble.vue'
import Choices from '../../parts/Choices.vue'
import { clock, minutes, plain, sentence } from '../../parts/words'
import { longDate, monthOf, shortDate, sundayFirst } from '../../i18n/format'
import { useMe } from '../../me'
import { vRoving } from '../../parts/roving'
import DayLine from './DayLine.vue'
import { clashesOf, later, useDays, weekOf } from './useDays'

// Its pickers are not needed to see the day.
const NewSitting = defineAsyncComponent(() => import('./NewSitting.vue'))

const WeekView = defineAsyncComponent(() => import('./WeekView.vue'))
const MonthView = defineAsyncComponent(() => import('./MonthView.vue'))
const SittingMore = defineAsyncComponent(() => import('./SittingMore.vue'))
const DueSheet = defineAsyncComponent(() => import('./DueSheet.vue'))
const FirstDay = defineAsyncComponent(() => import('./FirstDay.vue'))

const { data: me } = useMe()
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

// The demo opens on its own day and says so; otherwise today is today, and a day without sittings leads on.
watch([day, me], ([d, m]) => {
  if (d && m?.demo && !on.value && d.sittings.length === 0 && d.next)
    router.replace({ query: { ...route.query, on: d.next } })
})

// A studio is on its first day until something is planned.
const empty = computed(() => !!day.value && !day.value.sittings.length && !day.value.next)
const { data: clients } = useQuery({
  queryKey: ['clients', ''],
  queryFn: () => ask(api.GET('/api/clients')),
  enabled: empty,
})
const fresh = computed(() => empty.value && !!clients.value && clients.value.every((c) => c.sittings === 0))
const isToday = computed(() => day.value?.date === day.value?.today)
const chairs = computed(() => [...new Set(day.value?.sittings.map((s) => s.artist || t('common.noChairYet2')))].sort())
const next = computed(() => day.value?.sittings.find((s) => !isToday.value || s.base_at > day.value!.now))

function verdict(s: SittingLine) {
  if (s.told) return { word: t('today.allergiesChangedAskAgain'), kind: 'stop' }
  if (s.stops)
    return {
      word: t('today.stopsToSettle', { n: s.stops }),
      kind: 'stop',
    }
  if (s.slack_s < 0) return { word: t('today.missing', { slack_s: minutes(s.slack_s) }), kind: 'stop' }
  if (s.cautions) return { word: t('common.cautions', { n: s.cautions }), kind: 'caution' }
  return { word: t('today.nothingAgainstIt'), kind: 'clear' }
}

// A day, its week or its month: each by its own address.
type Span = 'day' | 'week' | 'month'
const span = computed<Span>(() => (route.query.as === 'week' || route.query.as === 'month' ? route.query.as : 'day'))
const spans: { value: Span; label: string }[] = [
  { value: 'day', label: t('days.day') },
  { value: 'week', label: t('days.week') },
  { value: 'month', label: t('days.month') },
]
const shown = computed(() => on.value || day.value?.today || '')
const week = computed(() => (shown.value ? weekOf(shown.value, sundayFirst()) : ''))
const go = (date?: string, as = span.value) =>
  router.push({ query: { ...(date ? { on: date } : {}), ...(as === 'day' ? {} : { as }) } })
function move(by: number) {
  if (!day.value) return
  if (span.value === 'day') return go(later(day.value.date, by))
  if (span.value === 'week') return go(later(week.value, 7 * by))
  const first = new Date(shown.value.slice(0, 7) + '-01T00:00Z')
  first.setUTCMonth(first.getUTCMonth() + by)
  return go(first.toISOString().slice(0, 10))
}
const more = ref<SittingLine>()
const { data: alone } = useDays(
  computed(() => day.value?.date ?? ''),
  ref(1),
)
</script>

<template>
  <main>
    <header>
      <div>
        <h1 v-if="span === 'day'">{{ day ? sentence(longDate(day.date)) : t('common.today') }}</h1>
        <h1 v-else-if="span === 'week'">{{ t('days.weekOf', { date: shortDate(week) }) }}</h1>
        <h1 v-else>{{ sentence(monthOf(shown)) }}</h1>
        <p class="soft">
          <template v-if="day && isToday">{{ t('today.today', { now: clock(day.now) }) }}</template>
          <template v-else-if="day && me?.demo">{{ t('today.theDemosDay', { today: longDate(day.today) }) }}</template>
          <template v-else-if="day">{{ t('today.todayIs', { today: longDate(day.today) }) }}</template>
        </p>
      </div>
      <div class="turn">
        <Choices
          class="spans"
          :legend="t('days.show')"
          bare
          :options="spans"
          :model-value="span"
          @update:model-value="(v) => go(shown, v ?? 'day')"
        />
        <button type="button" class="quiet" :aria-label="t('today.theDayBefore')" @click="move(-1)">‹</button>
        <button type="button" class="quiet" @click="go(day?.today)">
          {{ t('common.today') }}
        </button>
        <button type="button" class="quiet" :aria-label="t('today.theDayAfter')" @click="move(1)">›</button>
        <button type="button" class="go" @click="adding = true">{{ t('common.newSitting') }}</button>
      </div>
    </header>
    <Trouble v-if="away" :say="t('today.theStudioSRecordsDo')" />
    <NewSitting v-if="adding && day" :date="day.date" @close="adding = false" />

    <FirstDay v-if="me && fresh" :me="me" :clients="clients ?? []" @sitting="adding = true" />
    <WeekView v-if="span === 'week' && week" :from="week" :today="day?.today ?? ''" />
    <MonthView v-else-if="span === 'month' && shown" :month="shown" :today="day?.today ?? ''" />
    <template v-else-if="day && day.sittings.length">
      <DayLine :sittings="day.sittings" :chairs="chairs" :now="isToday ? day.now : ''" />
      <ol v-roving="'li > a'" class="list sheet" :aria-label="t('today.sittingsOfTheDay')">
        <li v-for="s in day.sittings" :key="s.id" :class="{ next: s.id === next?.id, off: s.off }">
          <RouterLink :to="{ name: 'prep', params: { id: s.id } }">
            <span class="when">{{ clock(s.chair_at) }}</span>
            <span class="who"
              ><b>{{ s.client }}</b
              ><span>{{ s.title }}</span></span
            >
            <span class="skin"
              >{{ t('common.skin', { type: plain(s.skin, 'skin_type') })
              }}<span class="soft">{{ s.artist || t('common.noChairYet') }}</span></span
            >
            <span class="ready"
              >{{ t('today.ready', { ready_at: clock(s.ready_at) })
              }}<span class="soft">{{ t('today.base', { base_at: clock(s.base_at) }) }}</span></span
            >
            <span class="slack" :class="{ short: s.slack_s < 0 }"
              >{{ minutes(s.slack_s)
              }}<span>{{ s.slack_s < 0 ? t('common.missing') : t('common.inHand') }}</span></span
            >
            <span v-if="s.off" class="verdict">{{ t('days.off') }}</span>
            <span v-else-if="clashesOf(alone, s.id).length" class="verdict stop">{{
              clashesOf(alone, s.id).join(' ')
            }}</span>
            <span v-else class="verdict" :class="verdict(s).kind">{{ verdict(s).word }}</span>
          </RouterLink>
          <button type="button" class="dots" :aria-label="t('days.moreWith', { name: s.client })" @click="more = s">
            ⋯
          </button>
        </li>
      </ol>
    </template>
    <section v-else-if="day && !fresh" class="none">
      <h2>{{ t('today.noSittingsOnThisDay') }}</h2>
      <p>
        {{ t('today.planOneWith') }} <b>{{ t('common.newSitting') }}</b>{{ t('today.orOpenAClientAnd') }}
      </p>
      <RouterLink v-if="day.next" :to="{ query: { on: day.next } }">{{
        t('today.goTo', { next: longDate(day.next) })
      }}</RouterLink>
    </section>
    <DueSheet v-if="span === 'day' && isToday && day && !fresh" :wear="day.wear_due" />
    <SittingMore v-if="more" :key="more.id" :open="true" :sitting="more" @update:open="more = undefined" />
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
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
  padding: 11px 62px 11px 14px;
  min-height: 72px;
  color: var(--ink);
  text-decoration: none;
  border-left: 6px solid transparent;
}
.list a:hover {
  background: var(--field);
}
.list li.next a {
  border-left-color: var(--copper);
  background: var(--warm);
}
.when {
  white-space: nowrap;
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
  font-size: var(--small);
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
  font-size: var(--small);
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
@media (max-width: 900px) {
  .list a {
    grid-template-columns: 76px minmax(0, 1.4fr) minmax(0, 1fr) 130px;
  }
  .list .slack {
    grid-column: 4;
  }
  .list .verdict {
    grid-column: 2 / 4;
    grid-row: 2;
  }
}
@media (max-width: 700px) {
  header {
    gap: 10px;
  }
  .list a {
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 6px 14px;
  }
  .list a > :nth-child(n + 3) {
    grid-column: 1 / -1;
    grid-row: auto;
  }
  .list .skin,
  .list .ready {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    align-items: baseline;
  }
  .list a > .slack {
    grid-column: 1;
  }
  .list a > .verdict {
    grid-column: 2;
  }
  .list a > .skin {
    grid-column: 2;
  }
  .list a > .ready {
    grid-column: 2;
  }
}
.list li {
  position: relative;
}
.list li.off a > :not(.verdict) {
  text-decoration: line-through;
  opacity: 0.75;
}
.dots {
  position: absolute;
  right: 6px;
  top: 14px;
  min-width: 44px;
  min-height: 44px;
  background: none;
  border: 0;
  cursor: pointer;
  font-size: 20px;
}
@media (max-width: 700px) {
  .turn {
    width: 100%;
  }
  .turn .spans {
    width: 100%;
  }
  .turn .go {
    flex: 1;
  }
}
@media (max-width: 1000px) {
  header {
    flex-wrap: wrap;
  }
  .turn {
    flex-wrap: wrap;
    justify-content: flex-end;
  }
}
</style>
