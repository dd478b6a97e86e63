<script setup lang="ts">
// CardPage is a card to print, in the client's words. What stands before two spaces in a line is its head.
import type { RouteLocationRaw } from 'vue-router'

defineProps<{
  title: string
  who: string
  lines: string[]
  pdf: string
  file: string
  back: RouteLocationRaw
  backTo: string
}>()
const print = () => window.print()
const parts = (line: string) => (line.includes('  ') ? line.split('  ', 2) : ['', line])
</script>

<template>
  <article class="card">
    <div class="no-print row">
      <button type="button" class="go" @click="print">Print</button>
      <a class="quiet" :href="pdf" :download="file">Card as PDF</a>
      <RouterLink class="quiet" :to="back">{{ backTo }}</RouterLink>
    </div>
    <h2>{{ title }}</h2>
    <p class="who">{{ who }}</p>
    <p v-for="(line, i) in lines" :key="i">
      <b v-if="parts(line)[0]">{{ parts(line)[0] }}&ensp;</b>{{ parts(line)[1] }}
    </p>
  </article>
</template>

<style scoped>
.card {
  background: #fff;
  max-width: 620px;
  padding: 24px 30px 30px;
  display: grid;
  gap: 12px;
  font-size: 17px;
  border-top: 3px solid var(--ink);
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
.who {
  color: var(--soft);
}
b {
  font-size: 19px;
}
@media print {
  .no-print {
    display: none;
  }
  .card {
    border: 0;
    padding: 0;
  }
}
</style>
