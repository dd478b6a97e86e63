<script setup lang="ts">
// FaceMark is a small face, lit where a step goes.
import { computed } from 'vue'
import { tiles } from './tiles'
import { zones } from './words'

const props = defineProps<{ on: readonly string[] }>()
const lit = computed(() => zones.filter((z) => props.on.includes(z)).map((z) => tiles[z].d))
const dark = computed(() => zones.filter((z) => !props.on.includes(z)).map((z) => tiles[z].d))
</script>

<template>
  <svg viewBox="0 0 432 560" width="37" height="48" aria-hidden="true">
    <path :d="dark.join('')" class="dark" />
    <path :d="lit.join('')" class="lit" />
  </svg>
</template>

<style scoped>
.dark {
  fill: var(--fold);
}
.lit {
  fill: var(--ink);
}
</style>
