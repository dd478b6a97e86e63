<script setup lang="ts">
// Side is a panel that comes in over the side of the page: a dialog by role and name, which keeps the focus while it
// is open and gives it back.
import { t } from '../i18n'
import Drawer from 'ant-design-vue/es/drawer'
import { nextTick, ref, useId, watch } from 'vue'

const props = withDefaults(defineProps<{ title: string; width?: number }>(), { width: 620 })
const open = defineModel<boolean>('open', { default: false })
const id = useId()
const body = ref<HTMLElement>()
const from = ref<HTMLElement>()
watch(
  open,
  async (o) => {
    if (!o) return from.value?.focus()
    from.value = document.activeElement as HTMLElement
    await nextTick()
    const frame = body.value?.closest('.ant-drawer-content')
    frame?.setAttribute('role', 'dialog')
    frame?.setAttribute('aria-modal', 'true')
    frame?.setAttribute('aria-labelledby', id)
    setTimeout(() => body.value?.querySelector<HTMLElement>('button, input, a')?.focus(), 50)
  },
  { immediate: true },
)
/** round leads the focus from the last control to the first, and back. */
function round(e: KeyboardEvent) {
  const all = [
    ...(body.value?.querySelectorAll<HTMLElement>('button, input, select, textarea, a[href]') ?? []),
  ].filter((el) => !el.hasAttribute('disabled') && el.tabIndex >= 0 && el.offsetParent)
  const edge = e.shiftKey ? all[0] : all.at(-1)
  if (document.activeElement !== edge) return
  e.preventDefault()
  ;(e.shiftKey ? all.at(-1) : all[0])?.focus()
}
</script>

<template>
  <Drawer v-model:open="open" :width="Math.min(props.width, 1280)" :closable="false" placement="right">
    <div ref="body" @keydown.tab="round">
      <header>
        <h2 :id="id">{{ title }}</h2>
        <button type="button" class="quiet" @click="open = false">{{ t('common.close') }}</button>
      </header>
      <slot />
    </div>
  </Drawer>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  margin-bottom: 12px;
}
</style>
