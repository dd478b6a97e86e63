<script setup lang="ts">
// ZoneGrades grades one or a few zones without the drawn plan, for the record of a client.
import type { Grades } from '../api/client'
import GradePad from './GradePad.vue'
import { plain, sentence } from './words'

defineProps<{ only: string[] }>()
const model = defineModel<Record<string, Grades>>({ required: true })
</script>

<template>
  <div class="pads">
    <GradePad
      v-for="z in only"
      :key="z"
      :title="sentence(plain(z))"
      :grades="model[z] ?? {}"
      required
      @change="(g) => (model = { ...model, [z]: g })"
    />
  </div>
</template>

<style scoped>
.pads {
  display: grid;
  gap: 16px;
}
</style>
