<script setup lang="ts">
// ChairLock locks this device between clients by a short code. The first time it asks for one: from then on the device
// stays signed in until its day is over.
import { computed, ref } from 'vue'
import { useMutation } from '@tanstack/vue-query'
import { Problem } from '../../api/client'
import { t } from '../../i18n'
import { shut, stay } from '../../keep/lock'
import { useMe } from '../../me'
import Field from '../../parts/Field.vue'
import Sheet from '../../parts/Sheet.vue'
import Trouble from '../../parts/Trouble.vue'

const { data: me } = useMe()
const open = ref(false)
const code = ref('')
const first = useMutation({
  mutationFn: () => stay(code.value),
  onSuccess() {
    code.value = ''
    open.value = false
    void shut()
  },
})
const fault = computed(() => {
  const e = first.error.value
  return e instanceof Problem ? e.faults.find((f) => f.location === 'code')?.message : undefined
})
const press = () => (me.value?.chair_until ? shut() : (open.value = true))
</script>

<template>
  <button type="button" class="lock" @click="press">{{ t('codeLock.lock') }}</button>
  <Sheet v-model:open="open" :title="t('codeLock.stayTitle')" :width="620">
    <form class="stay" @submit.prevent="first.mutate()">
      <p>{{ t('codeLock.stayWhat') }}</p>
      <Field
        v-model="code"
        :label="t('codeLock.chooseCode')"
        autocomplete="off"
        type="password"
        figures
        :fault="fault"
      />
      <Trouble v-if="first.error.value && !fault" :say="first.error.value.message" />
      <button class="go" :disabled="code.length < 4 || first.isPending.value">{{ t('codeLock.stayAndLock') }}</button>
    </form>
  </Sheet>
</template>

<style scoped>
.lock {
  min-height: 64px;
  padding: 0 20px;
  font-size: 19px;
  background: none;
  border: 2px solid var(--edge);
  color: var(--ink);
  cursor: pointer;
}
.stay {
  display: grid;
  gap: 14px;
  margin: 12px 0 16px;
}
.stay .go {
  min-height: 64px;
  font-size: 19px;
}
</style>
