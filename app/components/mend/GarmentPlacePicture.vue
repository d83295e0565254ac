<script setup lang="ts">
import { boundsOf, type Outline } from '#core/geometry'
import { GARMENTS, keepOutOutline, laidAt, type GarmentPlace, type KeepOut } from '#core/mend'
import type { Print, SoleShape } from '#core/setdown'
import { printed, soleOutline } from '#core/setdown'
import { KEEP_OUT_NAME, lengthWords } from '#shared/words'

/**
 * Where on a garment: drawn or photographed, with its measures and what the sole must not stand on; all of it taken hold of or moved by
 * keys.
 */
const { outlines, colour, label, prints = [], sole = null, photo = null, mark = '#ece4d3' } = defineProps<{
  /** What is laid, about its own middle. */
  outlines: readonly Outline[]
  colour: string
  label: string
  /** Set-downs, drawn faint. */
  prints?: readonly Print[]
  sole?: SoleShape | null
  /** A picture of the garment itself: its address, size in mm, and where the neck edge meets the centre line. */
  photo?: { address: string, wideMm: number, highMm: number, neckMm: { x: number, y: number } } | null
  mark?: string
}>()
const place = defineModel<GarmentPlace>('place', { required: true })
const keepOuts = defineModel<KeepOut[]>('keepOuts', { required: true })
const bench = useBench()
const svg = useTemplateRef<SVGSVGElement>('svg')
const garment = computed(() => GARMENTS[place.value.on])
const whole = computed(() => boundsOf({ rim: outlines.flatMap(o => o.rim) }))
/** About the middle of the whole, so that several parts keep their places. */
const laid = computed(() => {
  const { left, bottom, wideMm, highMm } = whole.value, a = place.value.turnDeg * Math.PI / 180
  const to = ({ x, y }: { x: number, y: number }) => {
    const dx = x - left - wideMm / 2, dy = y - bottom - highMm / 2
    return {
      x: place.value.asideMm + dx * Math.cos(a) - dy * Math.sin(a), y: -place.value.downMm + dx * Math.sin(a) + dy * Math.cos(a),
    }
  }
  return outlines.map((o): Outline => ({ rim: o.rim.map(to), holes: o.holes.map(h => h.map(to)) }))
})
const box = computed(() => laidAt(
  { rim: [{ x: 0, y: 0 }, { x: whole.value.wideMm, y: 0 }, { x: whole.value.wideMm, y: whole.value.highMm },
    { x: 0, y: whole.value.highMm }], holes: [] },
  place.value,
))
/** Shown: the garment, or only the part about it where the garment is large. */
const view = computed(() => {
  const g = boundsOf(garment.value.outline), b = boundsOf(box.value), pad = 30
  const reach = Math.max(220, whole.value.wideMm * 2, whole.value.highMm * 2)
  const left = Math.max(g.left - pad, Math.min(b.left, 0) - reach / 2), right = Math.min(g.right + pad, Math.max(b.right, 0) + reach / 2)
  const top = g.top + pad, bottom = Math.max(g.bottom - pad, b.bottom - reach * 0.6)
  return { x: left, y: -top, w: right - left, h: top - bottom }
})
const path = (o: Outline) => outlinePath(o)
const STEP_MM = 5
const snap = (v: number) => Math.round(v / STEP_MM) * STEP_MM
let began: { place: GarmentPlace, keep: KeepOut[] } = { place: place.value, keep: [] }
useHolding(svg, {
  begin: () => { began = { place: { ...place.value }, keep: keepOuts.value.map(k => ({ ...k })) } },
  move: (hold, dx, dy) => {
    if (hold === 'item') {
      place.value = { ...began.place, asideMm: snap(began.place.asideMm + dx), downMm: snap(began.place.downMm + dy) }
      return
    }
    const i = Number(hold), k = began.keep[i]
    if (k) keepOuts.value = keepOuts.value.map(
      (x, n) => (n === i ? { ...x, asideMm: snap(k.asideMm + dx), downMm: snap(k.downMm + dy) } : x))
  },
})
function nudge(e: KeyboardEvent, i: number | null): void {
  const by = e.shiftKey ? 1 : STEP_MM, d = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, -by], ArrowDown: [0, by] }[e.key]
  if (!d) return
  e.preventDefault()
  if (i === null) place.value = { ...place.value, asideMm: place.value.asideMm + d[0]!, downMm: place.value.downMm + d[1]! }
  else keepOuts.value = keepOuts.value.map((k, n) => (n === i ? { ...k, asideMm: k.asideMm + d[0]!, downMm: k.downMm + d[1]! } : k))
}
const mm = (v: number) => lengthWords(Math.abs(v), bench.units)
const font = computed(() => Math.max(9, view.value.h / 26))
</script>

