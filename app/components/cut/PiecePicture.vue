<script setup lang="ts">
import { boundsOf, type Outline } from '#core/geometry'
import { GRAIN_DEG } from '#core/layout'
import type { CutPiece } from '#shared/cutting'
import type { JobPiece } from '#shared/schemas'

/** A piece to scale, from the outside in: cut edge, seam line, interfacing, foam, web; its grain, and what is too narrow. */
const {
  made,
  grain,
  colour = '#e6dcc8',
  fold = false,
  label,
} = defineProps<{
  made: CutPiece
  grain: JobPiece['grain']
  colour?: string
  fold?: boolean
  label: string
}>()
const all = computed(() => boundsOf(made.cut))
const pad = computed(() => Math.max(all.value.wideMm, all.value.highMm) * 0.04 + 4)
const box = computed(() => {
  const { left, top, wideMm, highMm } = all.value,
    p = pad.value
  return `${left - p} ${-top - p} ${wideMm + 2 * p} ${highMm + 2 * p}`
})
/** One of paper's millimetres on the screen, so that lines stay as thin whatever the size. */
const thin = computed(() => Math.max(all.value.wideMm, all.value.highMm) / 600)
/** Where half of it is backed, that fold; else the pattern's own mirror line, fainter. */
const line = computed(() => made.fold ?? made.marks.mirror)
const paths = (list: readonly Outline[]) => list.map(o => outlinePath(o))
const middle = computed(() => ({ x: (all.value.left + all.value.right) / 2, y: -(all.value.top + all.value.bottom) / 2 }))
const arrow = computed(() => Math.min(all.value.highMm, all.value.wideMm * 1.6) * 0.32)
</script>

<template>
  <svg :viewBox="box" class="h-full w-full" role="img" :aria-label="label" preserveAspectRatio="xMidYMid meet">
    <path :d="outlinePath(made.cut)" :fill="colour" fill-opacity="0.5" stroke="var(--rc-ink)" :stroke-width="1.6 * thin" />
    <path
      v-for="d in paths(made.interfacing)"
      :key="`b${d}`"
      :d="d"
      fill="var(--rc-good)"
      fill-opacity="0.16"
      stroke="var(--rc-good)"
      :stroke-width="1.8 * thin"
      :stroke-dasharray="`${9 * thin} ${4 * thin}`"
    />
    <path
      v-for="d in paths(made.foam)"
      :key="`f${d}`"
      :d="d"
      fill="var(--rc-alert)"
      fill-opacity="0.1"
      stroke="var(--rc-alert)"
      :stroke-width="1.8 * thin"
      :stroke-dasharray="`${2 * thin} ${4 * thin}`"
    />
    <path
      v-for="d in paths(made.web)"
      :key="`w${d}`"
      :d="d"
      fill="none"
      stroke="var(--rc-mark)"
      :stroke-width="1.8 * thin"
      :stroke-dasharray="`${10 * thin} ${3 * thin} ${2 * thin} ${3 * thin}`"
    />
    <path
      :d="outlinePath(made.seam)"
      fill="none"
      stroke="var(--rc-ink)"
      :stroke-width="thin"
      :stroke-dasharray="`${5 * thin} ${4 * thin}`"
    />
    <path
      v-for="d in paths(made.narrow)"
      :key="`n${d}`"
      :d="d"
      fill="var(--rc-alert)"
      fill-opacity="0.5"
      stroke="var(--rc-alert)"
      :stroke-width="2 * thin"
    />
    <path :d="marksPath(made.cut, made.marks, 14 * thin)" fill="none" stroke="var(--rc-ink)" :stroke-width="1.4 * thin" />
    <line
      v-if="line"
      :x1="line[0].x"
      :x2="line[1].x"
      :y1="-line[0].y"
      :y2="-line[1].y"
      :stroke="made.fold ? 'var(--rc-mark)' : 'var(--rc-muted)'"
      :stroke-width="1.5 * thin"
      :stroke-dasharray="`${12 * thin} ${5 * thin} ${3 * thin} ${5 * thin}`"
    />
    <line
      v-if="fold"
      x1="0"
      x2="0"
      :y1="-all.top - pad * 0.7"
      :y2="-all.bottom + pad * 0.7"
      stroke="var(--rc-mark)"
      :stroke-width="1.5 * thin"
      :stroke-dasharray="`${12 * thin} ${5 * thin} ${3 * thin} ${5 * thin}`"
    />
    <g
      v-if="GRAIN_DEG[grain] !== null"
      :transform="`translate(${middle.x} ${middle.y}) rotate(${GRAIN_DEG[grain]})`"
      stroke="var(--rc-ink)"
      fill="none"
      :stroke-width="1.5 * thin"
    >
      <path
        :d="`M0 ${-arrow}V${arrow}M${-7 * thin} ${-arrow + 12 * thin}L0 ${-arrow}L${7 * thin} ${-arrow + 12 * thin}M${-7 * thin}
        ${arrow - 12 * thin}L0 ${arrow}L${7 * thin} ${arrow - 12 * thin}`"
      />
    </g>
  </svg>
</template>
