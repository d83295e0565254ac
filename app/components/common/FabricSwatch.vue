<script setup lang="ts">
import { CONSTRUCTIONS, type ConstructionKey } from '#core/materials'

/** A piece of fabric as fabric: its colour, a drawn weave, a pinked edge. */
const { colour, construction, nap = 'none', width = 72, height = 56 } = defineProps<{
  colour: string
  construction: ConstructionKey
  nap?: string
  width?: number
  height?: number
}>()
const id = useId()
const TOOTH = 6
const outline = computed(() => {
  const points: string[] = []
  const across = Math.floor(width / TOOTH), down = Math.floor(height / TOOTH)
  const zig = (i: number) => i % 2 === 0 ? 0 : TOOTH / 2
  for (let i = 0; i <= across; i++) points.push(`${i * TOOTH},${zig(i)}`)
  for (let i = 1; i <= down; i++) points.push(`${across * TOOTH - zig(i)},${i * TOOTH}`)
  for (let i = across - 1; i >= 0; i--) points.push(`${i * TOOTH},${down * TOOTH - zig(i)}`)
  for (let i = down - 1; i > 0; i--) points.push(`${zig(i)},${i * TOOTH}`)
  return points.join(' ')
})
const weave = computed(() => (nap === 'pile' ? 'pile' : CONSTRUCTIONS[construction].drawn))
const dark = computed(() => {
  const n = Number.parseInt(colour.slice(1), 16)
  return ((n >> 16) * 0.299 + ((n >> 8) & 255) * 0.587 + (n & 255) * 0.114) < 110
})
const thread = computed(() => dark.value ? 'rgb(255 255 255 / 0.22)' : 'rgb(40 30 20 / 0.22)')
</script>

<template>
  <svg :width="width" :height="height" :viewBox="`0 0 ${width} ${height}`" aria-hidden="true" class="shrink-0">
    <defs>
      <pattern :id="id" width="6" height="6" patternUnits="userSpaceOnUse">
        <g :stroke="thread" fill="none" stroke-width="0.9">
          <path v-if="weave === 'plain'" d="M0 1.500h3M3 4.500h3M1.500 3v3M4.500 0v3" />
          <path v-else-if="weave === 'twill'" d="M-1 4l4-4M0 6l6-6M4 7l3-3" />
          <path v-else-if="weave === 'satin'" d="M0 1h5M2 4h5M-1 4h1" stroke-width="0.6" />
          <path v-else-if="weave === 'knit'" d="M0 0l1.500 3l1.500-3l1.500 3l1.500-3M0 3l1.500 3l1.500-3l1.500 3l1.500-3" />
          <path v-else-if="weave === 'felted'" d="M1 1l1.500 1M4 2l1-1.500M2 4.500l1.500.5M5 5l-1-1M0 3.500h1" />
          <path v-else-if="weave === 'pile'" d="M1 5V1M3 6V2M5 5V1" stroke-width="1.200" />
          <path v-else-if="weave === 'cork'" d="M1 1l1 .5M4 1.500l.5 1M2 4l1-.5M5 4.500l.5.500" stroke-width="1.500" />
          <path v-else d="M0 1.500h6M0 4.500h6M1.500 0v6M4.500 0v6" stroke-width="0.5" />
        </g>
      </pattern>
    </defs>
    <polygon :points="outline" :fill="colour" stroke="rgb(60 50 35 / 0.55)" stroke-width="0.8" />
    <polygon :points="outline" :fill="`url(#${id})`" />
  </svg>
</template>
