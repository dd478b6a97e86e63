<script setup lang="ts">
// Restock is what to buy for the bookings of the coming weeks, and what goes out of date before they are done.
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ask } from '../../api/client'
import { t } from '../../i18n'
import { figure, shortDate } from '../../i18n/format'

const emit = defineEmits<{ pick: [product: string] }>()
const { data } = useQuery({ queryKey: ['restock'], queryFn: () => ask(api.GET('/api/kit/restock')) })
const many = computed(() => (data.value ? data.value.short.length + data.value.stale.length : 0))
const print = () => window.print()
</script>

<template>
  <section v-if="data" class="restock" aria-labelledby="restock-title">
    <h3 id="restock-title">{{ t('restock.forDays', { days: data.days }) }}</h3>
    <p v-if="!many">{{ t('restock.nothing') }}</p>
    <ul v-if="data.short.length">
      <li v-for="l in data.short" :key="l.product">
        <button type="button" class="name" @click="emit('pick', l.product)">{{ l.name }}</button>
        <span>{{
          l.pieces
            ? t('restock.pieces', { needs: l.needs, has: l.has })
            : t('restock.grams', { needs: figure(l.needs, 1), has: figure(l.has, 1) })
        }}</span>
        <b v-if="l.packs">{{ t('restock.packs', { n: l.packs }) }}</b>
      </li>
    </ul>
    <template v-if="data.stale.length">
      <h3>{{ t('restock.stale') }}</h3>
      <ul>
        <li v-for="l in data.stale" :key="l.product">
          <button type="button" class="name" @click="emit('pick', l.product)">{{ l.name }}</button>
          <span>{{ t('restock.until', { date: shortDate(l.until) }) }}</span>
        </li>
      </ul>
    </template>
    <p class="soft">{{ t('restock.notCounted') }}</p>
    <button v-if="many" type="button" class="quiet" @click="print">{{ t('cardPage.print') }}</button>
  </section>
</template>

<style scoped>
.restock {
  display: grid;
  gap: 12px;
  justify-items: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  width: 100%;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1.6fr) auto;
  gap: 4px 14px;
  align-items: center;
  min-height: 52px;
  border-bottom: 1px solid var(--fold);
}
.name {
  background: none;
  border: 0;
  padding: 0;
  text-align: left;
  min-height: 44px;
  font-weight: 650;
  cursor: pointer;
  overflow-wrap: anywhere;
}
</style>
