<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { stretchesOf, type CornerBulk, type Crossing, type PatchArea, type Piecing, type Seam, type Side } from '#core/patchwork'
import { shownNumber } from '#core/units'
import { lengthWords } from '#shared/words'

const selection = useSelection()

/** The pressing plan of a patchwork: from its wrong side, an arrow on every seam, crossings that nest or do not, how thick they get. */
const { piecing, patches, colours, lying, bulk, spun, apart, chosen = null, now = [], label } = defineProps<{
  piecing: Piecing
  patches: readonly PatchArea[]
  /** Of each patch. */
  colours: readonly string[]
  /** Which way every seam lies; null where all are open. */
  lying: ReadonlyMap<string, Side> | null
  bulk: readonly CornerBulk[]
  /** Crossings whose allowances are turned round like a wheel. */
  spun: readonly Crossing[]
  /** Crossings that do not nest, by their place. */
  apart: ReadonlySet<string>
  chosen?: string | null
  /** Seams of the step that is looked at. */
  now?: readonly string[]
  label: string
}>()
const emit = defineEmits<{ seam: [id: string], patch: [n: number] }>()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width, height } = useElementSize(svg)
const pad = computed(() => Math.max(piecing.wideMm, piecing.highMm) * 0.03 + 6)
const left = computed(() => Math.min(...patches.map(p => p.x))), top = computed(() => Math.min(...patches.map(p => p.y)))
const viewBox = computed(() =>
  `${left.value - pad.value} ${top.value - pad.value} ${piecing.wideMm + 2 * pad.value} ${piecing.highMm + 2 * pad.value}`)
/** One point of the screen, mm. */
const px = computed(() => Math.max(
  (piecing.wideMm + 2 * pad.value) / Math.max(1, width.value), (piecing.highMm + 2 * pad.value) / Math.max(1, height.value),
))
const ends = (s: Seam) => s.axis === 'down'
  ? { x1: s.atMm, x2: s.atMm, y1: s.fromMm, y2: s.toMm }
  : { x1: s.fromMm, x2: s.toMm, y1: s.atMm, y2: s.atMm }
const long = (s: Seam) => s.toMm - s.fromMm
/** How large an arrow is: as much as the seam has room for. */
const size = (s: Seam) => Math.min(22 * px.value, long(s) * 0.3, 40)
/** Where along a seam its arrow stands: amid the stretch between crossings that is nearest to its middle. */
const met = computed(() => {
  const on = new Map<string, number[]>(), seams = new Map(piecing.seams.map(s => [s.id, s]))
  for (const m of [...piecing.crossings, ...piecing.tees])
    on.set(m.on, [...(on.get(m.on) ?? []), seams.get(m.on)!.axis === 'down' ? m.y : m.x])
  return on
})
function stands(s: Seam, fromMm = s.fromMm, toMm = s.toMm): number {
  const middle = (fromMm + toMm) / 2
  const ends = [fromMm, ...(met.value.get(s.id) ?? []).filter(m => m > fromMm && m < toMm), toMm].sort((a, b) => a - b)
  const mids = ends.slice(1).map((e, i) => (e + ends[i]!) / 2)
  return mids.reduce((a, b) => (Math.abs(b - middle) < Math.abs(a - middle) - 1e-6 ? b : a), mids[0] ?? middle)
}
/** One each way where it lies open; else one a stretch, the way that lies. */
function arrow(s: Seam): string {
  const heads = lying === null
    ? [-1, 1].map(d => ({ d, m: stands(s) }))
    : stretchesOf(s, lying, spun).map(t => ({ d: t.side === 'before' ? -1 : 1, m: stands(s, t.fromMm, t.toMm) }))
  return heads.map(({ d, m }) => {
    const z = size(s)
    const [x, y] = s.axis === 'down' ? [s.atMm, m] : [m, s.atMm], [tx, ty] = s.axis === 'down' ? [x + d * z, y] : [x, y + d * z]
    const w = z * 0.42
    const [ax, ay] = s.axis === 'down' ? [tx - d * w, ty - w] : [tx - w, ty - d * w]
    const [bx, by] = s.axis === 'down' ? [tx - d * w, ty + w] : [tx + w, ty - d * w]
    return `M${x} ${y}L${tx} ${ty}M${ax} ${ay}L${tx} ${ty}L${bx} ${by}`
  }).join('')
}
/** Four arms that turn the same way. @param r of their ends, mm */
const wheel = (r: number) => [[1, 0], [0, 1], [-1, 0], [0, -1]]
  .map(([x, y]) => `M0 0L${x! * r} ${y! * r}q${-y! * r * 0.1} ${x! * r * 0.1} ${(-x! - y!) * r * 0.4} ${(x! - y!) * r * 0.4}`).join('')
