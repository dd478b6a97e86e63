<script setup lang="ts">
// PersonMore is what most clients need not be asked: hair that is not there, a beard, their own routine, what stung.
import { computed } from 'vue'
import type { ClientRecord } from '../api/client'
import Choices from './Choices.vue'
import Fold from './Fold.vue'
import Routine from './Routine.vue'
import Toggles from './Toggles.vue'
import WordList from './WordList.vue'
import { useWords } from './catalogue'
import { names, plain } from './words'

const props = defineProps<{ client: ClientRecord; fault?: (path: string) => string | undefined }>()
const emit = defineEmits<{ change: [Partial<ClientRecord>] }>()
const { list } = useWords()
const hair = list('hair')
const beards = list('beard')
const face = computed(() => {
  const without = props.client.without?.length ? [`without ${names(props.client.without.map(plain))}`] : []
  return [...without, ...(props.client.beard ? [`beard: ${plain(props.client.beard)}`] : [])].join('; ')
})
const routine = computed(() => names((props.client.routine ?? []).map((h) => h.product || plain(h.kind))))
const stung = computed(() => names(props.client.learned?.never ?? []))
</script>

<template>
  <div>
    <Fold title="Hair and beard" :says="face">
      <Toggles
        legend="Without"
        :options="hair"
        :model-value="client.without ?? []"
        @update:model-value="(v) => emit('change', { without: v.length ? v : undefined })"
      />
      <Choices
        legend="Beard"
        :options="beards"
        :model-value="client.beard ?? ''"
        @update:model-value="(v) => emit('change', { beard: v || undefined })"
      />
    </Fold>
    <Fold title="Their own routine at night" :says="routine">
      <Routine
        :model-value="client.routine"
        :fault="fault"
        @update:model-value="(v) => emit('change', { routine: v?.length ? v : undefined })"
      />
    </Fold>
    <Fold title="What stung" :says="stung">
      <WordList
        label="Products that stung, never again"
        hint="Like Tide serum"
        as-typed
        :model-value="client.learned?.never"
        @update:model-value="
          (v) => emit('change', { learned: { ...client.learned, never: v?.length ? v : undefined } })
        "
      />
    </Fold>
  </div>
</template>
