<script setup lang="ts">
import { contours } from 'd3-contour'
import type { IronSetting } from '#core/recipe'
import { isSafe, chanceAt, MAP_FROM_C, MAP_TO_C, SURE, type PinMargins, type WindowMap } from '#core/window'
import { toUnit } from '#core/units'
import { celsius, degreesApart, pinSentence } from '#shared/words'

/** Dial temperature × seconds: too little, too much, and the safe ground between; the recipe is a pin that can be dragged. */
export interface MapSwatch { id: string, holdS: number, soleC: number, grade: number, passed: boolean, same: boolean }
const { map, pin, margins, settings, swatches = [], others = [], limitC } = defineProps<{
  map: WindowMap
  pin: { soleC: number, holdS: number }
  margins: PinMargins
  settings: IronSetting[]
  swatches?: MapSwatch[]
  /** Safe outlines of other ways of pressing. */
  others?: { name: string, map: WindowMap }[]
  limitC: number
}>()
const emit = defineEmits<{ move: [pin: { soleC: number, holdS: number }] }>()
const selection = useSelection()
const unit = computed(() => selection.units?.temperature ?? '°C')
const id = useId()

const W = 640, H = 352, LEFT = 50, RIGHT = 8, TOP = 6, BOTTOM = 34
const TO_S = 60
const x = (s: number) => LEFT + s / TO_S * (W - LEFT - RIGHT)
const y = (c: number) => TOP + (MAP_TO_C - c) / (MAP_TO_C - MAP_FROM_C) * (H - TOP - BOTTOM)
const FAIRLY = 0.8

/** The area in which a figure of the map is at least so much, as a path. */
function area(m: WindowMap, of: (bond: number, damage: number) => number, least: number): string {
  const { holdsS, solesC } = m
  const values = Array.from(m.bond, (b, i) => of(b, m.damage[i]!))
  const [shape] = contours().size([holdsS.length, solesC.length]).thresholds([least])(values)
  const stepS = holdsS[1]! - holdsS[0]!, stepC = solesC[1]! - solesC[0]!
  const at = ([gx, gy]: number[]) => {
    const s = Math.min(TO_S, Math.max(0, holdsS[0]! + (gx! - 0.5) * stepS)),
      c = Math.min(MAP_TO_C, Math.max(MAP_FROM_C, solesC[0]! + (gy! - 0.5) * stepC))
    return `${x(gx! <= 0.51 ? 0 : s).toFixed(1)} ${y(c).toFixed(1)}`
  }
  return shape!.coordinates.map(rings => rings.map(ring => `M${ring.map(at).join('L')}Z`).join('')).join('')
}
const tooLittle = computed(() => [0.05, 0.5].map(t => area(map, b => 1 - b, t)))
const tooMuch = computed(() => [0.05, 0.5].map(t => area(map, (_, h) => h, t)))
const sure = computed(() => area(map, (b, h) => Math.min(b, 1 - h), SURE))
const fairly = computed(() => area(map, (b, h) => Math.min(b, 1 - h), FAIRLY))
const chance = computed(() => chanceAt(map, pin.soleC, pin.holdS))
/** Each outline with its name at its cooler edge, on a row of its own. */
const otherAreas = computed(() => others.flatMap((o, i) => {
  const d = area(o.map, (b, h) => Math.min(b, 1 - h), FAIRLY)
  const { holdsS, solesC, bond, damage } = o.map
  for (const soleC of [180 - i * 15, 170, 190, 200, 160, 150]) {
    const row = solesC.indexOf(soleC)
    const h = holdsS.findIndex((_, k) => Math.min(bond[row * holdsS.length + k]!, 1 - damage[row * holdsS.length + k]!) >= FAIRLY)
    if (d && h >= 0) return [{ name: o.name, d, x: x(holdsS[h]!) - 6, y: y(soleC) + 4 }]
  }
  return []
}))

