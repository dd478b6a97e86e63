<script setup lang="ts">
// Tick is one thing that is so or not.
import Checkbox from 'ant-design-vue/es/checkbox'

defineProps<{ label: string }>()
const model = defineModel<boolean>()
</script>

<template>
  <Checkbox v-model:checked="model" class="tick">{{ label }}</Checkbox>
</template>

<style scoped>
.tick {
  min-height: 44px;
  align-items: center;
}
</style>
