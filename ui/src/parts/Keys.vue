<script setup lang="ts">
import { t } from '../i18n'
import { useEventListener } from '@vueuse/core'
import { nextTick, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import Sheet from './Sheet.vue'

const route = useRoute()
const router = useRouter()
const open = ref(false)
const keys = [
  ['1', t('common.intake')],
  ['2', t('common.prep')],
  ['3', t('common.wear')],
  ['4', t('common.liftOff')],
  ['5', t('common.night')],
  ['J K', t('keys.nextAndEarlierStep')],
  ['N', t('keys.newSitting')],
  ['/', 'find'],
  ['?', t('keys.thisList')],
]

function typing(e: KeyboardEvent) {
  const t = e.target as HTMLElement
  return (
    t.matches('input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea, select, [contenteditable]') ||
    e.ctrlKey ||
    e.metaKey ||
    e.altKey
  )
}

useEventListener(document, 'keydown', async (e: KeyboardEvent) => {
  if (typing(e)) return
  const inSitting = route.path.startsWith('/sittings/')
  if (e.key === '?') open.value = true
  else if (inSitting && e.key === '1') router.push({ name: 'intake', params: route.params })
  else if (inSitting && e.key === '2') router.push({ name: 'prep', params: route.params })
  else if (inSitting && e.key === '3') router.push({ name: 'wear', params: route.params })
  else if (inSitting && e.key === '4') router.push({ name: 'lift', params: route.params })
  else if (inSitting && e.key === '5') router.push({ name: 'night', params: route.params })
  else if (e.key === 'n' || e.key === 'N') router.push({ name: 'today', query: { new: '1' } })
  else if (e.key === '/') {
    e.preventDefault()
    if (!['clients', 'kit', 'method'].includes(String(route.name))) await router.push({ name: 'clients' })
    await nextTick()
    document.querySelector<HTMLInputElement>('input[type=search]')?.focus()
  }
})
</script>

<template>
  <Sheet v-model:open="open" :title="t('keys.keys')" :width="380">
    <dl>
      <template v-for="[key, what] in keys" :key="key">
        <dt>{{ key }}</dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
  </Sheet>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 70px 1fr;
  gap: 8px;
  margin: 16px 0;
}
dt {
  font-weight: 700;
}
dd {
  margin: 0;
}
</style>
