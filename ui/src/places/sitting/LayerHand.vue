<script setup lang="ts">
// LayerHand changes an open step of prep by hand: its start, product, amount and zones.
import { t } from '../../i18n'
import { computed } from 'vue'
import type { Product, Step } from '../../api/client'
import Toggles from '../../parts/Toggles.vue'
import Pick from '../../parts/fields/Pick.vue'
import HandPanel from '../../parts/steps/HandPanel.vue'
import type { Hand } from '../../parts/steps/useHand'
import { clock, plain, shifted, zones } from '../../parts/words'

const props = defineProps<{ hand: Hand; step: Step; kit: Product[]; slots: string[][]; last: number }>()
const emit = defineEmits<{ pick: [id: string] }>()
const kind = computed(() => props.step.kind)
const options = (fits: (kinds: string[]) => boolean) =>
  props.kit
    .filter((p) => props.slots.some((kinds) => fits(kinds) && kinds.includes(p.kind)))
    .map((p) => ({ value: p.id, label: p.name }))
const rivals = computed(() => options((kinds) => kinds.includes(kind.value)))
const zoneOptions = zones.map((value) => ({ value, label: plain(value) }))

const on = (how: (s: Step) => void, retime = true) =>
  props.hand.change((l) => {
    const s = l.find((x) => x.id === props.step.id)
    if (s) how(s)
    return l
  }, retime)
const start = (by: number) => on((s) => (s.start = shifted(s.start, by)), false)
const swap = (id = '') =>
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
</script>

<template>
  <HandPanel :hand="hand" :step="step" :last="last" @pick="(id) => emit('pick', id)">
    <template #step="{ step: s }">
      <span class="bound">
        <button type="button" class="quiet" :aria-label="t('layerHand.start15SecondsEarlier')" @click="start(-15)">
          − 15 s
        </button>
        <span class="now">{{ clock(s.start) }}{{ s.start.slice(16, 19) }}</span>
        <button type="button" class="quiet" :aria-label="t('layerHand.start15SecondsLater')" @click="start(15)">
          + 15 s
        </button>
      </span>
    </template>
    <template #more="{ step: s }">
      <template v-if="s.act === 'apply'">
        <div class="row">
          <Pick
            class="grow"
            :label="t('common.product')"
            find
            :model-value="s.product"
            :options="rivals"
            @update:model-value="swap"
          />
          <button type="button" class="quiet" :aria-label="t('layerHand.aTenthLess')" @click="amount(0.9)">
            {{ t('layerHand.less') }}
          </button>
          <span class="now">{{ s.amount }}</span>
          <button type="button" class="quiet" :aria-label="t('layerHand.aTenthMore')" @click="amount(1.1)">
            {{ t('common.more') }}
          </button>
        </div>
        <Toggles :legend="t('common.on')" :options="zoneOptions" :model-value="s.zones" @update:model-value="spread" />
      </template>
    </template>
  </HandPanel>
</template>

<style scoped>
.bound {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
</style>
