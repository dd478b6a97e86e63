<script setup lang="ts">
// CardLink hands the touch-ups to whoever carries the bag: a link that opens them that day, and nothing else.
import { useMutation } from '@tanstack/vue-query'
import { useClipboard } from '@vueuse/core'
import { computed, watch } from 'vue'
import { api, ask } from '../../api/client'
import { t } from '../../i18n'
import Sheet from '../../parts/Sheet.vue'
import Trouble from '../../parts/Trouble.vue'
import { clock } from '../../parts/words'

const props = defineProps<{ sitting: string }>()
const open = defineModel<boolean>('open', { required: true })
const link = useMutation({
  mutationFn: () => ask(api.POST('/api/sittings/{id}/card-link', { params: { path: { id: props.sitting } } })),
})
watch(open, (is) => is && link.mutate())
const address = computed(() => (link.data.value ? `${window.location.origin}/card/${link.data.value.token}` : ''))
const { copy, copied, isSupported } = useClipboard()
</script>

<template>
  <Sheet v-model:open="open" :title="t('card.forTheBag')" :width="620">
    <Trouble v-if="link.error.value" :say="link.error.value.message" />
    <template v-if="address">
      <p>{{ t('card.until', { time: clock(link.data.value!.until) }) }}</p>
      <p class="address">
        <a :href="address" target="_blank" rel="noreferrer">{{ address }}</a>
      </p>
      <button v-if="isSupported" type="button" class="go" @click="copy(address)">
        {{ copied ? t('card.copied') : t('card.copy') }}
      </button>
    </template>
  </Sheet>
</template>

<style scoped>
.address {
  overflow-wrap: anywhere;
  margin: 12px 0;
}
.go {
  min-height: 64px;
}
</style>
