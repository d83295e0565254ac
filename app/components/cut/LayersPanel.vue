<script setup lang="ts">
import { bagSteps, edgeSection, layersSteps, type LayersSpec } from '#core/cut'
import { boundsOf } from '#core/geometry'
import { pieceFrom } from '#core/layout'
import { leftAloneS } from '#core/recipe'
import type { OperationKind } from '#core/session'
import { cutPiece, fromPayload, isLayers, layersSpec } from '#shared/cutting'
import { lengthWords, layersStepSentence, recipeHeadline } from '#shared/words'

/** A stiff mat or bag: all its sizes, its edge cut through, and the order of making it. A bag's foam, clear of the seam. */
const chosenId = defineModel<string | null>('chosen', { required: true })
const cutting = useCutting()
const selection = useSelection()
const library = useLibrary()
const stiff = computed(() => cutting.pieces.filter(p => p.foamId !== null))
const OPTIONS = computed(() => stiff.value.map(p => ({ value: p.id, name: p.name })))
const piece = computed(() => stiff.value.find(p => p.id === chosenId.value) ?? stiff.value[0] ?? null)
const picked = computed({
  get: () => piece.value?.id ?? null,
  set: (id) => {
    chosenId.value = id
  },
})
const made = computed(() => {
  try {
    return piece.value && cutPiece(piece.value, cutting.ground)
  } catch {
    return null
  }
})
const spec = computed<LayersSpec | null>(() => piece.value && layersSpec(piece.value, cutting.ground))
const size = (o: Parameters<typeof boundsOf>[0]) => {
  const b = boundsOf(o)
  return `${lengthWords(b.wideMm, selection.units)} × ${lengthWords(b.highMm, selection.units)}`
}
const sizes = computed(() => {
  const m = made.value,
    s = m?.layers
  if (!m || !piece.value) return []
  return s
    ? [
        ['finished', size(s.stitch)],
        ['face', size(s.face)],
        ['back', size(s.back)],
        ['stiff layer', size(s.stiff)],
        ...(piece.value.webId ? [['webs, two', size(s.web)]] : []),
      ]
    : [
        ['cut edge', size(m.cut)],
        ['seam line', size(m.seam)],
        ...m.foam.map(o => ['foam, clear of the seam', size(o)]),
        ...m.interfacing.map(o => ['interfacing over it, caught in the seam', size(o)]),
      ]
})

