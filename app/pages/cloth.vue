<script setup lang="ts">
import type { Cloth } from '#shared/schemas'

definePageMeta({ title: 'Fabric' })
const library = useLibrary()
const bench = useBench()
/** A form that was left half-written stands open again. */
const writing = useKept<'new' | 'change' | null>('cloth-writing', null)

watchEffect(() => { if (!bench.cloth && library.cloths[0] && bench.chosen.clothId !== null) bench.chosen.clothId = null })

const describe = (): void => { writing.value = 'new' }
function choose(cloth: Cloth): void {
  library.keepCloth(cloth)
  bench.chosen.clothId = cloth.id
  bench.chosen.way = null
  writing.value = null
}
function saved(cloth: Cloth): void {
  library.keepCloth(cloth)
  choose(cloth)
}
useKeys({
  fresh: describe, change: () => { if (bench.cloth) writing.value = 'change' },
  leave: () => { writing.value = null },
})
</script>

<template>
  <div class="grid h-full grid-cols-[340px_1fr] max-[900px]:grid-cols-[260px_1fr]">
    <ClothDrawer :changed="library.cloths" :chosen-id="writing === 'new' ? null : bench.chosen.clothId"
      class="min-h-0 overflow-auto border-r border-seam" @choose="choose" @describe="writing = 'new'" />
    <section class="min-h-0 overflow-auto px-6 pt-6">
      <ClothForm v-if="writing === 'new'" :rule="bench.blendRule" @saved="saved" @leave="writing = null" />
      <ClothForm v-else-if="writing === 'change' && bench.cloth" :key="bench.cloth.id" :cloth="bench.cloth" :rule="bench.blendRule"
        @saved="saved" @leave="writing = null" />
      <ClothView v-else-if="bench.cloth" :key="bench.cloth.id" class="pb-6" :cloth="bench.cloth" :rule="bench.blendRule"
        @change="writing = 'change'" />
      <div v-else class="mx-auto mt-16 max-w-xl text-center">
        <h1 class="text-3xl font-semibold">Which fabric is on the board?</h1>
        <p class="mt-3 text-lg">Pick one from the drawer, or describe the one in your hand: its fibres, its weight, and whether it
          may get wet.</p>
        <UButton size="xl" class="mt-6" icon="i-lucide-plus" @click="describe">Describe a fabric</UButton>
      </div>
    </section>
  </div>
</template>
