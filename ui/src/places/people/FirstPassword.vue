<script setup lang="ts">
import { t } from '../../i18n'
import type { First } from '../../api/client'
import { moment } from '../../i18n/format'

// FirstPassword is shown once, to be said to its person.
defineProps<{ first: First }>()
defineEmits<{ done: [] }>()
</script>

<template>
  <section class="first" role="alertdialog" aria-labelledby="first-title">
    <h2 id="first-title">{{ t('firstPassword.aFirstPasswordFor', { name: first.name }) }}</h2>
    <p class="word">{{ first.password }}</p>
    <p>
      {{ t('firstPassword.sayItToThemDo', { email: first.email, until: moment(first.until) }) }}
    </p>
    <button type="button" class="go" @click="$emit('done')">{{ t('firstPassword.iHaveSaidIt') }}</button>
  </section>
</template>

<style scoped>
.first {
  background: var(--warm);
  border-left: 6px solid var(--copper);
  padding: 14px 18px 18px;
  display: grid;
  gap: 10px;
  justify-items: start;
}
.word {
  font:
    600 26px/1.3 ui-monospace,
    monospace;
  user-select: all;
}
</style>