const svg = useTemplateRef<SVGSVGElement>('svg')
function place(e: PointerEvent): void {
  const box = svg.value!.getBoundingClientRect()
  const px = (e.clientX - box.left) / box.width * W, py = (e.clientY - box.top) / box.height * H
  const holdS = Math.round(Math.min(TO_S, Math.max(3, (px - LEFT) / (W - LEFT - RIGHT) * TO_S)))
  const soleC = Math.round(Math.min(MAP_TO_C, Math.max(MAP_FROM_C, MAP_TO_C - (py - TOP) / (H - TOP - BOTTOM) * (MAP_TO_C - MAP_FROM_C))))
  // A dial setting takes the pin when it comes near.
  const near = settings.find(s => Math.abs(s.meanC - soleC) <= 4)
  emit('move', { holdS, soleC: near ? near.meanC : soleC })
}
const dragging = ref(false)
function down(e: PointerEvent): void {
  dragging.value = true
  svg.value!.setPointerCapture(e.pointerId)
  place(e)
}
function step(ds: number, dc: number): void {
  emit('move', { holdS: Math.min(TO_S, Math.max(3, pin.holdS + ds)), soleC: Math.min(MAP_TO_C, Math.max(MAP_FROM_C, pin.soleC + dc)) })
}
function nextSetting(by: number): void {
  const all = [...settings].sort((a, b) => a.meanC - b.meanC)
  const i = all.findIndex(s => s.meanC >= pin.soleC - 0.5)
  const to = all[Math.min(all.length - 1, Math.max(0, (i < 0 ? all.length - 1 : i) + by))]
  if (to) emit('move', { ...pin, soleC: to.meanC })
}
const KEYS: Record<string, () => void> = {
  ArrowLeft: () => step(-1, 0), ArrowRight: () => step(1, 0), ArrowUp: () => step(0, 1), ArrowDown: () => step(0, -1),
  PageUp: () => nextSetting(1), PageDown: () => nextSetting(-1),
}
function key(e: KeyboardEvent): void {
  const act = KEYS[e.key]
  if (!act) return
  e.preventDefault()
  e.stopPropagation()
  act()
}
const pinWords = computed(() => pinSentence(pin.holdS, pin.soleC, chance.value, unit.value === '°F' ? selection.units : undefined))
</script>

