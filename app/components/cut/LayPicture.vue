<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { drag } from 'd3-drag'
import { select } from 'd3-selection'
import { laidOutline } from '#core/lay'
import { boundsOf, type Outline } from '#core/geometry'
import { lengthWords } from '#shared/words'

/** Parts on a roll or an offcut, the length to the right, the selvedge above: they can be taken hold of and moved. */
export interface LaidPart {
  id: string
  name: string
  outline: Outline
  x: number
  y: number
  turnDeg: number
  pinned: boolean
  bad: boolean
  grain: 'along' | 'across' | 'bias' | 'any'
  oneWay: boolean
}
const {
  parts,
  wideMm,
  lengthMm,
  layMm = null,
  stockMm = null,
  chosenId,
  colour = '#f4eee2',
  edge = null,
} = defineProps<{
  parts: readonly LaidPart[]
  wideMm: number
  /** How much is shown. */
  lengthMm: number
  /** Where the lay ends; none on an offcut. */
  layMm?: number | null
  stockMm?: number | null
  chosenId: string | null
  colour?: string
  /** The rim of an offcut; a roll has selvedges instead. */
  edge?: Outline | null
}>()
const emit = defineEmits<{ choose: [id: string], move: [id: string, x: number, y: number] }>()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width, height } = useElementSize(svg)
const SELVEDGE_MM = 10
const px = computed(() => Math.max(lengthMm / Math.max(200, width.value), (wideMm + 2 * SELVEDGE_MM) / Math.max(100, height.value - 20)))
const box = computed(
  () => `${-22 * px.value} ${-SELVEDGE_MM - 18 * px.value} ${lengthMm + 44 * px.value} ${wideMm + 2 * SELVEDGE_MM + 20 * px.value}`,
)
const shown = computed(() =>
  parts.map((p) => {
    const o = laidOutline(p.outline, p),
      b = boundsOf(o)
    const fits = Math.floor(b.highMm / (7.6 * px.value))
    return {
      ...p,
      d: outlinePath({ rim: o.rim.map(q => ({ x: q.y, y: q.x })), holes: [] }, false),
      at: { x: (b.bottom + b.top) / 2, y: (b.left + b.right) / 2 },
      label: b.wideMm < 12 * px.value || fits < 3 ? '' : p.name.length > fits ? `${p.name.slice(0, Math.max(2, fits - 1))}…` : p.name,
      b,
    }
  }),
)
/** Every so many millimetres a mark. */
const step = computed(() => [50, 100, 200, 500, 1000].find(s => s / px.value > 55) ?? 1000)
const marks = computed(() => Array.from({ length: Math.floor(lengthMm / step.value) + 1 }, (_, i) => i * step.value))

onMounted(() => {
  let hold = { dx: 0, dy: 0, id: '' }
  const holdOf = (e: { sourceEvent: Event }) => (e.sourceEvent.target as Element).closest<SVGElement>('[data-part]')?.dataset.part ?? null
  select(svg.value!).call(
    drag<SVGSVGElement, unknown>()
      .filter(e => (e.target as Element).closest('[data-part]') !== null && !e.button)
      .on('start', (e) => {
        const id = holdOf(e),
          p = parts.find(q => q.id === id)
        if (!p) return
        hold = { dx: p.y - e.x, dy: p.x - e.y, id: p.id }
        emit('choose', p.id)
      })
      .on('drag', e => emit('move', hold.id, Math.round(e.y + hold.dy), Math.round(e.x + hold.dx))),
  )
})
</script>

