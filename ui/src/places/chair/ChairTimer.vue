<script setup lang="ts">
// ChairTimer counts a step down, and on beyond its end.
import { computed } from 'vue'

const props = defineProps<{ label: string; left: number; of: number; held?: boolean }>()
const round = 2 * Math.PI * 54
const share = computed(() => (props.of ? Math.min(1, Math.max(0, props.left / props.of)) : 0))
const face = computed(() => {
  const s = Math.abs(Math.ceil(props.left - 1e-6))
  return `${props.left <= -1 ? '+' : ''}${Math.floor(s / 60)}:${String(s % 60).padStart(2, '0')}`
})
</script>

<template>
  <div class="timer" :class="{ over: left <= 0, held }" role="timer" :aria-label="label">
    <p>{{ label }}</p>
    <div class="dial">
      <svg viewBox="0 0 120 120" aria-hidden="true">
        <circle cx="60" cy="60" r="54" />
        <circle
          class="run"
          cx="60"
          cy="60"
          r="54"
          :stroke-dasharray="round"
          :stroke-dashoffset="round * (1 - share)"
          transform="rotate(-90 60 60)"
        />
      </svg>
      <b>{{ face }}</b>
    </div>
  </div>
</template>

<style scoped>
.timer {
  background: var(--cloth);
  padding: 14px 18px 18px;
  text-align: center;
}
.timer p {
  font-size: 22px;
  min-height: 1.4em;
}
.dial {
  position: relative;
  max-width: 250px;
  margin: 0 auto;
}
svg {
  display: block;
  width: 100%;
}
circle {
  fill: none;
  stroke: var(--fold);
  stroke-width: 5;
}
.run {
  stroke: var(--glaze);
}
.held .run {
  stroke: var(--ochre);
}
b {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  font-weight: 350;
  font-size: 62px;
  letter-spacing: -0.02em;
}
.over {
  background: var(--warm);
}
.over b {
  color: var(--copper-deep);
  font-weight: 600;
}
@media (max-width: 700px) {
  .timer {
    display: flex;
    align-items: center;
    justify-content: space-between;
    padding: 6px 14px;
    text-align: left;
  }
  .dial svg {
    display: none;
  }
  b {
    position: static;
    font-size: 52px;
  }
}
</style>
