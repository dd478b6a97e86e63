<script setup lang="ts">
// Chairside is one step at a time, for wet hands at arm's length.
import { useEventListener, useWakeLock } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useChair } from '../../chair/useChair'
import { t } from '../../i18n'
import { longDate } from '../../i18n/format'
import { useMe } from '../../me'
import { useTitles } from '../../parts/steps/useTitles'
import Trouble from '../../parts/Trouble.vue'
import Urgent from '../../parts/Urgent.vue'
import { between, clock, listed, minutes, names, wall } from '../../parts/words'
import CardLink from './CardLink.vue'
import ChairChecks, { type Reading } from './ChairChecks.vue'
import ChairFace from './ChairFace.vue'
import ChairFoot from './ChairFoot.vue'
import ChairLock from './ChairLock.vue'
import ChairMore from './ChairMore.vue'
import ChairTimer from './ChairTimer.vue'
import { useSign } from './useSign'
import { useSteps } from './useSteps'

const id = String(useRoute().params.id)
const { data: me } = useMe()
const { doc, trouble, away, unsent, answered, asOf, now, other, events, tap, undo, lastOwn, rehearse } = useChair(id)
const { at, part } = useSteps(doc)
const title = useTitles()

const runs = computed(() => !!doc.value?.now.step)
const held = computed(() => doc.value?.now.state === 'held')
// A later part is begun from here: touch-ups end when the artist says so.
const order = ['prep', 'touch_ups', 'lift', 'aftercare']
const chosen = ref<string>()
const begins = computed(() => order[order.indexOf(doc.value?.part ?? '') + 1])
const step = computed(() => {
  const d = doc.value
  const ahead = chosen.value && d && order.indexOf(chosen.value) > order.indexOf(d.part)
  const first = ahead ? d.steps.find((s) => s.part === chosen.value && s.state === 'waiting') : undefined
  return at(d?.now.step || first?.id || d?.next)
})
const passed = computed(() => (now.value - asOf.value) / 1000)
const left = computed(() => {
  if (!step.value || !runs.value || !step.value.busy) return undefined
  return held.value ? step.value.left : step.value.left - passed.value
})
/** until is the seconds until skin or the plan is ready for what comes next. */
const until = computed(() =>
  doc.value && step.value && !runs.value ? (wall(step.value.start) - wall(doc.value.at)) / 1000 - passed.value : 0,
)
const wet = computed(() =>
  (doc.value?.setting ?? [])
    .map((s) => ({ zone: s.zone, left: between(doc.value!.at, s.until) - passed.value }))
    .filter((s) => s.left > 0),
)

const touch: Reading[] = [
  { id: 'tight', key: 'T' },
  { id: 'tacky', key: 'A' },
  { id: 'greasy', key: 'G' },
  { id: 'even', key: 'E' },
]
const pad: Reading[] = [
  { id: 'heavy', key: 'H' },
  { id: 'trace', key: 'R' },
  { id: 'clean', key: 'C' },
]
const words = computed(() =>
  step.value?.act === 'touch_check' ? touch : step.value?.act === 'pad_check' ? pad : undefined,
)
const read = computed(() => {
  const gone = new Set(events.value.filter((k) => k.event.kind === 'undo').map((k) => k.event.of))
  const all: Record<string, string> = {}
  for (const { event: e } of events.value)
    if (e.step === step.value?.id && e.reads && !gone.has(e.id)) Object.assign(all, e.reads)
  return all
})
const checks = useTemplateRef<InstanceType<typeof ChairChecks>>('checks')
async function reads(on: string[], word: string) {
  if (!step.value) return
  const kind = step.value.act === 'touch_check' ? 'touch' : 'pad'
  await tap(kind, { step: step.value.id, reads: Object.fromEntries(on.map((z) => [z, word])) })
}

const sign = useSign(
  left,
  computed(() => step.value?.id),
)
const wake = useWakeLock()
watch(
  () => !!doc.value && !other.value,
  (is) => is && wake.isSupported.value && void wake.request('screen').catch(() => undefined),
  { immediate: true },
)

