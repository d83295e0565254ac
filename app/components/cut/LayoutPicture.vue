<script setup lang="ts">
import type { LaidPart } from '#shared/laidOut'
import { useElementSize } from '@vueuse/core'
import { drag } from 'd3-drag'
import { select } from 'd3-selection'
import { laidMarks } from '#core/cut'
import { laidOutline } from '#core/layout'
import { boundsOf, labelSpot, type Outline, type Point } from '#core/geometry'
import { said } from '#shared/region'
import { lengthWords } from '#shared/words'

const selection = useSelection()

/**
 * Parts on a roll or an offcut; they can be taken hold of and moved. The roll lies with its length to the right, or stands on its end
 * where it is shown larger so; never as in a mirror.
 */
const {
  parts,
  wideMm,
  lengthMm,
  layoutMm = null,
  stockMm = null,
  chosenId,
  colour = '#f4eee2',
  edge = null,
  isStill = false,
} = defineProps<{
  parts: readonly LaidPart[]
  wideMm: number
  /** How much is shown. */
  lengthMm: number
  /** Where the layout ends; none on an offcut. */
  layoutMm?: number | null
  stockMm?: number | null
  chosenId: string | null
  colour?: string
  /** The rim of an offcut; a roll has selvedges instead. */
  edge?: Outline | null
  /** Only to be looked at: nothing is taken hold of. */
  isStill?: boolean
}>()
const emit = defineEmits<{ choose: [id: string], move: [id: string, x: number, y: number] }>()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width, height } = useElementSize(svg)
const SELVEDGE_MM = 10
/** Room for the ruler and the figures about the roll, in points of the screen. */
const ROOM = 30
const fit = (wide: number, high: number) =>
  Math.max(wide / Math.max(160, width.value - 2 * ROOM), high / Math.max(80, height.value - 2 * ROOM))
