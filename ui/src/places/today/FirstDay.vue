<script setup lang="ts">
// FirstDay leads a new studio to its first plan: the place, the people, a kit, a client, a sitting.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ask, type Me, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import Trouble from '../../parts/Trouble.vue'
import StudioForm from '../people/StudioForm.vue'

const props = defineProps<{ me: Me; clients: Schemas['AppClientLine'][] }>()
const emit = defineEmits<{ sitting: [] }>()
const queries = useQueryClient()
const { data: shelf } = useQuery({ queryKey: ['kit'], queryFn: () => ask(api.GET('/api/kit')) })
const starter = useMutation({
  mutationFn: () => ask(api.POST('/api/kit/starter')),
  onSuccess: (all) => queries.setQueryData(['kit'], all),
})
const may = (right: Schemas['AppRight']) => props.me.may.includes(right)
const placed = computed(() => props.me.place.lat !== 0 || props.me.place.lon !== 0)
const kit = computed(() => shelf.value?.length ?? 0)
const done = computed(() => [placed.value, props.me.people.length > 1, kit.value > 0, props.clients.length > 0, false])
const chosen = ref<number>()
/** at is the step that is open: the one chosen, or the first that is wanting and cannot be left out. */
const at = computed(() => chosen.value ?? [0, 2, 3, 4].find((i) => !done.value[i]) ?? 4)
const steps = ['place', 'people', 'kit', 'client', 'sitting'] as const
</script>

<template>
  <section class="first sheet" aria-labelledby="first-title">
    <h2 id="first-title">{{ t('firstDay.title') }}</h2>
    <p class="soft">{{ t('firstDay.fiveSteps') }}</p>
    <ol>
      <li v-for="(step, i) in steps" :key="step" :class="{ done: done[i] }">
        <button type="button" class="head" :aria-expanded="at === i" @click="chosen = at === i ? undefined : i">
          <i aria-hidden="true">{{ done[i] ? '✓' : i + 1 }}</i>
          <b>{{ t('firstDay.' + step) }}</b>
          <span class="soft">{{ done[i] ? t('firstDay.done') : step === 'people' ? t('firstDay.mayWait') : '' }}</span>
        </button>
        <div v-if="at === i" class="body">
          <p>{{ t('firstDay.' + step + 'Why') }}</p>
          <StudioForm v-if="step === 'place' && may('keep_house')" :me="me" @saved="chosen = undefined" />
          <p v-else-if="step === 'place'" class="soft">{{ t('firstDay.anOwner') }}</p>
          <RouterLink v-else-if="step === 'people'" class="quiet" :to="{ name: 'people' }">{{
            t('firstDay.toPeople')
          }}</RouterLink>
          <div v-else-if="step === 'kit'" class="row">
            <button
              v-if="may('keep_kit') && !kit"
              type="button"
              class="go"
              :disabled="starter.isPending.value"
              @click="starter.mutate()"
            >
              {{ t('firstDay.takeStarter') }}
            </button>
            <RouterLink class="quiet" :to="{ name: 'kit' }">{{ t('firstDay.toKit') }}</RouterLink>
            <Trouble v-if="starter.error.value" :say="starter.error.value.message" />
          </div>
          <RouterLink v-else-if="step === 'client'" class="go" :to="{ name: 'new-client' }">{{
            t('common.newClient')
          }}</RouterLink>
          <button v-else type="button" class="go" @click="emit('sitting')">{{ t('common.newSitting') }}</button>
        </div>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.first {
  padding: 16px 20px 12px;
  display: grid;
  gap: 6px;
}
ol {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--fold);
}
.head {
  display: flex;
  gap: 14px;
  align-items: center;
  width: 100%;
  min-height: 56px;
  background: none;
  border: 0;
  text-align: left;
  cursor: pointer;
  font-size: 18px;
}
.head .soft {
  margin-left: auto;
  font-size: 16px;
}
i {
  font: 500 22px/36px var(--serif);
  width: 36px;
  text-align: center;
  border-bottom: 3px solid var(--copper);
}
.done i {
  border-color: var(--glaze);
  color: var(--glaze);
}
.body {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 2px 0 16px 50px;
}
.body > :deep(form) {
  width: 100%;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
@media (max-width: 700px) {
  .body {
    padding-left: 0;
  }
}
</style>
