<script setup lang="ts">
// Sheet is a dialog over the page: named by its title, closed by Escape, and the focus goes back to where it was.
import Modal from 'ant-design-vue/es/modal'
import { ref, useId, watch } from 'vue'

withDefaults(defineProps<{ title: string; width?: number }>(), { width: 560 })
const open = defineModel<boolean>('open', { default: false })
const id = useId()
const from = ref<HTMLElement>()
watch(open, (o) => {
  if (o) from.value = document.activeElement as HTMLElement
})
const closed = () => from.value?.focus()
</script>

<template>
  <Modal
    v-model:open="open"
    :width="width"
    :footer="null"
    :closable="false"
    :aria-labelledby="id"
    centered
    :after-close="closed"
  >
    <template #title
      ><span :id="id">{{ title }}</span></template
    >
    <slot />
    <button type="button" class="go" @click="open = false">Close</button>
  </Modal>
</template>
