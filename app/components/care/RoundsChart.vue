<script setup lang="ts">
import { Chart, LinearScale, LineController, LineElement, PointElement, type ChartData, type ChartOptions, type Plugin } from 'chart.js'
import { Line } from 'vue-chartjs'
import { HOLDS_FROM } from '#core/care'

Chart.register(LineController, LineElement, PointElement, LinearScale)

/** Bond against rounds: what is wished, and what would be otherwise; under the line a fingertip lifts it. */
const { lines, seen = [], rounds, label } = defineProps<{
  lines: readonly { name: string, bond: readonly number[], dash: number[], strong: boolean }[]
  /** Looks at the real thing: after so many rounds, so much of a bond. */
  seen?: readonly { rounds: number, bond: number }[]
  rounds: number
  label: string
}>()
const mode = useColorMode()
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()
/** Room for the highest of them, a half of a bond at a time. */
const most = computed(() => Math.max(1.5, Math.ceil(Math.max(0, ...lines.flatMap(l => l.bond), ...seen.map(s => s.bond)) * 2) / 2))

const data = computed<ChartData<'line', { x: number, y: number }[]>>(() => {
  void mode.value
  return {
    datasets: [
      ...lines.map(l => ({
        label: l.name, borderColor: l.strong ? css('--rc-ink') : css('--rc-mark'), borderWidth: l.strong ? 3.5 : 2, borderDash: l.dash,
        pointRadius: 0, data: l.bond.map((y, x) => ({ x, y })),
      })),
      {
        label: 'as found', showLine: false, borderColor: css('--rc-alert'), backgroundColor: css('--rc-alert'), pointRadius: 6,
        data: seen.map(s => ({ x: s.rounds, y: s.bond })),
      },
    ],
  }
})
const ground: Plugin<'line'> = {
  id: 'ground',
  beforeDatasetsDraw({ ctx, chartArea: a, scales }) {
    const y = scales.y!.getPixelForValue(HOLDS_FROM)
    ctx.save()
    ctx.fillStyle = 'rgb(150 60 40 / 0.14)'
    ctx.fillRect(a.left, y, a.width, a.bottom - y)
    ctx.fillStyle = css('--rc-ink')
    ctx.font = '14px "Atkinson Hyperlegible Next Variable", sans-serif'
    ctx.fillText('a fingertip lifts it', a.left + 8, a.bottom - 10)
    ctx.restore()
  },
  /** The first look is labelled at its point, to the side that has room. */
  afterDatasetsDraw({ ctx, chartArea: a, scales }) {
    const [first] = seen
    if (!first) return
    const x = scales.x!.getPixelForValue(first.rounds), left = x > (a.left + a.right) / 2
    ctx.save()
    ctx.fillStyle = css('--rc-alert')
    ctx.font = '600 14px "Atkinson Hyperlegible Next Variable", sans-serif'
    ctx.textAlign = left ? 'right' : 'left'
    ctx.fillText('as found', x + (left ? -11 : 11), scales.y!.getPixelForValue(first.bond) + 5)
    ctx.restore()
  },
}
const options = computed<ChartOptions<'line'>>(() => {
  void mode.value
  const ticks = { color: css('--rc-ink'), font: { size: 14 } }, title = { display: true, color: css('--rc-ink'), font: { size: 14 } }
  return {
    responsive: true, maintainAspectRatio: false, animation: false, events: [],
    scales: {
      x: { type: 'linear', min: 0, max: rounds, ticks: { ...ticks, maxTicksLimit: 8 }, title: { ...title, text: 'washes' },
        grid: { display: false } },
      y: {
        min: 0, max: most.value, title: { ...title, text: 'bond, whole = 100 %' }, grid: { display: false },
        ticks: { ...ticks, stepSize: 0.5, callback: v => `${Math.round(Number(v) * 100)} %` },
      },
    },
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
  }
})
</script>

<template>
  <Line :data="data" :options="options" :plugins="[ground]" :aria-label="label" role="img" />
</template>
