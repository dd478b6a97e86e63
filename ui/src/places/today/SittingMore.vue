<script setup lang="ts">
// SittingMore is what is done with a sitting as a whole: moved, copied, called off, taken out. Each can be undone.
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, ask, Problem, type SittingLine } from '../../api/client'
import { t } from '../../i18n'
import { shortDate } from '../../i18n/format'
import { useMe } from '../../me'
import Side from '../../parts/Side.vue'
import Trouble from '../../parts/Trouble.vue'
import ClockField from '../../parts/fields/ClockField.vue'
import DateField from '../../parts/fields/DateField.vue'
import Pick from '../../parts/fields/Pick.vue'
import { done } from '../../parts/undone'
import { clock } from '../../parts/words'

const props = defineProps<{ sitting: SittingLine }>()
const open = defineModel<boolean>('open', { default: false })
const queries = useQueryClient()
const router = useRouter()
const { data: me } = useMe()
const date = ref(props.sitting.chair_at.slice(0, 10))
const time = ref(clock(props.sitting.chair_at))
const artist = ref(props.sitting.artist)
const path = { params: { path: { id: props.sitting.id } } }
const at = () => `${date.value}T${time.value}:00`

function changed() {
  for (const k of ['today', 'days', 'client', 'clients', 'restock']) queries.invalidateQueries({ queryKey: [k] })
  queries.removeQueries({ queryKey: ['sitting', props.sitting.id] })
}
const version = async () => (await ask(api.GET('/api/sittings/{id}', path))).version
const moveTo = async (chair_at: string, who: string) =>
  ask(api.POST('/api/sittings/{id}/move', { ...path, body: { version: await version(), chair_at, artist: who } }))
const callOff = async (off: boolean) =>
  ask(api.POST('/api/sittings/{id}/off', { ...path, body: { version: await version(), off } }))

const act = useMutation({
  mutationFn: (what: () => Promise<unknown>) => what(),
  onSuccess() {
    changed()
    open.value = false
  },
})
const undone = (how: () => Promise<unknown>) => () => how().then(changed)
const name = props.sitting.client
function move() {
  const { chair_at, artist: was } = props.sitting
  act.mutate(async () => {
    await moveTo(at(), artist.value)
    done(
      t('sittingMore.moved', { name, date: shortDate(date.value), time: time.value }),
      undone(() => moveTo(chair_at, was)),
    )
  })
}
function copy() {
  act.mutate(async () => {
    const s = await ask(api.POST('/api/sittings/{id}/copy', { ...path, body: { chair_at: at() } }))
    queries.setQueryData(['sitting', s.id], s)
    router.push({ name: 'intake', params: { id: s.id } })
  })
}
function off(to: boolean) {
  act.mutate(async () => {
    await callOff(to)
    done(
      t(to ? 'sittingMore.calledOff' : 'sittingMore.calledOn', { name }),
      undone(() => callOff(!to)),
    )
  })
}
function takeOut() {
  act.mutate(async () => {
    await ask(api.DELETE('/api/sittings/{id}', path))
    done(
      t('sittingMore.takenOut', { name }),
      undone(() => ask(api.POST('/api/sittings/{id}/back', path))),
    )
  })
}
</script>

<template>
  <Side v-model:open="open" :title="sitting.client" :width="460">
    <div class="more">
      <p class="soft">{{ sitting.title }} · {{ shortDate(sitting.chair_at) }}, {{ clock(sitting.chair_at) }}</p>
      <div class="two">
        <DateField v-model="date" :label="t('common.date')" />
        <ClockField v-model="time" :label="t('newSitting.inTheChairAt')" />
      </div>
      <Pick
        v-model="artist"
        :label="t('common.chair')"
        :options="me?.people.map((p) => ({ value: p, label: p })) ?? []"
      />
      <p class="soft">{{ t('sittingMore.movingTakes') }}</p>
      <div class="row">
        <button type="button" class="go" :disabled="act.isPending.value" @click="move">
          {{ t('sittingMore.move') }}
        </button>
        <button type="button" class="quiet" :disabled="act.isPending.value" @click="copy">
          {{ t('sittingMore.copy') }}
        </button>
      </div>
      <Trouble
        v-if="act.error.value"
        :say="
          [
            act.error.value.message,
            ...(act.error.value instanceof Problem ? act.error.value.faults.map((f) => f.message) : []),
          ].join(' ')
        "
      />
      <div class="row end">
        <button type="button" class="quiet" @click="off(!sitting.off)">
          {{ sitting.off ? t('sittingMore.callOn') : t('sittingMore.callOff') }}
        </button>
        <button type="button" class="quiet danger" @click="takeOut">{{ t('sittingMore.takeOut') }}</button>
      </div>
      <p class="soft">{{ t('sittingMore.takenOutWhat') }}</p>
    </div>
  </Side>
</template>

<style scoped>
.more {
  display: grid;
  gap: 14px;
}
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
.end {
  border-top: 1px solid var(--fold);
  padding-top: 14px;
}
.danger {
  border-color: var(--madder);
  color: var(--madder);
}
</style>
