<script setup lang="ts">
// Trends answers what an artist asks of a client's sittings: how long a zone lasts, with which primer, in which air;
// how many passes it takes to come off; what stung.
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { t } from '../../i18n'
import { figure, shortDate } from '../../i18n/format'
import { minutes, plain, sentence, zones } from '../../parts/words'

const props = defineProps<{ past: Schemas['LogPoint'][] }>()
const having = (what: 'lasted' | 'took') => zones.filter((z) => props.past.some((p) => z in p[what]))
const lastedOn = computed(() => having('lasted'))
const tookOn = computed(() => having('took'))
const shone = ref<string>()
const off = ref<string>()
const zone = computed(() => shone.value ?? lastedOn.value[0])
const offZone = computed(() => off.value ?? (tookOn.value.includes('eyelids') ? 'eyelids' : tookOn.value[0]))
const longest = computed(() =>
  Math.max(60, ...props.past.flatMap((p) => Object.values(p.lasted).flatMap((l) => [l.seen_min, l.planned_min]))),
)
const share = (min: number) => `${Math.min(100, (100 * min) / longest.value)}%`
const lasted = computed(() =>
  props.past.flatMap((p, i) => {
    const l = p.lasted[zone.value ?? '']
    return l
      ? [{ ...l, i, date: p.date, air: t('trends.air', { temp: figure(p.temp_c), rh: figure(100 * p.humidity) }) }]
      : []
  }),
)
const took = computed(() =>
  props.past.flatMap((p, i) => {
    const n = p.took[offZone.value ?? '']
    return n ? [{ ...n, i, date: p.date }] : []
  }),
)
const stung = computed(() => props.past.flatMap((p) => p.stung.map((s) => ({ date: p.date, s }))))
</script>

<template>
  <section v-if="lastedOn.length || tookOn.length || stung.length" class="sheet trends">
    <template v-if="zone">
      <h2>{{ t('trends.howLong', { zone: sentence(plain(zone)) }) }}</h2>
      <div v-if="lastedOn.length > 1" class="row" role="group" :aria-label="t('wearForm.where')">
        <button v-for="z in lastedOn" :key="z" type="button" :aria-pressed="z === zone" @click="shone = z">
          {{ sentence(plain(z)) }}
        </button>
      </div>
      <ol>
        <li v-for="l in lasted" :key="l.i">
          <span class="date">{{ shortDate(l.date) }}</span>
          <span class="bar" aria-hidden="true">
            <i :class="{ more: l.at_least }" :style="{ width: share(l.seen_min) }" />
            <b :style="{ left: share(l.planned_min) }" />
          </span>
          <span class="said"
            ><b>{{ t(l.at_least ? 'trends.atLeast' : 'trends.shineAfter', { time: minutes(60 * l.seen_min) }) }}</b>
            {{ t('trends.planned', { time: minutes(60 * l.planned_min) }) }} · {{ l.primer || t('trends.noPrimer') }} ·
            {{ l.air }}</span
          >
        </li>
      </ol>
    </template>
    <template v-if="offZone">
      <h2>{{ t('trends.howMany', { zone: sentence(plain(offZone)) }) }}</h2>
      <div v-if="tookOn.length > 1" class="row" role="group" :aria-label="t('wearForm.where')">
        <button v-for="z in tookOn" :key="z" type="button" :aria-pressed="z === offZone" @click="off = z">
          {{ sentence(plain(z)) }}
        </button>
      </div>
      <ol>
        <li v-for="n in took" :key="n.i">
          <span class="date">{{ shortDate(n.date) }}</span>
          <span class="dots" aria-hidden="true">
            <i
              v-for="k in Math.max(n.given, n.planned)"
              :key="k"
              :class="{ on: k <= n.given, plan: k <= n.planned }"
            />
          </span>
          <span class="said"
            ><b>{{ t('trends.passes', { n: n.given }) }}</b> {{ t('trends.plannedPasses', { n: n.planned }) }} ·
            {{ t('trends.kindOn', { kind: plain(n.kind), binder: plain(n.binder) }) }}</span
          >
        </li>
      </ol>
    </template>
    <template v-if="stung.length">
      <h2>{{ t('trends.whatStung') }}</h2>
      <ul>
        <li v-for="(s, i) in stung" :key="i">
          <span class="date">{{ shortDate(s.date) }}</span> <b>{{ s.s }}</b>
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.trends {
  padding: 16px 20px 20px;
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.row button {
  min-height: 44px;
  padding: 0 12px;
  border: 2px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
  cursor: pointer;
}
.row [aria-pressed='true'] {
  background: var(--ink);
  color: var(--linen);
}
ol,
ul {
  list-style: none;
  margin: 0 0 8px;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 92px minmax(120px, 2fr) 3fr;
  gap: 4px 14px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--fold);
}
ul li {
  grid-template-columns: 92px 1fr;
}
.date {
  color: var(--soft);
}
.bar {
  position: relative;
  height: 20px;
  background: var(--fold);
}
.bar i {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--copper);
}
.bar .more {
  background: var(--glaze);
}
.bar b {
  position: absolute;
  top: -4px;
  bottom: -4px;
  width: 4px;
  background: var(--ink);
}
.dots {
  display: flex;
  gap: 6px;
}
.dots i {
  width: 20px;
  height: 20px;
  border: 3px dashed var(--edge);
}
.dots .plan {
  border-style: solid;
}
.dots .on {
  background: var(--copper);
}
@media (max-width: 700px) {
  li {
    grid-template-columns: 84px 1fr;
    padding: 6px 0;
  }
  .said {
    grid-column: 1 / -1;
  }
}
</style>
