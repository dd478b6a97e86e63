<script setup lang="ts">
// TouchUps lists the interruptions of the wear with their own short steps, and changes the one that is taken up.
import { t } from '../../i18n'
import { computed, ref } from 'vue'
import type { Product, TouchUp } from '../../api/client'
import Pick from '../../parts/fields/Pick.vue'
import { useWords } from '../../parts/catalogue'
import { clock } from '../../parts/words'

const props = defineProps<{
  ups: TouchUp[]
  kit: Product[]
  flagged: Record<string, string>
  canUndo: boolean
  canRedo: boolean
  trouble: string
}>()
const lit = defineModel<string>()
const emit = defineEmits<{
  move: [id: string, minutes: number]
  remove: [id: string]
  add: []
  swap: [id: string, step: number, product: string]
  coats: [id: string, step: number, by: number]
  undo: []
  redo: []
}>()
const picked = computed(() => props.ups.find((u) => u.id === lit.value))
const screens = computed(() =>
  props.kit
    .filter((p) => p.kind.startsWith('spf_') || p.kind === 'sunscreen')
    .map((p) => ({ value: p.id, label: p.name })),
)
const why = useWords().named('touch_because')
const title = (u: TouchUp) => (u.steps.some((s) => s.act === 'reapply') ? t('touchUps.sunscreen') : t('touchUps.blot'))
const taking = ref<number>()
</script>

<template>
  <section class="sheet ups" aria-labelledby="ups-title">
    <div class="head">
      <h2 id="ups-title">{{ t('common.touchUps') }}</h2>
      <div class="row">
        <button type="button" class="quiet" :disabled="!canUndo" aria-keyshortcuts="Control+Z" @click="emit('undo')">
          {{ t('common.undo') }}
        </button>
        <button
          type="button"
          class="quiet"
          :disabled="!canRedo"
          aria-keyshortcuts="Control+Shift+Z"
          @click="emit('redo')"
        >
          {{ t('common.redo') }}
        </button>
        <button type="button" class="quiet" @click="emit('add')">{{ t('touchUps.addATouchUp') }}</button>
        <slot />
      </div>
    </div>
    <p v-if="trouble" role="status" class="trouble">{{ trouble }}</p>
    <p v-if="!ups.length" class="empty">{{ t('touchUps.noneAreNeededDragA') }}</p>
    <ol>
      <li v-for="u in ups" :key="u.id" :class="{ lit: u.id === lit, flag: flagged[u.id!] }">
        <button type="button" class="top" :aria-expanded="u.id === lit" @click="lit = u.id === lit ? undefined : u.id">
          <b>{{ clock(u.at) }}</b> <span class="what">{{ title(u) }}</span>
          <span class="why"
            >{{ u.because.map((b) => why[b] ?? b).join(', ')
            }}<template v-if="flagged[u.id!]">{{ ' · ' + t('severity.' + flagged[u.id!]) }}</template></span
          >
        </button>
        <template v-if="u.id === lit">
          <ol class="steps">
            <li v-for="(s, n) in u.steps" :key="n">
              {{ s.say }}
              <span v-if="s.act === 'reapply'" class="row small">
                <button
                  type="button"
                  class="quiet"
                  :aria-label="t('touchUps.anotherProductInPlaceOf', { n: n + 1 })"
                  @click="taking = taking === n ? undefined : n"
                >
                  {{ t('touchUps.anotherProduct') }}
                </button>
                <template v-if="(s.coats ?? 0) > 1 || kit.find((p) => p.id === s.product)?.kind === 'spf_mist'">
                  <button
                    type="button"
                    class="quiet"
                    :aria-label="t('touchUps.oneCoatFewer')"
                    :disabled="(s.coats ?? 0) <= 1"
                    @click="emit('coats', u.id!, n, -1)"
                  >
                    −
                  </button>
                  <span class="now">{{ s.coats }}</span>
                  <button
                    type="button"
                    class="quiet"
                    :aria-label="t('touchUps.oneCoatMore')"
                    @click="emit('coats', u.id!, n, 1)"
                  >
                    +
                  </button>
                </template>
                <Pick
                  v-if="taking === n"
                  class="take"
                  :label="t('common.product')"
                  bare
                  find
                  :model-value="s.product"
                  :options="screens"
                  @update:model-value="(v) => (emit('swap', u.id!, n, v ?? ''), (taking = undefined))"
                />
              </span>
            </li>
          </ol>
          <div v-if="picked" class="row">
            <button
              type="button"
              class="quiet"
              :aria-label="t('touchUps.fiveMinutesEarlier')"
              @click="emit('move', u.id!, -5)"
            >
              {{ t('touchUps.n5Min') }}
            </button>
            <button
              type="button"
              class="quiet"
              :aria-label="t('touchUps.fiveMinutesLater')"
              @click="emit('move', u.id!, 5)"
            >
              {{ t('touchUps.n5Min2') }}
            </button>
            <button type="button" class="quiet out" @click="emit('remove', u.id!)">{{ t('common.takeItOut') }}</button>
          </div>
        </template>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.ups {
  padding: 12px 16px 14px;
  display: grid;
  gap: 8px;
  align-content: start;
}
.head {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  flex-wrap: wrap;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.row .quiet {
  padding: 0 14px;
  font-size: var(--small);
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 2px;
}
.top {
  width: 100%;
  display: flex;
  gap: 14px;
  align-items: baseline;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--fold);
  min-height: 44px;
  text-align: left;
  cursor: pointer;
  padding: 8px 6px;
}
.top b {
  font-size: 19px;
}
.what {
  font-weight: 650;
  min-width: 84px;
}
.why {
  color: var(--soft);
  font-size: var(--small);
}
.lit .top {
  background: var(--warm);
  border-color: var(--copper);
}
.flag .top {
  border-left: 6px solid var(--madder);
}
.steps {
  list-style: decimal;
  padding: 8px 6px 8px 30px;
  gap: 6px;
}
.small {
  margin-top: 4px;
}
.now {
  min-width: 22px;
  text-align: center;
  font-weight: 650;
}
.take {
  min-width: 220px;
}
.out {
  border-color: var(--madder);
  color: var(--madder);
  margin-left: auto;
}
.trouble {
  color: var(--madder);
  font-weight: 600;
}
.empty {
  padding: 6px;
}
</style>