<template>
  <svg
    ref="svg"
    :viewBox="box"
    class="block h-full w-full touch-none select-none"
    preserveAspectRatio="xMinYMid meet"
    role="group"
    aria-label="The lay, from the end of the roll to the right, from the selvedge downward"
  >
    <defs>
      <pattern id="selvedge" width="8" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 8L8 0" stroke="var(--rc-seam)" stroke-width="1.500" />
      </pattern>
    </defs>
    <path
      v-if="edge"
      :d="
        outlinePath({ rim: edge.rim.map(q => ({ x: q.y, y: q.x })), holes: edge.holes.map(h => h.map(q => ({ x: q.y, y: q.x }))) }, false)
      "
      :fill="colour"
      fill-rule="evenodd"
      stroke="var(--rc-muted)"
      :stroke-width="px"
    />
    <template v-else>
      <rect x="0" :y="-SELVEDGE_MM" :width="lengthMm" :height="wideMm + 2 * SELVEDGE_MM" :fill="colour" />
      <rect x="0" :y="-SELVEDGE_MM" :width="lengthMm" :height="SELVEDGE_MM" fill="url(#selvedge)" />
      <rect x="0" :y="wideMm" :width="lengthMm" :height="SELVEDGE_MM" fill="url(#selvedge)" />
      <line x1="0" x2="0" :y1="-SELVEDGE_MM" :y2="wideMm + SELVEDGE_MM" stroke="var(--rc-ink)" :stroke-width="2 * px" />
      <g v-for="m in marks" :key="m">
        <line :x1="m" :x2="m" :y1="-SELVEDGE_MM - 5 * px" :y2="-SELVEDGE_MM" stroke="var(--rc-ink)" :stroke-width="px" />
        <text :x="m" :y="-SELVEDGE_MM - 7 * px" :font-size="12 * px" text-anchor="middle" fill="var(--rc-ink)">
          {{ m / 10 }}{{ m === 0 ? ' cm' : '' }}
        </text>
      </g>
    </template>
    <g v-for="p in shown" :key="p.id" :data-part="p.id" class="cursor-grab" @click="emit('choose', p.id)">
      <path
        :d="p.d"
        :fill="p.bad ? 'var(--rc-alert)' : 'var(--rc-good)'"
        :fill-opacity="p.bad ? 0.45 : p.id === chosenId ? 0.5 : 0.22"
        :stroke="p.bad ? 'var(--rc-alert)' : p.id === chosenId ? 'var(--rc-mark)' : 'var(--rc-good)'"
        :stroke-width="(p.id === chosenId ? 3 : 1.3) * px"
      />
      <g
        v-if="p.grain !== 'any' && p.b.highMm > 30 * px && p.b.wideMm > 12 * px"
        stroke="var(--rc-ink)"
        fill="none"
        :stroke-width="px"
        :transform="`translate(${p.at.x} ${p.at.y + Math.min(9 * px, p.b.wideMm * 0.3)}) rotate(${-p.turnDeg})`"
      >
        <path
          :d="
            `M${-11 * px} 0H${11 * px}m${-4 * px} ${-3 * px}l${4 * px} ${3 * px}l${-4 * px} ${3 * px}`
              + (p.oneWay ? '' : `M${-7 * px} ${-3 * px}l${-4 * px} ${3 * px}l${4 * px} ${3 * px}`)
          "
        />
      </g>
      <text v-if="p.label" :x="p.at.x" :y="p.at.y + 1 * px" :font-size="13 * px" text-anchor="middle" fill="var(--rc-ink)">
        {{ p.label }}
      </text>
      <g v-if="p.pinned" :transform="`translate(${p.b.bottom + 8 * px} ${p.b.left + 8 * px})`">
        <circle :r="5 * px" fill="var(--rc-mark)" />
        <circle :r="1.8 * px" fill="var(--rc-paper)" />
      </g>
    </g>
    <g v-if="layMm !== null && !edge">
      <line
        :x1="layMm"
        :x2="layMm"
        :y1="-SELVEDGE_MM"
        :y2="wideMm + SELVEDGE_MM"
        stroke="var(--rc-mark)"
        :stroke-width="2.5 * px"
        :stroke-dasharray="`${8 * px} ${4 * px}`"
      />
      <text
        :x="layMm + 5 * px"
        :y="wideMm - 4 * px"
        :font-size="15 * px"
        font-weight="700"
        fill="var(--rc-mark)"
        :text-anchor="layMm > lengthMm * 0.85 ? 'end' : 'start'"
        :dx="layMm > lengthMm * 0.85 ? -10 * px : 0"
      >
        {{ lengthWords(layMm) }}
      </text>
    </g>
    <g v-if="stockMm !== null && stockMm < lengthMm && !edge">
      <line :x1="stockMm" :x2="stockMm" :y1="-SELVEDGE_MM" :y2="wideMm + SELVEDGE_MM" stroke="var(--rc-alert)" :stroke-width="3 * px" />
      <text :x="stockMm - 4 * px" :y="14 * px" text-anchor="end" :font-size="13 * px" fill="var(--rc-alert)">the shelf ends</text>
    </g>
  </svg>
</template>
