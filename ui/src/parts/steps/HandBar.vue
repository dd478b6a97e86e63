<script setup lang="ts">
// HandBar is what is done to a list of steps as a whole, in whichever leaf: undo and redo, and adding another.
import { t } from '../../i18n'
import { computed, ref } from 'vue'
import type { Step } from '../../api/client'
import Pick from '../fields/Pick.vue'
import type { Hand } from './useHand'

const props = defineProps<{
  hand: Hand
  step?: Step
  addable: { value: string; label: string }[]
  what: { add: string; label: string; find: string } // how adding is called
  made: (product: string) => Step // a step of a product, as it is first written
}>()
const emit = defineEmits<{ pick: [id: string] }>()
const list = computed(() => props.hand.steps.value)
const adding = ref(false)

async function add(product?: string) {
  adding.value = false
  if (!product) return
  const step = props.made(product)
  const at = list.value.findIndex((s) => s.id === props.step?.id)
  const where = at < 0 ? Math.max(0, list.value.length - 1) : at + 1
  await props.hand.change((l) => [...l.slice(0, where), step, ...l.slice(where)])
  emit('pick', step.id)
}
</script>

<template>
  <div class="bar" :aria-label="t('handBar.changeTheSteps')" role="group">
    <slot />
    <Pick
      v-if="adding"
      class="grow"
      :label="what.label"
      bare
      find
      opened
      :placeholder="what.find"
      :options="addable"
      @update:model-value="add"
      @blur="adding = false"
    />
    <button v-else type="button" class="quiet" @click="adding = true">{{ what.add }}</button>
    <span class="both">
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canUndo.value"
        aria-keyshortcuts="Control+Z"
        @click="hand.undo"
      >
        {{ t('common.undo') }}
      </button>
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canRedo.value"
        aria-keyshortcuts="Control+Shift+Z"
        @click="hand.redo"
      >
        {{ t('common.redo') }}
      </button>
    </span>
    <p v-if="hand.trouble.value" class="trouble" role="status">{{ hand.trouble.value }}</p>
  </div>
</template>

<style scoped>
.bar {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 8px 14px;
  border-bottom: 1px solid var(--fold);
}
.bar .quiet {
  padding: 0 14px;
}
.both {
  display: inline-flex;
  gap: 8px;
}
.grow {
  flex: 1;
  min-width: 200px;
}
.trouble {
  flex-basis: 100%;
  color: var(--madder);
  font-weight: 600;
}
</style>
