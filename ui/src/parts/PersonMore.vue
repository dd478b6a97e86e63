<script setup lang="ts">
// PersonMore is what most clients need not be asked: hair that is not there, a beard, their own routine, what stung.
import { t } from '../i18n'
import { computed } from 'vue'
import type { ClientRecord } from '../api/client'
import Choices from './Choices.vue'
import Fold from './Fold.vue'
import Routine from './Routine.vue'
import Toggles from './Toggles.vue'
import WordList from './WordList.vue'
import { useWords } from './catalogue'
import { listed, plain } from '../i18n/names'

const props = defineProps<{ client: ClientRecord; fault?: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [Partial<ClientRecord>] }>()
const { list } = useWords()
const hair = list('hair')
const beards = list('beard')
const face = computed(() => {
  const without = props.client.without?.length
    ? [t('personMore.withoutThem', { hair: listed(props.client.without.map((h) => plain(h, 'hair'))) })]
    : []
  return [
    ...without,
    ...(props.client.beard ? [t('personMore.beardOf', { kind: plain(props.client.beard, 'beard') })] : []),
  ].join('; ')
})
const routine = computed(() => listed((props.client.routine ?? []).map((h) => h.product || plain(h.kind))))
const stung = computed(() => listed(props.client.learned?.never ?? []))
</script>

<template>
  <div>
    <Fold :title="t('personMore.hairAndBeard')" :says="face">
      <Toggles
        :legend="t('personMore.without')"
        :options="hair"
        :model-value="client.without ?? []"
        @update:model-value="(v) => emit('change', { without: v.length ? v : undefined })"
      />
      <Choices
        :legend="t('personMore.beard')"
        :options="beards"
        :model-value="client.beard ?? ''"
        @update:model-value="(v) => emit('change', { beard: v || undefined })"
      />
    </Fold>
    <Fold :title="t('personMore.theirOwnRoutineAtNight')" :says="routine">
      <Routine
        :model-value="client.routine"
        :fault="fault"
        @update:model-value="(v) => emit('change', { routine: v?.length ? v : undefined })"
      />
    </Fold>
    <Fold :title="t('personMore.whatStung')" :says="stung">
      <WordList
        :label="t('personMore.productsThatStungNeverAgain')"
        :hint="t('personMore.likeTideSerum')"
        as-typed
        :model-value="client.learned?.never"
        @update:model-value="
          (v) => emit('change', { learned: { ...client.learned, never: v?.length ? v : undefined } })
        "
      />
    </Fold>
  </div>
</template>