<template>
  <svg
    ref="svg"
    :viewBox="`0 0 ${W} ${H}`"
    class="w-full touch-none select-none"
    role="application"
    tabindex="0"
    :aria-label="`Window map. The pin is at ${pinWords}. Arrows move it, Page up and Page down go to the next dial setting.`"
    data-test="window-map"
    @pointerdown="down"
    @pointermove="e => dragging && place(e)"
    @pointerup="dragging = false"
    @keydown="key">
    <defs>
      <pattern :id="`${id}l`" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" x2="0" y1="0" y2="9" stroke="var(--rc-muted)" stroke-width="1.600" />
      </pattern>
      <pattern :id="`${id}m`" width="8" height="8" patternUnits="userSpaceOnUse">
        <circle cx="2" cy="2" r="1.500" fill="var(--rc-alert)" />
        <circle cx="6" cy="6" r="1.500" fill="var(--rc-alert)" />
      </pattern>
      <clipPath :id="`${id}c`"><rect :x="LEFT" :y="TOP" :width="W - LEFT - RIGHT" :height="H - TOP - BOTTOM" /></clipPath>
    </defs>
    <rect :x="LEFT" :y="TOP" :width="W - LEFT - RIGHT" :height="H - TOP - BOTTOM" fill="var(--rc-paper)" stroke="var(--rc-seam)" />
    <g :clip-path="`url(#${id}c)`" fill-rule="evenodd">
      <path :d="tooLittle[0]" :fill="`url(#${id}l)`" opacity="0.3" />
      <path :d="tooLittle[1]" :fill="`url(#${id}l)`" opacity="0.55" />
      <path :d="tooMuch[0]" :fill="`url(#${id}m)`" opacity="0.3" />
      <path :d="tooMuch[1]" :fill="`url(#${id}m)`" opacity="0.75" />
      <path v-for="o in otherAreas" :key="o.name" :d="o.d" fill="none" stroke="var(--rc-mark)" stroke-width="1.600"
        stroke-dasharray="2 4" />
      <path :d="fairly" fill="var(--rc-good)" fill-opacity="0.13" stroke="var(--rc-good)" stroke-width="1.800" stroke-dasharray="7 4" />
      <path :d="sure" fill="var(--rc-good)" fill-opacity="0.25" stroke="var(--rc-good)" stroke-width="3.500" />
    </g>
    <g font-size="13" fill="var(--rc-mark)" font-weight="600" paint-order="stroke" stroke="var(--rc-paper)" stroke-width="4">
      <text v-for="o in otherAreas" :key="`t${o.name}`" :x="o.x" :y="o.y" text-anchor="end">{{ o.name }}</text></g>
    <line :x1="LEFT" :x2="W - RIGHT" :y1="y(limitC)" :y2="y(limitC)" stroke="var(--rc-alert)" stroke-width="1.600"
      stroke-dasharray="10 4" />
    <text :x="LEFT + 5" :y="y(limitC) - 4" font-size="12"
      fill="var(--rc-alert)">the fabric's class ends at {{ celsius(limitC, selection.units) }}</text>
    <g font-size="12" fill="currentColor">
      <g v-for="s in settings" :key="s.label">
        <line :x1="LEFT" :x2="W - RIGHT" :y1="y(s.meanC)" :y2="y(s.meanC)" stroke="var(--rc-ink)" stroke-width="0.8"
          stroke-dasharray="1 4" />
        <text :x="W - RIGHT - 4" :y="y(s.meanC) - 4" text-anchor="end" paint-order="stroke" stroke="var(--rc-paper)" stroke-width="3">
          {{ s.label }}
        </text>
      </g>
      <g v-for="c in [100, 120, 140, 160, 180, 200]" :key="c">
        <text :x="LEFT - 6" :y="y(c) + 4" text-anchor="end">{{ Math.round(toUnit(c, unit)) }}</text>
        <line :x1="LEFT - 3" :x2="LEFT" :y1="y(c)" :y2="y(c)" stroke="currentColor" />
      </g>
      <g v-for="s in [0, 10, 20, 30, 40, 50, 60]" :key="`s${s}`">
        <text :x="x(s)" :y="H - BOTTOM + 16" text-anchor="middle">{{ s }}</text>
        <line :x1="x(s)" :x2="x(s)" :y1="H - BOTTOM" :y2="H - BOTTOM + 4" stroke="currentColor" />
      </g>
      <text :x="(LEFT + W) / 2" :y="H - 5" text-anchor="middle" font-size="13">seconds held{{ selection.units ? '' : '' }}</text>
      <text :transform="`translate(12 ${H / 2}) rotate(-90)`" text-anchor="middle" font-size="13">iron, {{ unit }}</text>
    </g>
    <g v-for="t in swatches" :key="t.id" :opacity="t.same ? 1 : 0.45"
      :transform="`translate(${x(Math.min(TO_S, t.holdS))} ${y(Math.min(MAP_TO_C, Math.max(MAP_FROM_C, t.soleC)))})`">
      <circle r="11" :fill="t.passed ? 'var(--rc-ink)' : 'var(--rc-paper)'" stroke="var(--rc-ink)" stroke-width="2"
        :stroke-dasharray="t.passed ? '' : '3 2.500'" />
      <text y="5" text-anchor="middle" font-size="14" font-weight="700" :fill="t.passed ? 'var(--rc-paper)' : 'var(--rc-ink)'">
        {{ t.grade }}
      </text>
    </g>
    <g v-if="margins.safe" stroke="var(--rc-ink)" stroke-width="2.500">
      <line :x1="x(pin.holdS - margins.lessS)" :x2="x(pin.holdS + margins.moreS)" :y1="y(pin.soleC)" :y2="y(pin.soleC)" />
      <line :x1="x(pin.holdS)" :x2="x(pin.holdS)" :y1="y(pin.soleC + margins.hotterC)" :y2="y(pin.soleC - margins.coolerC)" />
    </g>
    <g class="cursor-grab" :transform="`translate(${x(pin.holdS)} ${y(pin.soleC)})`" data-test="pin">
      <path d="M0 0C-3 -12 -15 -16 -15 -29a15 15 0 0 1 30 0C15 -16 3 -12 0 0Z" fill="var(--rc-mark)" stroke="var(--rc-paper)"
        stroke-width="2" />
      <text y="-24" text-anchor="middle" font-size="14" font-weight="700" fill="var(--rc-paper)">{{ pin.holdS }}</text>
      <circle r="4" :fill="isSafe(chance) ? 'var(--rc-good)' : 'var(--rc-alert)'" stroke="var(--rc-paper)" stroke-width="1.500" />
    </g>
    <g font-size="15" font-weight="600">
      <text :x="LEFT + 12" :y="H - BOTTOM - 14" fill="currentColor" paint-order="stroke" stroke="var(--rc-paper)"
        stroke-width="4">too little</text>
      <text :x="W - 20" :y="TOP + 22" text-anchor="end" fill="var(--rc-alert)" paint-order="stroke" stroke="var(--rc-paper)"
        stroke-width="4">too much</text></g>
    <title>{{ pinWords }}, room {{ degreesApart(margins.coolerC, selection.units) }}</title>
  </svg>
</template>
