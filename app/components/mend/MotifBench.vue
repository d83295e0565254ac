<script setup lang="ts">
import { GARMENTS } from '#core/mend'
import { placedOutlines, placeFaults, suitedTo } from '#shared/mending'
import { CHOKING_CAUTION, motifHeadline, placeWords } from '#shared/words'

/** A motif, badge or patch that is put on: from which side first, where, and what is in the sole's way. */
const bench = useBench()
const library = useLibrary()
const motif = useMakingBench('motif', () => freshMaking('Badge', {
  format: 1, kind: 'motif', item: { form: 'woven', fibre: 'polyester', massGsm: 240, thicknessMm: 0.5, resin: 'polyamideLow' },
  wideMm: 70, highMm: 55, place: { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 }, keepOuts: [], from: 'computed', sewToo: false,
  smallChild: false, count: 1,
}))
const { making, work, cloth, clothId, supply, washC, set, setWork, clothItems } = motif
const suited = computed(() => suitedTo('motif', library.supplies, cloth.value, washC.value))
const faults = computed(() => placeFaults(work.value))
const { plan, problem: planProblem, inside } = useStuckPlan(
  () => ({ work: work.value, garment: cloth.value, item: null, supply: supply.value }))
const filmFront = computed(() => work.value.item.form === 'film' && work.value.from === 'front')
const problem = computed(() => planProblem.value ?? (filmFront.value
  ? 'First: a film is never pressed from the front: it melts onto the iron. Press it from the inside.'
  : null))
watchEffect(() => { motif.able.value = plan.value?.first != null && !faults.value.some(f => f.why !== 'near') })
const { cover, coverFault } = useMendCover(() => ({ work: work.value }))
const FROM = [
  { value: 'computed' as const, name: 'Computed' }, { value: 'front' as const, name: 'Front' },
  { value: 'inside' as const, name: 'Inside' },
]
const headline = computed(() => {
  const p = plan.value
  if (!p) return 'Working it out…'
  if (!p.first) return 'Do not iron it on: sew it.'
  return motifHeadline(p.first.side, p.because)
})
</script>

<template>
  <MendFrame :bench="motif" test="motif" :problem="problem">
    <template #says>{{ headline }} <Sourced from="model" /></template>
    <template #picture>
      <GarmentPlacePicture :of="making.id" :place="work.place" :keep-outs="work.keepOuts" :outlines="placedOutlines(work)"
        :prints="cover?.prints ?? []"
        :sole="cover?.sole ?? null" :colour="cloth?.colourHex ?? '#d9cdb4'" label="Where it is put on" @update:place="p => setWork({
          place: p })"
        @update:keep-outs="k => setWork({ keepOuts: k })" />
    </template>
    <template #how>
      <p>{{ placeWords(work.place, GARMENTS[work.place.on].neck, bench.units) }}</p>
      <StuckWords :plan="plan" :inside="inside" />
      <CoverWords :cover="cover" :fault="coverFault" />
      <p>Press again what you missed. When it is cold, try every edge.</p>
      <p v-if="work.smallChild" class="font-semibold text-alert" data-test="choking">{{ CHOKING_CAUTION }}</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Garment's fabric</span>
        <USelect :model-value="clothId ?? undefined" :items="clothItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ clothId: id as string })" /></label>
      <ItemFields :model-value="work.item" :own-resin="supply === null" @update:model-value="i => setWork({ item: i })" />
      <SupplyChoice :suited="suited" :chosen="supply" label="Stuck with" none="its own resin" :wash-c="washC"
        @choose="id => set({ supplyId: id })" />
      <div class="grid grid-cols-3 gap-2">
        <LengthField label="Wide" :least-mm="3" :most-mm="900" :model-value="work.wideMm"
          @update:model-value="v => setWork({ wideMm: v })" />
        <LengthField label="High" :least-mm="3" :most-mm="900" :model-value="work.highMm"
          @update:model-value="v => setWork({ highMm: v })" />
        <CountField label="How many" :most="200" :model-value="work.count" @update:model-value="v => setWork({ count: v })" />
      </div>
      <div>
        <p class="text-sm font-semibold">Which side first</p>
        <Choices :model-value="work.from" :options="FROM" label="Which side first" class="grid grid-cols-3 gap-1"
          @update:model-value="f => f && setWork({ from: f })" />
      </div>
      <PlaceFields :of="making.id" :place="work.place" :keep-outs="work.keepOuts" :faults="faults"
        @update:place="p => setWork({ place: p })"
        @update:keep-outs="k => setWork({ keepOuts: k })" />
      <USwitch :model-value="work.sewToo" label="Hard wear: also sewn" @update:model-value="v => setWork({ sewToo: v })" />
      <USwitch :model-value="work.smallChild" label="For a small child" @update:model-value="v => setWork({ smallChild: v })" />
      <PaperButtons :making="making" what="Paper to place it" />
    </template>
  </MendFrame>
</template>
