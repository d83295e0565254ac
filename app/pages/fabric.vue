<script setup lang="ts">
import type { Fabric } from '#shared/schemas'

definePageMeta({ title: 'Fabric' })
const library = useLibrary()
const selection = useSelection()
/** A form that was left half-written is open again. */
const writing = useStored<'new' | 'change' | null>('fabric-writing', null)

useAsked('new', () => { writing.value = 'new' })
watchEffect(() => { if (!selection.fabric && library.fabrics[0] && selection.chosen.fabricId !== null) selection.chosen.fabricId = null })

/** On a phone the list and the fabric take turns. */
const isPhone = useIsPhone()
const listed = ref(selection.fabric === null)
const isListed = computed(() => listed.value && writing.value === null)
const describe = (): void => { writing.value = 'new' }
function choose(fabric: Fabric): void {
  library.keepFabric(fabric)
  selection.chosen.fabricId = fabric.id
  selection.chosen.way = null
  writing.value = null
  listed.value = false
}
function saved(fabric: Fabric): void {
  library.keepFabric(fabric)
  choose(fabric)
}
useShortcuts({
  fresh: describe, change: () => { if (selection.fabric) writing.value = 'change' },
  leave: () => { writing.value = null },
})
</script>

<template>
  <div class="grid h-full grid-cols-[340px_1fr] max-[900px]:grid-cols-[260px_1fr] max-[640px]:grid-cols-[minmax(0,1fr)]">
    <FabricDrawer v-if="!isPhone || isListed" :changed="library.fabrics" :chosen-id="writing === 'new' ? null : selection.chosen.fabricId"
      class="min-h-0 overflow-auto border-r border-seam" @choose="choose" @describe="writing = 'new'" />
    <section v-if="!isPhone || !isListed" class="min-h-0 overflow-auto px-6 pt-6 max-[640px]:px-3 max-[640px]:pt-2">
      <UButton v-if="isPhone && !writing" variant="ghost" color="neutral" icon="i-lucide-arrow-left" @click="() => { listed = true }">
        All fabrics</UButton>
      <FabricForm v-if="writing === 'new'" :rule="selection.blendRule" @saved="saved" @leave="writing = null" />
      <FabricForm v-else-if="writing === 'change' && selection.fabric" :key="selection.fabric.id" :fabric="selection.fabric"
        :rule="selection.blendRule"
        @saved="saved" @leave="writing = null" />
      <FabricView v-else-if="selection.fabric" :key="selection.fabric.id" class="pb-6" :fabric="selection.fabric"
        :rule="selection.blendRule"
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
