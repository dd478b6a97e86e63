<script setup lang="ts">
// WearByLink asks the client of a sitting how it wore. A link opens it for a week, and it shows nothing else.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useRoute } from 'vue-router'
import { api, ask, type Problem, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import { longDate } from '../../i18n/format'
import Trouble from '../../parts/Trouble.vue'
import { each, raw, refused } from './handPhoto'
import PhotoInput from './PhotoInput.vue'
import WearForm from './WearForm.vue'

const token = String(useRoute().params.token)
const path = { path: { token } }
const queries = useQueryClient()
const { data, error, dataUpdatedAt } = useQuery({
  queryKey: ['wear-link', token],
  queryFn: () => ask(api.GET('/api/wear/{token}', { params: path })),
  refetchOnWindowFocus: false,
})
const tell = useMutation({
  mutationFn: (body: Schemas['AppWearTold']) => ask(api.POST('/api/wear/{token}', { params: path, body })),
  onSuccess: () => queries.invalidateQueries({ queryKey: ['wear-link', token] }),
})
const send = useMutation<unknown, Problem, File[]>({
  mutationFn: (files) =>
    each(files, (file) => ask(api.POST('/api/wear/{token}/photos', { params: path, ...raw(file) }))),
})
</script>

<template>
  <main class="link">
    <h1>{{ t('wearForm.howDidItWear') }}</h1>
    <Trouble v-if="error" :say="error.message" />
    <template v-if="data">
      <p>{{ t('wearForm.asks', { studio: data.studio, date: longDate(data.from.slice(0, 10)) }) }}</p>
      <p v-if="tell.isSuccess.value" class="thanks" role="status">{{ t('wearForm.thanks') }}</p>
      <Trouble v-if="tell.error.value" :say="tell.error.value.message" />
      <WearForm
        :key="dataUpdatedAt"
        :from="data.from"
        :until="data.until"
        :reads="data.reads"
        :text="data.text"
        :busy="tell.isPending.value"
        @tell="tell.mutate"
      />
      <div class="photo">
        <p>{{ t('photos.byLink') }}</p>
        <PhotoInput :busy="send.isPending.value" @files="send.mutate" />
      </div>
      <p v-if="send.isSuccess.value" class="thanks" role="status">{{ t('photos.thanks') }}</p>
      <Trouble v-if="send.error.value" :say="refused(send.error.value) ?? ''" />
      <p class="soft">{{ t('wearForm.care') }}</p>
    </template>
  </main>
</template>

<style scoped>
.link {
  max-width: 900px;
  margin: 0 auto;
  padding: 18px 16px 32px;
  display: grid;
  gap: 14px;
  font-size: 18px;
}
.photo {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 12px;
}
.thanks {
  background: var(--glaze-wash);
  padding: 12px 16px;
  font-weight: 650;
}
</style>
