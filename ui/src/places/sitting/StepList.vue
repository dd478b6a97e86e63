<script setup lang="ts">
import { t } from '../../i18n'
import { useEventListener } from '@vueuse/core'
import { nextTick, onActivated, onDeactivated, ref, useTemplateRef } from 'vue'
import type { Step } from '../../api/client'
import { useDrag } from '../../parts/steps/useDrag'
import { useTitles } from '../../parts/steps/useTitles'
import FaceMark from '../../parts/FaceMark.vue'
import { vRoving } from '../../parts/roving'
import { clock, minutes, names } from '../../parts/words'

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

const titleOf = useTitles()
const title = (s: Step) => titleOf(s, s.id === props.steps.at(-1)?.id)

/** lasts is how long a step takes, and how long it sets. */
function lasts(s: Step) {
  const busy = Math.max(s.hands_s, s.contact_s)
  const parts = [busy ? minutes(busy) : '', s.set_s ? t('stepList.sets', { minutes: minutes(s.set_s) }) : '']
  return parts.filter(Boolean)
}

/** doseOf is what is measured, behind what the hand sees of it. */
const doseOf = (s: Step) => (s.hand ? s.amount.replace(', ' + s.hand, '') : s.amount)

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
  <ol ref="list" v-roving="'.head'" class="steps sheet" :aria-label="t('stepList.steps')">
    <li v-for="s in steps" :key="s.id" :class="{ done: s.start < at, held: held === s.id }">
      <span
        v-if="s.act !== 'ready'"
        class="grip"
        aria-hidden="true"
        :title="t('stepList.dragToAnotherPlace')"
        @pointerdown.prevent="grab($event, s.id)"
        >⠿</span
      >
      <button
        type="button"
        class="head"
        :data-step="s.id"
        :aria-current="s.id === lit ? 'step' : undefined"
        :aria-expanded="s.id === lit"
        aria-keyshortcuts="Alt+ArrowUp Alt+ArrowDown Delete"
        @click="lit = s.id === lit ? undefined : s.id"
        @keydown="press($event, s.id)"
      >
        <span class="t">{{ clock(s.start) }}</span>
        <FaceMark class="face" :class="{ nowhere: !s.zones.length }" :on="s.zones" />
        <span class="what"
          ><span class="a"
            >{{ title(s)
            }}<i v-if="flagged[s.id]" :class="flagged[s.id]">{{ t('severity.' + flagged[s.id]) }}</i></span
          >
          <span v-if="s.product && s.act !== 'setup'" class="p">{{ products[s.product] }}</span>
          <span v-else class="p">{{ names(s.zones) }}</span></span
        >
        <span class="q"
          ><b v-if="s.hand">{{ s.hand }}</b> <span>{{ doseOf(s) }}</span></span
        >
        <span class="d"
          ><span v-for="(part, i) in lasts(s)" :key="i"
            >{{ part }}{{ i + 1 < lasts(s).length ? ',' : '' }}
          </span></span
        >
      </button>
      <p class="printed">{{ s.say }}</p>
      <div v-if="s.id === lit" class="open"><slot name="open" :step="s" /></div>
    </li>
  </ol>
</template>

<style scoped>
.steps {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-bottom: 1px solid var(--fold);
  position: relative;
}
.grip {
  position: absolute;
  right: 0;
  top: 16px;
  width: 44px;
  height: 44px;
  display: grid;
  place-items: center;
  cursor: grab;
  color: var(--soft);
  touch-action: none;
  user-select: none;
  font-size: 22px;
}
.held {
  outline: 3px solid var(--copper);
  outline-offset: -3px;
  opacity: 0.8;
}
.head {
  display: grid;
  grid-template-columns: 62px 48px minmax(0, 1fr) minmax(0, 0.8fr) minmax(0, 0.6fr);
  gap: 4px 14px;
  align-items: center;
  width: 100%;
  min-height: 72px;
  padding: 10px 46px 10px 14px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  line-height: 1.25;
}
.head:hover {
  background: var(--field);
}
li:has([aria-current]) {
  background: var(--warm);
  box-shadow: inset 6px 0 0 var(--copper);
}
li:has([aria-current]) .head:hover {
  background: none;
}
.nowhere {
  visibility: hidden;
}
.t {
  font-size: 19px;
  font-weight: 700;
}
.done .t {
  color: var(--glaze);
}
.what,
.q {
  display: grid;
  gap: 1px;
}
.a {
  font-size: 19px;
  font-weight: 700;
}
.a i {
  font-style: normal;
  font-size: var(--small);
  margin-left: 10px;
}
.a i.stop {
  color: var(--madder);
}
.a i.caution {
  color: var(--ochre);
}
.q b {
  font-size: 17px;
}
.p,
.q span,
.d {
  color: var(--soft);
}
.d {
  text-align: right;
}
.d span {
  display: inline-block;
  white-space: nowrap;
}
.d span:not(:last-child) {
  margin-right: 0.3em;
}
.open {
  padding: 2px 16px 16px 76px;
  display: grid;
  gap: 10px;
}
.printed {
  display: none;
}
@media print {
  li {
    break-inside: avoid;
    background: none !important;
    box-shadow: none !important;
  }
  .head {
    min-height: 0 !important;
    padding: 0.3mm 0 0 !important;
    grid-template-columns: 16mm 8mm 1fr 0.9fr 0.7fr !important;
    gap: 0 3mm;
    line-height: 1.15;
  }
  .head > * {
    grid-row: auto !important;
    grid-column: auto !important;
  }
  .face {
    width: 4.6mm;
    height: 6mm;
  }
  .t,
  .a,
  .q b {
    font-size: 10pt;
  }
  .what,
  .q {
    display: block !important;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  .p {
    margin-left: 2mm;
  }
  .printed {
    display: block;
    font-size: 8.5pt;
    line-height: 1.15;
    padding: 0 0 0.3mm 27mm;
  }
  .grip,
  .open,
  .d {
    display: none;
  }
}
@media (max-width: 900px) {
  .head {
    grid-template-columns: 58px 44px minmax(0, 1fr);
    padding-left: 12px;
    min-height: 60px;
    gap: 1px 12px;
  }
  .t,
  .face {
    grid-row: 1 / 4;
  }
  .q,
  .d {
    grid-column: 3;
    text-align: left;
  }
  .q {
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
    align-items: baseline;
  }
  .open {
    padding: 0 12px 14px 14px;
  }
}
</style>
