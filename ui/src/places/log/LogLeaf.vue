<script setup lang="ts">
// LogLeaf is what really happened: how it wore, as planned beside as done, and what sittings of this client taught.
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { useClipboard } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { api, ask, type Plan, type Schemas } from '../../api/client'
import { deviceName } from '../../keep/device'
import { atChair } from '../../keep/live'
import { t } from '../../i18n'
import Trouble from '../../parts/Trouble.vue'
import StackSide from '../../stack/StackSide.vue'
import { clock, clockIn, sentence } from '../../parts/words'
import { written } from '../../i18n/format'
import { useTheSitting } from '../sitting/useSitting'
import Learned from './Learned.vue'
import Photos from './Photos.vue'
import WearForm from './WearForm.vue'

const id = String(useRoute().params.id)
const { plan, saved } = useTheSitting()
const queries = useQueryClient()
const { data: at } = useQuery({
  queryKey: ['chair', id],
  queryFn: () => ask(api.GET('/api/sittings/{id}/chair', { params: { path: { id } } })),
})
const { data: past } = useQuery({
  queryKey: ['events', id],
  queryFn: () => ask(api.GET('/api/sittings/{id}/events', { params: { path: { id } } })),
})
type Wore = Schemas['ChairWore']
/** reads is the last word on each zone, and what was said of how it came off. */
const told = computed(() => {
  const reads: Record<string, Wore> = {}
  let text = ''
  for (const e of past.value?.events ?? []) {
    if (e.kind === 'wear') Object.assign(reads, e.reads)
    if (e.kind === 'note' && typeof e.text === 'string') text = e.text
  }
  return { reads, text }
})

const tell = useMutation({
  mutationFn: async (said: { reads: Record<string, Wore>; text: string }) => {
    const device = await deviceName()
    const seq = past.value?.events.length ?? 0
    const now = (past.value?.now ?? Date.now()) + Date.now() - readAt
    const stamp = clockIn(plan.value?.sitting.day.timezone ?? '', now)
    const events = [
      ...(Object.keys(said.reads).length ? [{ kind: 'wear', reads: said.reads }] : []),
      ...(said.text && said.text !== told.value.text ? [{ kind: 'note', text: said.text }] : []),
    ].map((e, n) => ({
      id: crypto.randomUUID?.() ?? `${device}-log-${seq + n}`,
      device,
      seq: seq + n,
      at: stamp,
      ...e,
    }))
    await ask(
      api.POST('/api/sittings/{id}/events', {
        params: { path: { id } },
        body: events.map((e) => JSON.stringify(e)).join('\n') as never,
        bodySerializer: (b: unknown) => String(b),
        headers: { 'Content-Type': 'application/x-ndjson' },
      }),
    )
  },
  onSuccess: () => Promise.all(atChair(id).map((queryKey) => queries.invalidateQueries({ queryKey }))),
})
const readAt = Date.now()
const link = useMutation({
  mutationFn: () => ask(api.POST('/api/sittings/{id}/wear-link', { params: { path: { id } } })),
})
const address = computed(() => (link.data.value ? `${window.location.origin}/wear/${link.data.value.token}` : ''))
const { copy, copied, isSupported } = useClipboard()

/** rows is every step as planned beside as done. */
const rows = computed(() => {
  const planned = plan.value ? steps(plan.value) : []
  const by = new Map(planned.map((s) => [s.id, s]))
  const done = at.value?.steps ?? []
  const began = done.some((s) => s.state === 'done' && !s.assumed)
  if (!began) return []
  const parts = new Set(done.filter((s) => s.state !== 'waiting').map((s) => s.part))
  return done
    .filter((s) => parts.has(s.part) && (s.part !== 'touch_ups' || s.state === 'done'))
    .map((s) => {
      const p = by.get(s.id)
      return {
        id: s.id,
        name: sentence(s.name),
        part: s.part,
        state: s.state,
        planned: p ? clock(p.start) : '',
        grams: weight(p?.grams),
        done: s.started ? clock(s.started) : '',
        ended: s.ended ? clock(s.ended) : '',
        took: weight(s.grams),
        reason: s.reason ?? (s.assumed ? t('log.assumed') : p ? '' : t('log.asked')),
      }
    })
})
/** weight is grams as scales and hands tell them apart. */
const weight = (g: number | undefined) => (g ? written(Number(g.toPrecision(2))) : '')
const steps = (p: Plan) => [...p.prep.steps, ...p.lift.steps, ...p.aftercare.steps]
const names = computed(() => Object.fromEntries((plan.value?.sitting.kit ?? []).map((p) => [p.id, p.name])))
const lit = ref<string>()
const stacks = computed(() =>
  plan.value && at.value
    ? [
        { title: t('log.stackPlanned'), plan: plan.value },
        { title: t('log.stackDone'), plan: at.value.plan as Plan },
      ]
    : [],
)
const used = computed(() => at.value?.log.used ?? [])
const named = (product: string) => plan.value?.sitting.kit.find((k) => k.id === product)?.name ?? product
</script>

