<script setup lang="ts">
import { RESIN_KEYS, RESINS } from '#core/materials'
import { GARMENTS } from '#core/mend'
import { placedOutlines, placeFaults, suitedTo } from '#shared/mending'
import { TRANSFER_KINDS } from '#shared/schemas'
import { MIRROR_WORDS, placeWords, seconds, SOFTENER_CAUTION } from '#shared/words'

/** A print or film that is transferred off its sheet: prepared garment, which side, full time in slow circles, peeled as its sheet says. */
const bench = useBench()
const library = useLibrary()
const transfer = useMakingBench('transfer', () => freshMaking('Transfer', {
  format: 1, kind: 'transfer', what: 'cutFilm', wideMm: 220, highMm: 120, place: { on: 'back', downMm: 180, asideMm: 0, turnDeg: 0 },
  keepOuts: [], resin: 'polyurethane', holdS: null, peel: 'cold', washed: true, softener: false, dry: true, count: 1,
}))
const { making, work, cloth, clothId, supply, washC, set, setWork, clothItems } = transfer
const suited = computed(() => suitedTo('transfer', library.supplies, cloth.value, washC.value)
  .filter(s => s.supply.family === 'transfer' || s.supply.resin === 'polyurethane'))
const faults = computed(() => placeFaults(work.value))
const { plan, problem, inside } = useStuckPlan(() => ({ work: work.value, garment: cloth.value, item: null, supply: supply.value }))
const prepared = computed(() => work.value.washed && !work.value.softener && work.value.dry)
watchEffect(() => { transfer.able.value = plan.value?.first != null && prepared.value && !faults.value.some(f => f.why !== 'near') })
const { cover, coverFault } = useMendCover(() => ({ work: work.value }))
const KINDS = TRANSFER_KINDS.map(value => ({
  value, name: { printed: 'Printed sheet', cutFilm: 'Cut film', flock: 'Flock', bought: 'Bought' }[value],
}))
const PEEL_WHEN = { cold: 'once it is cold', hot: 'while it is hot' }
const PEELS = [{ value: 'cold' as const, name: 'Peel cold' }, { value: 'hot' as const, name: 'Peel hot' }]
const headline = computed(() => {
  const first = plan.value?.first
  if (!plan.value) return 'Working it out…'
  return first
    ? `${seconds(first.recipe.holdS)} in slow circles over each place, then peel ${PEEL_WHEN[work.value.peel]}.`
    : 'Not on this fabric.'
})
const resins = RESIN_KEYS.map(k => ({ label: RESINS[k].name, value: k }))
</script>

<template>
  <MendFrame :bench="transfer" test="transfer" :problem="problem">
    <template #says>{{ headline }} <Sourced from="model" /></template>
    <template #picture>
      <GarmentPlacePicture :of="making.id" :place="work.place" :keep-outs="work.keepOuts" :outlines="placedOutlines(work)"
        :prints="cover?.prints ?? []"
        :sole="cover?.sole ?? null" :colour="cloth?.colourHex ?? '#d9cdb4'" label="Where it is put on"
        @update:place="p => setWork({ place: p })" @update:keep-outs="k => setWork({ keepOuts: k })" />
    </template>
    <template #how>
      <p>{{ placeWords(work.place, GARMENTS[work.place.on].neck, bench.units) }} It is {{ MIRROR_WORDS[work.what] }}.</p>
      <p v-if="!prepared" class="font-semibold text-alert" role="alert" data-test="unprepared">{{ SOFTENER_CAUTION }}</p>
      <StuckWords :plan="plan" :inside="inside" />
      <CoverWords :cover="cover" :fault="coverFault" />
      <p>Peel one corner first, slowly, {{ work.peel === 'cold' ? 'cold to the touch' : 'while it is hot' }}: if it lifts with the sheet,
        lay it
        back and press again.</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Garment's fabric</span>
        <USelect :model-value="clothId ?? undefined" :items="clothItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ clothId: id as string })" /></label>
      <Choices :model-value="work.what" :options="KINDS" label="What it is" class="grid grid-cols-2 gap-1"
        @update:model-value="w => w && setWork({ what: w })" />
      <SupplyChoice :suited="suited" :chosen="supply" label="Film or sheet" none="its own resin" :wash-c="washC"
        @choose="id => set({ supplyId: id })" />
      <label v-if="!supply" class="block"><span class="block text-sm font-semibold">Its adhesive</span>
        <USelect :model-value="work.resin" :items="resins" class="w-full" aria-label="Its adhesive"
          @update:model-value="v => setWork({ resin: v })" />
      </label>
      <div class="grid grid-cols-3 gap-2">
        <LengthField label="Wide" :least-mm="3" :most-mm="900" :model-value="work.wideMm"
          @update:model-value="v => setWork({ wideMm: v })" />
        <LengthField label="High" :least-mm="3" :most-mm="900" :model-value="work.highMm"
          @update:model-value="v => setWork({ highMm: v })" />
        <label class="block"><span class="block text-sm font-semibold leading-tight">Maker says, s</span>
          <UInput type="number" min="1" max="120" class="w-full" placeholder="nothing" aria-label="Seconds the maker gives"
            :model-value="work.holdS ?? undefined"
            @update:model-value="v => setWork({ holdS: Number(v) > 0 ? Math.min(120, Number(v)) : null })" /></label>
      </div>
      <Choices :model-value="work.peel" :options="PEELS" label="Peel" class="grid grid-cols-2 gap-1"
        @update:model-value="p => p && setWork({ peel: p })" />
      <div class="flex flex-wrap gap-x-5 gap-y-1">
        <USwitch :model-value="work.washed" label="Washed" @update:model-value="v => setWork({ washed: v })" />
        <USwitch :model-value="work.softener" label="With softener" @update:model-value="v => setWork({ softener: v })" />
        <USwitch :model-value="work.dry" label="Quite dry" @update:model-value="v => setWork({ dry: v })" />
      </div>
      <PlaceFields :of="making.id" :place="work.place" :keep-outs="work.keepOuts" :faults="faults"
        @update:place="p => setWork({ place: p })"
        @update:keep-outs="k => setWork({ keepOuts: k })" />
      <CountField label="How many" :most="200" :model-value="work.count" @update:model-value="v => setWork({ count: v })" />
      <PaperButtons :making="making" what="Paper to place it" />
    </template>
  </MendFrame>
</template>
