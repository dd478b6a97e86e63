<script setup lang="ts">
import { t } from '../../i18n'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'
import { api, ask, Problem } from '../../api/client'
import Field from '../../parts/Field.vue'
import Trouble from '../../parts/Trouble.vue'

// NewPassword changes one's own password.
const queries = useQueryClient()
const given = reactive({ now: '', new: '' })
const save = useMutation({
  mutationFn: () => ask(api.PUT('/api/me/password', { body: { ...given } })),
  onSuccess(me) {
    queries.setQueryData(['me'], me)
    queries.invalidateQueries({ queryKey: ['sessions'] })
    given.now = given.new = ''
  },
})
const fault = (field: string) =>
  save.error.value instanceof Problem ? save.error.value.faults.find((f) => f.location === field)?.message : undefined
</script>

<template>
  <form class="form" @submit.prevent="save.mutate()">
    <Field
      v-model="given.now"
      :label="t('newPassword.passwordNow')"
      type="password"
      autocomplete="current-password"
      :fault="fault('now')"
    />
    <Field
      v-model="given.new"
      :label="t('newPassword.newPassword')"
      type="password"
      autocomplete="new-password"
      :fault="fault('new')"
      :hint="t('newPassword.twelveCharactersOrMoreSeveral')"
    />
    <Trouble
      v-if="save.error.value instanceof Problem && !save.error.value.faults.length"
      :say="save.error.value.message"
    />
    <p v-else-if="save.isSuccess.value" role="status">{{ t('newPassword.changedAllYourOtherSessions') }}</p>
    <button class="go" :disabled="!given.now || !given.new || save.isPending.value">
      {{ t('newPassword.changeThePassword') }}
    </button>
  </form>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
  justify-items: start;
  width: min(460px, 100%);
}
.form > :deep(.field) {
  width: 100%;
}
</style>