/** By keys: arrows walk from patch to patch, Space changes the colour of the one that is walked to. */
const at = ref<number | null>(null)
const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1],
}
function beside(n: number, [dx, dy]: readonly [number, number]): number {
  const p = patches[n]!
  const x = p.x + p.wideMm / 2 + dx * (p.wideMm / 2 + 1), y = p.y + p.highMm / 2 + dy * (p.highMm / 2 + 1)
  const found = patches.findIndex(q => x >= q.x && x <= q.x + q.wideMm && y >= q.y && y <= q.y + q.highMm)
  return found < 0 ? n : found
}
function walk(e: KeyboardEvent): void {
  const step = STEPS[e.key]
  if (step) at.value = at.value === null || at.value >= patches.length ? 0 : beside(at.value, step)
  else if (e.key === ' ' && at.value !== null && at.value < patches.length) emit('patch', at.value)
  else return
  e.preventDefault()
}
const nowSet = computed(() => new Set(now))
/** Figures stand only where they do not lie on the arrows: in patches of so many points. */
const FIGURES_FROM = 58
const few = computed(() => Math.min(...patches.map(p => Math.min(p.wideMm, p.highMm))) / px.value >= FIGURES_FROM)
const showSeams = computed(() => piecing.seams.length <= 800)
const placeOf = (b: { x: number, y: number }) => `${Math.round(b.x)} ${Math.round(b.y)}`
const said = (s: Seam) => {
  const axis = s.axis === 'down' ? 'Seam down' : 'Seam across'
  const ways = s.axis === 'down' ? { before: 'to the left', after: 'to the right' } : { before: 'up', after: 'down' }
  return `${axis} at ${lengthWords(s.atMm, selection.units)}, ${lying === null ? 'open' : ways[lying.get(s.id)!]}`
}
</script>

<template>
  <svg ref="svg" :viewBox="viewBox" class="h-full w-full" role="group" :aria-label="label" preserveAspectRatio="xMidYMid meet"
    tabindex="0" data-test="patchwork" @keydown="walk"
    @blur="at = null">
    <rect v-for="(p, i) in patches" :key="i" :x="p.x" :y="p.y" :width="p.wideMm" :height="p.highMm" :fill="colours[i]"
      stroke="var(--rc-ink)" :stroke-width="0.5 * px" class="cursor-pointer" @click="emit('patch', i)" />
    <rect v-if="at !== null && patches[at]" :x="patches[at]!.x" :y="patches[at]!.y" :width="patches[at]!.wideMm"
      :height="patches[at]!.highMm" fill="none" stroke="var(--rc-mark)" :stroke-width="7 * px" class="pointer-events-none"
      data-test="patch-at" />
    <g v-for="s in piecing.seams" :key="s.id" class="cursor-pointer" :data-seam="s.id" role="button" tabindex="-1" :aria-label="said(s)"
      :aria-pressed="s.id === chosen" @click="emit('seam', s.id)">
      <line v-bind="ends(s)" stroke="transparent" :stroke-width="18 * px" />
      <line v-bind="ends(s)" :stroke="s.id === chosen ? 'var(--rc-mark)' : nowSet.has(s.id) ? 'var(--rc-mark)' : 'var(--rc-ink)'"
        :stroke-width="(s.id === chosen ? 6 : nowSet.has(s.id) ? 4 : 1.4) * px" :stroke-dasharray="`${7 * px} ${4 * px}`" />
      <template v-if="showSeams">
        <path :d="arrow(s)" fill="none" stroke="var(--rc-paper)" :stroke-width="7 * px" stroke-linecap="round" stroke-linejoin="round" />
        <path :d="arrow(s)" fill="none" :stroke="s.id === chosen ? 'var(--rc-mark)' : 'var(--rc-ink)'" :stroke-width="3 * px"
          stroke-linecap="round" stroke-linejoin="round" />
      </template>
    </g>
    <g v-for="b in bulk" :key="placeOf(b)" class="pointer-events-none" :transform="`translate(${b.x} ${b.y})`">
      <template v-if="apart.has(placeOf(b))">
        <circle :r="13 * px" fill="var(--rc-paper)" stroke="var(--rc-alert)" :stroke-width="3 * px" />
        <path :d="`M${-6 * px} ${-6 * px}L${6 * px} ${6 * px}M${6 * px} ${-6 * px}L${-6 * px} ${6 * px}`" stroke="var(--rc-alert)"
          :stroke-width="3.5 * px" />
      </template>
      <g v-else-if="b.spun" fill="none" stroke-linecap="round" stroke-linejoin="round">
        <circle :r="10 * px" fill="var(--rc-paper)" stroke="var(--rc-good)" :stroke-width="2.500 * px" />
        <path :d="wheel(6 * px)" stroke="var(--rc-good)" :stroke-width="2.500 * px" />
      </g>
      <circle v-else :r="(b.nests ? 5 : 3.5) * px" :fill="b.nests ? 'var(--rc-good)' : 'var(--rc-paper)'" stroke="var(--rc-ink)"
        :stroke-width="px" />
      <text v-if="few" :x="10 * px" :y="-7 * px" :font-size="13 * px" font-weight="600" fill="var(--rc-ink)" stroke="var(--rc-paper)"
        :stroke-width="4 * px" paint-order="stroke">{{ shownNumber(b.thickMm, 'length', selection.units) }}</text>
    </g>
  </svg>
</template>
