<script setup lang="ts">
// ChairMore is what else can be said of a step: left out, done with something else, done again, or that it stung. Each
// reason is one tap.
import { computed, ref } from 'vue'
import type { Product, Step } from '../../api/client'
import { t } from '../../i18n'
import { useCatalogue } from '../../parts/catalogue'
import Sheet from '../../parts/Sheet.vue'
import { plain, sentence } from '../../parts/words'

const props = defineProps<{
  step?: Pick<Step, 'id' | 'kind' | 'zones' | 'product'>
  title: string
  kit: Product[]
  last?: { id: string; title: string } // the step that was done last
  touchUp: boolean
}>()
const emit = defineEmits<{ say: [kind: string, fields: Record<string, unknown>] }>()
const open = defineModel<boolean>('open', { required: true })
const catalogue = useCatalogue()
const stung = ref<string[]>([])

// What may take a step's place is what stands in the same slot, or takes makeup off too.
const others = computed(() => {
  const now = props.step?.product
  const of = props.kit.find((p) => p.id === now)?.kind
  if (!of || !catalogue.value) return []
  const alike = [...catalogue.value.slots, catalogue.value.removers].find((kinds) => kinds.includes(of)) ?? [of]
  return props.kit.filter((p) => p.id !== now && alike.includes(p.kind))
})
function say(kind: string, fields: Record<string, unknown>) {
  open.value = false
  emit('say', kind, fields)
  stung.value = []
}
const reasons = ['no_time', 'not_needed', 'declined', 'nothing_left'] as const
const mark = (z: string) =>
  (stung.value = stung.value.includes(z) ? stung.value.filter((s) => s !== z) : [...stung.value, z])
</script>

<template>
  <Sheet v-model:open="open" :title="title" :width="760">
    <div v-if="step" class="more">
      <h3>{{ t('chair.leaveOutBecause') }}</h3>
      <div class="row">
        <button
          v-for="r in reasons"
          :key="r"
          type="button"
          @click="say('skip', { step: step.id, reason: t('chairBecause.' + r) })"
        >
          {{ sentence(t('chairBecause.' + r)) }}
        </button>
      </div>
      <template v-if="others.length">
        <h3>{{ t('chair.takeInstead') }}</h3>
        <div class="row">
          <button v-for="p in others" :key="p.id" type="button" @click="say('swap', { step: step.id, product: p.id })">
            {{ p.name }}
          </button>
        </div>
      </template>
      <template v-if="step.product">
        <h3>{{ t('chair.itStings') }}</h3>
        <div class="row">
          <button v-for="z in step.zones" :key="z" type="button" :aria-pressed="stung.includes(z)" @click="mark(z)">
            {{ sentence(plain(z)) }}
          </button>
          <button
            type="button"
            class="stop"
            @click="say('sting', { product: step.product, zones: stung.length ? stung : [...step.zones] })"
          >
            {{ t('chair.stungStop') }}
          </button>
        </div>
      </template>
    </div>
    <div v-if="last && !touchUp" class="more">
      <h3>{{ t('chair.onceMore', { what: last.title }) }}</h3>
      <div class="row">
        <button
          v-for="r in ['not_enough', 'wiped_off'] as const"
          :key="r"
          type="button"
          @click="say('repeat', { step: last.id, reason: t('chairBecause.' + r) })"
        >
          {{ sentence(t('chairBecause.' + r)) }}
        </button>
      </div>
    </div>
  </Sheet>
</template>

<style scoped>
.more {
  display: grid;
  gap: 8px;
  margin-top: 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
button {
  min-height: 64px;
  padding: 6px 20px;
  font-size: 19px;
  border: 2px solid var(--edge);
  background: var(--cloth);
  color: var(--ink);
  cursor: pointer;
}
[aria-pressed='true'] {
  background: var(--ink);
  color: var(--linen);
}
.stop {
  background: var(--madder);
  border-color: var(--madder);
  color: var(--paper);
  font-weight: 650;
}
</style>
