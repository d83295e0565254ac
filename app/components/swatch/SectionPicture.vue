<script setup lang="ts">
import type { Course } from '#core/recipe'
import { celsius, massWords } from '#shared/words'

/** The stack cut through: one scale of thickness, each layer tinted by its temperature, drops where water is, the glue line drawn out. */
const { course, index, limits = {} } = defineProps<{ course: Course, index: number, limits?: Partial<Record<string, number>> }>()
const selection = useSelection()

const WIDE = 300, LABELS = 168, SOLE = 34, TOP = 2
const SURFACE_SHOWN_MM = 1.2
const turned = computed(() => {
  const at = course.timesS[index] ?? 0
  return course.marks.filter(m => m.kind === 'turn' && m.atS <= at).length % 2 === 1
})
const isDown = computed(() => course.soleC[index] !== null)
const rows = computed(() => {
  const pressCloth = course.layers.filter(l => l.role === 'pressCloth')
  const work = course.layers.filter(l => ['interfacing', 'adhesive', 'fabric'].includes(l.role))
  const surface = course.layers.filter(l => l.role === 'surface').slice(0, 1)
  const all = [...pressCloth, ...(turned.value ? [...work].reverse() : work), ...surface]
  const mm = all.map(l => l.role === 'surface' ? Math.min(SURFACE_SHOWN_MM, l.thicknessMm) : l.role === 'adhesive' ? 0.06 : l.thicknessMm)
  const total = mm.reduce((s, m) => s + m, 0)
  const scale = 84 / total
  let y = SOLE
  return all.map((l, i) => {
    const high = Math.max(l.role === 'adhesive' ? 5 : 9, mm[i]! * scale)
    const row = { ...l, y, high, c: l.meanC[index] ?? 20, freeWater: l.freeWaterGsm[index] ?? 0 }
    y += high
    return row
  })
})
const bottom = computed(() => { const last = rows.value[rows.value.length - 1]; return last ? last.y + last.high : 160 })
const NAMES: Record<string, string> = { pressCloth: 'press cloth', interfacing: 'interfacing', adhesive: 'glue line', fabric: 'fabric',
  surface: 'board' }
/** Labels kept from treading on each other. */
const labels = computed(() => {
  let floor = SOLE - 2
  return rows.value.map((r) => {
    const y = Math.max(floor + 15, r.y + r.high / 2 + 5)
    floor = y
    return { ...r, labelY: y }
  })
})
const drops = (water: number, high: number, y: number) => {
  const count = Math.min(14, Math.round(water / 8))
  return Array.from({ length: count }, (_, i) => ({ x: 8 + (i * 37) % (WIDE - LABELS - 18), y: y + 3 + (i * 13) % Math.max(1, high - 5) }))
}
const TOE = WIDE - LABELS
const IRON_OUTLINE = `M4 ${SOLE}H${TOE - 4}V${SOLE - 14}Q${TOE - 6} ${SOLE - 22} ${TOE - 20} ${SOLE - 22}H20Q4 ${SOLE - 20} 4 ${SOLE - 6}Z`
</script>

<template>
  <svg :viewBox="`0 ${TOP} ${WIDE} ${Math.max(bottom, (labels.at(-1)?.labelY ?? 0) + 2) + 6 - TOP}`" class="w-full" role="img"
    :aria-label="`Section through the stack at ${course.timesS[index]} seconds`">
    <g :transform="`translate(0 ${isDown ? 0 : -10})`">
      <path
        :d="IRON_OUTLINE"
        :fill="isDown ? heatColour(course.soleC[index]!) : '#a89a82'" stroke="var(--rc-ink)" />
    </g>
    <text :x="WIDE - LABELS + 4" :y="SOLE - 9" font-size="13.500" font-weight="600" fill="currentColor">
      {{ isDown ? `iron ${celsius(course.soleC[index]!, selection.units)}` : 'iron lifted' }}
    </text>
    <g v-for="r in rows" :key="r.role">
      <rect x="0" :y="r.y" :width="WIDE - LABELS" :height="r.high" :fill="heatColour(r.c)" stroke="var(--rc-ink)"
        :stroke-width="r.role === 'adhesive' ? 0 : 0.7" />
      <g v-if="r.role === 'adhesive'">
        <line x1="0" :x2="WIDE - LABELS" :y1="r.y + r.high / 2" :y2="r.y + r.high / 2" stroke="var(--rc-ink)" :stroke-width="r.high"
          stroke-dasharray="7 5" />
      </g>
      <ellipse v-for="(d, i) in drops(r.freeWater, r.high, r.y)" :key="i" :cx="d.x" :cy="d.y" rx="2.200" ry="2.900" fill="var(--rc-water)"
        stroke="#fff" stroke-width="0.5" />
      <path v-if="limits[r.role] && r.c > limits[r.role]! - 6" :d="`M0 ${r.y + r.high / 2}l9-6v12z`" fill="var(--rc-alert)" />
    </g>
    <g v-for="r in labels" :key="`l${r.role}`" font-size="13.500" fill="currentColor">
      <line :x1="WIDE - LABELS" :x2="WIDE - LABELS + 6" :y1="r.y + r.high / 2" :y2="r.labelY - 5" stroke="currentColor"
        stroke-width="0.7" />
      <text :x="WIDE - LABELS + 9" :y="r.labelY" :font-weight="r.role === 'adhesive' ? 700 : 400">
        {{ NAMES[r.role] }} {{ celsius(r.c, selection.units) }}<tspan v-if="r.freeWater >= 3" dx="7" fill="var(--rc-water)">
          {{ massWords(r.freeWater, selection.units) }}</tspan></text>
    </g>
    <path :d="`M0 ${bottom}q8 5 16 0t16 0t16 0t16 0t16 0t16 0t16 0t16 0t4 0`" fill="none" stroke="var(--rc-seam)" />
  </svg>
</template>
