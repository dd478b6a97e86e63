<script setup lang="ts">
// ChairFace is the face as it is now: where the step goes, and where something still sets.
import { computed } from 'vue'
import { tiles } from '../../parts/tiles'
import { zones } from '../../parts/words'

const props = defineProps<{ on: readonly string[]; wet: readonly string[] }>()
const shown = computed(() =>
  zones.map((z) => ({
    z,
    d: tiles[z].d,
    is: props.on.includes(z) ? 'lit' : props.wet.includes(z) ? 'wet' : 'plain',
  })),
)
</script>

<template>
  <svg viewBox="0 0 432 560" aria-hidden="true">
    <path v-for="s in shown" :key="s.z" :d="s.d" :class="s.is" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
.plain {
  fill: var(--fold);
}
.lit {
  fill: var(--copper);
}
.wet {
  fill: var(--glaze-wash);
  stroke: var(--glaze);
  stroke-width: 4;
  stroke-dasharray: 10 7;
}
</style>
