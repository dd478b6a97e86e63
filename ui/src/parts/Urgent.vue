<script setup lang="ts">
// Urgent is one tap away everywhere: what to do when something goes wrong on somebody's skin.
import { ref } from 'vue'

const dialog = ref<HTMLDialogElement>()
</script>

<template>
  <button type="button" class="open" @click="dialog?.showModal()">If it stings</button>
  <dialog ref="dialog" aria-labelledby="urgent-title">
    <h2 id="urgent-title">Stop, and do this</h2>
    <dl>
      <dt>Stinging</dt>
      <dd>Stop. Rinse with lukewarm water. Pain or altered sight: urgent help.</dd>
      <dt>Glue or solvent in an eye</dt>
      <dd>Rinse for 15 minutes, get urgent help, never pull the lids apart.</dd>
      <dt>Swelling of lips, tongue or eyes, wheeze, faintness</dt>
      <dd><b>The emergency number at once.</b></dd>
    </dl>
    <form method="dialog"><button class="go">Close</button></form>
  </dialog>
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
dialog {
  border: 0;
  border-top: 6px solid var(--madder);
  background: var(--cloth);
  color: var(--ink);
  padding: 26px 34px;
  width: min(620px, 90vw);
  text-align: left;
}
dialog::backdrop {
  background: #20302fb0;
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
