<script setup lang="ts">
// Warnings is what stops or warns, above everything of a leaf: it stays in sight as the page scrolls. Every stop is
// said whole; cautions are said by their number and opened by a tap, or at once where there are few or one is new.
import { computed, ref, watch } from 'vue'
import type { Finding } from '../../api/client'
import Sign from '../../parts/Sign.vue'
import Findings from './Findings.vue'

const props = defineProps<{ findings: Finding[]; lit?: string; of: string }>()
const emit = defineEmits<{ pick: [step: string]; lift: [finding: Finding, reason: string] }>()
const stops = computed(() => props.findings.filter((f) => f.severity === 'stop' && !f.lifted))
const cautions = computed(() => props.findings.filter((f) => f.severity === 'caution' && !f.lifted).length)
const rest = computed(() => props.findings.length - stops.value.length - cautions.value)
const most = 2 // stops said on the strip, and findings that are open from the first
const serious = computed(() => stops.value.length + cautions.value)
const open = ref(serious.value > 0 && props.findings.length <= most)
watch(serious, (n, was) => n > was && (open.value = true)) // what a change brings is read at once
const counted = (n: number, one: string) => (n ? [`${n} ${one}${n === 1 ? '' : 's'}`] : [])
const words = computed(() =>
  [
    ...counted(Math.max(0, stops.value.length - most), 'more stop'),
    ...counted(cautions.value, 'caution'),
    ...counted(rest.value, 'note'),
  ].join(', '),
)
</script>

<template>
  <section class="speaks" :aria-label="'What speaks against ' + of">
    <div class="warn" role="status">
      <p v-for="(f, i) in stops.slice(0, most)" :key="i" class="strip stop">
        <Sign severity="stop" />
        <span><b>Stop.</b> {{ f.say }}</span>
        <button type="button" class="link" @click="open = true">What instead</button>
      </p>
      <p v-if="words" class="strip" :class="{ caution: cautions }">
        <Sign :severity="cautions ? 'caution' : 'note'" />
        <span>{{ words }}</span>
        <button type="button" class="link" :aria-expanded="open" @click="open = !open">
          {{ open ? 'Fold away' : 'Read' }}
        </button>
      </p>
      <p v-else-if="!stops.length" class="strip clear">Nothing speaks against this plan.</p>
    </div>
    <div v-if="open && findings.length" class="all">
      <Findings
        :findings="findings"
        :lit="lit"
        @pick="(s) => emit('pick', s)"
        @lift="(f, reason) => emit('lift', f, reason)"
      />
    </div>
  </section>
</template>

<style scoped>
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
