<script setup lang="ts">
// Taste is in which language and form somebody has the program, on every device they sign in at.
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { api, ask, type Me } from '../../api/client'
import { wear } from '../../form'
import { choose, tags, whole } from '../../i18n'
import { t } from '../../i18n'
import Choices from '../../parts/Choices.vue'
import Trouble from '../../parts/Trouble.vue'

const props = defineProps<{ me: Me }>()
const queries = useQueryClient()
const own = (tag: string) => new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag
const languages = [
  { value: '', label: t('taste.asTheDevice') },
  ...tags.map((tag) => ({
    value: tag as string,
    label:
      own(tag).replace(/^./, (c) => c.toLocaleUpperCase(tag)) + (whole.includes(tag) ? '' : ' ' + t('taste.begun')),
  })),
]
const forms = [
  { value: '', label: t('taste.asTheDevice') },
  { value: 'light', label: t('taste.light') },
  { value: 'dark', label: t('taste.dark') },
]
const save = useMutation({
  mutationFn: (to: { language: string; form: string }) => ask(api.PUT('/api/me/taste', { body: to })),
  onSuccess(me) {
    queries.setQueryData(['me'], me)
    wear(me.form)
    choose(me.language)
  },
})
const set = (to: Partial<{ language: string; form: string }>) =>
  save.mutate({ language: props.me.language, form: props.me.form, ...to })
</script>

<template>
  <div class="taste">
    <Choices
      :legend="t('taste.language')"
      :options="languages"
      :model-value="me.language"
      @update:model-value="(v) => set({ language: v })"
    />
    <Choices
      :legend="t('taste.form')"
      :options="forms"
      :model-value="me.form"
      @update:model-value="(v) => set({ form: v })"
    />
    <Trouble v-if="save.error.value" :say="save.error.value.message" />
  </div>
</template>

<style scoped>
.taste {
  display: grid;
  gap: 14px;
}
</style>
