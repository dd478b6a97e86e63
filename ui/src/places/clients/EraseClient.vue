<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api, ask, type Client } from '../../api/client'
import { useMay, useMe } from '../../me'
import Trouble from '../../parts/Trouble.vue'

// EraseClient is what a studio holds of a client, to be taken out or erased.
const { client } = defineProps<{ client: Client }>()
const emit = defineEmits<{ erased: [] }>()
const { data: me } = useMe()
const mayWrite = useMay('keep_clients')
const name = ref('')
const erase = useMutation({
  mutationFn: () => ask(api.DELETE('/api/clients/{id}', { params: { path: { id: client.id } } })),
  onSuccess: () => emit('erased'),
})
</script>

<template>
  <section class="sheet keep" aria-labelledby="keep-title">
    <h2 id="keep-title">{{ t('eraseClient.whatWeHoldOf', { name: client.record.name }) }}</h2>
    <p v-if="mayWrite">
      {{
        t('eraseClient.erasingTakesTheRecordEvery', {
          backup_days: me?.backup_days
            ? t('eraseClient.untilTheyAreDaysOld', { backup_days: me.backup_days })
            : t('eraseClient.forAsLongAsThere'),
        })
      }}
    </p>
    <div class="row">
      <a class="quiet" :href="`/api/clients/${client.id}/export.json`" download="client.json">{{
        t('eraseClient.exportIt')
      }}</a>
      <template v-if="mayWrite">
        <label for="erase-name">{{ t('eraseClient.toEraseItAllWrite') }}</label>
        <input id="erase-name" v-model="name" autocomplete="off" />
        <button type="button" class="quiet danger" :disabled="name !== client.record.name" @click="erase.mutate()">
          {{ t('eraseClient.eraseForGood') }}
        </button>
      </template>
    </div>
    <Trouble v-if="erase.error.value" :say="erase.error.value.message" />
  </section>
</template>

<style scoped>
.keep {
  padding: 16px 20px 20px;
  display: grid;
  gap: 14px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
label {
  margin-left: auto;
}
input {
  border: 0;
  border-bottom: 2px solid var(--ink);
  background: var(--cloth);
  font: inherit;
  min-height: 44px;
  padding: 0 8px;
}
.danger:not(:disabled) {
  border-color: var(--madder);
  color: var(--madder);
}
</style>
