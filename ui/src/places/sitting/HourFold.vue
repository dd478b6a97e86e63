<script setup lang="ts">
// HourFold is an hour that few days have, in a fold of its own: said while it is folded, with a way to take it back.
import Fold from '../../parts/Fold.vue'
import ClockField from '../../parts/fields/ClockField.vue'
import { clock } from '../../parts/words'

defineProps<{
  title: string
  before: string
  label: string
  undo: string
  at: string | undefined
  fault: string | undefined
}>()
const emit = defineEmits<{ set: [time: string | undefined] }>()
</script>

<template>
  <Fold :title="title" :says="at ? `${before} ${clock(at)}` : ''">
    <div class="pair">
      <ClockField
        :label="label"
        :model-value="at ? clock(at) : ''"
        :fault="fault"
        @update:model-value="(v) => emit('set', v)"
      />
      <button v-if="at" type="button" class="quiet" @click="emit('set', undefined)">{{ undo }}</button>
    </div>
    <p class="soft"><slot /></p>
  </Fold>
</template>

<style scoped>
.pair {
  display: flex;
  gap: 14px;
  align-items: end;
}
</style>
