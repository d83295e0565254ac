<script setup lang="ts">
import { DISTANCES_M, hexOf, labOf, madePrint, tinted, type Picture } from '#core/colour'
import { boundsOf } from '#core/geometry'
import { patchesOfSpec, plainPayload, toLook } from '#shared/making'
import type { Fabric, LookPayload, ScrapKept, SpecOf } from '#shared/schemas'
import { fabricWords, seenWords } from '#shared/words'

const selection = useSelection()

/** The hole with the patch in it beside the fabric that was never torn, as an eye takes them from half a metre, one and three. */
const { spec, fabric, scrap } = defineProps<{ spec: SpecOf<'hole'>, fabric: Fabric | null, scrap: ScrapKept | null }>()
const workers = useBoardWorkers()
/** A look as points: its small picture, or its colour with the light and shade of a weave. */
async function pictureOfLook(l: LookPayload, seed: number): Promise<Picture> {
  if (l.tile) return pictureAt(l.tile.picture)
  const [ground, ...rest] = l.palette
  return madePrint({
    kind: rest.length > 0 ? 'dots' : 'plain', colours: l.palette.map(p => p.hex), repeatMm: Math.max(4, (l.figureMm ?? 6) * 2),
    coveredShare: Math.min(0.6, 1 - ground!.sharePct / 100), wideMm: 40, highMm: 40, pxPerMm: TILE_PX_PER_MM, seed,
  })
}
const marked = (l: LookPayload): LookPayload => spec.marker
  ? { ...l, tile: null, palette: tinted(toLook(l), spec.marker).palette.map(p => ({ hex: hexOf(p.lab), sharePct: p.sharePct })) }
  : l
const patchLook = computed(() => (scrap ? marked(spec.side === 'back' && scrap.back ? scrap.back : scrap.face) : null))
const fabricAppearance = computed(() => spec.look ?? plainPayload(fabric?.colourHex ?? '#999999'))
const { answer: seen, problem } = useAnswer(
  () => [spec.holes, spec.trimMm, spec.marginMm, patchLook.value, fabricAppearance.value], async () => {
    if (!patchLook.value) return null
    labOf(fabricAppearance.value.palette[0]!.hex)
    const [first] = patchesOfSpec(spec), b = boundsOf(first!.outline), pad = 8
    const wideMm = Math.min(160, b.wideMm + 2 * pad), highMm = Math.min(140, b.highMm + 2 * pad)
    const holes = first!.holes.map(h => h.rim.map(p => ({ x: p.x - b.left + pad, y: b.top + pad - p.y })))
    const [base, patch] = await Promise.all([pictureOfLook(fabricAppearance.value, 3), pictureOfLook(patchLook.value, 8)])
    return workers.ask('mended', remote =>
      remote.mended({ fabric: base, patch, pxPerMm: TILE_PX_PER_MM, wideMm, highMm, holes, distancesM: [...DISTANCES_M] }))
  }, { stays: true, fault: error => (error instanceof RangeError ? faultWords(error) : faultOf(error)) },
)
</script>

<template>
  <div class="flex h-full flex-col gap-2 overflow-auto" data-test="mended">
    <p v-if="!scrap" class="text-lg">Choose a scrap under “Which scrap” to see how it mends.</p>
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <div v-if="scrap" class="grid min-h-0 flex-1 grid-cols-3 gap-3">
      <figure v-for="s in seen" :key="s.farM" class="flex min-h-0 flex-col gap-1">
        <figcaption class="text-xl font-semibold" :class="s.seen.shows ? 'text-alert' : 'text-good'" data-test="seen">
          {{ seenWords(s.farM, s.seen.shows, selection.units) }}</figcaption>
        <img :src="addressOf(s.mended, 0.92)" :alt="`Mended, from ${fabricWords(s.farM, selection.units)}`"
          class="min-h-0 w-full flex-1 border border-ink object-contain" />
        <img :src="addressOf(s.fabric, 0.92)" :alt="`Never torn, from ${fabricWords(s.farM, selection.units)}`"
          class="min-h-0 w-full flex-1 border border-seam object-contain" />
        <p class="text-sm text-muted-ink">step at its rim ΔE₀₀ {{ s.seen.stepMended.toFixed(1) }}, on the fabric itself
          {{ s.seen.stepFabric.toFixed(1) }} <Sourced from="estimate" /></p>
      </figure>
    </div>
    <p v-if="scrap" class="text-sm text-muted-ink">Above mended, below never torn; each as sharp as an eye sees it from there.</p>
  </div>
</template>
