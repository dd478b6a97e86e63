<script setup lang="ts">
// StepsSheet is a leaf's steps with what changes them: the list, whose rows open in place, under the bar that undoes,
// adds and says whether they are as planned. Prep, lift-off and night are the same sheet.
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Product, Step } from '../../api/client'
import HandBar from '../../parts/steps/HandBar.vue'
import { moved, type Hand } from '../../parts/steps/useHand'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import StepList from './StepList.vue'

const props = defineProps<{
  label: string
  hand: Hand
  byHand: boolean
  steps: Step[]
  kit: Product[]
  addable: Product[]
  what: { add: string; label: string; find: string } // how adding is called
  made: (product: string) => Step // a step of a product, as it is first written
  at: string // what is before it is done
  flagged: Record<string, string>
  last: number // steps at the end that stay there
  slides?: boolean // a step's start can be changed by itself
  worse?: string // how it compares with what was planned
}>()
const emit = defineEmits<{ slide: [id: string, seconds: number] }>()
const lit = defineModel<string>()
const names = computed(() => Object.fromEntries(props.kit.map((p) => [p.id, p.name])))
const choices = computed(() => props.addable.map((p) => ({ value: p.id, label: p.name })))
const step = computed(() => props.steps.find((s) => s.id === lit.value))
const place = (id: string, to: number) => props.hand.drag((l) => moved(l, id, to), true)

const startBy = 15 // seconds by one press of a key
function byKey(id: string, what: 'up' | 'down' | 'earlier' | 'later' | 'out') {
  const i = props.steps.findIndex((s) => s.id === id)
  if (what === 'out') return props.hand.change((l) => l.filter((s) => s.id !== id))
  const before = what === 'up' || what === 'earlier'
  if (props.slides && (what === 'earlier' || what === 'later')) return emit('slide', id, before ? -startBy : startBy)
  const to = Math.max(0, Math.min(props.steps.length - 1 - props.last, i + (before ? -1 : 1)))
  props.hand.change((l) => moved(l, id, to))
}
useUndoKeys(props.hand)
</script>

<template>
  <section class="sheet main" :aria-label="label">
    <HandBar :hand="hand" :step="step" :addable="choices" :what="what" :made="made" @pick="(id) => (lit = id)">
      <slot name="why" />
      <template v-if="byHand">
        <span class="mine" role="status"
          >{{ t('common.madeByHand') }}<template v-if="worse">{{ t('prep.thanPlanned', { worse }) }}</template></span
        >
        <button type="button" class="quiet" @click="hand.again">{{ t('common.planAgain') }}</button>
      </template>
      <span v-else class="mine soft" role="status">{{ t('common.asPlanned') }}</span>
      <button v-if="!byHand && hand.replanned.value" type="button" class="quiet" @click="hand.undo">
        {{ t('common.keepMine') }}
      </button>
      <slot name="given" />
    </HandBar>
    <StepList
      v-model="lit"
      :steps="steps"
      :products="names"
      :at="at"
      :flagged="flagged"
      @drag="place"
      @drop="hand.drop"
      @key="byKey"
    >
      <template #open="{ step: s }">
        <p class="why">{{ s.say }}</p>
        <slot name="open" :step="s" />
      </template>
    </StepList>
  </section>
</template>

<style scoped>
.main {
  min-width: 0;
}
.mine {
  font-size: var(--small);
}
</style>
