<script setup lang="ts">
import { t } from '../../i18n'
import { computed, ref } from 'vue'
import type { Grades } from '../../api/client'
import GradePad from '../../parts/GradePad.vue'
import { useWords } from '../../parts/catalogue'
import { useUndoKeys } from '../../parts/steps/useUndoKeys'
import { plain, sentence, type Zone } from '../../parts/words'
import AskForm from './AskForm.vue'
import DayForm from './DayForm.vue'
import LookForm from './LookForm.vue'
import MethodForm from './MethodForm.vue'
import ReadingsPanel from './ReadingsPanel.vue'
import { useTheSitting } from './useSitting'
import ZonePlan from './ZonePlan.vue'

const { draft, change, plan, history } = useTheSitting()
useUndoKeys(history)
const zone = ref<Zone>('forehead')
// The order of the talk: what is asked first comes first, and each leads on to the next and to Prep.
const tabs = [
  { id: 'ask', label: t('common.ask') },
  { id: 'skin', label: t('intake.skin') },
  { id: 'look', label: t('intake.look') },
  { id: 'day', label: t('intake.day') },
  { id: 'method', label: t('common.houseMethod') },
] as const
const tab = ref<(typeof tabs)[number]['id']>('ask')
const next = computed(() => tabs[tabs.findIndex((t) => t.id === tab.value) + 1])
const head = ref<HTMLElement>()
function onward() {
  if (next.value) tab.value = next.value.id
  head.value?.scrollIntoView({ block: 'nearest' })
  document.getElementById('tab-' + tab.value)?.focus()
}
/** take takes a zone up, to be graded. */
function take(z: Zone) {
  zone.value = z
  tab.value = 'skin'
}

const { bounds } = useWords()
const from = computed<Zone>(() => (bounds.value?.grade_from[zone.value] as Zone | undefined) ?? zone.value)
const own = computed<Grades>(() => draft.value?.client.zones[zone.value] ?? {})
const shown = computed<Grades>(() => {
  const f = draft.value?.client.zones[from.value] ?? {}
  return {
    oil: own.value.oil ?? f.oil,
    water: own.value.water ?? f.water,
    marks: own.value.marks ?? [],
    today: own.value.today,
    phototype: own.value.phototype,
  }
})
const borrowed = computed(() =>
  zone.value !== from.value && own.value.oil === undefined && own.value.water === undefined ? from.value : undefined,
)

function grade(g: Grades) {
  change((d) => {
    const before = shown.value
    const next: Grades = { ...own.value }
    if (g.oil !== before.oil) next.oil = g.oil
    if (g.water !== before.water) next.water = g.water
    if (g.marks?.length) next.marks = g.marks
    else delete next.marks
    for (const k of ['today', 'phototype'] as const) {
      if (g[k]) next[k] = g[k] as never
      else delete next[k]
    }
    d.client.zones = { ...d.client.zones, [zone.value]: next }
  })
}
</script>

<template>
  <div v-if="draft && plan" class="intake">
    <section class="sheet plan" :aria-label="t('intake.zonePlan')">
      <ZonePlan :model-value="zone" :read="draft.client.zones" @update:model-value="take" />
    </section>
    <section class="sheet side">
      <div ref="head" class="tabs" role="tablist" :aria-label="t('intake.partsOfTheIntake')">
        <button
          v-for="leaf in tabs"
          :id="'tab-' + leaf.id"
          :key="leaf.id"
          type="button"
          role="tab"
          :aria-selected="tab === leaf.id"
          :aria-controls="'panel-' + leaf.id"
          @click="tab = leaf.id"
        >
          {{ leaf.label }}
        </button>
      </div>
      <div v-if="tab === 'skin'" id="panel-skin" role="tabpanel" aria-labelledby="tab-skin" class="panel">
        <h2 class="visually-hidden">{{ t('intake.skinZoneByZone') }}</h2>
        <GradePad :title="sentence(plain(zone))" :grades="shown" :from="borrowed" today @change="grade" />
        <p class="type">
          <b
            >{{ sentence(t('common.skin', { type: plan.skin.type ? plain(plan.skin.type) : '' }))
            }}<template v-if="plan.skin.overlays.length"
              >, {{ plan.skin.overlays.map((o) => plain(o)).join(', ') }}</template
            >.</b
          >
          {{ plan.skin.because.map(sentence).join('. ') }}.
        </p>
        <ReadingsPanel :zone="zone" />
      </div>
      <div v-else-if="tab === 'ask'" id="panel-ask" role="tabpanel" aria-labelledby="tab-ask" class="panel">
        <AskForm />
      </div>
      <div v-else-if="tab === 'look'" id="panel-look" role="tabpanel" aria-labelledby="tab-look" class="panel">
        <LookForm />
      </div>
      <div v-else-if="tab === 'day'" id="panel-day" role="tabpanel" aria-labelledby="tab-day" class="panel">
        <DayForm />
      </div>
      <div v-else id="panel-method" role="tabpanel" aria-labelledby="tab-method" class="panel"><MethodForm /></div>
      <p class="on">
        <button
          type="button"
          class="quiet"
          :disabled="!history.canUndo.value"
          aria-keyshortcuts="Control+Z"
          @click="history.undo"
        >
          {{ t('common.undo') }}
        </button>
        <button
          type="button"
          class="quiet redo"
          :disabled="!history.canRedo.value"
          aria-keyshortcuts="Control+Shift+Z"
          @click="history.redo"
        >
          {{ t('common.redo') }}
        </button>
        <RouterLink class="quiet" :to="{ name: 'prep' }">{{ t('intake.toPrep') }}</RouterLink>
        <button v-if="next" type="button" class="go" @click="onward">
          {{ t('intake.next', { label: next.label }) }}
        </button>
      </p>
    </section>
  </div>
</template>

<style scoped>
.intake {
  display: grid;
  grid-template-columns: 410px minmax(0, 1fr);
  gap: 18px;
  align-items: start;
}
.plan {
  padding: 14px;
}
.tabs {
  display: flex;
  border-bottom: 1px solid var(--fold);
}
.tabs button {
  background: none;
  border: 0;
  border-bottom: 3px solid transparent;
  min-height: 48px;
  padding: 0 20px;
  cursor: pointer;
}
.tabs [aria-selected='true'] {
  border-color: var(--copper);
  font-weight: 650;
}
.panel {
  padding: 16px 20px 20px;
  display: grid;
  gap: 16px;
}
.on {
  display: flex;
  flex-wrap: wrap;
  justify-content: flex-end;
  gap: 10px;
  padding: 12px 20px 18px;
  border-top: 1px solid var(--fold);
}
.redo {
  margin-right: auto;
}
.type {
  background: var(--wash);
  padding: 10px 14px;
  font-size: var(--small);
}
@media (max-width: 900px) {
  .intake {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    grid-row: 1;
  }
  .tabs {
    overflow-x: auto;
    scrollbar-width: none;
  }
  .tabs button {
    padding: 0 14px;
    flex: none;
  }
  .panel {
    padding: 14px 12px 18px;
  }
}
</style>
