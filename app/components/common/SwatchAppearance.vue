<script setup lang="ts">
import { labOf } from '#core/colour'
import { scorchedHex, UNDAMAGED, type FabricAppearance } from '#core/appearance'
import type { ConstructionKey } from '#core/materials'

/** A swatch as it would look: the one picture of harm, wherever harm is shown. */
const { look, colour = '#d9cdb4', construction = 'poplin', nap = 'none', label = null, wide = 200, high = 140,
  onSole = false } = defineProps<{
  look: Partial<FabricAppearance>
  colour?: string
  construction?: ConstructionKey
  nap?: string
  /** Said to whoever does not see it; null where words stand beside it. */
  label?: string | null
  wide?: number
  high?: number
  /** What came off the fabric is on the sole, or on the board. */
  onSole?: boolean | 'board'
}>()
const l = computed<FabricAppearance>(() => ({ ...UNDAMAGED, ...look }))
const id = useId()
/** The drawing's own measures. */
const W = 200, H = 140
const shown = computed(() => scorchedHex(colour, { yellowed: l.value.yellowed * 0.25, browned: l.value.browned * 0.15 }))
const scorched = computed(() => scorchedHex(colour, l.value))
/** Under this lightness (L*) marks are drawn light. */
const DARK_UNDER = 46
const dark = computed(() => labOf(colour).l < DARK_UNDER)
const light = computed(() => (dark.value ? 'rgb(255 255 255 / 0.55)' : 'rgb(255 255 255 / 0.9)'))
const shade = computed(() => (dark.value ? 'rgb(0 0 0 / 0.6)' : 'rgb(50 35 20 / 0.45)'))
const bubbles = computed(() => strewn(11, l.value.bubbles, 22, W - 10, H - 10, 9))
const dots = computed(() => strewn(23, l.value.adhesiveOut, 60, W - 16, H - 16, 2.2))
/** The corner that has let go: so far along the edges, interfacing side turned up. */
const turned = computed(() => (l.value.atEdges ? Math.max(0.15, l.value.peeled) * 0.3 : l.value.peeled))
const fold = computed(() => ({ x: W - turned.value * (W - 14), y: H - turned.value * (H - 12) }))
/** Dots on the interfacing that is turned up: crisp ones are small and clear, blurred ones spread, at last none is left. */
const backDots = computed(() => {
  const { x, y } = fold.value, m = l.value.melted ?? 1
  if (turned.value <= 0 || m >= 1) return []
  const all: { x: number, y: number }[] = []
  for (let gx = x + 7; gx < W - 3; gx += 8) for (let gy = y + 7; gy < H - 3; gy += 8)
    if ((gx - x) / (W - x) + (gy - y) / (H - y) < 0.98) all.push({ x: gx, y: gy })
  return all.slice(0, 160)
})
const dotR = computed(() => 1.5 + 2 * (l.value.melted ?? 0))
const wave = computed(() => {
  const a = l.value.waved * 15, d = [`M0 ${H}`]
  for (let i = 1; i <= 8; i++) d.push(`Q${(i - 0.5) * W / 8} ${H - (i % 2 ? a * 2 : -a * 0.2)} ${i * W / 8} ${H}`)
  return `${d.join('')}V${H + 20}H0Z`
})
const lying = computed(() => 1 - 0.12 * l.value.shrunk)
</script>

