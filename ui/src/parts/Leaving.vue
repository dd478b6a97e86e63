<script setup lang="ts">
// Leaving is the one question before something unsaved is left.
import { computed } from 'vue'
import { t } from '../i18n'
import { asking } from '../keep/leaving'
import Sheet from './Sheet.vue'

const open = computed({
  get: () => !!asking.value,
  set: (o) => !o && asking.value?.answer(false),
})
</script>

<template>
  <Sheet v-model:open="open" :title="t(asking?.unsent ? 'leaving.unsentTitle' : 'leaving.title')" :width="520">
    <p v-if="asking?.unsent">{{ t('leaving.unsent') }}</p>
    <p v-else>{{ t('leaving.kept', { what: asking?.what ?? '' }) }}</p>
    <p class="row">
      <button type="button" class="go" @click="asking?.answer(false)">{{ t('leaving.stay') }}</button>
      <button type="button" class="quiet" @click="asking?.answer(true)">
        {{ t(asking?.unsent ? 'leaving.signOutAllTheSame' : 'leaving.leave') }}
      </button>
    </p>
  </Sheet>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  margin-top: 16px;
}
</style>
