<script setup lang="ts">
// CardPage is a card to print, in the client's words: the touch-ups, or tonight and tomorrow. What stands before two
// spaces in a line is its head.
import { t } from '../../i18n'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import type { Plan } from '../../api/client'
import { longDate } from '../../i18n/format'
import { useTheSitting } from './useSitting'

const props = defineProps<{ which: 'touch-ups' | 'aftercare' }>()
const cards = {
  'touch-ups': {
    title: t('common.touchUps'),
    lines: (p: Plan) => p.wear.card,
    leaf: 'wear',
    back: t('cardPage.backToWear'),
  },
  aftercare: {
    title: t('common.tonightAndTomorrow'),
    lines: (p: Plan) => p.aftercare.card,
    leaf: 'night',
    back: t('cardPage.backToNight'),
  },
}
const { plan } = useTheSitting()
const id = String(useRoute().params.id)
const card = computed(() => cards[props.which])
const print = () => window.print()
const parts = (line: string) => (line.includes('  ') ? line.split('  ', 2) : ['', line])
</script>

<template>
  <article v-if="plan" class="card">
    <div class="no-print row">
      <button type="button" class="go" @click="print">{{ t('cardPage.print') }}</button>
      <a class="quiet" :href="`/api/sittings/${id}/${which}.pdf`" :download="which + '.pdf'">{{
        t('common.cardAsPdf')
      }}</a>
      <RouterLink class="quiet" :to="{ name: card.leaf, params: { id } }">{{ card.back }}</RouterLink>
    </div>
    <h2>{{ card.title }}</h2>
    <p class="who">{{ plan.sitting.client.name }}, {{ longDate(plan.sitting.day.date) }}</p>
    <p v-for="(line, i) in card.lines(plan)" :key="i">
      <b v-if="parts(line)[0]">{{ parts(line)[0] }}&ensp;</b>{{ parts(line)[1] }}
    </p>
  </article>
</template>

<style scoped>
.card {
  background: var(--field);
  max-width: 620px;
  padding: 24px 30px 30px;
  display: grid;
  gap: 12px;
  font-size: 17px;
  border-top: 3px solid var(--ink);
}
.row {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
}
.who {
  color: var(--soft);
}
b {
  font-size: 19px;
}
@media print {
  .no-print {
    display: none;
  }
  .card {
    border: 0;
    padding: 0;
  }
}
</style>
