<script setup lang="ts">
import { SEAM_DETAILS, type SeamDetailKey } from '#core/seam'

/** Where on a piece the feature runs, and how the iron goes along it: the piece from the side that is pressed. */
const { seamDetail, cold = false, colour, label } = defineProps<{
  seamDetail: SeamDetailKey
  cold?: boolean
  colour: string
  label: string
}>()
const LINES: Record<SeamDetailKey, string> = {
  seamOpen: 'M60 8 V112', seamOneSide: 'M60 8 V112', curvedSeam: 'M40 8 Q92 60 40 112', sleeveSeam: 'M60 8 V112',
  dart: 'M52 112 L60 34 L68 112',
  pleat: 'M44 8 V112 M60 8 V112 M76 8 V112', gather: 'M14 60 H106', collarEdge: 'M16 84 L26 34 H94 L104 84',
  neckEdge: 'M22 18 Q60 92 98 18',
  facing: 'M84 8 V112', hemFold: 'M10 92 H110', trouserCrease: 'M78 8 V112',
  binding: 'M10 60 H110 M10 74 H110', crease: 'M18 18 L102 102', largeFlat: '',
  finishFlat: 'M14 14 H106 V106 H14 Z', finishHanging: 'M60 20 L24 34 M60 20 L96 34 M60 20 Q54 10 62 6',
}
const WAY: Record<SeamDetailKey, string> = {
  seamOpen: 'M60 104 V22', seamOneSide: 'M60 104 V22', curvedSeam: 'M44 106 Q88 60 46 18', sleeveSeam: 'M60 104 V22', dart: 'M60 104 V46',
  pleat: '', gather: 'M104 54 H22', collarEdge: '', neckEdge: '', facing: '', hemFold: '', trouserCrease: '', binding: '', crease: '',
  largeFlat: 'M60 104 V22', finishFlat: 'M60 60 V26', finishHanging: '',
}
/** Where it is set on and lifted. */
const SETS: Record<SeamDetailKey, [number, number][]> = {
  seamOpen: [], seamOneSide: [], curvedSeam: [], sleeveSeam: [], dart: [], gather: [], largeFlat: [],
  pleat: [[60, 30], [60, 60], [60, 90]], collarEdge: [[24, 52], [60, 34], [96, 52]], neckEdge: [[30, 36], [60, 62], [90, 36]],
  facing: [[84, 30], [84, 60], [84, 90]], hemFold: [[28, 92], [60, 92], [92, 92]],
  trouserCrease: [[78, 26], [78, 60], [78, 94]], binding: [[28, 67], [60, 67], [92, 67]],
  crease: [[36, 36], [60, 60], [84, 84]], finishFlat: [], finishHanging: [],
}
const hover = computed(() => SEAM_DETAILS[seamDetail].motion === 'hover')
</script>

<template>
  <svg viewBox="0 0 120 120" class="h-full w-full" role="img" :aria-label="label">
    <defs><marker id="rc-way" viewBox="0 0 10 10" refX="7" refY="5" markerWidth="5" markerHeight="5" orient="auto-start-reverse">
      <path d="M0 0 L10 5 L0 10 z" fill="var(--rc-mark)" /></marker></defs>
    <path d="M6 6 Q60 0 114 6 L116 114 Q60 120 4 114 Z" :fill="colour" stroke="var(--rc-ink)" stroke-width="1.400" />
    <path :d="LINES[seamDetail]" fill="none" stroke="var(--rc-paper)" stroke-width="3.400" stroke-linecap="round" />
    <path :d="LINES[seamDetail]" fill="none" stroke="var(--rc-ink)" stroke-width="1.800" stroke-dasharray="6 4" />
    <template v-if="!cold">
      <path v-if="WAY[seamDetail] && !hover" :d="WAY[seamDetail]" fill="none" stroke="var(--rc-paper)" stroke-width="10"
        stroke-linecap="round" />
      <path v-if="WAY[seamDetail] && !hover" :d="WAY[seamDetail]" fill="none" stroke="var(--rc-mark)" stroke-width="5"
        marker-end="url(#rc-way)" />
      <g v-for="[x, y] in SETS[seamDetail]" :key="`${x} ${y}`" :transform="`translate(${x} ${y})`" fill="none" stroke="var(--rc-mark)"
        stroke-width="3">
        <ellipse rx="11" ry="15" fill="var(--rc-paper)" fill-opacity="0.75" /><path d="M0 -8 V8 M-4 -4 L0 -9 L4 -4 M-4 4 L0 9 L4 4"
          stroke-width="2.400" />
      </g>
    </template>
  </svg>
</template>
