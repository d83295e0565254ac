<script setup lang="ts">
import { Chart, LinearScale, LineController, LineElement, PointElement, type ChartData, type ChartOptions, type Plugin } from 'chart.js'
import { Line } from 'vue-chartjs'
import type { Course } from '#core/recipe'
import { toUnit } from '#core/units'

Chart.register(LineController, LineElement, PointElement, LinearScale)

/**
 * Sole, press cloth, glue line and fabric against seconds; the adhesive's window and the fabric's limit as bands; position and lift
 * marked.
 */
const {
  course, index, windowC, damageC = null, endS,
} = defineProps<{ course: Course, index: number, windowC: [number, number], damageC?: number | null, endS: number }>()
const emit = defineEmits<{ scrub: [timeS: number] }>()
const selection = useSelection()
const mode = useColorMode()
const unit = computed(() => selection.units?.temperature ?? '°C')
const css = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

const lines = [
  { role: 'sole', label: 'sole', colour: () => css('--rc-muted'), width: 1.5, dash: [2, 3] },
  { role: 'pressCloth', label: 'pressCloth', colour: () => css('--rc-muted'), width: 1.5, dash: [7, 4] },
  { role: 'fabric', label: 'fabric', colour: () => css('--rc-mark'), width: 2, dash: [] },
  { role: 'adhesive', label: 'glue line', colour: () => css('--rc-ink'), width: 3.5, dash: [] },
] as const

const data = computed<ChartData<'line', { x: number, y: number | null }[]>>(() => {
  void mode.value
  return {
    datasets: lines.flatMap((l) => {
      const values = l.role === 'sole' ? course.soleC : course.layers.find(x => x.role === l.role)?.meanC
      if (!values) return []
      return [{
        label: l.label, borderColor: l.colour(), borderWidth: l.width, borderDash: [...l.dash], pointRadius: 0,
        data: course.timesS.map((x, i) => ({ x, y: values[i] == null ? null : toUnit(values[i]!, unit.value) })),
      }]
    }),
  }
})

const markings: Plugin<'line'> = {
  id: 'markings',
  beforeDatasetsDraw({ ctx, chartArea: a, scales }) {
    const y = (c: number) => scales.y!.getPixelForValue(toUnit(c, unit.value)), x = (s: number) => scales.x!.getPixelForValue(s)
    ctx.save()
    ctx.beginPath()
    ctx.rect(a.left, a.top, a.width, a.height)
    ctx.clip()
    ctx.fillStyle = 'rgb(150 130 90 / 0.25)'
    ctx.fillRect(a.left, y(windowC[1]), a.width, y(windowC[0]) - y(windowC[1]))
    if (damageC !== null) {
      ctx.strokeStyle = css('--rc-alert')
      ctx.setLineDash([10, 4])
      ctx.beginPath()
      ctx.moveTo(a.left, y(damageC))
      ctx.lineTo(a.right, y(damageC))
      ctx.stroke()
    }
    ctx.setLineDash([])
    ctx.strokeStyle = css('--rc-seam')
    for (const m of course.marks) {
      if (m.kind === 'turn') continue
      ctx.beginPath()
      ctx.moveTo(x(m.atS), a.top)
      ctx.lineTo(x(m.atS), a.bottom)
      ctx.stroke()
    }
    ctx.restore()
  },
  afterDatasetsDraw({ ctx, chartArea: a, scales }) {
    ctx.save()
    const now = scales.x!.getPixelForValue(course.timesS[index] ?? 0)
    ctx.strokeStyle = css('--rc-ink')
    ctx.lineWidth = 1.5
    ctx.beginPath()
    ctx.moveTo(now, a.top)
    ctx.lineTo(now, a.bottom)
    ctx.stroke()
    ctx.restore()
  },
}

const options = computed<ChartOptions<'line'>>(() => {
  // The colours are read anew when the board turns light or dark.
  void mode.value
  return {
    responsive: true, maintainAspectRatio: false, animation: false, events: ['click', 'mousemove'],
    scales: {
      x: {
        type: 'linear', min: 0, max: endS, ticks: { color: css('--rc-ink'), maxTicksLimit: 6, callback: v => `${Number(v)} s` },
        grid: { display: false },
      },
      y: {
        type: 'linear', min: toUnit(20, unit.value), max: toUnit(210, unit.value),
        ticks: { color: css('--rc-ink'), maxTicksLimit: 5, callback: v => `${Math.round(Number(v))}${unit.value}` },
        grid: { color: 'rgb(130 115 90 / 0.18)' },
      },
    },
    plugins: { legend: { display: false } },
    onClick: (event, _hit, chart) => {
      if (event.x !== null) emit('scrub', chart.scales.x!.getValueForPixel(event.x) ?? 0)
    },
    onHover: (event, _hit, chart) => {
      if ((event.native as MouseEvent | null)?.buttons === 1 && event.x !== null)
        emit('scrub', chart.scales.x!.getValueForPixel(event.x) ?? 0)
    },
  }
})
const chart = useTemplateRef<{ chart: Chart }>('chart')
watch(() => [index, mode.value, windowC, damageC], () => chart.value?.chart?.update('none'), { flush: 'post' })
</script>

<template>
  <div>
    <Line ref="chart" aria-label="Temperatures against seconds" :data="data" :options="options" :plugins="[markings]" />
  </div>
</template>
