<script setup lang="ts">
import { openStretches, tapeCut, type Easing, type Shortened } from '#core/hem'
import type { SpecOf } from '#shared/schemas'
import { lengthWords } from '#shared/words'

const selection = useSelection()

/** The hem opened flat: fabric, fold, what is turned up, the tape where it goes; or both legs with where they are folded and cut. */
const { spec, colour, tapeMm, tapeColour = '#c9c2b0', legs = [], label, easing } = defineProps<{
  spec: SpecOf<'hem'>
  colour: string
  /** Width of the tape; none where none fits. */
  tapeMm: number | null
  tapeColour?: string
  legs?: readonly Shortened[]
  label: string
  /** How the tape goes round a curve. */
  easing?: Easing
}>()
const W = 760
const stretches = computed(() => {
  try {
    return openStretches(spec.stretches, spec.aroundMm)
  } catch {
    return []
  }
})
/** On a curve the tape lies in short lengths. */
const pieces = computed(() => {
  try {
    return tapeCut(spec.stretches, spec.aroundMm, spec.curve?.radiusMm ?? null, easing).map(c => c.pieces)
  } catch {
    return []
  }
})
const x = (mm: number) => mm / spec.aroundMm * W
/** Heights are drawn larger than lengths, so that a tape can be seen. */
const up = computed(() => 176 / Math.max(20, spec.depthMm + spec.turnMm))
const depth = computed(() => spec.depthMm * up.value), turn = computed(() => spec.turnMm * up.value)
const tape = computed(() => (tapeMm ?? 0) * up.value)
const tallest = computed(() => Math.max(1, ...spec.legs.map(l => l.fabricMm)))
const legY = (mm: number) => 14 + mm / tallest.value * 250
</script>

<template>
  <svg :viewBox="spec.task === 'shorten' ? '0 0 760 300' : `0 0 ${W + 20} 310`" class="h-full w-full" role="img" :aria-label="label"
    preserveAspectRatio="xMidYMid meet">
    <template v-if="spec.task === 'shorten'">
      <g v-for="(l, i) in spec.legs" :key="i" :transform="`translate(${30 + i * 360} 0)`">
        <path :d="`M20 14 H170 L160 ${legY(l.fabricMm)} H30 Z`" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.500" />
        <line x1="12" x2="178" :y1="legY(l.nowMm)" :y2="legY(l.nowMm)" stroke="var(--rc-paper)" stroke-width="3" />
        <line x1="12" x2="178" :y1="legY(l.nowMm)" :y2="legY(l.nowMm)" stroke="var(--rc-muted)" stroke-width="1.500"
          stroke-dasharray="3 4" />
        <template v-if="legs[i]">
          <rect x="22" :y="legY(legs[i]!.cutMm)" width="146" :height="Math.max(0, legY(l.fabricMm) - legY(legs[i]!.cutMm))"
            fill="var(--rc-alert)"
            fill-opacity="0.35" />
          <rect x="26" :y="legY(legs[i]!.foldMm) + 2" width="138"
            :height="Math.max(2, (legY(legs[i]!.cutMm) - legY(legs[i]!.foldMm)) * 0.5)"
            :fill="tapeColour" stroke="var(--rc-ink)" stroke-width="0.800" />
          <line x1="8" x2="182" :y1="legY(legs[i]!.foldMm)" :y2="legY(legs[i]!.foldMm)" stroke="var(--rc-mark)" stroke-width="3"
            stroke-dasharray="10 5" />
          <line x1="8" x2="182" :y1="legY(legs[i]!.cutMm)" :y2="legY(legs[i]!.cutMm)" stroke="var(--rc-alert)" stroke-width="3" />
          <text x="190" :y="legY(legs[i]!.foldMm) - 2" font-size="15" font-weight="700" fill="var(--rc-mark)">
            fold {{ Math.round(legs[i]!.foldMm) }}</text>
          <text x="190" :y="legY(legs[i]!.cutMm) + 12" font-size="15" font-weight="700" fill="var(--rc-alert)">
            cut {{ lengthWords(legs[i]!.cutMm, selection.units) }}</text>
        </template>
        <text x="95" y="34" text-anchor="middle" font-size="17" font-weight="700" fill="var(--rc-ink)" stroke="var(--rc-paper)"
          stroke-width="4"
          paint-order="stroke">{{ l.name }}</text>
      </g>
    </template>
    <g v-else transform="translate(10 14)">
      <rect :width="W" height="96" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.200" />
      <rect y="96" :width="W" :height="depth" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.200" />
      <rect y="96" :width="W" :height="depth" fill="var(--rc-paper)" fill-opacity="0.45" />
      <rect v-if="turn > 0" :y="96 + depth" :width="W" :height="turn" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.200" />
      <line x1="0" :x2="W" y1="96" y2="96" stroke="var(--rc-mark)" stroke-width="3" stroke-dasharray="12 6" />
      <line v-if="turn > 0" x1="0" :x2="W" :y1="96 + depth" :y2="96 + depth" stroke="var(--rc-mark)" stroke-width="2"
        stroke-dasharray="5 5" />
      <g v-for="(r, i) in stretches" :key="i">
        <rect :x="x(r.fromMm)" y="0" :width="x(r.lengthMm)" :height="96 + depth + turn" fill="var(--rc-alert)" fill-opacity="0.12"
          stroke="var(--rc-alert)" stroke-width="1.500" stroke-dasharray="4 4" />
        <rect v-if="tape > 0" :x="Math.max(0, x(r.fromMm) - 4)" :y="96 + depth - tape - 4" :width="Math.min(W, x(r.lengthMm) + 8)"
          :height="tape"
          :fill="tapeColour" stroke="var(--rc-ink)" stroke-width="1.200" />
        <line v-for="k in tape > 0 ? (pieces[i] ?? 1) - 1 : 0" :key="k" :x1="x(r.fromMm + r.lengthMm * k / pieces[i]!)"
          :x2="x(r.fromMm + r.lengthMm * k / pieces[i]!)" :y1="96 + depth - tape - 4" :y2="96 + depth - 4" stroke="var(--rc-ink)"
          stroke-width="1.200" />
        <text :x="x(r.fromMm + r.lengthMm / 2)" y="56" text-anchor="middle" font-size="17" font-weight="700" fill="var(--rc-ink)"
          stroke="var(--rc-paper)" stroke-width="4" paint-order="stroke">{{ lengthWords(r.lengthMm, selection.units) }} down</text>
      </g>
      <g font-size="14" fill="var(--rc-ink)" stroke="var(--rc-paper)" stroke-width="3.500" paint-order="stroke">
        <text x="6" y="18">inside of the garment</text>
        <text x="6" y="90">fold</text><text x="6" :y="96 + depth - 6">turned up {{ lengthWords(spec.depthMm, selection.units) }}</text>
        <text v-if="turn > 14" x="6" :y="96 + depth + turn - 5">turned in {{ lengthWords(spec.turnMm, selection.units) }}</text>
        <text :x="W - 6" y="18" text-anchor="end">round {{ lengthWords(spec.aroundMm, selection.units) }}</text>
      </g>
    </g>
  </svg>
</template>
