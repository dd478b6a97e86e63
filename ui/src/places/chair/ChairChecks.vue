<script setup lang="ts">
// ChairChecks takes the readings of a touch or pad check: for all zones at once, or for those that are picked first.
import { computed, ref, watch } from 'vue'
import { t } from '../../i18n'
import { plain, sentence } from '../../parts/words'

export interface Reading {
  id: string
  key: string
}
const props = defineProps<{ step: string; zones: readonly string[]; read: Record<string, string>; words: Reading[] }>()
const emit = defineEmits<{ read: [zones: string[], word: string] }>()
const picked = ref<string[]>([])
watch(
  () => props.step,
  () => (picked.value = []),
)
const open = computed(() => props.zones.filter((z) => !props.read[z]))
const pick = (z: string) =>
  (picked.value = picked.value.includes(z) ? picked.value.filter((p) => p !== z) : [...picked.value, z])
function say(word: string) {
  const on = picked.value.length ? picked.value : open.value.length ? open.value : [...props.zones]
  picked.value = []
  emit('read', on, word)
}
defineExpose({ say })
</script>

<template>
  <div class="checks">
    <div class="zones" role="group" :aria-label="t('chair.zonesToRead')">
      <button
        v-for="z in zones"
        :key="z"
        type="button"
        :aria-pressed="picked.includes(z)"
        :class="{ read: read[z] }"
        @click="pick(z)"
      >
        {{ sentence(plain(z)) }}<small v-if="read[z]">{{ t('chairReads.' + read[z]) }}</small>
      </button>
    </div>
    <div class="words">
      <button v-for="w in words" :key="w.id" type="button" :aria-keyshortcuts="w.key" @click="say(w.id)">
        <b>{{ sentence(t('chairReads.' + w.id)) }}</b> <kbd>{{ w.key }}</kbd>
        <span>{{ t('chairThen.' + w.id) }}</span>
      </button>
    </div>
  </div>
</template>

<style scoped>
.checks {
  display: grid;
  gap: 10px;
}
.zones {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.zones button {
  min-height: 64px;
  min-width: 68px;
  padding: 4px 14px;
  border: 2px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
  font-size: 18px;
  cursor: pointer;
  display: grid;
  align-content: center;
}
.zones small {
  font-size: 16px;
  color: var(--glaze);
  font-weight: 650;
}
.zones [aria-pressed='true'] {
  background: var(--ink);
  color: var(--linen);
}
.zones [aria-pressed='true'] small {
  color: inherit;
}
.words {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: 1fr;
  gap: 14px;
}
.words button {
  min-height: 96px;
  padding: 10px 18px;
  border: 0;
  border-bottom: 6px solid var(--copper);
  background: var(--cloth);
  color: var(--ink);
  text-align: left;
  cursor: pointer;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 10px;
  align-content: start;
}
.words button:active {
  background: var(--warm);
}
.words b {
  font-size: 27px;
}
.words span {
  grid-column: 1 / -1;
  font-size: 18px;
  line-height: 1.25;
}
@media (max-width: 700px) {
  .words {
    grid-auto-flow: row;
    grid-template-columns: 1fr 1fr;
    gap: 8px;
  }
  .words button {
    min-height: 72px;
    padding: 8px 12px;
  }
  .words span,
  .words kbd {
    display: none;
  }
  .zones {
    flex-wrap: nowrap;
    overflow-x: auto;
  }
}
</style>
