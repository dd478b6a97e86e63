<script setup lang="ts">
// ReadingsPanel takes a zone's reading by sheet, bare wait or probe, and shows which reading gave which grade, and
// when.
import { computed, ref, watch } from 'vue'
import { api, ask, Problem, type Reading } from '../../api/client'
import Choices from '../../parts/Choices.vue'
import Tick from '../../parts/fields/Tick.vue'
import Trouble from '../../parts/Trouble.vue'
import { useWords } from '../../parts/catalogue'
import { clock, plain, sentence, shortDate, type Zone } from '../../parts/words'
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
const few = ['none', 'a little', 'clearly', 'strongly'].map((label, value) => ({ value, label }))
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
        : 'That reading could not be taken.'
  }
}
const shows = (r: Reading) =>
  r.by === 'blot'
    ? `sheet ${plain(r.sheet ?? '')}`
    : r.by === 'bare_wait'
      ? `tightness ${r.tightness ?? 0}, shine ${r.shine ?? 0}`
      : r.by === 'probe'
        ? `${r.sebum_ug_cm2} µg/cm², hydration ${r.hydration}, ${r.surface_c} °C`
        : 'by touch and sight'
</script>

<template>
  <section class="readings" aria-label="Readings">
    <Choices v-model="by" legend="Read this zone by" :options="ways" />
    <Choices
      v-if="by === 'blot'"
      legend="Pressed for ten seconds, the sheet is"
      :options="sheets"
      :model-value="undefined"
      @update:model-value="(v) => v && take({ by: 'blot', sheet: v })"
    />
    <template v-else-if="by === 'bare_wait'">
      <Choices v-model="tightness" legend="After half an hour without product, tight" :options="few" />
      <Choices v-model="shine" legend="Shiny" :options="few" />
      <button type="button" class="quiet" @click="take({ by: 'bare_wait', tightness, shine })">
        Take this reading
      </button>
    </template>
    <div v-else class="row">
      <button type="button" class="quiet" @click="take({ by: 'probe' })">Hold the probe on it</button>
      <Tick v-model="broken" label="the probe is at fault" />
    </div>
    <Trouble v-if="trouble" :say="trouble" />
    <ol v-if="mine.length">
      <li v-for="(r, i) in mine.slice(0, 6)" :key="i">
        <b>oil {{ r.oil ?? '–' }}, water {{ r.water ?? '–' }}</b> {{ shows(r) }}
        <span v-if="r.at" class="soft">{{ shortDate(r.at) }}, {{ clock(r.at) }}</span>
      </li>
    </ol>
    <p v-else class="soft">{{ sentence(plain(zone)) }} has no reading yet; its grades are as given or borrowed.</p>
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
  font-size: 15px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  font-size: 15px;
  display: grid;
  gap: 3px;
}
.row {
  display: flex;
  gap: 18px;
  align-items: center;
}
</style>