const start = () => step.value && tap('start', { step: step.value.id })
const hold = () => step.value && tap(held.value ? 'resume' : 'hold', { step: step.value.id })
const done = () => step.value && tap('done', { step: step.value.id })
/** main is what the one large button does. */
const main = computed(() => {
  if (!step.value || words.value) return undefined
  if (!runs.value && step.value.busy) return { say: t('chair.start'), does: start, key: 'Space' }
  return { say: step.value.act === 'ready' ? t('chair.ready') : t('chair.done'), does: done, key: 'Enter' }
})
const more = ref(false)
const bag = ref(false)
const lastDone = computed(() => {
  const over = (doc.value?.steps ?? []).filter((s) => s.ended && s.part === doc.value?.part)
  const s = over.sort((a, b) => (a.ended! < b.ended! ? 1 : -1))[0]
  const row = at(s?.id)
  return row && { id: row.id, title: title(row) }
})
const place = computed(() => part.value.findIndex((r) => r.id === step.value?.id) + 1)
/** told is what the core says of where the sitting stands, what is given up for the clock in one line. */
const told = computed(() => {
  const d = doc.value
  if (!d) return []
  const given = d.gave_up.map((g) => g.what)
  return [...d.says, ...(given.length ? [t('chair.givenUp', { what: listed(given) })] : [])]
})
const warnings = computed(() =>
  (doc.value?.plan.findings ?? []).filter((f) => f.step === step.value?.id && f.severity !== 'note' && !f.lifted),
)

const taught = computed(() => doc.value?.plan.last_time?.filter((l) => l.step && l.step === step.value?.id) ?? [])

useEventListener(document, 'keydown', (e: KeyboardEvent) => {
  if (e.target instanceof Element && e.target.closest('input, textarea, [role=dialog]')) return
  if (e.ctrlKey || e.metaKey || e.altKey || !doc.value || other.value) return
  const word = words.value?.find((w) => w.key.toLowerCase() === e.key.toLowerCase())
  const does = word
    ? () => checks.value?.say(word.id)
    : e.key === ' '
      ? runs.value && step.value?.busy && !words.value
        ? hold
        : runs.value
          ? undefined
          : start
      : e.key === 'Enter' && !words.value
        ? done
        : e.key.toLowerCase() === 'u'
          ? undo
          : undefined
  if (!does || e.repeat) return
  e.preventDefault()
  void does()
})
</script>

