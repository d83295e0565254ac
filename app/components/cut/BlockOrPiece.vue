<script setup lang="ts">
import { blockOrPiece } from '#core/cut'
import { thinned, type Outline } from '#core/geometry'
import { laidOutline } from '#core/layout'
import { IRON_KINDS } from '#core/materials'
import { cutPiece, GAP_MM, type Part } from '#shared/cutting'
import type { Supply } from '#shared/schemas'
import { takenM } from '#shared/laidOut'
import { fabricWords, FUSING_RISK, seconds } from '#shared/words'
import type { LaidPart } from '#shared/laidOut'

/** Cut and fuse piece by piece, or fuse a block and cut the pieces out of it: both as pictures, with metres and minutes. */
const { supply, parts, layout, lengthMm, wideMm, laying } = defineProps<{
  supply: Supply
  parts: readonly Part[]
  layout: readonly LaidPart[]
  lengthMm: number
  wideMm: number
  /** The layout of the parts is still being looked for. */
  laying: boolean
}>()
const cutting = useCutting()
const selection = useSelection()
const block = useLayoutSearch('block')
const USUAL_HOLD_S = 15
const holdS = computed(() => supply.makerHoldS ?? USUAL_HOLD_S)
const cutEdges = computed(() => {
  const known = new Map<string, Outline>()
  return parts
    .filter(p => p.role === 'interfacing')
    .map((p) => {
      const piece = cutting.pieces.find(q => q.id === p.pieceId)!
      if (!known.has(p.pieceId)) {
        const { cut } = cutPiece(piece, cutting.ground)
        known.set(p.pieceId, { rim: thinned(cut.rim, 0.05).map(q => ({ x: q.x, y: q.y })), holes: [] })
      }
      return { ...p, outline: known.get(p.pieceId)! }
    })
})
const SOUGHT_MS = 1500
watch(
  [() => cutEdges.value.map(p => p.id).join(), () => laying],
  () => {
    if (laying || cutEdges.value.length === 0) return
    void block.start(
      {
        pieces: cutEdges.value.map(({ id, outline, grain, oneWay }) => ({ id, outline, grain, oneWay })),
        wideMm,
        gapMm: GAP_MM,
        pinned: [],
      },
      SOUGHT_MS,
    )
  },
  { immediate: true },
)
const answer = computed(() => {
  const l = block.layout.value
  if (!l || lengthMm === 0) return null
  const [longMm, shortMm] = IRON_KINDS[selection.iron?.kind ?? 'household'].soleMm
  return blockOrPiece({
    pieces: cutEdges.value.map(p => ({ cut: p.outline, interfacing: parts.find(q => q.id === p.id)!.outline })),
    interfacingLayoutMm: lengthMm,
    cutLayoutMm: l.lengthMm,
    blockWideMm: wideMm,
    sole: { wideMm: shortMm, longMm },
    holdS: holdS.value,
    passes: selection.house.habits.bothSides ? 2 : 1,
  })
})
const across = (o: Outline) => outlinePath({ rim: o.rim.map(q => ({ x: q.y, y: q.x })), holes: [] }, false)
const piecePaths = computed(() => layout.map(p => across(laidOutline(p.outline, p))))
const blockPaths = computed(() =>
  (block.layout.value?.placements ?? []).flatMap((p) => {
    const part = cutEdges.value.find(q => q.id === p.id)
    return part ? [across(laidOutline(part.outline, p))] : []
  }),
)
const longest = computed(() => Math.max(lengthMm, block.layout.value?.lengthMm ?? 0, 1))
const WAYS = ['piece', 'block'] as const
const NAME = { piece: 'Cut, then fuse each piece', block: 'Fuse a block, then cut' }
</script>

<template>
  <div v-if="answer" class="grid grid-cols-2 gap-3 text-[15px]" data-test="block-or-piece">
    <div v-for="way in WAYS" :key="way" class="slip flex gap-3 p-2" :class="answer.quicker === way ? 'outline-2 outline-mark' : ''">
      <svg :viewBox="`0 0 ${longest} ${wideMm}`" class="h-20 max-w-32 shrink-0" preserveAspectRatio="xMinYMid meet" aria-hidden="true">
        <rect v-if="way === 'block'" :width="block.layout.value!.lengthMm" :height="wideMm" fill="var(--rc-good)" fill-opacity="0.25" />
        <path
          v-for="(d, i) in way === 'piece' ? piecePaths : blockPaths"
          :key="i"
          :d="d"
          :fill="way === 'piece' ? 'var(--rc-good)' : 'none'"
          fill-opacity="0.3"
          stroke="var(--rc-ink)"
          vector-effect="non-scaling-stroke"
          stroke-width="0.8"
        />
      </svg>
      <p class="leading-snug">
        <b>{{ NAME[way] }}{{ answer.quicker === way ? ': quicker' : '' }}</b
        ><br />
        {{ fabricWords(takenM(answer[way].interfacingM * 1000), selection.units) }}, about {{ Math.round(answer[way].minutes) }} min,
        {{ answer[way].touches }} presses of
        {{ seconds(holdS) }} <Sourced from="estimate" /><br /><span class="text-sm text-muted-ink">{{ FUSING_RISK[way] }}</span>
      </p>
    </div>
  </div>
</template>
