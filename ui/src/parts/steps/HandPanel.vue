<script setup lang="ts">
// HandPanel changes the step that is open, in its row: its place in the order, taking it out, and in slots what only
// some steps have. Everything a drag does can be done here too, by tap or by keyboard.
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Step } from '../../api/client'
import { moved, type Hand } from './useHand'

const props = defineProps<{
  hand: Hand
  step: Step
  last: number // steps at the end that stay there
}>()
const emit = defineEmits<{ pick: [id: string] }>()
const list = computed(() => props.hand.steps.value)
const at = computed(() => list.value.findIndex((s) => s.id === props.step.id))
const place = (by: number) => props.hand.change((l) => moved(l, props.step.id, at.value + by))

function remove() {
  const next = list.value[at.value + 1]?.id ?? list.value[at.value - 1]?.id
  props.hand.change((l) => l.filter((s) => s.id !== props.step.id))
  if (next) emit('pick', next)
}
</script>

<template>
  <div v-if="step.act !== 'ready'" class="panel hand-panel" :aria-label="t('handPanel.changeByHand')" role="group">
    <div class="row">
      <button type="button" class="quiet" :disabled="at <= 0" @click="place(-1)">
        {{ t('handPanel.earlierInTheOrder') }}
      </button>
      <button type="button" class="quiet" :disabled="at >= list.length - 1 - last" @click="place(1)">
        {{ t('handPanel.laterInTheOrder') }}
      </button>
      <slot name="step" :step="step" />
      <button type="button" class="quiet out" @click="remove">{{ t('common.takeItOut') }}</button>
    </div>
    <slot name="more" :step="step" />
  </div>
</template>
