<script setup lang="ts">
import { ADHESIVE_KEYS, ADHESIVES } from '#core/materials'
import { GARMENTS } from '#core/mend'
import { placedOutlines, placeFaults, suitedTo } from '#shared/making'
import { TRANSFER_KINDS } from '#shared/schemas'
import { MIRROR_WORDS, placeWords, seconds, SOFTENER_CAUTION } from '#shared/words'

/** A print or film that is transferred off its sheet: prepared garment, which side, full time in slow circles, peeled as its sheet says. */
const selection = useSelection()
const library = useLibrary()
const transfer = useMakingPanel('transfer', () => freshMaking('Transfer', {
  format: 1, kind: 'transfer', what: 'cutFilm', wideMm: 220, highMm: 120, place: { on: 'back', downMm: 180, asideMm: 0, turnDeg: 0 },
  keepOuts: [], adhesive: 'polyurethane', holdS: null, peel: 'cold', washed: true, softener: false, dry: true, count: 1,
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems } = transfer
const suited = computed(() => suitedTo('transfer', library.supplies, fabric.value, washC.value)
  .filter(s => s.supply.family === 'transfer' || s.supply.adhesive === 'polyurethane'))
const faults = computed(() => placeFaults(spec.value))
const { plan, problem, inside } = useStuckPlan(() => ({ spec: spec.value, garment: fabric.value, item: null, supply: supply.value }))
const prepared = computed(() => spec.value.washed && !spec.value.softener && spec.value.dry)
watchEffect(() => { transfer.able.value = plan.value?.first != null && prepared.value && !faults.value.some(f => f.why !== 'near') })
const { coverage, coverageFault } = useMendCoverage(() => ({ spec: spec.value }))
const KINDS = TRANSFER_KINDS.map(value => ({
  value, name: { printed: 'Printed sheet', cutFilm: 'Cut film', flock: 'Flock', bought: 'Bought' }[value],
}))
const PEEL_WHEN = { cold: 'once it is cold', hot: 'while it is hot' }
const PEELS = [{ value: 'cold' as const, name: 'Peel cold' }, { value: 'hot' as const, name: 'Peel hot' }]
const headline = computed(() => {
  const first = plan.value?.first
  if (!plan.value) return 'Working it out…'
  return first
    ? `${seconds(first.recipe.holdS)} in slow circles over each place, then peel ${PEEL_WHEN[spec.value.peel]}.`
    : 'Not on this fabric.'
})
const adhesives = ADHESIVE_KEYS.map(k => ({ label: ADHESIVES[k].name, value: k }))
</script>

<template>
  <MendFrame :panel="transfer" test="transfer" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <GarmentPlacePicture :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :outlines="placedOutlines(spec)"
        :placements="coverage?.placements ?? []"
        :sole="coverage?.sole ?? null" :colour="fabric?.colourHex ?? '#d9cdb4'" label="Where it is put on"
        @update:place="p => setSpec({ place: p })" @update:keep-outs="k => setSpec({ keepOuts: k })" />
    </template>
    <template #how>
      <p>{{ placeWords(spec.place, GARMENTS[spec.place.on].neck, selection.units) }} It is {{ MIRROR_WORDS[spec.what] }}.</p>
      <p v-if="!prepared" class="font-semibold text-alert" role="alert" data-test="unprepared">{{ SOFTENER_CAUTION }}</p>
      <StuckWords :plan="plan" :inside="inside" />
      <CoverageWords :coverage="coverage" :fault="coverageFault" />
      <p>Peel one corner first, slowly, {{ spec.peel === 'cold' ? 'cold to the touch' : 'while it is hot' }}: if it lifts with the sheet,
        lay it
        back and press again.</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Garment's fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <Choices :model-value="spec.what" :options="KINDS" label="What it is" class="grid grid-cols-2 gap-1"
        @update:model-value="w => w && setSpec({ what: w })" />
      <SupplyChoice :suited="suited" :chosen="supply" label="Film or sheet" none="its own adhesive" :wash-c="washC"
        @choose="id => set({ supplyId: id })" />
      <label v-if="!supply" class="block"><span class="block text-sm font-semibold">Its adhesive</span>
        <USelect :model-value="spec.adhesive" :items="adhesives" class="w-full" aria-label="Its adhesive"
          @update:model-value="v => setSpec({ adhesive: v })" />
      </label>
      <div class="grid grid-cols-3 gap-2">
        <LengthField label="Wide" :least-mm="3" :most-mm="900" :model-value="spec.wideMm"
          @update:model-value="v => setSpec({ wideMm: v })" />
        <LengthField label="High" :least-mm="3" :most-mm="900" :model-value="spec.highMm"
          @update:model-value="v => setSpec({ highMm: v })" />
        <label class="block"><span class="block text-sm font-semibold leading-tight">Maker says, s</span>
          <UInput type="number" min="1" max="120" class="w-full" placeholder="nothing" aria-label="Maker says, seconds"
            :model-value="spec.holdS ?? undefined"
            @update:model-value="v => setSpec({ holdS: Number(v) > 0 ? Math.min(120, Number(v)) : null })" /></label>
      </div>
      <Choices :model-value="spec.peel" :options="PEELS" label="Peel" class="grid grid-cols-2 gap-1"
        @update:model-value="p => p && setSpec({ peel: p })" />
      <div class="flex flex-wrap gap-x-5 gap-y-1">
        <USwitch :model-value="spec.washed" label="Washed" @update:model-value="v => setSpec({ washed: v })" />
        <USwitch :model-value="spec.softener" label="With softener" @update:model-value="v => setSpec({ softener: v })" />
        <USwitch :model-value="spec.dry" label="Quite dry" @update:model-value="v => setSpec({ dry: v })" />
      </div>
      <PlaceFields :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :faults="faults"
        @update:place="p => setSpec({ place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
      <CountField label="How many" :most="200" :model-value="spec.count" @update:model-value="v => setSpec({ count: v })" />
      <PaperButtons :making="making" what="Paper to place it" />
    </template>
  </MendFrame>
</template>
