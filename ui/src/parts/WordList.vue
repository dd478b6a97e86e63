<script setup lang="ts">
// WordList is a list of free words: type one, Enter adds it, a tap takes it away.
import { libraryWords, t } from '../i18n'
import AInput from 'ant-design-vue/es/input'
import { ref, useId } from 'vue'

const props = defineProps<{ label: string; hint?: string; asTyped?: boolean }>()
const model = defineModel<string[]>()
const next = ref('')
const id = useId()

function add() {
  const typed = next.value.trim()
  const word = props.asTyped ? typed : typed.toLowerCase().replaceAll(' ', '_')
  if (word && !model.value?.includes(word)) model.value = [...(model.value ?? []), word]
  next.value = ''
}
libraryWords()
</script>

<template>
  <div class="field">
    <label :for="id">{{ label }}</label>
    <div class="line">
      <button
        v-for="w in model ?? []"
        :key="w"
        type="button"
        class="word"
        :aria-label="t('common.takeAway', { w })"
        @click="model = model?.filter((x) => x !== w)"
      >
        {{ w.replaceAll('_', ' ') }} <span aria-hidden="true">×</span>
      </button>
      <AInput
        :id="id"
        v-model:value="next"
        :placeholder="hint ?? t('wordList.typeAWordThenEnter')"
        autocomplete="off"
        @press-enter.prevent="add"
        @blur="add"
      />
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.line :deep(.ant-input) {
  flex: 1;
  min-width: 180px;
}
.word {
  background: var(--ink);
  color: var(--paper);
  border: 0;
  min-height: 44px;
  padding: 0 12px;
  cursor: pointer;
}
</style>
