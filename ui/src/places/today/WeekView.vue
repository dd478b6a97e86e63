<script setup lang="ts">
// WeekView is seven days side by side: who comes when and to which chair, where one chair is wanted twice, and where
// it stands free.
import { computed, ref } from 'vue'
import type { SittingLine } from '../../api/client'
import { t } from '../../i18n'
import { dayAndMonth, weekday } from '../../i18n/format'
import { between, clock, sentence, shifted } from '../../parts/words'
import SittingMore from './SittingMore.vue'
import { clashesOf, useDays } from './useDays'

const props = defineProps<{ from: string; today: string }>()
const { data, list } = useDays(
  computed(() => props.from),
  ref(7),
)
const more = ref<SittingLine>()
const free = 10 * 60 // seconds from which a gap is worth saying
type Line = {
  at: string
  key: string
  sitting?: SittingLine
  lift?: SittingLine
  gap?: { chair: string; from: string; to: string }
}
/** lifts is the sittings of the week whose makeup comes off on a day, which may be the day after. */
const lifts = (date: string) =>
  list.value.flatMap((d) => d.sittings).filter((s) => !s.off && s.lift_minutes && s.lift_at.startsWith(date))
/** lines is by time what takes a chair on a day, and when it stands free. */
const lines = (d: (typeof list.value)[number]): Line[] =>
  [
    ...d.sittings.map((s) => ({ at: s.chair_at, key: s.id, sitting: s })),
    ...lifts(d.date).map((s) => ({ at: s.lift_at, key: s.id + 'lift', lift: s })),
    ...d.gaps.filter((g) => between(g.from, g.to) >= free).map((g) => ({ at: g.from, key: g.from + g.chair, gap: g })),
  ].sort((a, b) => a.at.localeCompare(b.at))
const lifted = (s: SittingLine) => ({
  from: clock(s.lift_at),
  to: clock(shifted(s.lift_at, s.lift_minutes * 60)),
  client: s.client,
})
</script>

<template>
  <ol class="week" :aria-label="t('days.week')">
    <li v-for="d in list" :key="d.date" class="sheet" :class="{ now: d.date === today }">
      <h2>
        <RouterLink :to="{ query: { on: d.date } }"
          >{{ sentence(weekday(d.date)) }} <span>{{ dayAndMonth(d.date) }}</span></RouterLink
        >
      </h2>
      <ul>
        <li v-for="l in lines(d)" :key="l.key">
          <div v-if="l.sitting" class="one" :class="{ off: l.sitting.off }">
            <RouterLink :to="{ name: 'prep', params: { id: l.sitting.id } }">
              <b>{{ clock(l.sitting.chair_at) }}–{{ clock(l.sitting.base_at) }}</b> {{ l.sitting.client }}
              <span class="soft">{{ l.sitting.artist || t('common.noChairYet') }}</span>
              <span v-if="l.sitting.off" class="soft">{{ t('days.off') }}</span>
              <span v-for="c in clashesOf(data, l.sitting.id)" :key="c" class="clash">{{ c }}</span>
              <span v-if="l.sitting.stops && !l.sitting.off" class="clash">{{
                t('today.stopsToSettle', { n: l.sitting.stops })
              }}</span>
            </RouterLink>
            <button
              type="button"
              class="dots"
              :aria-label="t('days.moreWith', { name: l.sitting.client })"
              @click="more = l.sitting"
            >
              ⋯
            </button>
          </div>
          <p v-else-if="l.lift" class="gap">
            <RouterLink :to="{ name: 'lift', params: { id: l.lift.id } }">{{
              t('days.lift', lifted(l.lift))
            }}</RouterLink>
            <span class="soft">{{ l.lift.artist }}</span>
          </p>
          <p v-else-if="l.gap" class="soft gap" :title="l.gap.chair">
            {{ t('days.free', { chair: l.gap.chair, from: clock(l.gap.from), to: clock(l.gap.to) }) }}
          </p>
        </li>
      </ul>
      <p v-if="!lines(d).length" class="soft none">{{ t('days.nobody') }}</p>
    </li>
  </ol>
  <SittingMore v-if="more" :key="more.id" :open="true" :sitting="more" @update:open="more = undefined" />
</template>

<style scoped>
ol,
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.week {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  gap: 10px;
  align-items: stretch;
}
.week > li {
  padding: 8px 10px 10px;
  min-height: 180px;
}
.now {
  border-top-color: var(--copper);
  border-top-width: 6px;
}
h2 {
  font-size: 18px;
}
h2 a {
  display: block;
  min-height: 44px;
  color: inherit;
  text-decoration: none;
}
h2 span {
  display: block;
  font: 16px var(--sans);
  color: var(--soft);
}
.one {
  display: flex;
  border-top: 1px solid var(--fold);
}
.one a {
  flex: 1;
  min-width: 0;
  padding: 8px 0;
  color: inherit;
  text-decoration: none;
  overflow-wrap: anywhere;
}
.one a b,
.one a span {
  display: block;
}
.off a {
  text-decoration: line-through;
}
.clash {
  color: var(--madder);
  font-weight: 600;
}
.dots {
  background: none;
  border: 0;
  min-width: 44px;
  min-height: 44px;
  margin-right: -10px;
  cursor: pointer;
  align-self: start;
}
.gap {
  border-top: 1px dashed var(--fold);
  padding: 2px 0 4px;
  font-size: var(--small);
  line-height: 1.25;
}
.gap a {
  display: block;
  color: var(--ink);
}
.none {
  padding-top: 6px;
}
@media (max-width: 1024px) {
  .gap a {
    min-height: 44px;
    padding-top: 10px;
  }
}
@media (max-width: 1100px) {
  .week {
    grid-template-columns: minmax(0, 1fr);
  }
  .week > li {
    min-height: 0;
  }
}
</style>
