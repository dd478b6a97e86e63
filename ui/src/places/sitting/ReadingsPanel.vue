<script setup lang="ts">
// ReadingsPanel takes a zone's reading by sheet, bare wait or probe, and shows which reading gave which grade, and
// when.
import { t } from '../../i18n'
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type Reading } from '../../api/client'
import Choices from '../../parts/Choices.vue'
import Tick from '../../parts/fields/Tick.vue'
import Trouble from '../../parts/Trouble.vue'
import { useWords } from '../../parts/catalogue'
import { clock, plain, sentence, type Zone } from '../../parts/words'
import { shortDate } from '../../i18n/format'
import { useTheSitting } from './useSitting'

const props = defineProps<{ zone: Zone }>()
const { saved, draft, absorb, flush } = useTheSitting()
const by = ref<Reading['by']>('blot')
const trouble = ref('')
const broken = ref(false)
const tightness = ref(0)
const shine = ref(0)
watch(
  () => props.zone,
  () => (trouble.value = ''),
)
const { list } = useWords()
const ways = list('read_by', ['touch'])
const sheets = list('sheet_looks')
const few = [
  t('common.none'),
  t('readingsPanel.aLittle'),
  t('readingsPanel.clearly'),
  t('readingsPanel.strongly'),
].map((label, value) => ({ value, label }))
const mine = computed(() => (draft.value?.client.readings ?? []).filter((r) => r.zone === props.zone).reverse())

async function take(reading: Omit<Reading, 'zone'>) {
  trouble.value = ''
  try {
    await flush()
    absorb(
      await ask(
        api.POST('/api/sittings/{id}/readings', {
          params: { path: { id: saved.value!.id } },
          body: { version: draft.value!.version, reading: { zone: props.zone, ...reading }, fault: broken.value },
        }),
      ),
    )
  } catch (e) {
    trouble.value =
      e instanceof Problem
        ? [e.message, ...e.faults.map((f) => f.message)].join(' ')
        : t('readingsPanel.thatReadingCouldNotBe')
  }
}
const shows = (r: Reading) =>
  r.by === 'blot'
    ? t('readingsPanel.sheet', { looks: plain(r.sheet ?? '', 'sheet_looks') })
    : r.by === 'bare_wait'
      ? t('readingsPanel.bare', { tightness: r.tightness ?? 0, shine: r.shine ?? 0 })
      : r.by === 'probe'
        ? t('readingsPanel.probe', { sebum: r.sebum_ug_cm2, hydration: r.hydration, degrees: r.surface_c })
        : t('readingsPanel.byTouchAndSight')
</script>

<template>
  <section class="readings" :aria-label="t('readingsPanel.readings')">
    <Choices v-model="by" :legend="t('readingsPanel.readThisZoneBy')" :options="ways" />
    <Choices
      v-if="by === 'blot'"
      :legend="t('readingsPanel.pressedForTenSecondsThe')"
      :options="sheets"
      :model-value="undefined"
      @update:model-value="(v) => v && take({ by: 'blot', sheet: v })"
    />
    <template v-else-if="by === 'bare_wait'">
      <Choices v-model="tightness" :legend="t('readingsPanel.afterHalfAnHourWithout')" :options="few" />
      <Choices v-model="shine" :legend="t('readingsPanel.shiny')" :options="few" />
      <button type="button" class="quiet" @click="take({ by: 'bare_wait', tightness, shine })">
        {{ t('readingsPanel.takeThisReading') }}
      </button>
    </template>
    <div v-else class="row">
      <button type="button" class="quiet" @click="take({ by: 'probe' })">
        {{ t('readingsPanel.holdTheProbeOnIt') }}
      </button>
      <Tick v-model="broken" :label="t('readingsPanel.theProbeIsAtFault')" />
    </div>
    <Trouble v-if="trouble" :say="trouble" />
    <ol v-if="mine.length">
      <li v-for="(r, i) in mine.slice(0, 6)" :key="i">
        <b>{{ t('readingsPanel.oilWater', { oil: r.oil ?? '–', water: r.water ?? '–' }) }}</b> {{ shows(r) }}
        <span v-if="r.at" class="soft">{{ shortDate(r.at) }}, {{ clock(r.at) }}</span>
      </li>
    </ol>
    <p v-else class="soft">{{ t('readingsPanel.hasNoReadingYetIts', { zone: sentence(plain(zone)) }) }}</p>
  </section>
</template>

<style scoped>
.readings {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--fold);
  padding-top: 12px;
}
.readings :deep(.choice span) {
  padding: 4px 10px;
  font-size: var(--small);
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  font-size: var(--small);
  display: grid;
  gap: 3px;
}
.row {
  display: flex;
  gap: 18px;
  align-items: center;
}
</style>
