<script setup lang="ts">
// Urgent is one tap away everywhere: what to do when something goes wrong on somebody's skin.
import { t } from '../i18n'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, Problem, type Schemas } from '../api/client'
import Choices from './Choices.vue'
import Sheet from './Sheet.vue'
import Trouble from './Trouble.vue'

const props = defineProps<{ number: string; locked?: boolean }>() // locked, nothing can be kept
const open = ref(false)

// What happened is kept with the client it happened to, while it is fresh: at a sitting, or on a client's record.
type Kind = Schemas['AppHarm']
const kinds: { value: Kind; label: string }[] = [
  { value: 'stinging', label: t('urgent.stinging') },
  { value: 'in_eye', label: t('urgent.inAnEye') },
  { value: 'swelling', label: t('urgent.swelling') },
  { value: 'other', label: t('urgent.other') },
]
const kind = ref<Kind>()
const note = ref('')
const route = useRoute()
const queries = useQueryClient()
const whose = computed(() => {
  const id = String(route.params.id ?? '')
  if (!id) return {}
  return route.path.startsWith('/sittings/') ? { sitting_id: id } : route.name === 'client' ? { client_id: id } : {}
})
const keep = useMutation({
  mutationFn: () =>
    ask(api.POST('/api/incidents', { body: { kind: kind.value!, note: note.value.trim(), ...whose.value } })),
  retry: (_n, e) => e instanceof Problem && e.away,
  retryDelay: 3_000,
  onSuccess() {
    kind.value = undefined
    note.value = ''
    queries.invalidateQueries({ queryKey: ['incidents'] })
  },
})
watch(open, () => keep.reset())
</script>

<template>
  <button type="button" class="open" @click="open = true">{{ t('urgent.ifItStings') }}</button>
  <Sheet v-model:open="open" :title="t('urgent.stopAndDoThis')" :width="620">
    <dl>
      <dt>{{ t('urgent.stinging') }}</dt>
      <dd>{{ t('urgent.stopRinseWithLukewarmWater') }}</dd>
      <dt>{{ t('urgent.glueOrSolventInAn') }}</dt>
      <dd>{{ t('urgent.rinseFor15MinutesGet') }}</dd>
      <dt>{{ t('urgent.swellingOfLipsTongueOr') }}</dt>
      <dd>
        <b v-if="props.number"
          >{{ t('urgent.call') }} <a :href="'tel:' + props.number.replace(/[^0-9+]/g, '')">{{ props.number }}</a></b
        >
        <b v-else>{{ t('urgent.theEmergencyNumberAtOnce') }}</b>
      </dd>
    </dl>
    <form v-if="!props.locked" class="keep" @submit.prevent="keep.mutate()">
      <Choices v-model="kind" :legend="t('urgent.whatHappened')" :options="kinds" />
      <label for="urgent-note">{{ t('urgent.note') }}</label>
      <textarea id="urgent-note" v-model="note" rows="2" maxlength="4000" />
      <p class="soft">
        {{ 'sitting_id' in whose || 'client_id' in whose ? t('urgent.keptWith') : t('urgent.keptWithNobody') }}
      </p>
      <button class="go" :disabled="!kind || keep.isPending.value">{{ t('urgent.keep') }}</button>
      <p v-if="keep.isSuccess.value" role="status">{{ t('urgent.kept') }}</p>
      <Trouble v-if="keep.error.value" :say="keep.error.value.message" />
    </form>
  </Sheet>
</template>

<style scoped>
.open {
  background: #f4dfcf;
  border: 0;
  color: #5f270a;
  font-weight: 650;
  min-height: 48px;
  margin: 12px 4px 0;
  cursor: pointer;
  font-size: var(--small);
}
.keep {
  border-top: 1px solid var(--fold);
  padding: 14px 0 4px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
textarea {
  width: 100%;
  font: inherit;
  padding: 8px 10px;
  border: 1px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
}
dl {
  margin: 14px 0 20px;
  font-size: 20px;
  line-height: 1.3;
}
dt {
  font-weight: 700;
  margin-top: 14px;
}
dd {
  margin: 2px 0 0;
}
</style>
