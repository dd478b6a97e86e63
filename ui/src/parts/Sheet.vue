<script setup lang="ts">
// Sheet is a dialog over the page: named by its title, closed by Escape, and the focus goes back to where it was.
import { t } from '../i18n'
import Modal from 'ant-design-vue/es/modal'
import { nextTick, ref, watch } from 'vue'

withDefaults(defineProps<{ title: string; width?: number }>(), { width: 560 })
const open = defineModel<boolean>('open', { default: false })
const body = ref<HTMLElement>()
const from = ref<HTMLElement>()
watch(open, async (o) => {
  if (!o) return
  from.value = document.activeElement as HTMLElement
  await nextTick()
  body.value?.closest('[role=dialog]')?.setAttribute('aria-modal', 'true')
})
const closed = () => from.value?.focus()
</script>

<template>
  <Modal
    v-model:open="open"
    :width="width"
    :title="title"
    :footer="null"
    :closable="false"
    centered
    :after-close="closed"
  >
    <div ref="body">
      <slot />
      <button type="button" class="go" @click="open = false">{{ t('common.close') }}</button>
    </div>
  </Modal>
</template>
