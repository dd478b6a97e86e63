<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { nextTick, onActivated, onDeactivated, ref, useTemplateRef } from 'vue'
import type { Step } from '../../api/client'
import { useDrag } from '../../parts/steps/useDrag'
import { useWords } from '../../parts/catalogue'
import { clock, names, sentence } from '../../parts/words'

const props = defineProps<{
  steps: Step[]
  products: Record<string, string>
  at: string
  flagged: Record<string, string>
}>()
const emit = defineEmits<{
  drag: [id: string, to: number]
  drop: [really: boolean]
  key: [id: string, what: 'up' | 'down' | 'earlier' | 'later' | 'out']
}>()
const lit = defineModel<string>()

// A step is dragged by its grip; the list makes room as the server's answer comes back.
const held = ref<string>()
let to = -1
const list = useTemplateRef<HTMLOListElement>('list')
const grab = useDrag<string>({
  move(e, id) {
    if (!list.value) return
    held.value = id
    const rows = [...list.value.children]
    const over = rows.findIndex((r) => e.clientY < r.getBoundingClientRect().bottom)
    const next = over < 0 ? rows.length - 1 : over
    if (next === to || next >= props.steps.length - 1) return
    to = next
    emit('drag', id, next)
  },
  end(_id, really) {
    emit('drop', really && to >= 0)
    held.value = undefined
    to = -1
  },
})
function press(e: KeyboardEvent, id: string) {
  const what = e.altKey
    ? ({ ArrowUp: 'up', ArrowDown: 'down', ArrowLeft: 'earlier', ArrowRight: 'later' } as const)[e.key as 'ArrowUp']
    : e.key === 'Delete'
      ? ('out' as const)
      : undefined
  if (!what) return
  e.preventDefault()
  emit('key', id, what)
}

const { named } = useWords()
const verbs = named('act')
const layers = named('layer')
/** title is a step in a word or two: what a layer is there for, or the verb. */
function title(s: Step) {
  if (s.kind === 'consultation') return 'Ask'
  if (s.act === 'apply' || s.kind === 'lip_scrub') return sentence(layers.value[s.kind] ?? s.kind)
  if (s.act === 'cleanse' && (s.kind === 'micellar' || s.kind === 'toner')) return 'Refresh'
  return sentence(verbs.value[s.act] ?? s.act)
}

const live = ref(true) // the leaf stays in memory while another one is open
onActivated(() => (live.value = true))
onDeactivated(() => (live.value = false))
useEventListener(document, 'keydown', async (e: KeyboardEvent) => {
  if (
    !live.value ||
    (e.target as HTMLElement).matches('input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea') ||
    (e.key !== 'j' && e.key !== 'k')
  )
    return
  const i = props.steps.findIndex((s) => s.id === lit.value)
  lit.value = props.steps[Math.min(props.steps.length - 1, Math.max(0, i + (e.key === 'j' ? 1 : -1)))]?.id
  await nextTick()
  document.querySelector('.steps [aria-current=step]')?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <ol ref="list" class="steps sheet" aria-label="Steps">
    <li v-for="s in steps" :key="s.id" :class="{ done: s.start < at, held: held === s.id }">
      <span
        v-if="s.act !== 'ready'"
        class="grip"
        aria-hidden="true"
        title="Drag to another place"
        @pointerdown.prevent="grab($event, s.id)"
        >⠿</span
      >
      <button
        type="button"
        :data-step="s.id"
        :aria-current="s.id === lit ? 'step' : undefined"
        aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown Delete"
        @click="lit = s.id"
        @keydown="press($event, s.id)"
      >
        <span class="t">{{ clock(s.start) }}</span>
        <span class="a"
          >{{ title(s) }}<i v-if="flagged[s.id]" :class="flagged[s.id]">{{ flagged[s.id] }}</i></span
        >
        <span v-if="s.product && s.act !== 'setup'" class="p">{{ products[s.product] }}</span>
        <span class="q">{{ s.amount || names(s.zones) }}</span>
      </button>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
  overflow-y: auto;
  scrollbar-color: var(--ink) var(--wash);
}
li {
  border-bottom: 1px solid var(--fold);
  position: relative;
}
.grip {
  position: absolute;
  right: 2px;
  top: 2px;
  width: 36px;
  height: 36px;
  display: grid;
  place-items: center;
  cursor: grab;
  color: var(--soft);
  touch-action: none;
  user-select: none;
  font-size: 20px;
}
.held {
  outline: 3px solid var(--copper);
  outline-offset: -3px;
  opacity: 0.8;
}
button {
  display: grid;
  grid-template-columns: 54px 1fr;
  width: 100%;
  padding: 7px 36px 7px 10px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  line-height: 1.22;
}
button:hover {
  background: #fff;
}
[aria-current] {
  background: var(--warm) !important;
  box-shadow: inset 5px 0 0 var(--copper);
}
.t {
  grid-row: 1 / 4;
  color: var(--soft);
}
.done .t {
  color: var(--glaze);
  font-weight: 600;
}
.a {
  font-weight: 700;
}
.a i {
  font-style: normal;
  font-size: 14px;
  margin-left: 8px;
}
.a i.stop {
  color: var(--madder);
}
.a i.caution {
  color: var(--ochre);
}
.q {
  font-size: 14px;
  color: var(--soft);
}
.p,
.q {
  grid-column: 2;
}
</style>
