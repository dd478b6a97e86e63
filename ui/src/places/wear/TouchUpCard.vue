<script setup lang="ts">
// TouchUpCard is the card to print, in the client's words.
import { useRoute } from 'vue-router'
import { longDate } from '../../parts/words'
import { useTheSitting } from '../sitting/useSitting'

const { plan } = useTheSitting()
const id = String(useRoute().params.id)
const print = () => window.print()
const parts = (line: string) => (line.includes('  ') ? line.split('  ', 2) : ['', line])
</script>

<template>
  <article v-if="plan" class="card">
    <div class="no-print row">
      <button type="button" class="go" @click="print">Print</button>
      <a class="quiet" :href="`/api/sittings/${id}/touch-ups.pdf`" download="touch-ups.pdf">Card as PDF</a>
      <RouterLink class="quiet" :to="{ name: 'wear', params: { id } }">Back to Wear</RouterLink>
    </div>
    <h2>Touch-ups</h2>
    <p class="who">{{ plan.sitting.client.name }}, {{ longDate(plan.sitting.day.date) }}</p>
    <p v-for="(line, i) in plan.wear.card" :key="i"><b v-if="parts(line)[0]">{{ parts(line)[0] }}&ensp;</b>{{ parts(line)[1] }}</p>
  </article>
</template>

<style scoped>
.card { background: #fff; max-width: 620px; padding: 24px 30px 30px; display: grid; gap: 12px; font-size: 17px; border-top: 3px solid var(--ink); }
.row { display: flex; gap: 10px; flex-wrap: wrap; }
.who { color: var(--soft); }
b { font-size: 20px; }
@media print { .no-print { display: none; } .card { border: 0; padding: 0; } }
</style>
