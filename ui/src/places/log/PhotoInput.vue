<script setup lang="ts">
// PhotoInput takes photographs from the device: its camera or what it keeps.
import { ref } from 'vue'
import { t } from '../../i18n'

defineProps<{ busy: boolean }>()
const emit = defineEmits<{ files: [list: File[]] }>()
const input = ref<HTMLInputElement>()
function take() {
  const list = [...(input.value?.files ?? [])]
  if (list.length) emit('files', list)
  if (input.value) input.value.value = ''
}
</script>

<template>
  <label class="take" :class="{ busy }">
    {{ busy ? t('photos.sending') : t('photos.add') }}
    <input ref="input" type="file" accept="image/jpeg,image/png" multiple :disabled="busy" @change="take" />
  </label>
</template>

<style scoped>
.take {
  display: inline-flex;
  align-items: center;
  min-height: 48px;
  padding: 0 18px;
  border: 1px solid var(--edge);
  border-radius: 4px;
  background: var(--cloth);
  font-weight: 600;
  cursor: pointer;
  position: relative;
}
.take:focus-within {
  outline: 3px solid var(--glaze);
  outline-offset: 2px;
}
.busy {
  color: var(--soft);
  cursor: progress;
}
input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: inherit;
}
input::file-selector-button {
  cursor: inherit;
}
</style>
