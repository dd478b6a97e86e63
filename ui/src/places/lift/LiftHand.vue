<script setup lang="ts">
// LiftHand changes the removal step that is taken up: its place, product and time.
import Select from 'ant-design-vue/es/select'
import { computed, ref } from 'vue'
import type { Product, Step } from '../../api/client'
import { blank, fresh, moved, type Hand } from '../../parts/steps/useHand'

const props = defineProps<{ hand: Hand; step?: Step; removers: Product[] }>()
const emit = defineEmits<{ pick: [id: string] }>()
const list = computed(() => props.hand.steps.value)
const at = computed(() => list.value.findIndex((s) => s.id === props.step?.id))
const pass = computed(() => !!props.step?.product && (props.step.act === 'hold' || props.step.act === 'massage'))
const choices = computed(() => props.removers.map((p) => ({ value: p.id, label: p.name })))
const adding = ref(false)
const on = (how: (s: Step) => void) =>
  props.hand.change((l) => {
    const s = l.find((x) => x.id === props.step?.id)
    if (s) how(s)
    return l
  })
const time = (by: number) =>
  on((s) => {
    s.contact_s = Math.max(0, s.contact_s + by)
    s.hands_s = Math.max(s.contact_s, s.hands_s + by)
  })
function remove() {
  const next = list.value[at.value + 1]?.id ?? list.value[at.value - 1]?.id
  props.hand.change((l) => l.filter((s) => s.id !== props.step?.id))
  if (next) emit('pick', next)
}
async function add(id: string) {
  adding.value = false
  const step = blank(
    fresh(list.value),
    'massage',
    props.removers.find((x) => x.id === id)!,
    props.step?.start ?? list.value[0]?.start ?? '',
  )
  await props.hand.change((l) => (l.splice(at.value < 0 ? Math.max(0, l.length - 1) : at.value + 1, 0, step), l))
  emit('pick', step.id)
}
const swap = (id: string) =>
  on((s) => {
    s.product = id
    s.kind = props.removers.find((p) => p.id === id)?.kind ?? ''
  })
</script>

<template>
  <div class="panel hand-panel">
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
      <label v-if="adding" class="visually-hidden" for="lift-add">Remover to add</label>
      <Select
        v-if="adding"
        id="lift-add"
        class="grow"
        show-search
        autofocus
        default-open
        option-filter-prop="label"
        placeholder="Which remover"
        :options="choices"
        @change="(v) => add(String(v))"
        @blur="adding = false"
      />
      <button v-else type="button" class="quiet" @click="adding = true">Add a pass</button>
      <slot />
    </div>
    <div v-if="step" class="row">
      <button type="button" class="quiet" :disabled="at <= 0" @click="hand.change((l) => moved(l, step!.id, at - 1))">
        Earlier in the order
      </button>
      <button
        type="button"
        class="quiet"
        :disabled="at >= list.length - 1"
        @click="hand.change((l) => moved(l, step!.id, at + 1))"
      >
        Later in the order
      </button>
      <template v-if="pass">
        <button type="button" class="quiet" aria-label="Five seconds shorter" @click="time(-5)">− 5 s</button>
        <span class="now">{{ step.contact_s }} s</span>
        <button type="button" class="quiet" aria-label="Five seconds longer" @click="time(5)">+ 5 s</button>
        <span class="field grow">
          <label class="visually-hidden" for="lift-swap">Product</label>
          <Select
            id="lift-swap"
            :value="step.product"
            show-search
            option-filter-prop="label"
            :options="choices"
            @change="(v) => swap(String(v))"
          />
        </span>
      </template>
      <button type="button" class="quiet out" @click="remove">Take it out</button>
    </div>
    <p v-if="hand.trouble.value" class="trouble" role="status">{{ hand.trouble.value }}</p>
  </div>
</template>
