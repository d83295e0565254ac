<script setup lang="ts">
import type { ShapeCut } from '#core/mend'
import type { Layout, LayoutPiece, LayoutTask } from '#core/layout'
import { GAP_MM, usableWidthMm } from '#shared/cutting'
import { softBacking } from '#shared/making'
import type { Fabric, Supply } from '#shared/schemas'
import { blockedSentence, coolingWords, fabricWords, recipeHeadline, sentence } from '#shared/words'
import type { PairWay } from '#shared/planned'

/** Silk for shapes is backed all over with a soft knit before the shapes are cut: which, how it is fused, how much of it. */
const { fabric, shapes, washC } = defineProps<{
  fabric: Fabric
  shapes: readonly { cut: ShapeCut['cut'], count: number }[]
  washC: number
}>()
const selection = useSelection()
const library = useLibrary()
const workers = useBoardWorkers()
const { wayOf } = usePairWays()
const knit = computed(() => softBacking(library.supplies, fabric, washC))
const { answer: way, problem } = useAnswer<PairWay>(
  () => [fabric.id, fabric.version, knit.value?.id, knit.value?.version, selection.iron?.id, selection.iron?.version,
    selection.pressCloth?.id, selection.chosen.surface, selection.rules],
  () => (knit.value && selection.iron ? wayOf(fabric, knit.value, selection.iron, 'fuse', [], 0) : null),
)
const { answer: layout } = useAnswer<Layout>(
  () => [knit.value?.id, shapes], () => (knit.value && shapes.length > 0 ? laidOn(knit.value) : null),
)
function laidOn(supply: Supply): Promise<Layout> {
  const task: LayoutTask = toPlain({
    wideMm: usableWidthMm(supply), gapMm: GAP_MM, pinned: [],
    pieces: shapes.flatMap((s, k) => Array.from({ length: s.count }, (_, n): LayoutPiece =>
      ({ id: `${k}.${n}`, outline: s.cut, grain: 'any', oneWay: false }))),
  })
  return workers.ask<Layout>('lay-silk', async remote => (await remote.firstLayoutFor('shapes-silk', task)) as Layout)
}
</script>

<template>
  <div data-test="silk-backing">
    <p v-if="!knit">{{ fabric.name }} wants a soft knit interfacing behind it, no stiff web on its face: there is none on the shelf.</p>
    <template v-else>
      <p><b>{{ fabric.name }}</b>: no stiff web on its face. Fuse {{ knit.name }} behind it first<template
        v-if="layout">, {{ fabricWords(layout.lengthMm / 1000, selection.units) }} of it and as much of the silk</template>; then cut the
        shapes, baste and stitch them. <Sourced from="estimate" /></p>
      <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
      <p v-else-if="way?.recipe">{{ recipeHeadline(way.recipe, selection.units) }}. {{ sentence(coolingWords(way.recipe)) }}.
        <Sourced :from="way.standing === 'proved' ? 'tested' : 'estimate'" /></p>
      <p v-else-if="way?.blocked" class="text-alert">{{ blockedSentence(way.blocked, selection.units) }}</p>
    </template>
  </div>
</template>
