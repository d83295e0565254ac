<script setup lang="ts">
import { HALVES } from '#core/cut'
import { HOUSE_INSET_MM, insetOf, isLayers, webLessMm, type CutPiece } from '#shared/cutting'
import type { JobPiece } from '#shared/schemas'
import { HALF_WORDS, INSET_WORDS, lengthWords } from '#shared/words'

/** From the cut edge inward, with the millimetres between; and where the interfacing ends, by the house or by this piece. */
const { piece, made } = defineProps<{ piece: JobPiece, made: CutPiece }>()
const emit = defineEmits<{ inset: [inset: JobPiece['inset']], half: [half: JobPiece['half']] }>()
const selection = useSelection()
const rule = computed(() => insetOf(piece, selection.rules))
const house = computed(() => insetOf({ inset: null }, selection.rules))
const houseWords = computed(() => (house.value.how === 'inside'
  ? `${lengthWords(HOUSE_INSET_MM, selection.units)} inside`
  : 'caught in the seam'))
const steps = computed(() => {
  const { seam, hem, front } = piece.allowances
  const edges = [
    `${lengthWords(seam, selection.units)} seam`,
    ...(hem !== seam ? [`${lengthWords(hem, selection.units)} hem`] : []),
    ...(front !== seam ? [`${lengthWords(front, selection.units)} front`] : []),
  ]
  const stand = made.layers
  return [
    { name: 'cut edge', mark: 'ink', by: '' },
    { name: stand ? 'stitch line, the finished edge' : 'seam line', mark: 'seam', by: edges.join(', ') },
    ...(made.interfacing.length && !stand
      ? [
          {
            name: 'interfacing',
            mark: 'good',
            by:
              piece.foamId || rule.value.how === 'caught'
                ? 'to the cut edge'
                : rule.value.how === 'exact'
                  ? 'to the seam line'
                  : `${lengthWords(rule.value.byMm, selection.units)} inside it${piece.half ? ', to the fold' : ''}`,
          },
        ]
      : []),
    ...(made.foam.length
      ? [
          {
            name: stand ? 'stiff layer' : 'foam',
            mark: 'alert',
            by: stand ? `${lengthWords(stand.standOffMm, selection.units)} inside it` : 'clear of the seam',
          },
        ]
      : []),
    ...(made.web.length ? [{ name: 'web', mark: 'mark', by: `${lengthWords(webLessMm(selection.rules), selection.units)} less` }] : []),
  ]
})
const byMm = computed({
  get: () => (rule.value.how === 'inside' ? rule.value.byMm : 0),
  set: v => emit('inset', { how: 'inside', byMm: Number(v) }),
})
const HOW = (['inside', 'exact', 'caught'] as const).map(value => ({ value, name: INSET_WORDS[value] }))
const how = computed({
  get: () => rule.value.how,
  set: v => emit('inset', v === 'inside' ? { how: 'inside', byMm: HOUSE_INSET_MM } : { how: v }),
})
const WHOLE = 'whole' as const
const halves = [WHOLE, ...HALVES].map(value => ({ value, label: HALF_WORDS[value] }))
const COLOUR = {
  ink: 'var(--rc-ink)',
  seam: 'var(--rc-muted)',
  good: 'var(--rc-good)',
  alert: 'var(--rc-alert)',
  mark: 'var(--rc-mark)',
} as const
const DASH = { ink: '', seam: '5 4', good: '9 4', alert: '2 4', mark: '10 3 2 3' } as const
</script>

<template>
  <div>
    <ul class="space-y-0.5 text-[15px]" data-test="stack">
      <li v-for="s in steps" :key="s.name" class="flex items-center gap-2 leading-tight">
        <svg width="34" height="8" class="shrink-0" aria-hidden="true">
          <line
            x1="0"
            x2="34"
            y1="4"
            y2="4"
            stroke-width="2.500"
            :stroke="COLOUR[s.mark as keyof typeof COLOUR]"
            :stroke-dasharray="DASH[s.mark as keyof typeof DASH]"
          />
        </svg>
        <span>{{ s.name }}</span><span class="ml-auto text-right text-muted-ink">{{ s.by }}</span>
      </li>
    </ul>
    <div v-if="piece.interfacingId && !piece.foamId && !isLayers(piece)">
      <Choices
        v-model="how"
        :options="HOW"
        label="Where the interfacing ends"
        class="mt-2 grid grid-cols-3 gap-1 text-sm"
        shape="min-h-10 px-1 leading-tight"
      />
      <label v-if="rule.how === 'inside'" class="mt-1 block text-sm">
        <span class="flex"
        ><b>{{ lengthWords(byMm, selection.units) }}</b
        ><span class="ml-auto text-muted-ink">the house: {{ houseWords }}</span></span
        >
        <input
          v-model="byMm"
          type="range"
          min="0"
          max="6"
          step="0.5"
          class="w-full accent-(--rc-mark)"
          aria-label="Interfacing inside the seam line"
          :aria-valuetext="lengthWords(byMm, selection.units)"
        />
      </label>
      <label class="mt-1 flex items-center gap-2 text-sm">
        <span class="shrink-0">Backed</span>
        <USelect :model-value="piece.half ?? WHOLE" :items="halves" size="sm" class="w-full" aria-label="Which half is backed"
          @update:model-value="v => emit('half', v === WHOLE ? null : v as JobPiece['half'])" />
      </label>
      <UButton v-if="piece.inset" size="xs" variant="ghost" color="neutral" class="min-h-8" @click="emit('inset', null)">
        House rule</UButton
      >
    </div>
  </div>
</template>
