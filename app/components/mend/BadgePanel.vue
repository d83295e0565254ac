<script setup lang="ts">
import { GARMENTS } from '#core/mend'
import { placedOutlines, placeFaults, suitedTo } from '#shared/making'
import { CHOKING_CAUTION, badgeHeadline, placeWords } from '#shared/words'

/** A badge or patch that is put on: from which side first, where, and what is in the sole's way. */
const selection = useSelection()
const library = useLibrary()
const badge = useMakingPanel('badge', () => freshMaking('Badge', {
  format: 1, kind: 'badge', item: { form: 'woven', fibre: 'polyester', massGsm: 240, thicknessMm: 0.5, adhesive: 'polyamideLow' },
  wideMm: 70, highMm: 55, place: { on: 'front', downMm: 190, asideMm: 95, turnDeg: 0 }, keepOuts: [], from: 'computed', sewToo: false,
  smallChild: false, count: 1,
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems } = badge
const suited = computed(() => suitedTo('badge', library.supplies, fabric.value, washC.value))
const faults = computed(() => placeFaults(spec.value))
const { plan, problem: planProblem, inside } = useStuckPlan(
  () => ({ spec: spec.value, garment: fabric.value, item: null, supply: supply.value }))
const filmFront = computed(() => spec.value.item.form === 'film' && spec.value.from === 'front')
const problem = computed(() => planProblem.value ?? (filmFront.value
  ? 'First: a film is never pressed from the front: it melts onto the iron. Press it from the inside.'
  : null))
watchEffect(() => { badge.able.value = plan.value?.first != null && !faults.value.some(f => f.why !== 'near') })
const { coverage, coverageFault } = useMendCoverage(() => ({ spec: spec.value }))
const FROM = [
  { value: 'computed' as const, name: 'Computed' }, { value: 'front' as const, name: 'Front' },
  { value: 'inside' as const, name: 'Inside' },
]
const headline = computed(() => {
  const p = plan.value
  if (!p) return 'Working it out…'
  if (!p.first) return 'Do not iron it on: sew it.'
  return badgeHeadline(p.first.side, p.because)
})
</script>

<template>
  <MendFrame :panel="badge" test="badge" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <GarmentPlacePicture :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :outlines="placedOutlines(spec)"
        :placements="coverage?.placements ?? []"
        :sole="coverage?.sole ?? null" :colour="fabric?.colourHex ?? '#d9cdb4'" label="Where it is put on" @update:place="p => setSpec({
          place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
    </template>
    <template #how>
      <p>{{ placeWords(spec.place, GARMENTS[spec.place.on].neck, selection.units) }}</p>
      <StuckWords :plan="plan" :inside="inside" />
      <CoverageWords :coverage="coverage" :fault="coverageFault" />
      <p>Press again what you missed. When it is cold, try every edge.</p>
      <p v-if="spec.smallChild" class="font-semibold text-alert" data-test="choking">{{ CHOKING_CAUTION }}</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Garment's fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <ItemFields :model-value="spec.item" :own-adhesive="supply === null" @update:model-value="i => setSpec({ item: i })" />
      <SupplyChoice :suited="suited" :chosen="supply" label="Stuck with" none="its own adhesive" :wash-c="washC"
        @choose="id => set({ supplyId: id })" />
      <div class="grid grid-cols-3 gap-2">
        <LengthField label="Wide" :least-mm="3" :most-mm="900" :model-value="spec.wideMm"
          @update:model-value="v => setSpec({ wideMm: v })" />
        <LengthField label="High" :least-mm="3" :most-mm="900" :model-value="spec.highMm"
          @update:model-value="v => setSpec({ highMm: v })" />
        <CountField label="How many" :most="200" :model-value="spec.count" @update:model-value="v => setSpec({ count: v })" />
      </div>
      <div>
        <p class="text-sm font-semibold">Which side first</p>
        <Choices :model-value="spec.from" :options="FROM" label="Which side first" class="grid grid-cols-3 gap-1"
          @update:model-value="f => f && setSpec({ from: f })" />
      </div>
      <PlaceFields :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :faults="faults"
        @update:place="p => setSpec({ place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
      <USwitch :model-value="spec.sewToo" label="Hard wear: also sewn" @update:model-value="v => setSpec({ sewToo: v })" />
      <USwitch :model-value="spec.smallChild" label="For a small child" @update:model-value="v => setSpec({ smallChild: v })" />
      <PaperButtons :making="making" what="Paper to place it" />
    </template>
  </MendFrame>
</template>
