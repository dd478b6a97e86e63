<script setup lang="ts">
// ScanList reads a photographed ingredient list into text, in this window: the picture goes nowhere. What it reads is
// laid beside the picture to be checked, since letters on a pack are small and bent.
import { computed, onBeforeUnmount, ref } from 'vue'
import { t } from '../../i18n'
import Trouble from '../../parts/Trouble.vue'

const emit = defineEmits<{ read: [text: string] }>()
const picture = ref('')
const busy = ref(false)
const share = ref(0)
const wrong = ref(false)
const found = ref('')
const input = ref<HTMLInputElement>()
const forget = () => picture.value && URL.revokeObjectURL(picture.value)
onBeforeUnmount(forget)

async function take(e: Event) {
  const file = (e.target as HTMLInputElement).files?.[0]
  if (!file) return
  forget()
  picture.value = URL.createObjectURL(file)
  busy.value = true
  wrong.value = false
  found.value = ''
  share.value = 0
  try {
    const { readPicture } = await import('./ocr')
    found.value = tidied(await readPicture(file, (s) => (share.value = s)))
    if (found.value) emit('read', found.value)
    else wrong.value = true
  } catch {
    wrong.value = true
  } finally {
    busy.value = false
    if (input.value) input.value.value = ''
  }
}
/** tidied joins lines, and words that were broken over them. */
const tidied = (text: string) =>
  text
    .replace(/-\n/g, '')
    .replace(/\s*\n\s*/g, ' ')
    .replace(/^.*?ingredients?\s*[:.]?\s*/i, '')
    .trim()
const words = computed(() =>
  busy.value
    ? t('scanList.reading', { share: Math.round(share.value * 100) })
    : found.value
      ? t('scanList.check')
      : '',
)
</script>

<template>
  <div class="scan">
    <label class="quiet" :class="{ busy }">
      <input ref="input" type="file" accept="image/*" capture="environment" :disabled="busy" @change="take" />
      {{ t('scanList.scan') }}
    </label>
    <p role="status" class="soft">{{ words }}</p>
    <img v-if="picture" :src="picture" :alt="t('scanList.picture')" />
    <Trouble v-if="wrong" :say="t('scanList.unread')" />
  </div>
</template>

<style scoped>
.scan {
  display: grid;
  gap: 8px;
  justify-items: start;
}
label {
  position: relative;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
label:focus-within {
  outline: 3px solid var(--copper);
  outline-offset: 2px;
}
img {
  max-width: 100%;
  max-height: 260px;
}
</style>
