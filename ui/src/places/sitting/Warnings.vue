<script setup lang="ts">
// Warnings is what stops or warns, above everything of a leaf: it stays in sight as the page scrolls. Every stop is
// said whole; cautions are said by their number and opened by a tap, or at once where there are few or one is new.
import { t } from '../../i18n'
import { computed, ref, watch } from 'vue'
import type { Finding, Plan } from '../../api/client'
import Sign from '../../parts/Sign.vue'
import Findings from './Findings.vue'
import { saidOnce, where } from './saidOnce'

const props = defineProps<{ findings: Finding[]; lit?: string; of: string; taught?: Plan['last_time'] }>()
const emit = defineEmits<{ pick: [step: string]; lift: [finding: Finding, reason: string] }>()
const said = computed(() => saidOnce(props.findings))
const stops = computed(() => said.value.filter((f) => f.severity === 'stop' && !f.lifted))
const cautions = computed(() => said.value.filter((f) => f.severity === 'caution' && !f.lifted).length)
const rest = computed(() => said.value.length - stops.value.length - cautions.value)
const most = 2 // stops said on the strip, and findings that are open from the first
const serious = computed(() => stops.value.length + cautions.value)
const open = ref(serious.value > 0 && said.value.length <= most)
watch(serious, (n, was) => n > was && (open.value = true)) // what a change brings is read at once
const counted = (n: number, what: string) => (n ? [t(what, { n })] : [])
const words = computed(() =>
  [
    ...counted(Math.max(0, stops.value.length - most), 'warnings.moreStops'),
    ...counted(cautions.value, 'common.cautions'),
    ...counted(rest.value, 'common.notes'),
  ].join(', '),
)
</script>

<template>
  <section class="speaks" :aria-label="t('warnings.whatSpeaksAgainst', { of })">
    <div class="warn" role="status">
      <p v-for="(f, i) in stops.slice(0, most)" :key="i" class="strip stop">
        <Sign severity="stop" />
        <span
          ><b>{{ t('warnings.stop') }}</b> {{ f.say }}{{ where(f) }}</span
        >
        <button type="button" class="link" @click="open = true">{{ t('warnings.whatInstead') }}</button>
      </p>
      <p v-if="words" class="strip" :class="{ caution: cautions }">
        <Sign :severity="cautions ? 'caution' : 'note'" />
        <span>{{ words }}</span>
        <button type="button" class="link" :aria-expanded="open" @click="open = !open">
          {{ open ? t('warnings.foldAway') : t('warnings.read') }}
        </button>
      </p>
      <p v-else-if="!stops.length" class="strip clear">{{ t('common.nothingSpeaksAgainstThisPlan') }}</p>
    </div>
    <ul v-if="taught?.length" class="taught">
      <li v-for="l in taught" :key="l.say">
        <button v-if="l.step" type="button" class="link" @click="emit('pick', l.step)">{{ l.say }}</button>
        <template v-else>{{ l.say }}</template>
      </li>
    </ul>
    <div v-if="open && said.length" class="all">
      <Findings
        :findings="said"
        :lit="lit"
        @pick="(s) => emit('pick', s)"
        @lift="(f, reason) => emit('lift', f, reason)"
      />
    </div>
  </section>
</template>

<style scoped>
.taught {
  list-style: none;
  margin: 0;
  padding: 6px 16px;
  background: var(--glaze-wash);
}
.taught .link {
  text-align: left;
}
.speaks {
  display: contents;
}
.warn {
  position: sticky;
  top: 0;
  z-index: 5;
  display: grid;
  gap: 2px;
  background: var(--linen);
}
.strip {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 44px;
  padding: 4px 14px;
  background: var(--cloth);
  border-left: 6px solid var(--fold);
}
.strip.stop {
  border-left: 10px solid var(--madder);
}
.strip.stop b {
  color: var(--madder);
}
.strip.caution {
  border-left-color: var(--ochre);
}
.strip.clear {
  border-left-color: var(--glaze);
  color: var(--glaze);
  font-weight: 600;
}
.link {
  background: none;
  border: 0;
  min-height: 44px;
  margin-left: auto;
  padding: 0 6px;
  color: var(--copper);
  font-weight: 650;
  cursor: pointer;
  text-decoration: underline;
  flex: none;
}
.warn,
.all {
  grid-column: 1 / -1;
}
</style>
