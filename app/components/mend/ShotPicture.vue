<script setup lang="ts">
import type { Shot } from '~/composables/picture/shot'
import { lengthWords } from '#shared/words'

const selection = useSelection()

const { wideMm, highMm, colour, label, draw = false } = defineProps<{
  /** Shown where there is no picture, mm. */
  wideMm: number
  highMm: number
  colour: string
  label: string
  /** A stroke may be drawn. */
  draw?: boolean
}>()
const shot = defineModel<Shot | null>('shot', { required: true })
interface Spot { x: number, y: number }
const emit = defineEmits<{
  stroke: [points: Spot[]]
  tap: [x: number, y: number]
  hold: [id: string]
  moved: [id: string, dx: number, dy: number]
}>()
const svg = useTemplateRef<SVGSVGElement>('svg')
const scale = computed(() => mmPerPx(shot.value) ?? 0.2)
const size = computed(() => shot.value
  ? { w: shot.value.picture.wide * scale.value, h: shot.value.picture.high * scale.value }
  : { w: wideMm, h: highMm })
let began: Shot['line'] | null = null
useHolding(svg, {
  begin: (id) => {
    began = shot.value ? { ...shot.value.line } : null
    emit('hold', id)
  },
  move: (id, dx, dy) => {
    if ((id !== 'from' && id !== 'to') || !shot.value || !began) {
      emit('moved', id, dx, dy)
      return
    }
    const px = dx / scale.value, py = dy / scale.value
    shot.value = {
      ...shot.value,
      line: id === 'from' ? { ...began, x0: began.x0 + px, y0: began.y0 + py } : { ...began, x1: began.x1 + px, y1: began.y1 + py },
    }
  },
})
const stroke = shallowRef<{ x: number, y: number }[]>([])
function at(e: PointerEvent): { x: number, y: number } {
  const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(svg.value!.getScreenCTM()!.inverse())
  return { x: p.x, y: p.y }
}
function down(e: PointerEvent): void {
  if (!draw || (e.target as Element).closest('[data-hold]')) return
  svg.value!.setPointerCapture(e.pointerId)
  stroke.value = [at(e)]
}
function move(e: PointerEvent): void {
  if (stroke.value.length > 0) stroke.value = [...stroke.value, at(e)]
}
function up(e: PointerEvent): void {
  const points = stroke.value
  stroke.value = []
  if (points.length === 0) return
  if (points.length > 4) emit('stroke', points)
  else emit('tap', at(e).x, at(e).y)
}
const line = computed(() => {
  const l = shot.value?.line
  return l && { x0: l.x0 * scale.value, y0: l.y0 * scale.value, x1: l.x1 * scale.value, y1: l.y1 * scale.value }
})
const r = computed(() => size.value.w / 70)
/**
 * A picture with the line whose length is known, or plain fabric; what is drawn on it is in mm from the upper left. A stroke drawn round
 * something comes back as its points.
 */
</script>

<template>
  <svg ref="svg" :viewBox="`0 0 ${size.w} ${size.h}`" class="h-full w-full touch-none" role="group" :aria-label="label"
    preserveAspectRatio="xMidYMid meet" @pointerdown="down" @pointermove="move" @pointerup="up">
    <image v-if="shot" :href="shot.address" :width="size.w" :height="size.h" />
    <rect v-else :width="size.w" :height="size.h" :fill="colour" />
    <slot />
    <template v-if="line">
      <line :x1="line.x0" :y1="line.y0" :x2="line.x1" :y2="line.y1" stroke="var(--rc-paper)" stroke-width="5"
        vector-effect="non-scaling-stroke" />
      <line :x1="line.x0" :y1="line.y0" :x2="line.x1" :y2="line.y1" stroke="var(--rc-mark)" stroke-width="2.500"
        vector-effect="non-scaling-stroke" />
      <circle v-for="end in (['from', 'to'] as const)" :key="end" :data-hold="end" :cx="end === 'from' ? line.x0 : line.x1"
        :cy="end === 'from' ? line.y0 : line.y1" :r="r" fill="var(--rc-paper)" stroke="var(--rc-mark)" stroke-width="2.500"
        vector-effect="non-scaling-stroke" class="cursor-move" />
      <text :x="(line.x0 + line.x1) / 2" :y="(line.y0 + line.y1) / 2 - r" text-anchor="middle" :font-size="r * 2.2" font-weight="700"
        fill="var(--rc-ink)" stroke="var(--rc-paper)" :stroke-width="r * 0.6" paint-order="stroke">
        {{ shot!.lengthMm === null ? '?' : lengthWords(shot!.lengthMm, selection.units) }}</text>
    </template>
    <polyline v-if="stroke.length" :points="stroke.map(p => `${p.x},${p.y}`).join(' ')" fill="none" stroke="var(--rc-alert)"
      stroke-width="2" vector-effect="non-scaling-stroke" />
  </svg>
</template>