/** The edge cut through at true proportions. */
const INSIDE_MM = 14
const section = computed(() => (made.value?.layers && spec.value ? edgeSection(made.value.layers, spec.value, INSIDE_MM) : null))
const line = (points: readonly { x: number, y: number }[]) =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(3)} ${(-p.y).toFixed(3)}`).join('')
const box = computed(() => {
  const s = spec.value,
    m = made.value?.layers
  if (!s || !m) return '0 0 1 1'
  return `${-INSIDE_MM} ${-s.stiffMm - s.faceMm - 2} ${INSIDE_MM + m.standOffMm + 4} ${s.stiffMm + s.faceMm + s.backMm + 4.5}`
})

const web = computed(() => (piece.value?.webId ? cutting.supplyOfId(piece.value.webId) : null))
const planning = usePlanning()
onMounted(planning.want)
/** What the pressing plan has for the first of these pieces, on the iron in hand. */
function planned(kind: OperationKind) {
  const work = planning.works.find(w => w.kind === kind && w.pieceId === piece.value?.id && w.numbers.includes(0))
  return work?.ways.find(w => w.ironId === selection.iron?.id) ?? null
}
const held = computed(() => planned(web.value ? 'hold' : 'fuse'))
const steps = computed(() => {
  const m = made.value, way = held.value
  if (!m || !planning.isPlanned) return []
  const times = { holdS: way?.recipe.holdS ?? null, coolS: way ? leftAloneS(way.recipe) : null }, positions = way?.placements.length ?? 1
  if (m.layers) return layersSteps(m.layers, { ...times, tackS: planned('tack')?.recipe.holdS ?? null }, positions)
  return m.foam[0] ? bagSteps(times, positions, m.interfacing.length > 0) : []
})
const how = computed(() => held.value?.recipe ?? null)

/** Webs out of what is left over, butted. */
const butted = computed(() => {
  const s = made.value?.layers
  if (!s || !web.value) return null
  const offcuts = cutting.offcutsFor(web.value.id).map(o => ({ id: o.id, ...boundsOf(fromPayload(o.outline)) }))
  return pieceFrom(offcuts, boundsOf(s.web))
})
</script>

<template>
  <div
    v-if="piece && made"
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_430px] gap-6 px-4 pb-3
      max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto"
  >
    <div class="flex min-h-0 flex-col">
      <Choices v-model="picked" :options="OPTIONS" label="Which piece" class="flex flex-wrap gap-1" shape="min-h-10 px-3" />
      <div class="mt-2 min-h-48 flex-1">
        <PiecePicture
          :made="made"
          :grain="piece.grain"
          :label="`${piece.name}: its layers`"
          :colour="library.fabrics.find(c => c.id === piece!.fabricId)?.colourHex"
        />
      </div>
      <template v-if="section && made.layers && spec">
        <h2 class="mt-2 text-lg font-semibold">The edge cut through, the seam at its right</h2>
        <svg :viewBox="box" class="h-44 w-full" role="img" aria-label="Section of the edge to scale" data-test="edge-section">
          <rect
            :x="section.stiff.fromX"
            :y="-section.stiff.highMm"
            :width="section.stiff.toX - section.stiff.fromX"
            :height="section.stiff.highMm"
            fill="var(--rc-alert)"
            fill-opacity="0.3"
            stroke="var(--rc-alert)"
            stroke-width="0.060"
          />
          <path :d="line(section.face)" fill="none" stroke="var(--rc-ink)" :stroke-width="Math.max(0.12, spec.faceMm)" />
          <path :d="line(section.back)" fill="none" stroke="var(--rc-muted)" :stroke-width="Math.max(0.12, spec.backMm)" />
          <circle :cx="section.stitch.x" :cy="-section.stitch.y" r="0.220" fill="var(--rc-mark)" />
          <g font-size="0.700" fill="var(--rc-ink)">
            <text :x="-INSIDE_MM + 0.4" :y="-spec.stiffMm - spec.faceMm - 0.6">face</text>
            <text :x="-INSIDE_MM + 0.4" :y="-spec.stiffMm / 2 + 0.25">stiff layer, {{ lengthWords(spec.stiffMm, selection.units) }}</text>
            <text :x="-INSIDE_MM + 0.4" :y="spec.backMm + 1">back</text>
            <text :x="section.stitch.x + 0.4" y="0.250">stitch</text>
            <text :x="section.stitch.x / 2" :y="spec.backMm + 1.6" text-anchor="middle">
              {{ lengthWords(made.layers.standOffMm, selection.units) }}
            </text>
            <line
              x1="0"
              :x2="section.stitch.x"
              :y1="spec.backMm + 0.7"
              :y2="spec.backMm + 0.7"
              stroke="var(--rc-ink)"
              stroke-width="0.050"
            />
          </g>
        </svg>
        <p class="text-[15px]">
          Stitch {{ lengthWords(made.layers.standOffMm, selection.units) }} off the stiff layer; the face is
          {{ lengthWords(made.layers.turnMm, selection.units) }} larger at every edge than the back, for the turn of the fabric; leave
          {{ lengthWords(Math.ceil(made.layers.openingMm / 5) * 5, selection.units) }} open. <Sourced from="estimate" />
        </p>
      </template>
      <p v-else class="text-[15px]">The foam stays out of the seam; the interfacing over it is caught in the seam and holds it in.</p>
    </div>
    <div class="min-h-0 overflow-auto" role="region" aria-label="Sizes and the order of making it" tabindex="0">
      <table class="w-full text-lg" data-test="layers-sizes">
        <caption class="sr-only">
          All sizes
        </caption>
        <tbody>
          <tr v-for="[name, value] in sizes" :key="name" class="border-t border-dashed border-seam">
            <th scope="row" class="py-1 text-left font-normal">{{ name }}</th>
            <td class="whitespace-nowrap text-right font-semibold">{{ value }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="web && butted" class="mt-2 text-[15px]">
        One web can be pieced from {{ butted.ids.length }} of its offcuts, with {{ butted.joins }}
        {{ butted.joins === 1 ? 'join' : 'joins' }}. <Sourced from="estimate" />
      </p>
      <p v-if="planning.problem" class="mt-2 text-[15px] font-semibold text-alert" role="alert">{{ planning.problem }}</p>
      <p v-else-if="!planning.isPlanned" class="mt-2 text-[16px]" role="status">Working out its recipe…</p>
      <ol v-if="steps.length" class="mt-3 list-decimal space-y-1 pl-7 text-[16px]" data-test="steps">
        <li v-for="(s, i) in steps" :key="i">{{ layersStepSentence(s, selection.units) }}</li>
      </ol>
      <p v-if="how" class="mt-2 text-[16px] font-semibold" data-test="layers-how">{{ recipeHeadline(how, selection.units) }},
        {{ how.firstSide === 'face' ? 'through the fabric, from its right side' : 'from the wrong side' }} <Sourced from="estimate" /></p>
      <p v-if="steps.length" class="mt-2 text-sm text-muted-ink">
        Setting, seconds and positions are those of the pressing plan. Press a test swatch first. The iron and the steam burn.
      </p>
      <p v-if="isLayers(piece) && !web" class="mt-3 text-[15px] text-alert">
        No web is chosen. Choose one on Pieces, or a stiff layer with adhesive on both sides.
      </p>
    </div>
  </div>
  <p v-else class="mt-16 text-center text-xl">
    No piece here has foam or a board. Choose one on Pieces; a mat with a board is built in layers.
  </p>
</template>
