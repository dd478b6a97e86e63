<script setup lang="ts">
// The patterns of the five bases, dry and wet. Wet ones carry broad pale bands.
const colour = {
  water: '#4f8b86',
  emulsion: '#c79588',
  silicone: '#66748f',
  oil: '#cf9a38',
  powder: '#d8d0be',
  none: '#b9ae98',
}
</script>

<template>
  <svg width="0" height="0" aria-hidden="true" class="defs">
    <defs>
      <pattern id="set-water" width="7" height="7" patternUnits="userSpaceOnUse">
        <rect width="7" height="7" :fill="colour.water" />
        <circle cx="2" cy="2" r="1" fill="#e9f1ec" />
      </pattern>
      <pattern id="set-oil" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect width="7" height="7" :fill="colour.oil" />
        <rect width="2" height="7" fill="#f4e3bd" />
      </pattern>
      <pattern id="set-silicone" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" :fill="colour.silicone" />
        <rect width="1.6" height="6" fill="#d5dae4" />
      </pattern>
      <pattern id="set-emulsion" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" :fill="colour.emulsion" />
      </pattern>
      <pattern id="set-powder" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" :fill="colour.powder" />
        <circle cx="1.5" cy="1.5" r=".8" fill="#7d745f" />
        <circle cx="4.5" cy="4.2" r=".8" fill="#7d745f" />
      </pattern>
      <pattern id="set-none" width="6" height="6" patternUnits="userSpaceOnUse">
        <rect width="6" height="6" :fill="colour.none" />
      </pattern>
      <pattern
        v-for="(c, base) in colour"
        :id="'wet-' + base"
        :key="base"
        width="9"
        height="9"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(-35)"
      >
        <rect width="9" height="9" :fill="c" />
        <rect width="9" height="3.4" fill="#fbf8f1" fill-opacity=".72" />
      </pattern>
    </defs>
  </svg>
</template>

<style scoped>
.defs {
  position: absolute;
}
</style>
