<script setup lang="ts">
// Note is the studio's own word beside a rule or method: local rules come first.
import { t } from '../../i18n'
import ATextarea from 'ant-design-vue/es/input/TextArea'
import { computed, ref, useId, watch } from 'vue'
import { useAskOnce } from '../../keep/leaving'
import { useDraft } from '../../keep/seal'

const props = defineProps<{ text: string; about: string; may: boolean }>()
const emit = defineEmits<{ keep: [text: string] }>()
const writing = ref(false)
const typed = ref(props.text)
const held = computed({ get: () => ({ typed: typed.value }), set: (v) => (typed.value = v.typed) })
const draft = useDraft('note:' + props.about, held)
watch(draft.back, (b) => b && (writing.value = true))
const id = useId()
useAskOnce(
  computed(() => writing.value && typed.value.trim() !== props.text),
  t('leaving.note'),
)
watch(
  () => props.text,
  (t) => (typed.value = t),
)
function keep() {
  writing.value = false
  draft.done()
  if (typed.value.trim() !== props.text) emit('keep', typed.value.trim())
}
</script>

<template>
  <div class="note" :class="{ has: text }">
    <template v-if="writing">
      <label :for="id" class="soft">{{ t('note.ourNoteOnLocalRules') }}</label>
      <ATextarea :id="id" v-model:value="typed" :auto-size="{ minRows: 2, maxRows: 8 }" :maxlength="2000" />
      <button type="button" class="quiet" @click="keep">{{ t('note.keepTheNote') }}</button>
    </template>
    <template v-else>
      <p v-if="text">{{ text }}</p>
      <button
        v-if="may"
        type="button"
        class="quiet small"
        :aria-label="(text ? t('note.changeOurNoteOn') + ' ' : t('note.addOurNoteOn') + ' ') + about"
        @click="writing = true"
      >
        {{ text ? t('note.changeOurNote') : t('note.addOurNote') }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.note {
  display: grid;
  gap: 8px;
  align-content: start;
  justify-items: start;
  font-size: var(--small);
}
.note.has {
  border-left: 4px solid var(--copper);
  padding-left: 12px;
}
.small {
  min-height: 44px;
  font-size: var(--small);
  padding: 0 14px;
  border-color: var(--fold);
}
</style>
