<script setup lang="ts">
// Urgent is one tap away everywhere: what to do when something goes wrong on somebody's skin.
import { ref } from 'vue'
import Sheet from './Sheet.vue'

const open = ref(false)
</script>

<template>
  <button type="button" class="open" @click="open = true">If it stings</button>
  <Sheet v-model:open="open" title="Stop, and do this" :width="620">
    <dl>
      <dt>Stinging</dt>
      <dd>Stop. Rinse with lukewarm water. Pain or altered sight: urgent help.</dd>
      <dt>Glue or solvent in an eye</dt>
      <dd>Rinse for 15 minutes, get urgent help, never pull the lids apart.</dd>
      <dt>Swelling of lips, tongue or eyes, wheeze, faintness</dt>
      <dd><b>The emergency number at once.</b></dd>
    </dl>
  </Sheet>
</template>

<style scoped>
.open {
  background: #f4dfcf;
  border: 0;
  color: #5f270a;
  font-weight: 650;
  min-height: 48px;
  margin: 12px 4px 0;
  cursor: pointer;
  font-size: 15px;
}
dl {
  margin: 14px 0 20px;
  font-size: 20px;
  line-height: 1.3;
}
dt {
  font-weight: 700;
  margin-top: 14px;
}
dd {
  margin: 2px 0 0;
}
</style>
