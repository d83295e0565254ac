<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { STIFFNESS_FROM_MM, STIFFNESSES } from '#core/stiffness'
import type { Candidate, Match } from '#core/match'
import { fabricWords, KIND_NAME, lengthWords, STIFFNESS_NAME } from '#shared/words'

const selection = useSelection()

/**
 * The candidates from drape to rigid at the bending length they would have, the wanted hand marked: too stiff and too limp are seen
 * at once.
 */
const { match, shown, chosenKeys, progress } = defineProps<{
  match: Match
  shown: Candidate[]
  chosenKeys: string[]
  progress: { done: number, of: number } | null
}>()
const emit = defineEmits<{ toggle: [key: string] }>()

const CHIP = 52
/** From a little under the limpest to a little over the stiffest of what is shown. */
const span = computed(() => {
  const all = [match.fabricBendingMm, ...match.wantedMm.map(w => Math.max(w, 12)), ...shown.map(c => c.bendingMm)]
  return { from: Math.min(...all) * 0.8, to: Math.max(...all) * 1.12 }
})
const box = useTemplateRef<HTMLElement>('box')
const { height } = useElementSize(box)
const at = (mm: number) => {
  const { from, to } = span.value
  const share = Math.log(Math.min(to, Math.max(from, mm)) / from) / Math.log(to / from)
  return (1 - share) * Math.max(200, height.value)
}
const classes = computed(() =>
  STIFFNESSES.map((stiffness, i) => ({
    stiffness, from: Math.max(span.value.from, STIFFNESS_FROM_MM[stiffness]),
    to: Math.min(span.value.to, STIFFNESSES[i + 1] ? STIFFNESS_FROM_MM[STIFFNESSES[i + 1]!] : Infinity),
  })).filter(k => Math.log(k.to / k.from) > 0.06),
)
/** Chips pushed apart until none covers another, each tied to its true height. */
const chips = computed(() => {
  const chip = Math.min(CHIP, Math.max(34, height.value / Math.max(1, shown.length)))
  const rows = shown
    .map(c => ({ c, rank: match.ranked.indexOf(c) + 1, y: at(c.bendingMm), top: at(c.bendingMm) - chip / 2 }))
    .sort((a, b) => a.top - b.top)
  for (let i = 1; i < rows.length; i++) rows[i]!.top = Math.max(rows[i]!.top, rows[i - 1]!.top + chip)
  let floor = height.value - chip
  for (let i = rows.length - 1; i >= 0; i--) {
    rows[i]!.top = Math.max(0, Math.min(rows[i]!.top, floor))
    floor = rows[i]!.top - chip
  }
  return rows.map(r => ({ ...r, high: chip - 4, mid: r.top + (chip - 4) / 2 }))
})
const nameOf = (c: Candidate) =>
  c.kind === 'selfFabric' ? 'Self fabric' : c.kind === 'double' ? `${c.supplies[0]!.name}, twice` : c.supplies.map(s => s.name).join(' + ')
</script>

<template>
  <div ref="box" class="relative h-full min-h-[26rem]" role="group" aria-label="Candidates from drape to rigid">
    <svg class="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
      <rect x="0" width="104" :y="at(match.wantedMm[1])" :height="Math.max(4, at(match.wantedMm[0]) - at(match.wantedMm[1]))"
        fill="var(--rc-mark)" opacity="0.16" />
      <rect x="98" width="6" :y="at(match.wantedMm[1])" :height="Math.max(4, at(match.wantedMm[0]) - at(match.wantedMm[1]))"
        fill="var(--rc-mark)" />
      <g v-for="k in classes" :key="k.stiffness">
        <line x1="0" x2="104" :y1="at(k.from)" :y2="at(k.from)" stroke="var(--rc-seam)" stroke-dasharray="7 5" stroke-width="1.500" />
        <text x="2" :y="Math.max(16, at(k.to) + 19)" font-size="16" font-weight="600"
          fill="currentColor">{{ STIFFNESS_NAME[k.stiffness] }}</text>
        <text v-if="k.from === STIFFNESS_FROM_MM[k.stiffness]" x="2" :y="at(k.from) - 3" font-size="11.500"
          fill="var(--rc-muted)">from {{ lengthWords(STIFFNESS_FROM_MM[k.stiffness], selection.units) }}</text>
      </g>
      <g><line x1="88" x2="122" :y1="at(match.fabricBendingMm)" :y2="at(match.fabricBendingMm)" stroke="var(--rc-ink)"
        stroke-width="3" /></g>
      <path v-for="r in chips" :key="r.c.key" :d="`M104 ${r.y}h6C122 ${r.y} 118 ${r.mid} 134 ${r.mid}`" fill="none"
        :stroke="chosenKeys.includes(r.c.key) ? 'var(--rc-ink)' : 'var(--rc-seam)'"
        :stroke-width="chosenKeys.includes(r.c.key) ? 2.5 : 1.3" />
      <circle v-for="r in chips" :key="`d${r.c.key}`" cx="105" :cy="r.y" r="4"
        :fill="chosenKeys.includes(r.c.key) ? 'var(--rc-ink)' : 'var(--rc-paper)'" stroke="var(--rc-ink)" />
    </svg>
    <button
      v-for="r in chips"
      :key="r.c.key"
      type="button"
      class="absolute top-0 right-0 left-[134px] flex items-center gap-2 overflow-hidden px-2 text-left transition-transform duration-300
        motion-reduce:transition-none"
      :class="chosenKeys.includes(r.c.key) ? 'bg-ink text-paper rounded-[3px]' : 'slip hover:bg-seam/20'"
      :style="{ transform: `translateY(${r.top}px)`, height: `${r.high}px` }"
      :aria-pressed="chosenKeys.includes(r.c.key)"
      data-test="candidate"
      @click="emit('toggle', r.c.key)">
      <span class="w-7 shrink-0 text-center text-2xl leading-none" :class="r.rank === 1 ? 'font-bold' : ''">{{ r.rank }}</span>
      <span class="min-w-0 flex-1 leading-tight">
        <span class="block truncate font-semibold">{{ nameOf(r.c) }}</span>
        <span class="block truncate text-[13px] opacity-80">{{ KIND_NAME[r.c.kind] }},
          {{ lengthWords(r.c.bendingMm, selection.units) }}<template
            v-if="r.c.recipe">, {{ r.c.recipe.holdS }} s {{ r.c.recipe.method }}</template>
          <template v-else-if="r.c.reachC !== null">, {{ progress ? 'testing…' : 'heat not tested yet' }}</template>
          <template v-if="r.c.need?.shortM">, {{ fabricWords(r.c.need.shortM, selection.units) }} short</template></span>
      </span>
      <span class="shrink-0 text-lg font-semibold tabular-nums">{{ Math.round(r.c.score * 100) }}</span>
    </button>
    <p class="absolute w-[112px] text-[12px] leading-none text-muted-ink"
      :style="{ top: `${at(match.fabricBendingMm) + 5}px`, left: '4px' }">fabric alone
      {{ lengthWords(match.fabricBendingMm, selection.units) }}
      <Sourced :from="match.fabricBendingOrigin" /></p>
  </div>
</template>