<template>
  <main class="chairside" :data-answered="answered" :class="{ flash: sign.flash.value }" @pointerdown="sign.wake">
    <Trouble
      v-if="trouble"
      whole
      :say="
        trouble === 'broken'
          ? t('chair.cannotRun')
          : trouble === 'gone'
            ? t('sitting.thereIsNoSuchSitting')
            : undefined
      "
    />
    <p v-else-if="!doc" class="wait" role="status">{{ t('chair.opening') }}</p>
    <section v-else-if="other" class="other">
      <h1>{{ doc.plan.sitting.client.name }}</h1>
      <p>{{ t('chair.onAnotherDay', { date: longDate(other) }) }}</p>
      <button type="button" class="go" @click="rehearse">{{ t('chair.rehearse') }}</button>
      <RouterLink :to="{ name: 'prep', params: { id } }">{{ t('chair.back') }}</RouterLink>
    </section>
    <template v-else>
      <header>
        <RouterLink class="back" :to="{ name: 'prep', params: { id } }" :aria-label="t('chair.back')">←</RouterLink>
        <h1>{{ doc.plan.sitting.client.name }}</h1>
        <p class="where">
          {{ t('chair.stepOf', { n: place, of: part.length }) }} ·
          {{ clock(new Date(wall(doc.at) + passed * 1000).toISOString()) }} ·
          {{ t('chairPart.' + doc.part) }}
        </p>
        <p v-if="unsent" class="unsent" role="status">
          {{ t(away ? 'chair.keptHere' : 'chair.sending', { n: unsent }) }}
        </p>
        <p v-if="doc.part === 'prep'" class="slack" :class="{ late: doc.slack_s < 0 }">
          {{
            t(doc.slack_s < 0 ? 'chair.missing' : 'chair.inHand', {
              time: minutes(doc.slack_s),
              base: clock(doc.plan.sitting.day.base_at),
            })
          }}
        </p>
      </header>
      <details v-if="told.length" class="says" :open="told.length === 1 && !doc.asks.length">
        <summary>
          <span role="status">{{ told[0] }}</span>
        </summary>
        <p v-for="w in told.slice(1)" :key="w">{{ w }}</p>
        <p v-for="a in doc.asks" :key="a.step" class="ask">
          <span>{{ a.say }}</span>
          <button type="button" @click="tap('skip', { step: a.step, reason: t('chairBecause.no_time') })">
            {{ t('chair.leaveOut') }}
          </button>
        </p>
      </details>
      <section v-if="step" class="step">
        <ChairFace class="face" :on="step.zones" :wet="wet.map((w) => w.zone)" />
        <div class="what" aria-live="polite">
          <p class="when">
            {{
              until > 1
                ? t(step.part === 'touch_ups' ? 'chair.dueIn' : 'chair.readyIn', { time: minutes(until) })
                : t('chairPart.' + step.part)
            }}
          </p>
          <h2>{{ step.act ? title(step) : step.name }}</h2>
          <p v-if="step.zones.length" class="zones">{{ names(step.zones) }}</p>
          <p v-if="step.hand || step.amount" class="amount">
            <b v-if="step.hand">{{ step.hand }}</b>
            <span>{{ step.hand ? step.amount.replace(', ' + step.hand, '') : step.amount }}</span>
          </p>
          <p class="say">{{ step.say }}</p>
          <p v-for="l in taught" :key="l.say" class="taught">{{ l.say }}</p>
          <p v-for="f in warnings" :key="f.rule + f.say" class="warn" :class="f.severity">
            <b>{{ t('severity.' + f.severity) }}</b> {{ f.say }} {{ f.instead }}
          </p>
        </div>
        <ChairTimer
          v-if="left !== undefined"
          class="timer"
          :label="held ? t('chair.held') : t('chair.toGo')"
          :left="left"
          :of="step.busy"
          :held="held"
        />
        <ChairTimer
          v-else-if="until > 1 && until < 5400"
          class="timer"
          :label="t('chair.until', { time: clock(step.start) })"
          :left="until"
          :of="Math.max(until, 300)"
        />
        <ChairTimer
          v-else-if="step.busy && !runs"
          class="timer"
          :label="t('chair.takes')"
          :left="step.busy"
          :of="step.busy"
        />
      </section>
      <h2 v-else class="all">{{ t('chair.allDone') }}</h2>
      <ChairChecks
        v-if="step && words"
        ref="checks"
        :step="step.id"
        :zones="step.zones"
        :read="read"
        :words="words"
        @read="reads"
      />
      <div class="acts">
        <button v-if="main" type="button" class="main" :aria-keyshortcuts="main.key" @click="main.does">
          {{ main.say }} <kbd>{{ t('chairKeys.' + main.key) }}</kbd>
        </button>
        <button v-if="runs && step?.busy && !words" type="button" aria-keyshortcuts="Space" @click="hold">
          {{ held ? t('chair.goOn') : t('chair.hold') }}
        </button>
        <button
          v-if="begins && doc.part !== 'prep' && chosen !== begins && !runs"
          type="button"
          class="begin"
          @click="chosen = begins"
        >
          {{ t('chair.begin', { part: t('chairPart.' + begins) }) }}
        </button>
        <button v-if="doc.part === 'touch_ups'" type="button" @click="bag = true">{{ t('card.forTheBag') }}</button>
        <button type="button" :disabled="!step" @click="more = true">{{ t('chair.otherwise') }}</button>
        <button type="button" :disabled="!lastOwn" aria-keyshortcuts="U" @click="undo">{{ t('chair.undo') }}</button>
        <Urgent :number="me?.emergency ?? ''" />
        <ChairLock />
      </div>
      <ChairFoot :doc="doc" :wet="wet" :at="at" :step="step?.id" :sign="sign" :awake="wake.isActive.value" />
      <CardLink v-model:open="bag" :sitting="id" />
      <ChairMore
        v-model:open="more"
        :step="step as never"
        :title="step ? title(step) : ''"
        :kit="doc.plan.sitting.kit"
        :last="lastDone"
        :touch-up="doc.part === 'touch_ups'"
        @say="tap"
      />
    </template>
  </main>
</template>

<style scoped src="./chairside.css"></style>
