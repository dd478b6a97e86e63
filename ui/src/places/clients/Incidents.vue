<script setup lang="ts">
// Incidents is what happened to a client at the chair, as it was kept from the emergency sheet.
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import { t } from '../../i18n'
import { moment } from '../../i18n/format'

const props = defineProps<{ client: string }>()
const { data } = useQuery({
  queryKey: ['incidents', computed(() => props.client)],
  queryFn: () => ask(api.GET('/api/clients/{id}/incidents', { params: { path: { id: props.client } } })),
})
const kinds: Record<string, string> = {
  stinging: t('urgent.stinging'),
  in_eye: t('urgent.inAnEye'),
  swelling: t('urgent.swelling'),
  other: t('urgent.other'),
}
</script>

<template>
  <section v-if="data?.length" class="sheet happened" aria-labelledby="happened-title">
    <h2 id="happened-title">{{ t('incidents.title') }}</h2>
    <ul>
      <li v-for="i in data" :key="i.id">
        <b>{{ kinds[i.kind] ?? i.kind }}</b> <span class="soft">{{ moment(i.at) }}, {{ i.by }}</span>
        <p v-if="i.note">{{ i.note }}</p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.happened {
  padding: 14px 18px;
  border-top-color: var(--madder);
}
ul {
  list-style: none;
  margin: 6px 0 0;
  padding: 0;
}
li {
  padding: 6px 0;
  border-bottom: 1px solid var(--fold);
}
p {
  white-space: pre-line;
  overflow-wrap: anywhere;
}
</style>
