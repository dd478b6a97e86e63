<script setup lang="ts">
import type { Finding } from '../../api/client'
import Sign from '../../parts/Sign.vue'
import { names, sentence } from '../../parts/words'

defineProps<{ findings: Finding[] }>()
const emit = defineEmits<{ pick: [step: string] }>()
const where = (f: Finding) => (f.zones.length && !f.say.toLowerCase().includes(names(f.zones)) ? ` (${names(f.zones)})` : '')
</script>

<template>
  <section v-if="findings.length" class="find" aria-label="Findings">
    <component :is="f.step ? 'button' : 'div'" v-for="(f, i) in findings" :key="i" :type="f.step ? 'button' : undefined" class="one" :class="f.severity" @click="f.step && emit('pick', f.step)">
      <Sign :severity="f.severity" />
      <span><b>{{ sentence(f.severity) }}.</b> <b>{{ f.say }}</b>{{ where(f) }}</span>
      <span class="soft">{{ f.because }} {{ f.instead }}</span>
    </component>
  </section>
  <p v-else class="clear sheet">Nothing speaks against this plan.</p>
</template>

<style scoped>
.find { display: grid; grid-template-columns: repeat(auto-fit, minmax(380px, 1fr)); gap: 12px; align-items: start; }
.one { background: var(--cloth); border: 0; border-left: 5px solid var(--fold); text-align: left; padding: 10px 14px 11px 46px; position: relative; font-size: 15px; display: grid; gap: 2px; }
.one svg { position: absolute; left: 12px; top: 12px; }
.stop { border-left-color: var(--madder); border-left-width: 9px; }
.caution { border-left-color: var(--ochre); }
button.one { cursor: pointer; }
button.one:hover { background: #fff; }
.clear { padding: 12px 16px; color: var(--glaze); font-weight: 600; }
</style>
