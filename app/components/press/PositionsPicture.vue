<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { drag } from 'd3-drag'
import { select } from 'd3-selection'
import { boundsOf, type Outline, type Point } from '#core/geometry'
import { bearingOf, printed, soleOutline, TIP, type SolePlacement, type SoleShape } from '#core/positions'
import type { PlaceState } from '#core/session'

/**
 * A piece from the side that is pressed, and where the sole is set down on it, in its true shape and heading: what is done is filled,
 * the next one lit, what was missed hatched; what must not be stood on is crossed out.
 */
const {
  outline, placements, sole, keepOuts = [], lines = [], missed = [], states = null, colour = '#e6dcc8', chosen = null, movable = false,
  share = 0, heat = null, label,
} = defineProps<{
  outline: Outline
  placements: readonly SolePlacement[]
  sole: SoleShape
  keepOuts?: readonly Outline[]
  /** Drawn within the piece: where something lies or goes. */
  lines?: readonly (readonly Point[])[]
  /** What no position reaches. */
  missed?: readonly Outline[]
  states?: readonly PlaceState[] | null
  colour?: string
  chosen?: number | null
  movable?: boolean
  /** Of the one that is down: how far its bond has come. */
  share?: number
  /** The sole's colour while it is down. */
  heat?: string | null
  label: string
}>()
const emit = defineEmits<{ choose: [placement: number], move: [placement: number, at: Point], tap: [at: Point] }>()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width, height } = useElementSize(svg)
const box = computed(() => {
  const all = boundsOf({
    rim: [...outline.rim, ...placements.flatMap(p => printed(soleOutline(p.tip ? TIP : sole), p).rim)],
  })
  const pad = Math.max(all.wideMm, all.highMm) * 0.03 + 4
  return { x: all.left - pad, y: -all.top - pad, w: all.wideMm + 2 * pad, h: all.highMm + 2 * pad }
})
/** A long piece lies on its side where it is shown larger so. */
const turned = computed(() => {
  const { w, h } = box.value, W = Math.max(1, width.value), H = Math.max(1, height.value)
  return Math.max(w / H, h / W) < Math.max(w / W, h / H)
})
const viewBox = computed(() => {
  const { x, y, w, h } = box.value
  return turned.value ? `${-y - h} ${x} ${h} ${w}` : `${x} ${y} ${w} ${h}`
})
/** One point of the screen, mm. */
const px = computed(() => {
  const { w, h } = box.value, W = Math.max(1, width.value), H = Math.max(1, height.value)
  return turned.value ? Math.max(h / W, w / H) : Math.max(w / W, h / H)
})
const frame = computed(() => (turned.value ? 'rotate(90)' : undefined))
const path = (o: Outline) => outlinePath(o)
const drawn = computed(() => lines.map(l => l.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${-y}`).join('')).join(''))
const shown = computed(() => placements.map((p, i) => {
  const whole = printed(soleOutline(p.tip ? TIP : sole), p), b = boundsOf(printed(bearingOf(sole, p), p))
  return {
    i, d: path(whole), state: states?.[i] ?? 'open', tip: p.tip ?? false,
    at: { x: (b.left + b.right) / 2, y: -(b.bottom + b.top) / 2 }, small: Math.min(b.wideMm, b.highMm) / px.value < 34,
  }
}))
const numbers = computed(() => numbersAt(
  shown.value.map(({ at: { x, y } }) => (turned.value ? { x: y / px.value, y: x / px.value } : { x: x / px.value, y: y / px.value })),
  i => shown.value[i]!.small))
const FILL: Record<PlaceState, string> = {
  open: 'var(--rc-paper)', done: 'var(--rc-good)', now: 'var(--rc-mark)', down: 'var(--rc-alert)', again: 'var(--rc-alert)',
}
const OPACITY: Record<PlaceState, number> = { open: 0.25, done: 0.55, now: 0.4, down: 0.75, again: 0.25 }

function toPiece(event: PointerEvent | MouseEvent): Point {
  const m = (svg.value!.querySelector('g.piece') as SVGGElement).getScreenCTM()!.inverse()
  const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(m)
  return { x: p.x, y: -p.y }
}
const marks = useTemplateRef<SVGGElement>('marks')
watchEffect((onCleanup) => {
  const group = marks.value
  if (!group || !movable) return
  // Drawn anew when there are more of them.
  void placements.length
  void nextTick(() => {
    const all = select(group).selectAll<SVGGElement, unknown>('g[data-placement]')
    all.call(drag<SVGGElement, unknown>().clickDistance(4).on('start drag', function (event) {
      const i = Number(this.dataset.placement), at = toPiece(event.sourceEvent as PointerEvent)
      if (event.type === 'start') {
        held = { dx: placements[i]!.x - at.x, dy: placements[i]!.y - at.y }
        emit('choose', i)
      } else emit('move', i, { x: at.x + held.dx, y: at.y + held.dy })
    }))
  })
  onCleanup(() => { select(group).selectAll('g[data-placement]').on('.drag', null) })
})
let held = { dx: 0, dy: 0 }
</script>

<template>
  <svg ref="svg" :viewBox="viewBox" class="h-full w-full" role="group" :aria-label="label" preserveAspectRatio="xMidYMid meet"
    data-test="setdowns" @click="e => emit('tap', toPiece(e))">
    <defs>
      <pattern id="rc-missed" :width="7 * px" :height="7 * px" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <rect :width="3 * px" :height="7 * px" fill="var(--rc-alert)" /></pattern>
    </defs>
    <g class="piece" :transform="frame">
      <path :d="path(outline)" :fill="colour" fill-opacity="0.75" stroke="var(--rc-ink)" :stroke-width="1.6 * px" />
      <g ref="marks">
        <g v-for="p in shown" :key="p.i" :data-placement="p.i" :class="movable ? 'cursor-move' : 'cursor-pointer'" role="button"
          :tabindex="movable ? 0 : -1" :aria-label="`Position ${p.i + 1}`" @click.stop="emit('choose', p.i)"
          @focus="movable && emit('choose', p.i)">
          <path :d="p.d" :fill="p.state === 'down' && heat ? heat : FILL[p.state]" :fill-opacity="OPACITY[p.state]"
            :stroke="p.state === 'open' || p.state === 'done' ? 'var(--rc-ink)' : FILL[p.state]"
            :stroke-width="(p.i === chosen || p.state === 'now' || p.state === 'down' ? 4.5 : 1.2) * px"
            :stroke-dasharray="p.tip ? `${6 * px} ${4 * px}` : undefined" />
          <path v-if="p.state === 'again'" :d="p.d" fill="url(#rc-missed)" fill-opacity="0.55" />
        </g>
      </g>
      <path v-if="drawn" :d="drawn" fill="none" stroke="var(--rc-ink)" :stroke-width="1.5 * px"
        :stroke-dasharray="`${7 * px} ${4 * px}`" class="pointer-events-none" />
      <path v-for="(o, k) in missed" :key="`m${k}`" :d="path(o)" fill="url(#rc-missed)" stroke="var(--rc-alert)" :stroke-width="px"
        class="pointer-events-none" />
      <path v-for="(o, k) in keepOuts" :key="`k${k}`" :d="path(o)" fill="var(--rc-ink)" fill-opacity="0.8" stroke="var(--rc-paper)"
        :stroke-width="2 * px" class="pointer-events-none" />
      <path :d="path(outline)" fill="none" stroke="var(--rc-ink)" :stroke-width="2 * px" class="pointer-events-none" />
      <g v-for="(p, k) in shown" :key="`n${p.i}`" class="pointer-events-none"
        :transform="`translate(${p.at.x} ${p.at.y})${turned ? ' rotate(-90)' : ''}`">
        <circle v-if="p.state === 'down'" :r="26 * px" fill="none" stroke="var(--rc-paper)" :stroke-width="7 * px"
          transform="rotate(-90)" :stroke-dasharray="2 * Math.PI * 26 * px"
          :stroke-dashoffset="2 * Math.PI * 26 * px * (1 - Math.max(0, Math.min(1, share)))" />
        <text text-anchor="middle" :font-size="numbers.sizesPx[k]! * px" :dy="numbers.sizesPx[k]! * 0.35 * px" font-weight="700"
          :fill="p.state === 'down' ? '#fff' : 'var(--rc-ink)'" stroke="var(--rc-paper)"
          :stroke-width="p.state === 'down' ? 0 : 4 * px" paint-order="stroke">{{
          p.state === 'done' && numbers.isTicked ? '✓' : '' }}{{ p.i + 1 }}</text>
      </g>
    </g>
  </svg>
</template>