<template>
  <div v-if="plan && saved" class="log">
    <section class="sheet part" aria-labelledby="wore-title">
      <div class="head">
        <h2 id="wore-title">{{ t('wearForm.howDidItWear') }}</h2>
        <button v-if="!address" type="button" class="quiet" @click="link.mutate()">{{ t('log.askClient') }}</button>
      </div>
      <p v-if="address" class="address">
        {{ t('log.linkUntil', { date: link.data.value!.until.slice(0, 10) }) }}
        <a :href="address" target="_blank" rel="noreferrer">{{ address }}</a>
        <button v-if="isSupported" type="button" class="quiet" @click="copy(address)">
          {{ copied ? t('card.copied') : t('card.copy') }}
        </button>
      </p>
      <Trouble v-if="tell.error.value" :say="tell.error.value.message" />
      <p v-else-if="tell.isSuccess.value" role="status">{{ t('log.kept') }}</p>
      <WearForm
        v-if="past"
        :key="JSON.stringify(told)"
        :from="plan.sitting.day.base_at"
        :until="plan.sitting.day.lift_at"
        :reads="told.reads"
        :text="told.text"
        :busy="tell.isPending.value"
        @tell="tell.mutate"
      />
    </section>
    <Photos :client="saved.client_id" :sitting="id" />
    <Learned :client="saved.client_id" />
    <section class="sheet part done" aria-labelledby="done-title">
      <h2 id="done-title">{{ t('log.plannedAndDone') }}</h2>
      <p v-if="!rows.length" class="soft">{{ t('log.nothingYet') }}</p>
      <div v-else-if="at" class="stacks">
        <figure v-for="s in stacks" :key="s.title">
          <figcaption>{{ s.title }}</figcaption>
          <StackSide
            :layers="s.plan.stack.at_base"
            :limits="s.plan.zones.limits"
            :steps="s.plan.prep.steps"
            :at="s.plan.prep.ready_at"
            :names="names"
            :lit="lit"
            @pick="(step) => (lit = step)"
          />
        </figure>
      </div>
      <div v-if="rows.length" class="table">
        <table>
          <thead>
            <tr>
              <th scope="col">{{ t('log.step') }}</th>
              <th scope="col">{{ t('log.planned') }}</th>
              <th scope="col">{{ t('log.done') }}</th>
              <th scope="col" class="n">{{ t('log.gramsPlanned') }}</th>
              <th scope="col" class="n">{{ t('log.gramsTaken') }}</th>
              <th scope="col">{{ t('log.remark') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.id" :class="r.state">
              <th scope="row">{{ r.name }}</th>
              <td>{{ r.planned }}</td>
              <td>{{ r.done }}{{ r.ended && r.ended !== r.done ? '–' + r.ended : '' }}</td>
              <td class="n">{{ r.grams }}</td>
              <td class="n">{{ r.state === 'done' ? r.took : '' }}</td>
              <td>{{ r.state === 'skipped' ? t('log.leftOut') : '' }} {{ r.reason }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="used.length">
        <b>{{ t('log.taken') }}</b>
        {{
          used
            .map((u) => named(u.product) + ' ' + (u.grams ? t('log.grams', { n: weight(u.grams) }) : u.count))
            .join(' · ')
        }}
      </p>
    </section>
  </div>
</template>

<style scoped>
.log {
  display: grid;
  gap: 16px;
}
.part {
  padding: 16px 20px 20px;
  display: grid;
  gap: 12px;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
.address {
  overflow-wrap: anywhere;
  background: var(--warm);
  padding: 8px 14px;
}
figure {
  margin: 0;
  min-width: 0;
}
figcaption {
  font-weight: 650;
  margin-bottom: 6px;
}
.stacks {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(320px, 1fr));
  gap: 20px;
}
.table {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th,
td {
  text-align: left;
  padding: 7px 12px 7px 0;
  border-bottom: 1px solid var(--fold);
  font-weight: 400;
}
thead th {
  color: var(--soft);
}
tbody th {
  font-weight: 650;
}
.n {
  text-align: right;
}
.skipped th {
  text-decoration: line-through;
}
</style>
