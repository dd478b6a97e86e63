<script setup lang="ts">
// TakeAlong is what goes with the client: the bag, the card and the calendar.
import { t } from '../../i18n'
import { figure } from '../../i18n/format'
import type { Product, Wear } from '../../api/client'

defineProps<{ wear: Wear; kit: Record<string, Product>; id: string }>()
const amount = (b: Wear['bag'][number]) => (b.grams > 0 ? `${figure(b.grams, b.grams < 0.1 ? 3 : 2)} g` : `${b.count}`)
</script>

<template>
  <section class="sheet bag" aria-labelledby="bag-title">
    <h2 id="bag-title">{{ t('takeAlong.toTakeAlong') }}</h2>
    <ul v-if="wear.bag.length">
      <li v-for="b in wear.bag" :key="b.product">
        <span>{{ kit[b.product]?.name ?? b.product }}</span><b>{{ amount(b) }}</b>
      </li>
    </ul>
    <p v-else class="soft">{{ t('takeAlong.nothingNeedsToGoAlong') }}</p>
    <div class="links">
      <RouterLink :to="{ name: 'touch-up-card', params: { id } }">{{ t('common.cardToPrint') }}</RouterLink>
      <a :href="`/api/sittings/${id}/touch-ups.pdf`" download="touch-ups.pdf">{{ t('common.cardAsPdf') }}</a>
      <a :href="`/api/sittings/${id}/touch-ups.ics`" download="touch-ups.ics">{{
        t('takeAlong.calendarWithAlarms')
      }}</a>
    </div>
  </section>
</template>

<style scoped>
.bag {
  padding: 12px 16px 14px;
  display: grid;
  gap: 8px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  padding: 5px 0;
  border-bottom: 1px solid var(--fold);
}
.links {
  display: grid;
  gap: 2px;
}
.links a {
  min-height: 44px;
  display: flex;
  align-items: center;
  font-weight: 600;
}
</style>
