<script setup lang="ts">
// WearForm is how it wore, told in a minute on a phone: tap the face where it shone, then when, and what else.
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { t } from '../../i18n'
import { tiles } from '../../parts/tiles'
import { clock, plain, sentence, shifted, wall, zones, type PlanZone } from '../../parts/words'

type Wore = Schemas['ChairWore']
type Told = { reads: Record<string, Wore>; text: string }
const props = defineProps<{ from: string; until: string; reads: Record<string, Wore>; text: string; busy: boolean }>()
const emit = defineEmits<{ tell: [told: Told] }>()

const told = ref<Record<string, Wore>>({ ...props.reads })
const text = ref(props.text)
const changed = ref(new Set<string>())
const at = ref<PlanZone>('forehead')
const makesOil = ['forehead', 'under_eyes', 'nose', 'cheeks', 'upper_lip', 'chin', 'jaw'] as PlanZone[]
const seen = ['creased', 'patchy', 'slid', 'stung', 'broke_out'] as const

/** hours is when it may have shone, hour by hour while it was worn. */
const hours = computed(() => {
  const list: string[] = []
  const first = Math.ceil(wall(props.from) / 3_600_000) * 3_600_000
  for (let ms = first; ms <= wall(props.until); ms += 3_600_000)
    list.push(shifted(props.from, (ms - wall(props.from)) / 1000))
  return list
})
const now = computed<Wore>(() => told.value[at.value] ?? {})
const known = (z: string) => z in told.value
function say(fields: Partial<Wore>) {
  const next = { ...now.value, ...fields } as Record<string, unknown>
  for (const key of Object.keys(next)) if (!next[key]) delete next[key]
  told.value = { ...told.value, [at.value]: next as Wore }
  changed.value.add(at.value)
}
function nowhereElse() {
  for (const z of makesOil) {
    if (known(z)) continue
    told.value = { ...told.value, [z]: {} }
    changed.value.add(z)
  }
}
const look = (z: string) => {
  const w = told.value[z]
  const bad = w && (w.shone_at || seen.some((s) => w[s]))
  return [bad ? 'bad' : w ? 'well' : 'open', { on: at.value === z }]
}
const said = (z: string) => {
  const w = told.value[z]
  if (!w) return t('wearForm.notSaid')
  const words = [
    w.shone_at ? t('wearForm.shoneAt', { time: clock(w.shone_at) }) : t('wearForm.didNotShine'),
    ...seen.filter((s) => w[s]).map((s) => t('wore.' + s)),
  ]
  return words.join(', ')
}
const ready = computed(() => changed.value.size > 0 || (text.value.trim() !== '' && text.value !== props.text))
function tell() {
  const reads = Object.fromEntries([...changed.value].map((z) => [z, told.value[z] ?? {}]))
  emit('tell', { reads, text: text.value.trim() })
  changed.value = new Set()
}
</script>

<template>
  <form class="wore" @submit.prevent="tell">
    <svg class="face" viewBox="0 0 432 560" aria-hidden="true">
      <path v-for="z in zones" :key="z" :d="tiles[z].d" :class="look(z)" @click="at = z" />
    </svg>
    <div class="zones" role="radiogroup" :aria-label="t('wearForm.where')">
      <label v-for="z in zones" :key="z" :class="look(z)">
        <input v-model="at" type="radio" name="wore-zone" :value="z" />
        <b>{{ sentence(plain(z)) }}</b>
        <span>{{ said(z) }}</span>
      </label>
    </div>
    <fieldset class="say">
      <legend>{{ t('wearForm.zoneShone', { zone: sentence(plain(at)) }) }}</legend>
      <div class="row">
        <button type="button" :aria-pressed="known(at) && !now.shone_at" @click="say({ shone_at: '' })">
          {{ t('wearForm.didNotShine') }}
        </button>
        <button
          v-for="h in hours"
          :key="h"
          type="button"
          :aria-pressed="now.shone_at === h"
          @click="say({ shone_at: h })"
        >
          {{ clock(h) }}
        </button>
      </div>
      <p id="wore-else">{{ t('wearForm.whatElse') }}</p>
      <div class="row" role="group" aria-labelledby="wore-else">
        <button v-for="s in seen" :key="s" type="button" :aria-pressed="!!now[s]" @click="say({ [s]: !now[s] })">
          {{ sentence(t('wore.' + s)) }}
        </button>
      </div>
    </fieldset>
    <button type="button" class="rest" @click="nowhereElse">{{ t('wearForm.nowhereElse') }}</button>
    <label class="off">
      <span>{{ t('wearForm.cameOff') }}</span>
      <textarea v-model="text" rows="1" maxlength="4000" />
    </label>
    <button class="go" :disabled="!ready || busy">{{ t('wearForm.tell') }}</button>
  </form>
</template>

<style scoped>
.wore {
  display: grid;
  grid-template-columns: minmax(180px, 280px) minmax(0, 1fr);
  gap: 14px 22px;
  align-items: start;
}
.face {
  grid-row: span 2;
  width: 100%;
}
.face path {
  cursor: pointer;
  stroke: none;
  stroke-width: 5;
}
.face .on {
  stroke: var(--ink);
}
.open {
  fill: var(--fold);
}
.well {
  fill: var(--glaze-wash);
}
.bad {
  fill: var(--copper);
}
.zones {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(140px, 1fr));
  gap: 6px;
}
.zones label {
  min-height: 48px;
  padding: 4px 10px;
  display: grid;
  align-content: center;
  cursor: pointer;
  border: 2px solid transparent;
  background: var(--cloth);
}
.zones .on {
  border-color: var(--ink);
}
.zones .bad span {
  color: var(--copper);
  font-weight: 650;
}
.zones input {
  position: absolute;
  opacity: 0;
}
.zones label:focus-within {
  outline: 3px solid var(--copper);
  outline-offset: 1px;
}
.say {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 8px;
}
.say legend {
  font: 500 24px/1.2 var(--serif);
  margin-bottom: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.row button,
.rest {
  min-height: 48px;
  padding: 0 14px;
  font-size: 17px;
  border: 2px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
  cursor: pointer;
}
.row [aria-pressed='true'] {
  background: var(--ink);
  color: var(--linen);
  border-color: var(--ink);
}
.rest,
.off,
.go {
  grid-column: 2;
}
.rest {
  justify-self: start;
}
.off {
  display: grid;
  gap: 4px;
}
.off textarea {
  font: inherit;
  padding: 8px 10px;
  border: 1px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
}
.go {
  min-height: 56px;
  font-size: 19px;
}
@media (max-width: 700px) {
  .wore {
    grid-template-columns: minmax(0, 1fr);
    gap: 14px;
  }
  .face {
    max-width: 210px;
    margin: 0 auto;
    grid-row: auto;
  }
  .zones {
    grid-template-columns: 1fr 1fr;
    order: 3;
  }
  .say {
    order: 1;
  }
  .rest {
    order: 2;
  }
  .off {
    order: 4;
  }
  .go {
    order: 5;
    min-height: 64px;
  }
  .rest,
  .off,
  .go {
    grid-column: 1;
  }
}
</style>
