<script setup lang="ts">
// PassHand changes an open step of removal by hand: its time and product.
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Product, Step } from '../../api/client'
import Pick from '../../parts/fields/Pick.vue'
import HandPanel from '../../parts/steps/HandPanel.vue'
import type { Hand } from '../../parts/steps/useHand'

const props = defineProps<{ hand: Hand; step: Step; removers: Product[] }>()
const emit = defineEmits<{ pick: [id: string] }>()
const choices = computed(() => props.removers.map((p) => ({ value: p.id, label: p.name })))
const passes = (s: Step) => !!s.product && (s.act === 'hold' || s.act === 'massage')

const on = (how: (s: Step) => void) =>
  props.hand.change((l) => {
    const s = l.find((x) => x.id === props.step.id)
    if (s) how(s)
    return l
  })
const time = (by: number) =>
  on((s) => {
    s.contact_s = Math.max(0, s.contact_s + by)
    s.hands_s = Math.max(s.contact_s, s.hands_s + by)
  })
const swap = (id = '') =>
  on((s) => {
    s.product = id
    s.kind = props.removers.find((p) => p.id === id)?.kind ?? ''
  })
</script>

<template>
  <HandPanel :hand="hand" :step="step" :last="0" @pick="(id) => emit('pick', id)">
    <template #step="{ step: s }">
      <template v-if="passes(s)">
        <button type="button" class="quiet" :aria-label="t('passHand.fiveSecondsShorter')" @click="time(-5)">
          − 5 s
        </button>
        <span class="now">{{ s.contact_s }} s</span>
        <button type="button" class="quiet" :aria-label="t('passHand.fiveSecondsLonger')" @click="time(5)">
          + 5 s
        </button>
        <Pick
          class="grow"
          :label="t('common.product')"
          bare
          find
          :model-value="s.product"
          :options="choices"
          @update:model-value="swap"
        />
      </template>
    </template>
  </HandPanel>
</template>
