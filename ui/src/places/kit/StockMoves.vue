<script setup lang="ts">
// StockMoves is what was taken of a product and counted of it, the latest first.
import { useQuery } from '@tanstack/vue-query'
import { api, ask, type Schemas } from '../../api/client'
import { t } from '../../i18n'
import { moment, written } from '../../i18n/format'

const props = defineProps<{ product: string }>()
const { data } = useQuery({
  queryKey: ['stock', props.product],
  queryFn: () => ask(api.GET('/api/kit/{id}/stock', { params: { path: { id: props.product } } })),
})
type Move = Schemas['StoreMove']
/** amount is grams as a scale tells them apart, or pieces. */
const amount = (n: number) => (n > 0 ? '+' : n < 0 ? '−' : '±') + written(Math.abs(Number(n.toFixed(2))))
const added = (m: Move) =>
  [m.grams ? t('log.grams', { n: amount(m.grams) }) : '', m.pieces ? amount(m.pieces) : ''].filter(Boolean).join(' · ')
const left = (m: Move) =>
  [
    m.left_g === undefined ? '' : t('log.grams', { n: written(Number(m.left_g.toFixed(1))) }),
    m.left_pieces === undefined ? '' : String(m.left_pieces),
  ]
    .filter(Boolean)
    .join(' · ')
</script>

<template>
  <p v-if="data && !data.length" class="soft">{{ t('stock.none') }}</p>
  <table v-else-if="data">
    <tbody>
      <tr v-for="(m, i) in data" :key="i">
        <td>{{ moment(m.at) }}</td>
        <td>
          <RouterLink v-if="m.sitting_id" :to="{ name: 'log', params: { id: m.sitting_id } }">{{
            t('stock.taken', { by: m.by })
          }}</RouterLink>
          <template v-else>{{ t('stock.counted', { by: m.by }) }}</template>
        </td>
        <td class="n">{{ added(m) || '=' }}</td>
        <td class="n">{{ left(m) && t('stock.left', { n: left(m) }) }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
}
td {
  padding: 8px 10px 8px 0;
  border-bottom: 1px solid var(--fold);
  vertical-align: baseline;
}
.n {
  text-align: right;
  white-space: nowrap;
}
</style>
