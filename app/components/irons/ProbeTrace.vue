<script setup lang="ts">
import { Chart, LinearScale, LineController, LineElement, PointElement, type ChartData, type ChartOptions } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { Reading } from '#core/iron'
import { toUnit } from '#core/units'

Chart.register(LineController, LineElement, PointElement, LinearScale)
const { readings, meanC, swingC } = defineProps<{ readings: Reading[], meanC: number | null, swingC: number | null }>()
const selection = useSelection()
const unit = computed(() => selection.units?.temperature ?? '°C')
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
const flat = (c: number) => [{ x: 0, y: toUnit(c, unit.value) }, { x: readings.at(-1)?.atS ?? 60, y: toUnit(c, unit.value) }]
const data = computed<ChartData<'line', { x: number, y: number }[]>>(() => ({
  datasets: [
    {
      label: 'probe', borderColor: css('--rc-ink'), borderWidth: 1.5, pointRadius: 0,
      data: readings.map(r => ({ x: r.atS, y: toUnit(r.c, unit.value) })),
    },
    ...(meanC !== null && swingC !== null
      ? [meanC, meanC - swingC, meanC + swingC].map((c, i) => ({
          label: 'fit', borderColor: css('--rc-mark'), borderWidth: i === 0 ? 3 : 1.5, borderDash: i === 0 ? [] : [6, 4], pointRadius: 0,
          data: flat(c),
        }))
      : []),
  ],
}))
const options = computed<ChartOptions<'line'>>(() => ({
  responsive: true, maintainAspectRatio: false, animation: false,
  scales: {
    x: { type: 'linear', min: 0, ticks: { color: css('--rc-ink'), callback: v => `${Number(v)} s` }, grid: { display: false } },
    y: {
      type: 'linear', min: toUnit(0, unit.value), ticks: { color: css('--rc-ink'), callback: v => `${Number(v)} ${unit.value}` },
      grid: { color: 'rgb(130 115 90 / 0.2)' },
    },
  },
  plugins: { legend: { display: false } },
}))
</script>

<template>
  <div class="relative h-64">
    <div class="absolute inset-0"><Line aria-label="Iron temperature against seconds" :data="data" :options="options" /></div>
  </div>
</template>
