<script setup lang="ts">
// Curves draws the open-sky UV index and the factor that the films really give, over the day. It is loaded when first
// seen.
import { t } from '../../i18n'
import { inked } from '../../form'
import { LineChart } from 'echarts/charts'
import { GridComponent } from 'echarts/components'
import { use } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { computed } from 'vue'
import VChart from 'vue-echarts'
import type { Wear } from '../../api/client'
import { wall } from '../../parts/words'

use([LineChart, GridComponent, SVGRenderer])
const props = defineProps<{ curve: Wear['curve']; left: number; right: number; label: number }>()

const at = wall
const text = { color: inked('--soft'), fontSize: 14, fontFamily: 'Source Sans 3 Variable' }
const first = computed(() => at(props.curve[0]?.at ?? ''))
const last = computed(() => at(props.curve.at(-1)?.at ?? ''))
const hours = computed(() => (last.value - first.value) / 3_600_000)
const option = computed(() => ({
  animation: false,
  grid: { left: props.left, right: props.right, top: 26, bottom: 4, outerBoundsMode: 'none' },
  xAxis: {
    type: 'time',
    min: first.value,
    max: last.value,
    axisLabel: { show: false },
    axisTick: { show: false },
    axisLine: { show: false },
    splitLine: { show: hours.value <= 16, lineStyle: { color: inked('--wash') } },
  },
  yAxis: [
    {
      type: 'value',
      name: t('common.uvIndex'),
      nameTextStyle: { ...text, align: 'left', padding: [0, 0, 0, -34] },
      min: 0,
      max: Math.max(8, Math.ceil(Math.max(...props.curve.map((p) => p.uvi)))),
      splitNumber: 4,
      axisLabel: text,
      splitLine: { lineStyle: { color: inked('--fold') } },
    },
    {
      type: 'value',
      name: t('dayPicture.factorShort'),
      nameTextStyle: { ...text, align: 'right', padding: [0, -34, 0, 0] },
      min: 0,
      max: Math.max(10, Math.ceil(props.label / 10) * 10),
      splitNumber: 4,
      axisLabel: text,
      splitLine: { show: false },
    },
  ],
  series: [
    {
      type: 'line',
      data: props.curve.map((p) => [at(p.at), p.uvi]),
      showSymbol: false,
      silent: true,
      lineStyle: { color: inked('--of-oil'), width: 2, type: [7, 4] },
      areaStyle: { color: inked('--ember'), opacity: 0.42 },
    },
    {
      type: 'line',
      yAxisIndex: 1,
      data: props.curve.map((p) => [at(p.at), p.spf_effective]),
      showSymbol: false,
      silent: true,
      lineStyle: { color: inked('--glaze'), width: 3 },
    },
  ],
}))
</script>

<template>
  <VChart :option="option" :init-options="{ renderer: 'svg' }" autoresize class="curves" aria-hidden="true" />
</template>

<style scoped>
.curves {
  height: 190px;
  width: 100%;
}
</style>
