<script setup lang="ts">
// MonthView is a month of whole weeks: how many come on each day and who first.
import { computed } from 'vue'
import { t } from '../../i18n'
import { longDate, sundayFirst, weekday } from '../../i18n/format'
import { clock, sentence } from '../../parts/words'
import { later, useDays, weekOf } from './useDays'

const props = defineProps<{ month: string; today: string }>()
const first = computed(() => weekOf(props.month.slice(0, 8) + '01', sundayFirst()))
const weeks = computed(() => {
  const next = new Date(props.month.slice(0, 7) + '-01T00:00Z')
  next.setUTCMonth(next.getUTCMonth() + 1)
  return Math.ceil((next.getTime() - Date.parse(first.value)) / (7 * 86_400_000))
})
const { data, list } = useDays(
  first,
  computed(() => weeks.value * 7),
)
const few = 3 // names on a day
const clashing = (date: string) => data.value?.clashes.some((c) => c.from.startsWith(date))
const says = (d: (typeof list.value)[number]) =>
  [
    longDate(d.date),
    d.sittings.length ? t('clients.sittings', { n: d.sittings.length }) : t('days.nobody'),
    clashing(d.date) ? t('days.twoAtOnce') : '',
  ]
    .filter(Boolean)
    .join(', ')
</script>

<template>
  <div class="month">
    <ol class="heads" aria-hidden="true">
      <li v-for="i in 7" :key="i">{{ sentence(weekday(later(first, i - 1))) }}</li>
    </ol>
    <ol class="days" :aria-label="t('days.month')">
      <li v-for="d in list" :key="d.date">
        <RouterLink
          class="sheet"
          :class="{ now: d.date === today, other: d.date.slice(0, 7) !== month.slice(0, 7) }"
          :to="{ query: { on: d.date } }"
        >
          <span class="visually-hidden">{{ says(d) }}</span>
          <b aria-hidden="true">{{ Number(d.date.slice(8)) }}</b>
          <span class="names" aria-hidden="true">
            <span v-for="s in d.sittings.slice(0, few)" :key="s.id" :class="{ off: s.off }"
              >{{ clock(s.chair_at) }} {{ s.client }}</span
            >
            <span v-if="d.sittings.length > few" class="soft">{{
              t('days.more', { n: d.sittings.length - few })
            }}</span>
            <span v-if="clashing(d.date)" class="clash">{{ t('days.twoAtOnce') }}</span>
          </span>
          <i v-if="d.sittings.length" aria-hidden="true" class="count" :class="{ clash: clashing(d.date) }">{{
            d.sittings.length
          }}</i>
        </RouterLink>
      </li>
    </ol>
  </div>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 6px;
}
.heads {
  margin-bottom: 6px;
  color: var(--soft);
}
.days a {
  display: block;
  min-height: 104px;
  padding: 6px 8px;
  color: inherit;
  text-decoration: none;
  border-top-width: 2px;
}
.now {
  border-top-color: var(--copper);
  border-top-width: 6px !important;
}
.other {
  background: none;
  border-top-color: var(--fold);
}
.names span {
  display: block;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  font-size: var(--small);
}
.off {
  text-decoration: line-through;
}
.clash {
  color: var(--madder);
  font-weight: 600;
}
.count {
  display: none;
}
@media (max-width: 900px) {
  .heads li {
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .names {
    display: none;
  }
  .days a {
    min-height: 62px;
    display: grid;
    justify-items: center;
  }
  .count {
    display: block;
    font-style: normal;
    font-weight: 650;
  }
}
</style>