<template>
  <svg ref="svg" :viewBox="`${view.x} ${view.y} ${view.w} ${view.h}`" class="h-full w-full" role="group" :aria-label="label"
    preserveAspectRatio="xMidYMid meet">
    <image v-if="photo" :href="photo.address" :x="-photo.neckMm.x" :y="-photo.neckMm.y" :width="photo.wideMm" :height="photo.highMm" />
    <path v-else :d="path(garment.outline)" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.500" vector-effect="non-scaling-stroke" />
    <line x1="0" x2="0" :y1="0" :y2="view.y + view.h" stroke="var(--rc-paper)" stroke-width="3" vector-effect="non-scaling-stroke" />
    <line x1="0" x2="0" :y1="0" :y2="view.y + view.h" stroke="var(--rc-mark)" stroke-width="1.500" stroke-dasharray="9 6"
      vector-effect="non-scaling-stroke" />
    <path v-for="(p, i) in prints" :key="`p${i}`" :d="path(printed(soleOutline(sole!), p))" fill="var(--rc-ink)" fill-opacity="0.08"
      stroke="var(--rc-ink)" stroke-width="1" stroke-dasharray="4 3" vector-effect="non-scaling-stroke" />
    <g v-for="(k, i) in keepOuts" :key="`k${i}`" :data-hold="i" tabindex="0" role="button" class="cursor-move"
      :aria-label="`${KEEP_OUT_NAME[k.kind]}: arrows move it`" @keydown="e => nudge(e, i)">
      <path :d="path(keepOutOutline(k))" fill="var(--rc-alert)" fill-opacity="0.35" stroke="var(--rc-alert)" stroke-width="2"
        vector-effect="non-scaling-stroke" />
      <text :x="k.asideMm" :y="k.downMm + k.highMm / 2 + font * 0.9" text-anchor="middle" :font-size="font * 0.85" fill="var(--rc-ink)"
        stroke="var(--rc-paper)" :stroke-width="font * 0.22" paint-order="stroke">{{ KEEP_OUT_NAME[k.kind].toLowerCase() }}</text>
    </g>
    <g data-hold="item" tabindex="0" role="button" class="cursor-move" aria-label="What is put on: arrows move it" data-test="placed"
      @keydown="e => nudge(e, null)">
      <path :d="path(box)" fill="transparent" stroke="var(--rc-mark)" stroke-width="1.500" stroke-dasharray="5 4"
        vector-effect="non-scaling-stroke" />
      <path v-for="(o, i) in laid" :key="i" :d="path(o)" :fill="mark" fill-rule="evenodd" stroke="var(--rc-ink)" stroke-width="2"
        vector-effect="non-scaling-stroke" />
    </g>
    <g :font-size="font" font-weight="700" fill="var(--rc-ink)" stroke="var(--rc-paper)" :stroke-width="font * 0.25" paint-order="stroke">
      <g stroke="var(--rc-mark)" stroke-width="2" vector-effect="non-scaling-stroke">
        <line :x1="place.asideMm" :x2="place.asideMm" y1="0" :y2="place.downMm" stroke-dasharray="2 5"
          vector-effect="non-scaling-stroke" />
        <line x1="0" :x2="place.asideMm" :y1="place.downMm" :y2="place.downMm" stroke-dasharray="2 5"
          vector-effect="non-scaling-stroke" />
      </g>
      <text :x="place.asideMm + font * 0.4" :y="Math.max(font, place.downMm * 0.4)">{{ mm(place.downMm) }} down</text>
      <text v-if="Math.abs(place.asideMm) > 3" :x="place.asideMm / 2" :y="place.downMm + font * 1.15" text-anchor="middle">
        {{ mm(place.asideMm) }}</text>
      <text x="0" :y="view.y + font * 1.1" text-anchor="middle">{{ garment.neck ? 'neck edge' : 'upper edge' }}, centre line</text>
    </g>
  </svg>
</template>
