<script setup lang="ts">
import { hangingStrip, pearLoop } from '#core/stiffness'
import { lengthWords } from '#shared/words'

const selection = useSelection()

/** The plain fabric and the chosen interfacings as strips over the same edge and as hanging loops, to one scale. */
const { fabricBendingMm, chosen } = defineProps<{ fabricBendingMm: number, chosen: { rank: number, bendingMm: number }[] }>()
const EDGE = { x: 34, y: 22 }, LOOP_TOP = 22, LOOP_LEFT = 196, HIGH = 106
/** Strip and loop long enough to hang, short enough to show the difference: about 2.3 and 6 bending lengths of the middle one. */
const middleMm = computed(() => Math.sqrt(fabricBendingMm * Math.max(fabricBendingMm, ...chosen.map(c => c.bendingMm))))
const stripMm = computed(() => Math.round(middleMm.value * 2.3 / 5) * 5)
const loopMm = computed(() => Math.round(middleMm.value * 6 / 5) * 5)
const scale = computed(() => Math.min(HIGH / stripMm.value, HIGH / (loopMm.value * 0.47)))
const barMm = computed(() => [10, 20, 50, 100].find(mm => mm * scale.value > 24) ?? 100)

const lines = computed(() => [
  { label: 'fabric', bendingMm: fabricBendingMm, width: 2, dash: '5 4' },
  ...chosen.map((c, i) => ({ label: String(c.rank), bendingMm: c.bendingMm, width: 3.4 - i * 0.7, dash: i === 2 ? '12 3' : '' })),
])
const hung = computed(() =>
  lines.value.map((l) => {
    const { x, y } = hangingStrip(stripMm.value / l.bendingMm)
    const at = (i: number) => [EDGE.x + x[i]! * stripMm.value * scale.value, EDGE.y + y[i]! * stripMm.value * scale.value] as const
    const points: string[] = []
    for (let i = 0; i < x.length; i += 6)
      points.push(
        at(i)
          .map(v => v.toFixed(1))
          .join(' '),
      )
    return { ...l, d: `M${EDGE.x - 30} ${EDGE.y}L${points.join('L')}`, tip: at(x.length - 1) }
  }),
)
/** Tip labels kept from treading on each other. */
const tips = computed(() => {
  const rows = hung.value.map(h => ({ label: h.label, x: h.tip[0] + 7, y: h.tip[1] + 5 })).sort((a, b) => a.y - b.y)
  for (let i = 1; i < rows.length; i++)
    if (rows[i]!.y - rows[i - 1]!.y < 13 && Math.abs(rows[i]!.x - rows[i - 1]!.x) < 34) rows[i]!.y = rows[i - 1]!.y + 13
  return rows
})
const loops = computed(() => {
  let left = LOOP_LEFT
  return lines.value.map((l) => {
    const { x, y, width } = pearLoop(loopMm.value / l.bendingMm)
    const mid = left + Math.max(18, width * loopMm.value * scale.value) / 2
    const side = (sign: number) => {
      const points: string[] = []
      for (let i = 0; i < x.length; i += 6)
        points.push(
          `${(mid + sign * x[i]! * loopMm.value * scale.value).toFixed(1)} ${(LOOP_TOP + y[i]! * loopMm.value * scale.value).toFixed(1)}`,
        )
      return points
    }
    left = mid + Math.max(18, width * loopMm.value * scale.value) / 2 + 12
    return {
      ...l, mid, d: `M${side(1).join('L')}L${side(-1).reverse().join('L')}`,
      bottom: LOOP_TOP + y[y.length - 1]! * loopMm.value * scale.value,
    }
  })
})
const wide = computed(() => Math.max(300, (loops.value.at(-1)?.mid ?? 300) + 30))
const inkOf = (i: number) => i === 0 ? 'var(--rc-muted)' : i === 1 ? 'var(--rc-ink)' : 'var(--rc-mark)'
</script>

<template>
  <svg :viewBox="`0 0 ${wide} 146`" class="w-full" role="img"
    :aria-label="`Plain fabric hanging at ${lengthWords(fabricBendingMm, selection.units)} bending length beside ${chosen.length} backed
      strips`">
    <path :d="`M0 ${EDGE.y + 2}H${EDGE.x - 2}V140H0Z`" fill="var(--rc-seam)" opacity="0.55" />
    <path :d="`M0 ${EDGE.y + 2}H${EDGE.x - 2}V140`" fill="none" stroke="var(--rc-ink)" />
    <g fill="none" stroke-linecap="round" stroke-linejoin="round">
      <path v-for="(h, i) in hung" :key="h.label" :d="h.d" :stroke="inkOf(i)" :stroke-width="h.width" :stroke-dasharray="h.dash" />
      <path v-for="(l, i) in loops" :key="`l${l.label}`" :d="l.d" :stroke="inkOf(i)" :stroke-width="l.width" :stroke-dasharray="l.dash" />
      <path v-for="l in loops" :key="`p${l.label}`" :d="`M${l.mid - 5} ${LOOP_TOP - 4}h10v8h-10Z`" fill="var(--rc-seam)"
        stroke="var(--rc-ink)" stroke-width="0.8" />
    </g>
    <g font-size="12.500" font-weight="700" fill="currentColor">
      <text v-for="t in tips" :key="t.label" :x="t.x" :y="t.y">{{ t.label }}</text>
      <text v-for="l in loops" :key="l.label" :x="l.mid" :y="l.bottom + 14" text-anchor="middle">{{ l.label }}</text>
    </g>
    <g font-size="11" fill="var(--rc-muted)">
      <text x="36" y="12">{{ lengthWords(stripMm, selection.units) }} over an edge</text>
      <text :x="LOOP_LEFT - 4" y="12">{{ lengthWords(loopMm, selection.units) }} as a loop</text>
    </g>
    <g stroke="var(--rc-ink)" stroke-width="1.200"><path :d="`M44 140v-4M44 138h${barMm * scale}m0 2v-4`" fill="none" /></g>
    <text :x="50 + barMm * scale" y="142" font-size="11" fill="currentColor">{{ lengthWords(barMm, selection.units) }}</text>
  </svg>
</template>
