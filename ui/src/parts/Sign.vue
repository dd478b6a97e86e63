<script setup lang="ts">
// Sign is the mark of a severity: an octagon stops, a triangle cautions, a circle informs. Shape and word tell, not
// only colour.
defineProps<{ severity: string }>()
</script>

<template>
  <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true" :class="severity">
    <g v-if="severity === 'stop'">
      <path d="M7 2h8l5 5v8l-5 5H7l-5-5V7z" fill="currentColor" />
      <path d="M6 11h10" style="stroke: var(--paper)" stroke-width="3" />
    </g>
    <g v-else-if="severity === 'caution'" fill="none" stroke="currentColor" stroke-width="2.4">
      <path d="M11 2l9 17H2z" />
      <path d="M11 8v5M11 16v.6" />
    </g>
    <g v-else fill="none" stroke="currentColor" stroke-width="2.4">
      <circle cx="11" cy="11" r="8.6" />
      <path d="M11 10v6M11 6v.6" />
    </g>
  </svg>
</template>

<style scoped>
.stop {
  color: var(--madder);
}
.caution {
  color: var(--ochre);
}
.note {
  color: var(--glaze);
}
</style>
