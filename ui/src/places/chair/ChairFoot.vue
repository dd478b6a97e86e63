<script setup lang="ts">
// ChairFoot is what sets, what may be done meanwhile, and what is next; and how the device tells that a time is up.
import { computed } from 'vue'
import type { Chair } from '../../chair/core'
import { t } from '../../i18n'
import { useTitles } from '../../parts/steps/useTitles'
import { clock, listed, minutes, plain } from '../../parts/words'
import type { Row } from './useSteps'
import type { useSign } from './useSign'

const props = defineProps<{
  doc: Chair
  wet: { zone: string; left: number }[]
  at: (id: string | undefined) => Row | undefined
  step?: string
  sign: ReturnType<typeof useSign>
  awake: boolean
}>()
const title = useTitles()
/** sets is what sets, zones of one time together. */
const sets = computed(() => {
  const by = new Map<number, string[]>()
  for (const w of props.wet) by.set(Math.round(w.left), [...(by.get(Math.round(w.left)) ?? []), plain(w.zone)])
  return [...by].sort((a, b) => a[0] - b[0]).map(([left, zones]) => ({ left, zones: listed(zones) }))
})
const next = computed(() => {
  const d = props.doc
  if (d.now.step) return props.at(d.next)
  const rows = d.steps.filter((s) => s.state === 'waiting' && s.id !== d.next)
  return props.at(rows.find((s) => s.part === d.part)?.id)
})
const meanwhile = computed(() => props.doc.meanwhile.map((id) => props.at(id)).filter((r) => r && r.id !== props.step))
const ofSign = props.sign
</script>

<template>
  <footer>
    <ul v-if="sets.length" class="sets" :aria-label="t('chair.setting')">
      <li v-for="s in sets" :key="s.zones">
        <i :style="{ width: Math.min(120, 12 + s.left / 2) + 'px' }" />{{ s.zones }} {{ minutes(s.left) }}
      </li>
    </ul>
    <p v-if="meanwhile.length" class="while">
      {{ t('chair.meanwhile', { what: listed(meanwhile.map((r) => title(r!))) }) }}
    </p>
    <p v-if="next" class="next">
      {{ t('chair.next') }} <b>{{ next.act ? title(next) : next.name }}</b> · {{ clock(next.start) }}
    </p>
    <div class="ways">
      <button type="button" :aria-pressed="ofSign.sound.value" @click="ofSign.sound.value = !ofSign.sound.value">
        {{ t('chair.sound') }}
      </button>
      <button type="button" :aria-pressed="ofSign.sight.value" @click="ofSign.sight.value = !ofSign.sight.value">
        {{ t('chair.sight') }}
      </button>
      <span v-if="awake">{{ t('chair.awake') }}</span>
    </div>
  </footer>
</template>

<style scoped>
footer {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 24px;
  align-items: center;
  font-size: 19px;
  min-height: 64px;
}
.sets {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  list-style: none;
  margin: 0;
  padding: 0;
}
.sets i {
  display: inline-block;
  height: 13px;
  background: var(--glaze);
  margin-right: 9px;
}
.next {
  margin-left: auto;
}
.ways {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--soft);
  font-size: 16px;
}
.ways button {
  min-height: 64px;
  min-width: 64px;
  padding: 0 14px;
  border: 2px solid var(--edge);
  background: none;
  color: var(--ink);
  cursor: pointer;
}
.ways [aria-pressed='true'] {
  border-color: var(--glaze);
  background: var(--glaze-wash);
}
@media (max-width: 700px) {
  footer {
    font-size: 17px;
  }
  .next {
    margin-left: 0;
  }
}
</style>
