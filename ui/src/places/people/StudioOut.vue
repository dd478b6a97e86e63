<script setup lang="ts">
// StudioOut hands an owner everything of the studio as one file, by their password once more.
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api, ask, type Problem } from '../../api/client'
import { t } from '../../i18n'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'

const password = ref('')
const out = useMutation<Blob, Problem>({
  mutationFn: () =>
    ask(api.POST('/api/studio/archive', { body: { password: password.value }, parseAs: 'blob' })) as Promise<Blob>,
  onSuccess(file) {
    password.value = ''
    const link = document.createElement('a')
    link.href = URL.createObjectURL(file)
    link.download = `studio-${new Date().toISOString().slice(0, 10)}.zip`
    link.click()
    window.setTimeout(() => URL.revokeObjectURL(link.href), 60_000)
  },
})
</script>

<template>
  <form class="sheet out" aria-labelledby="out-title" @submit.prevent="out.mutate()">
    <h2 id="out-title">{{ t('studioOut.title') }}</h2>
    <p class="soft">{{ t('studioOut.says') }}</p>
    <Field
      v-model="password"
      class="word"
      :label="t('studioOut.password')"
      type="password"
      autocomplete="current-password"
      :fault="out.error.value?.faults[0]?.message"
    />
    <Trouble v-if="out.error.value && !out.error.value.faults.length" :say="out.error.value.message" />
    <button class="go" :disabled="!password || out.isPending.value">
      {{ t(out.isPending.value ? 'studioOut.packing' : 'studioOut.take') }}
    </button>
    <p v-if="out.isSuccess.value" role="status">{{ t('studioOut.done') }}</p>
  </form>
</template>

<style scoped>
.out {
  padding: 16px 20px 20px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  justify-items: start;
}
.out p {
  overflow-wrap: anywhere;
}
.word {
  width: min(100%, 320px);
}
</style>
