<script setup lang="ts">
// HandPanel changes the step that is taken up, in whichever leaf: undo and redo, its place in the order, taking it
// out, adding another. What only some steps have stands in its slots. Everything a drag does can be done here too, by
// tap or by keyboard.
import { computed, ref } from 'vue'
import type { Step } from '../../api/client'
import Pick from '../fields/Pick.vue'
import { moved, type Hand } from './useHand'

const props = defineProps<{
  hand: Hand
  step?: Step
  addable: { value: string; label: string }[]
  what: { add: string; label: string; find: string } // how adding is called
  made: (product: string) => Step // a step of a product, as it is first written
  last: number // steps at the end that stay there
}>()
const emit = defineEmits<{ pick: [id: string] }>()
const list = computed(() => props.hand.steps.value)
const at = computed(() => list.value.findIndex((s) => s.id === props.step?.id))
const adding = ref(false)
const place = (by: number) => props.hand.change((l) => moved(l, props.step!.id, at.value + by))

function remove() {
  const next = list.value[at.value + 1]?.id ?? list.value[at.value - 1]?.id
  props.hand.change((l) => l.filter((s) => s.id !== props.step?.id))
  if (next) emit('pick', next)
}
async function add(product?: string) {
  adding.value = false
  if (!product) return
  const step = props.made(product)
  const where = at.value < 0 ? Math.max(0, list.value.length - 1) : at.value + 1
  await props.hand.change((l) => [...l.slice(0, where), step, ...l.slice(where)])
  emit('pick', step.id)
}
</script>

<template>
  <div class="panel hand-panel" aria-label="Change by hand" role="group">
    <div class="row">
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canUndo.value"
        aria-keyshortcuts="Control+Z"
        @click="hand.undo"
      >
        Undo
      </button>
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canRedo.value"
        aria-keyshortcuts="Control+Shift+Z"
        @click="hand.redo"
      >
        Redo
      </button>
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
      <slot />
    </div>
    <template v-if="step && step.act !== 'ready'">
      <div class="row">
        <button type="button" class="quiet" :disabled="at <= 0" @click="place(-1)">Earlier in the order</button>
        <button type="button" class="quiet" :disabled="at >= list.length - 1 - last" @click="place(1)">
          Later in the order
        </button>
        <slot name="step" :step="step" />
        <button type="button" class="quiet out" @click="remove">Take it out</button>
      </div>
      <slot name="more" :step="step" />
    </template>
    <p v-if="hand.trouble.value" class="trouble" role="status">{{ hand.trouble.value }}</p>
  </div>
</template>

<style scoped>
.hand-panel :deep(.choice span) {
  padding: 2px 10px;
  min-height: 38px;
  font-size: 15px;
}
</style>
