<script setup lang="ts">
import { boundsOf, type Outline } from '#core/geometry'
import { GARMENTS, keepOutOutline, laidAt, type GarmentPlace, type KeepOut } from '#core/mend'
import type { SolePlacement, SoleShape } from '#core/positions'
import { printed, soleOutline } from '#core/positions'
import { KEEP_OUT_NAME, lengthWords } from '#shared/words'
import type { GarmentShot } from '~/composables/picture/garmentShot'

/**
 * Where on a garment: drawn or photographed, with its measures and what the sole must not stand on; all of it taken hold of or moved by
 * keys.
 */
const { outlines, colour, label, placements = [], sole = null, of = '', mark = '#ece4d3' } = defineProps<{
  /** What is laid, about its own middle. */
  outlines: readonly Outline[]
  colour: string
  label: string
  /** Positions, drawn faint. */
  placements?: readonly SolePlacement[]
  sole?: SoleShape | null
  /** What is placed: under it a picture of the garment is kept while the page is open. */
  of?: string
  mark?: string
}>()
const place = defineModel<GarmentPlace>('place', { required: true })
const keepOuts = defineModel<KeepOut[]>('keepOuts', { required: true })
const selection = useSelection()
const svg = useTemplateRef<SVGSVGElement>('svg')
const garment = computed(() => GARMENTS[place.value.on])
const garmentShot = useGarmentShot(() => of)
/** The picture in mm, its neck at the origin; none until something on it has a length. */
const photo = computed(() => {
  const g = garmentShot.value, size = mmPerPx(g?.shot ?? null)
  if (!g || size === null) return null
  const to = (p: { x: number, y: number }) => ({ x: (p.x - g.neck.x) * size, y: (p.y - g.neck.y) * size })
  const { picture, line, address } = g.shot
  return {
    size, address, wideMm: picture.wide * size, highMm: picture.high * size, corner: to({ x: 0, y: 0 }),
    from: to({ x: line.x0, y: line.y0 }), to: to({ x: line.x1, y: line.y1 }),
  }
})
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
  if (photo.value) return { x: photo.value.corner.x, y: photo.value.corner.y, w: photo.value.wideMm, h: photo.value.highMm }
  const g = boundsOf(garment.value.outline), b = boundsOf(box.value), pad = 30
  const reach = Math.max(220, whole.value.wideMm * 2, whole.value.highMm * 2)
  const left = Math.max(g.left - pad, Math.min(b.left, 0) - reach / 2), right = Math.min(g.right + pad, Math.max(b.right, 0) + reach / 2)
  const top = g.top + pad, bottom = Math.max(g.bottom - pad, b.bottom - reach * 0.6)
  return { x: left, y: -top, w: right - left, h: top - bottom }
})
const path = (o: Outline) => outlinePath(o)
const STEP_MM = 5
const snap = (v: number) => Math.round(v / STEP_MM) * STEP_MM
let began: { place: GarmentPlace, keep: KeepOut[], photo: GarmentShot | null } = { place: place.value, keep: [], photo: null }
/** The neck, or an end of the line whose length is known, led over the picture. */
function led(hold: 'neck' | 'from' | 'to', dx: number, dy: number): void {
  const g = began.photo, size = photo.value?.size
  if (!g || !size) return
  const px = dx / size, py = dy / size, { line } = g.shot
  if (hold === 'neck') garmentShot.value = { ...g, neck: { x: g.neck.x + px, y: g.neck.y + py } }
  else {
    const moved = hold === 'from' ? { ...line, x0: line.x0 + px, y0: line.y0 + py } : { ...line, x1: line.x1 + px, y1: line.y1 + py }
    garmentShot.value = { ...g, shot: { ...g.shot, line: moved } }
  }
}
useHolding(svg, {
  begin: () => { began = { place: { ...place.value }, keep: keepOuts.value.map(k => ({ ...k })), photo: garmentShot.value } },
  move: (hold, dx, dy) => {
    if (hold === 'neck' || hold === 'from' || hold === 'to') {
      led(hold, dx, dy)
      return
    }
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
const mm = (v: number) => lengthWords(Math.abs(v), selection.units)
const font = computed(() => Math.max(9, view.value.h / 26))
</script>

<template>
  <svg ref="svg" :viewBox="`${view.x} ${view.y} ${view.w} ${view.h}`" class="h-full w-full" role="group" :aria-label="label"
    preserveAspectRatio="xMidYMid meet">
    <template v-if="photo">
      <image :href="photo.address" :x="photo.corner.x" :y="photo.corner.y" :width="photo.wideMm" :height="photo.highMm" />
      <line :x1="photo.from.x" :y1="photo.from.y" :x2="photo.to.x" :y2="photo.to.y" stroke="var(--rc-mark)" stroke-width="3"
        vector-effect="non-scaling-stroke" />
      <circle v-for="end in (['from', 'to'] as const)" :key="end" :data-hold="end" :cx="photo[end].x" :cy="photo[end].y" :r="font * 0.5"
        fill="var(--rc-paper)" stroke="var(--rc-mark)" stroke-width="2.500" vector-effect="non-scaling-stroke" class="cursor-move" />
      <circle data-hold="neck" cx="0" cy="0" :r="font * 0.7" fill="var(--rc-paper)" stroke="var(--rc-alert)" stroke-width="3"
        vector-effect="non-scaling-stroke" class="cursor-move" />
    </template>
    <path v-else :d="path(garment.outline)" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.500" vector-effect="non-scaling-stroke" />
    <line x1="0" x2="0" :y1="0" :y2="view.y + view.h" stroke="var(--rc-paper)" stroke-width="3" vector-effect="non-scaling-stroke" />
    <line x1="0" x2="0" :y1="0" :y2="view.y + view.h" stroke="var(--rc-mark)" stroke-width="1.500" stroke-dasharray="9 6"
      vector-effect="non-scaling-stroke" />
    <path v-for="(p, i) in placements" :key="`p${i}`" :d="path(printed(soleOutline(sole!), p))" fill="var(--rc-ink)" fill-opacity="0.08"
      stroke="var(--rc-ink)" stroke-width="1" stroke-dasharray="4 3" vector-effect="non-scaling-stroke" />
    <g v-for="(k, i) in keepOuts" :key="`k${i}`" :data-hold="i" tabindex="0" role="button" class="cursor-move"
      :aria-label="`${KEEP_OUT_NAME[k.kind]}: arrows move it`" @keydown="e => nudge(e, i)">
      <path :d="path(keepOutOutline(k))" fill="var(--rc-alert)" fill-opacity="0.35" stroke="var(--rc-alert)" stroke-width="2"
        vector-effect="non-scaling-stroke" />
      <text :x="k.asideMm" :y="k.downMm + k.highMm / 2 + font * 0.9" text-anchor="middle" :font-size="font * 0.85" fill="var(--rc-ink)"
        stroke="var(--rc-paper)" :stroke-width="font * 0.22" paint-order="stroke">{{ KEEP_OUT_NAME[k.kind].toLowerCase() }}</text>
    </g>
    <g data-hold="item" tabindex="0" role="button" class="cursor-move" aria-label="Badge, letters or label: arrows move it"
      data-test="placed"
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
