<script setup lang="ts">
// HandPanel changes the step that is taken up: its place, start, product, amount and zones. Everything a drag does
// can be
// done here too, by tap or by keyboard.
import Select from 'ant-design-vue/es/select'
import { computed, ref } from 'vue'
import type { Product, Step } from '../../api/client'
import Toggles from '../Toggles.vue'
import { clock, plain, zones } from '../words'
import { blank, fresh, moved, shifted, type Hand } from './useHand'

const props = defineProps<{ hand: Hand; step?: Step; kit: Product[]; slots: string[][] }>()
const emit = defineEmits<{ pick: [id: string] }>()
const list = computed(() => props.hand.steps.value)
const at = computed(() => list.value.findIndex((s) => s.id === props.step?.id))
const laid = computed(() => props.step?.act === 'apply')
const kind = computed(() => props.step?.kind ?? '')
const options = (fits: (kinds: string[]) => boolean) =>
  props.kit
    .filter((p) => props.slots.some((kinds) => fits(kinds) && kinds.includes(p.kind)))
    .map((p) => ({ value: p.id, label: p.name }))
const rivals = computed(() => options((kinds) => kinds.includes(kind.value)))
const layable = computed(() => options(() => true))
const zoneOptions = zones.map((value) => ({ value, label: plain(value) }))
const adding = ref(false)

const on = (how: (s: Step) => void, retime = true) =>
  props.hand.change((l) => {
    const s = l.find((x) => x.id === props.step?.id)
    if (s) how(s)
    return l
  }, retime)
const place = (by: number) =>
  props.hand.change((l) => moved(l, props.step!.id, Math.max(0, Math.min(l.length - 1, at.value + by))))
const start = (by: number) => on((s) => (s.start = shifted(s.start, by)), false)
const swap = (id: string) =>
  on((s) => {
    s.product = id
    s.kind = props.kit.find((p) => p.id === id)?.kind ?? ''
    s.film_mg_cm2 = {}
    s.grams = 0
    s.say = ''
    s.second = ''
  })
const amount = (times: number) =>
  on((s) => {
    for (const [z, film] of Object.entries(s.film_mg_cm2)) s.film_mg_cm2[z] = Math.round(film * times * 1000) / 1000
  })
const spread = (to: string[]) =>
  on((s) => {
    s.zones = zones.filter((z) => to.includes(z))
    s.film_mg_cm2 = Object.fromEntries(Object.entries(s.film_mg_cm2).filter(([z]) => to.includes(z)))
    s.grams = 0
  })
function remove() {
  const next = list.value[at.value + 1]?.id ?? list.value[at.value - 1]?.id
  props.hand.change((l) => l.filter((s) => s.id !== props.step?.id))
  if (next) emit('pick', next)
}
async function add(id: string) {
  adding.value = false
  const p = props.kit.find((x) => x.id === id)!
  const step = {
    ...blank(fresh(list.value), 'apply', p, props.step?.start ?? list.value[0]?.start ?? ''),
    how: 'press',
    hands_s: 30,
    say: `${p.name}, added by hand.`,
  }
  const where = at.value < 0 ? list.value.length - 1 : at.value + 1
  await props.hand.change((l) => [...l.slice(0, where), step, ...l.slice(where)])
  emit('pick', step.id)
}
</script>

<template>
  <div class="panel hand-panel" aria-label="Change by hand" role="group">
    <div class="row">
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canUndo.value"
        aria-keyshortcuts="Control+Z"
        @click="hand.undo"
      >
        Undo
      </button>
      <button
        type="button"
        class="quiet"
        :disabled="!hand.canRedo.value"
        aria-keyshortcuts="Control+Shift+Z"
        @click="hand.redo"
      >
        Redo
      </button>
      <label v-if="adding" class="visually-hidden" for="hand-add">Product to add</label>
      <Select
        v-if="adding"
        id="hand-add"
        class="grow"
        show-search
        autofocus
        default-open
        option-filter-prop="label"
        placeholder="Which product"
        :options="layable"
        @change="(v) => add(String(v))"
        @blur="adding = false"
      />
      <button v-else type="button" class="quiet" @click="adding = true">Add a layer</button>
      <slot />
    </div>
    <template v-if="step && step.act !== 'ready'">
      <div class="row">
        <button type="button" class="quiet" :disabled="at <= 0" @click="place(-1)">Earlier in the order</button>
        <button type="button" class="quiet" :disabled="at >= list.length - 2" @click="place(1)">
          Later in the order
        </button>
        <button type="button" class="quiet" aria-label="Start 15 seconds earlier" @click="start(-15)">− 15 s</button>
        <span class="now">{{ clock(step.start) }}{{ step.start.slice(16, 19) }}</span>
        <button type="button" class="quiet" aria-label="Start 15 seconds later" @click="start(15)">+ 15 s</button>
        <button type="button" class="quiet out" @click="remove">Take it out</button>
      </div>
      <div v-if="laid" class="row">
        <div class="field grow">
          <label for="hand-swap">Product</label>
          <Select
            id="hand-swap"
            :value="step.product"
            show-search
            option-filter-prop="label"
            :options="rivals"
            @change="(v) => swap(String(v))"
          />
        </div>
        <button type="button" class="quiet" aria-label="A tenth less" @click="amount(0.9)">less</button>
        <span class="now">{{ step.amount }}</span>
        <button type="button" class="quiet" aria-label="A tenth more" @click="amount(1.1)">more</button>
      </div>
      <Toggles v-if="laid" legend="On" :options="zoneOptions" :model-value="step.zones" @update:model-value="spread" />
    </template>
    <p v-if="hand.trouble.value" class="trouble" role="status">{{ hand.trouble.value }}</p>
  </div>
</template>

<style scoped>
.hand-panel :deep(.choice span) {
  padding: 2px 10px;
  min-height: 38px;
  font-size: 15px;
}
</style>