<template>
  <svg :viewBox="`-6 -6 ${W + 12} ${H + 12}`" :width="wide" :height="high" :role="label ? 'img' : undefined"
    :aria-label="label ?? undefined"
    :aria-hidden="label ? undefined : 'true'" class="max-w-full" data-test="look">
    <defs>
      <clipPath :id="`${id}c`"><rect x="0" y="0" :width="W" :height="H" /></clipPath>
      <radialGradient :id="`${id}s`" cx="0.5" cy="0.4"><stop offset="0" :stop-color="light" /><stop offset="1"
        stop-color="rgb(255 255 255 / 0)"
      /></radialGradient>
      <filter :id="`${id}b`"><feGaussianBlur stdDeviation="5" /></filter>
      <linearGradient :id="`${id}r`" x1="1" y1="0" x2="0" y2="0"><stop offset="0" :stop-color="shade" /><stop offset="0.5"
        :stop-color="light" />
        <stop offset="1" stop-color="rgb(0 0 0 / 0)" /></linearGradient>
    </defs>
    <!-- What it measured before. -->
    <rect v-if="l.shrunk" x="0" y="0" :width="W" :height="H" fill="none" stroke="currentColor" stroke-dasharray="5 4" stroke-width="1" />
    <g :transform="`scale(${lying})`">
      <g :clip-path="`url(#${id}c)`">
        <FabricSwatch :colour="shown" :construction="construction" :nap="nap" :width="W + 4" :height="H + 4" />
        <path v-if="l.crushed" :d="solePath(W / 2, H / 2, 92, 126)" :fill="shown" :stroke="light" stroke-width="1.5"
          :opacity="0.45 + 0.5 * l.crushed" />
        <g v-if="l.yellowed || l.browned" :filter="`url(#${id}b)`">
          <path :d="solePath(W / 2, H / 2, 88, 122)" :fill="scorched" :opacity="0.5 + 0.5 * Math.max(l.yellowed, l.browned)" />
        </g>
        <g v-if="l.dyeOut">
          <path d="M60 30h80v80h-80z" fill="none" :stroke="dark ? '#e8e0cf' : '#7d2f37'" stroke-width="7" />
          <path d="M60 30h80v80h-80z" fill="none" :stroke="dark ? '#e8e0cf' : '#7d2f37'" :stroke-width="14 + 22 * l.dyeOut" opacity="0.4"
            :filter="`url(#${id}b)`" />
        </g>
        <g v-if="l.shifted">
          <path d="M70 40h60v60h-60z" fill="none" stroke="currentColor" stroke-width="1.5" stroke-dasharray="5 4" />
          <path d="M70 40h60v60h-60z" :fill="dark ? '#e8e0cf' : '#38507a'" opacity="0.85"
            :transform="`rotate(${8 * l.shifted} 100 70) translate(${22 * l.shifted} ${12 * l.shifted})`" />
        </g>
        <template v-if="l.rings">
          <path v-for="(r, i) in [46, 30]" :key="r" :d="blob(5 + i, 96 + i * 14, 70 - i * 6, r, 0.3)" fill="none"
            :stroke="dark ? 'rgb(230 215 190)' : 'rgb(112 84 48)'" :stroke-width="1.5 + 2.5 * l.rings" :opacity="0.25 + 0.6 * l.rings" />
        </template>
        <ellipse v-if="l.shine" cx="96" cy="64" :rx="44 + 34 * l.shine" :ry="30 + 26 * l.shine" :fill="`url(#${id}s)`"
          :opacity="0.35 + 0.65 * l.shine" />
        <g v-if="l.ghost" :opacity="0.3 + 0.6 * l.ghost">
          <path :d="`M${W * 0.36} 0V${H}M${W * 0.6} 0V${H}`" fill="none" :stroke="light" stroke-width="4" />
          <path :d="`M${W * 0.36 + 3} 0V${H}M${W * 0.6 + 3} 0V${H}`" fill="none" :stroke="shade" stroke-width="2" />
        </g>
        <g v-for="(b, i) in bubbles" :key="`b${i}`">
          <ellipse :cx="b.x + 2" :cy="b.y + 2.5" :rx="b.r" :ry="b.r * 0.8" :fill="shade" opacity="0.6" />
          <ellipse :cx="b.x" :cy="b.y" :rx="b.r" :ry="b.r * 0.8" :fill="shown" :stroke="shade" stroke-width="0.6" />
          <ellipse :cx="b.x - b.r * 0.3" :cy="b.y - b.r * 0.3" :rx="b.r * 0.5" :ry="b.r * 0.36" :fill="light" />
        </g>
        <circle v-for="(d, i) in dots" :key="`d${i}`" :cx="d.x" :cy="d.y" :r="d.r" :fill="dark ? '#cfc8b8' : '#6d6455'" opacity="0.8" />
        <g v-if="l.puckered" fill="none" :stroke="shade" :stroke-width="1 + 1.8 * l.puckered">
          <rect x="78" y="48" width="44" height="44" :fill="dark ? '#e8e0cf' : '#38507a'" stroke="none" />
          <path v-for="a in 16" :key="a" :d="`M0 -34q${4 * l.puckered} -9 0 ${-10 - 26 * l.puckered}`"
            :transform="`translate(100 70) rotate(${a * 22.5})`" />
        </g>
        <g v-if="l.holed">
          <path :d="blob(31, 104, 66, 10 + 30 * l.holed, 0.45)" fill="var(--rc-ground)" stroke="#3b2a1c" :stroke-width="3 + 3 * l.holed" />
          <path v-if="l.holed > 0.5" :d="blob(37, 52, 100, 14 * l.holed, 0.5)" fill="var(--rc-ground)" stroke="#3b2a1c" stroke-width="4" />
        </g>
        <path v-if="l.torn" d="M150 0l-8 14l7 8l-10 12l6 9l-4 6" fill="none" stroke="var(--rc-ground)" stroke-width="5" />
        <template v-if="turned > 0">
          <!-- The fabric under the turned-up interfacing, its shadow, and the interfacing with its dots. -->
          <path :d="`M${W} ${fold.y - 4}L${fold.x - 4} ${H}H${W}Z`" :fill="shade" />
          <path :d="`M${W} ${fold.y}L${fold.x} ${H}L${fold.x + 5} ${fold.y + 5}Z`" fill="#f6f1e4" stroke="#6d6455" stroke-width="1" />
          <circle v-for="(d, i) in backDots" :key="`k${i}`" :cx="d.x" :cy="d.y" :r="dotR"
            :fill="(l.melted ?? 0) > 0.2 ? '#bdb29b' : '#6d6455'"
            :opacity="1 - 0.6 * (l.melted ?? 0)" />
        </template>
        <path v-if="l.waved" :d="wave" fill="var(--rc-ground)" stroke="rgb(60 50 35 / 0.6)" />
        <path v-if="l.curled" :d="`M${W} 0V${H}H${W - 22 - 50 * l.curled}V0Z`" :fill="`url(#${id}r)`" />
        <path v-if="l.curled" :d="`M${W - 10 - 16 * l.curled} 0V${H}H${W + 6}V0Z`" fill="var(--rc-ground)" />
      </g>
    </g>
    <!-- Boardy: the strip stands out over the edge; a soft one would hang. -->
    <g v-if="l.stiff" :opacity="0.35 + 0.65 * l.stiff">
      <rect x="14" y="62" width="88" height="70" fill="#b79a6a" stroke="#5f4a2a" stroke-width="2" />
      <path d="M100 58q34 2 40 66" fill="none" stroke="var(--rc-paper)" stroke-width="3" stroke-dasharray="5 5" />
      <path :d="`M14 56H104Q150 56 190 ${62 + 40 * (1 - l.stiff)}`" fill="none" stroke="#1c1a17" stroke-width="12" />
      <path :d="`M14 56H104Q150 56 190 ${62 + 40 * (1 - l.stiff)}`" fill="none" stroke="#f6f1e4" stroke-width="7" />
    </g>
    <g v-if="onSole">
      <path v-if="onSole === true" :d="solePath(W / 2, H / 2, 96, 124)" fill="#b9bcc0" stroke="#5c5f63" stroke-width="2" />
      <rect v-else x="20" y="34" width="160" height="72" fill="#e6dcc6" stroke="#7c6f58" stroke-width="2" />
      <path v-for="s in strewn(41, 1, 9, 130, 96, 9)" :key="s.x"
        :d="blob(s.x, 35 + s.x, 22 + s.y * (onSole === 'board' ? 0.6 : 1), s.r, 0.6)"
        fill="#8a7350" opacity="0.75" />
    </g>
  </svg>
</template>