const across = computed(() => wideMm + (edge ? 0 : 2 * SELVEDGE_MM))
const upright = computed(() => fit(across.value, lengthMm) < fit(lengthMm, across.value))
const px = computed(() => (upright.value ? fit(across.value, lengthMm) : fit(lengthMm, across.value)))
/** From the selvedge and the end of the roll to the picture, and back. */
const shown = ({ x, y }: Point): Point => (upright.value ? { x, y: lengthMm - y } : { x: y, y: x })
const back = ({ x, y }: Point): Point => (upright.value ? { x, y: lengthMm - y } : { x: y, y: x })
const shownOutline = (o: Outline): Outline => ({ rim: o.rim.map(shown), holes: o.holes.map(h => h.map(shown)) })
const pathOf = (o: Outline) => outlinePath(shownOutline(o), false)
function rect(x0: number, y0: number, x1: number, y1: number) {
  const a = shown({ x: x0, y: y0 }),
    b = shown({ x: x1, y: y1 })
  return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) }
}
function line(x0: number, y0: number, x1: number, y1: number) {
  const a = shown({ x: x0, y: y0 }),
    b = shown({ x: x1, y: y1 })
  return { x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}
const box = computed(() => {
  const r = rect(edge ? 0 : -SELVEDGE_MM, 0, wideMm + (edge ? 0 : SELVEDGE_MM), lengthMm),
    room = ROOM * px.value
  return `${r.x - room} ${r.y - room} ${r.width + 2 * room} ${r.height + 2 * room}`
})
/** A letter of a name is about so wide, a line of it so high, in points of the screen. */
const LETTER = 7.4, LINE = 14
function drawnOf(p: LaidPart) {
  const o = laidOutline(p.outline, p), { left, bottom, right, top } = boundsOf(o), spot = labelSpot(shownOutline(o), LINE * px.value)
  return {
    of: p.outline, o, r: rect(left, bottom, right, top), spot, letters: spot ? Math.floor(spot.wideMm / (LETTER * px.value)) : 0,
    d: pathOf(o), strokes: marksPath(o, laidMarks(p.outline, p.marks, p), 8 * px.value, shown),
    named: `${p.name}, ${lengthWords(p.x, selection.units)} ${said('from the selvedge', selection.units)}, `
      + `${lengthWords(p.y, selection.units)} from the end`,
  }
}
/** What was drawn of each part where it lies: a drag draws one anew, not all of them. */
let known = new Map<string, ReturnType<typeof drawnOf>>()
const drawn = computed(() => {
  const before = known, scale = [px.value, upright.value, lengthMm, JSON.stringify(selection.units)].join(' ')
  known = new Map()
  return parts.map((p) => {
    const key = [p.id, p.x, p.y, p.turnDeg, scale].join(' '), had = before.get(key)
    const now = had?.of === p.outline ? had : drawnOf(p)
    known.set(key, now)
    return { ...p, ...now }
  })
})
/** Names that some part of theirs has no room for: those parts bear a number, and the key beside the picture says which. */
const numbers = computed(() => new Map(
  [...new Set(drawn.value.filter(p => p.name.length > p.letters).map(p => p.name))].map((name, i) => [name, i + 1])))
const laid = computed(() =>
  drawn.value.map(({ r, spot, letters, ...p }) => {
    const fits = p.name.length <= letters, number = `${numbers.value.get(p.name) ?? ''}`
    // Its own way up: along the roll to the right, or upward where the roll stands.
    const up = upright.value ? -90 - p.turnDeg : -p.turnDeg
    return {
      ...p,
      at: spot ?? { x: r.x + r.width / 2, y: r.y + r.height / 2 },
      corner: { x: r.x, y: r.y },
      label: fits ? p.name : number,
      isNumber: !fits,
      // Where even its number has no room it stands over the part, smaller.
      isOver: !fits && number.length > letters,
      up,
      roomy: r.height > 52 * px.value && r.width > 26 * px.value && letters > 0,
    }
  }),
)
const key = computed(() => [...numbers.value].map(([name, n]) => ({ n, name })))
/** Every so many millimetres a mark. */
const INCH_MM = 25.4
const inches = computed(() => selection.units?.length === 'in')
const step = computed(() => {
  const steps = inches.value ? [2, 4, 6, 12, 36].map(n => n * INCH_MM) : [50, 100, 200, 500, 1000]
  return steps.find(s => s / px.value > 50) ?? steps.at(-1)!
})
const marks = computed(() =>
  Array.from({ length: Math.floor(lengthMm / step.value) + 1 }, (_, i) => {
    const mm = i * step.value,
      at = line(-SELVEDGE_MM, mm, -SELVEDGE_MM - 6 * px.value, mm)
    const away = upright.value ? { x: at.x2 - 3 * px.value, y: at.y2 + 4 * px.value } : { x: at.x2, y: at.y2 - 3 * px.value }
    return { at, away, words: [Math.round(mm / (inches.value ? INCH_MM : 10)), ...(i === 0 ? [inches.value ? 'in' : 'cm'] : [])].join(' ') }
  }),
)
const ends = computed(() => {
  const flag = (mm: number) => {
    const at = line(-SELVEDGE_MM, mm, wideMm + SELVEDGE_MM, mm)
    return { at, words: { x: at.x2 - 5 * px.value, y: at.y2 - 6 * px.value } }
  }
  return {
    layout: layoutMm !== null && layoutMm > 0 ? flag(layoutMm) : null,
    stock: stockMm !== null && stockMm < lengthMm ? flag(stockMm) : null,
    roll: line(-SELVEDGE_MM, 0, wideMm + SELVEDGE_MM, 0),
  }
})
const ARROW = 'M-11 0H11m-4 -3l4 3l-4 3',
  BOTH = `${ARROW}M-7 -3l-4 3l4 3`

onMounted(() => {
  let hold = { dx: 0, dy: 0, id: '' }
  const partAt = (e: { sourceEvent: Event }) => (e.sourceEvent.target as Element).closest<SVGElement>('[data-part]')?.dataset.part ?? null
  select(svg.value!).call(
    drag<SVGSVGElement, unknown>()
      .filter(e => !isStill && (e.target as Element).closest('[data-part]') !== null && !e.button)
      .on('start', (e) => {
        const p = parts.find(q => q.id === partAt(e)),
          from = back(e)
        if (!p) return
        hold = { dx: p.x - from.x, dy: p.y - from.y, id: p.id }
        emit('choose', p.id)
      })
      .on('drag', (e) => {
        const to = back(e)
        emit('move', hold.id, Math.round(to.x + hold.dx), Math.round(to.y + hold.dy))
      }),
  )
})
</script>

<template>
  <div class="flex h-full flex-col">
    <svg
      ref="svg"
      :viewBox="box"
      class="block min-h-0 w-full flex-1 select-none"
      :class="isStill ? '' : 'touch-none'"
      preserveAspectRatio="xMidYMid meet"
      role="group"
      :aria-label="edge ? 'An offcut' : 'The layout on its roll'"
    >
      <defs>
        <pattern id="selvedge" width="8" height="8" patternUnits="userSpaceOnUse">
          <path d="M0 8L8 0" stroke="var(--rc-seam)" stroke-width="1.500" />
        </pattern>
      </defs>
      <template v-if="edge">
        <path :d="pathOf(edge)" fill="var(--rc-paper)" fill-rule="evenodd" />
        <path :d="pathOf(edge)" :fill="colour" fill-opacity="0.2" fill-rule="evenodd" stroke="var(--rc-muted)" :stroke-width="px" />
      </template>
      <template v-else>
        <rect v-bind="rect(-SELVEDGE_MM, 0, wideMm + SELVEDGE_MM, lengthMm)" fill="var(--rc-paper)" />
        <rect v-bind="rect(-SELVEDGE_MM, 0, wideMm + SELVEDGE_MM, lengthMm)" :fill="colour" fill-opacity="0.2" />
        <rect v-bind="rect(-SELVEDGE_MM, 0, 0, lengthMm)" fill="url(#selvedge)" />
        <rect v-bind="rect(wideMm, 0, wideMm + SELVEDGE_MM, lengthMm)" fill="url(#selvedge)" />
        <line v-bind="ends.roll" stroke="var(--rc-ink)" :stroke-width="2 * px" />
        <g v-for="m in marks" :key="m.words">
          <line v-bind="m.at" stroke="var(--rc-ink)" :stroke-width="px" />
          <text v-bind="m.away" :font-size="12 * px" :text-anchor="upright ? 'end' : 'middle'" fill="var(--rc-ink)">{{ m.words }}</text>
        </g>
      </template>
      <g v-for="p in laid" :key="p.id" v-memo="[p.d, p.named, p.label, p.bad, p.pinned, p.id === chosenId, px]" :data-part="p.id"
        :class="isStill ? '' : 'cursor-grab'" @click="emit('choose', p.id)">
        <title>{{ p.named }}</title>
        <path
          :d="p.d"
          :fill="p.bad ? 'var(--rc-alert)' : 'var(--rc-good)'"
          :fill-opacity="p.bad ? 0.45 : p.id === chosenId ? 0.45 : 0.2"
          :stroke="p.bad ? 'var(--rc-alert)' : p.id === chosenId ? 'var(--rc-mark)' : 'var(--rc-good)'"
          :stroke-width="(p.id === chosenId ? 3 : 1.3) * px"
        />
        <path :d="p.strokes" fill="none" stroke="var(--rc-ink)" stroke-opacity="0.6" :stroke-width="px" />
        <text
          v-if="p.label"
          :x="p.at.x"
          :y="p.at.y + (p.roomy ? -12 : 4) * px"
          :font-size="(p.isOver ? 11 : 13) * px"
          :font-weight="p.isNumber ? 700 : 400"
          :stroke="p.isOver ? 'var(--rc-paper)' : 'none'"
          :stroke-width="3 * px"
          paint-order="stroke"
          text-anchor="middle"
          fill="var(--rc-ink)"
        >
          {{ p.label }}
        </text>
        <path
          v-if="p.roomy && p.grain !== 'any'"
          :d="p.oneWay ? ARROW : BOTH"
          stroke="var(--rc-ink)"
          fill="none"
          stroke-width="1"
          :transform="`translate(${p.at.x} ${p.at.y + 8 * px}) scale(${px}) rotate(${p.up})`"
        />
        <g v-if="p.pinned" :transform="`translate(${p.corner.x + 9 * px} ${p.corner.y + 9 * px}) scale(${px})`">
          <circle r="5" fill="var(--rc-mark)" />
          <circle r="1.800" fill="var(--rc-paper)" />
        </g>
      </g>
      <g v-if="ends.layout && !edge">
        <line v-bind="ends.layout.at" stroke="var(--rc-mark)" :stroke-width="2.5 * px" :stroke-dasharray="`${8 * px} ${4 * px}`" />
        <text v-bind="ends.layout.words" :font-size="15 * px" font-weight="700" fill="var(--rc-mark)" text-anchor="end"
          stroke="var(--rc-paper)" :stroke-width="5 * px" paint-order="stroke">
          {{ lengthWords(layoutMm ?? 0, selection.units) }}
        </text>
      </g>
      <g v-if="ends.stock && !edge">
        <line v-bind="ends.stock.at" stroke="var(--rc-alert)" :stroke-width="3 * px" />
        <text v-bind="ends.stock.words" text-anchor="end" :font-size="13 * px" font-weight="600" fill="var(--rc-alert)">
          your stock ends here
        </text>
      </g>
    </svg>
    <ul v-if="key.length" class="flex shrink-0 flex-wrap gap-x-4 text-[15px] leading-snug" aria-label="Parts too narrow for their names"
      data-test="layout-key">
      <li v-for="k in key" :key="k.n"><b>{{ k.n }}</b> {{ k.name }}</li>
    </ul>
  </div>
</template>
