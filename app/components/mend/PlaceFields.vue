<script setup lang="ts">
import { GARMENT_VIEWS, GARMENTS, type GarmentPlace, type KeepOut, type PlaceFault } from '#core/mend'
import { KEEP_OUT_KINDS } from '#shared/schemas'
import { KEEP_OUT_NAME, placeFaultWords } from '#shared/words'

/** Where it lies by its measures, and what is in the sole's way; the same for everything that is put on. */
const { faults, of } = defineProps<{
  faults: readonly PlaceFault[]
  /** What is placed. */
  of: string
}>()
const place = defineModel<GarmentPlace>('place', { required: true })
const keepOuts = defineModel<KeepOut[]>('keepOuts', { required: true })
const VIEWS = GARMENT_VIEWS.map(value => ({ value, name: GARMENTS[value].name }))
const garmentShot = useGarmentShot(() => of)
const shot = computed({
  get: () => garmentShot.value?.shot ?? null,
  set: (s) => {
    const g = garmentShot.value
    garmentShot.value = s === null ? null : g && g.shot.address === s.address ? { ...g, shot: s } : neckOf(s)
  },
})
const set = (more: Partial<GarmentPlace>): void => { place.value = { ...place.value, ...more } }
const SIZE = { button: [14, 14], zip: [14, 300], seam: [16, 240], other: [40, 30] } as const
function bar(kind: KeepOut['kind']): void {
  const [wideMm, highMm] = SIZE[kind]
  keepOuts.value = [...keepOuts.value, { kind, asideMm: 0, downMm: Math.max(30, place.value.downMm), wideMm, highMm }]
}
</script>

<template>
  <div class="space-y-2">
    <Choices :model-value="place.on" :options="VIEWS" label="On" class="grid grid-cols-5 gap-1" shape="min-h-10 px-1"
      @update:model-value="v => v && set({ on: v })" />
    <div class="grid grid-cols-3 gap-2">
      <LengthField :label="GARMENTS[place.on].neck ? 'Below the neck' : 'Below the edge'" noun="Down from the neck edge" :least-mm="-100"
        :most-mm="1200" :model-value="place.downMm" @update:model-value="v => set({ downMm: v })" />
      <LengthField label="To their left" noun="From the centre line" :least-mm="-700" :most-mm="700" :model-value="place.asideMm"
        @update:model-value="v => set({ asideMm: v })" />
      <label class="block"><span class="block text-sm font-semibold leading-tight">Turned, °</span>
        <UInput type="number" min="-180" max="180" class="w-full" aria-label="Turned, °" :model-value="place.turnDeg"
          @update:model-value="v => set({ turnDeg: Math.min(180, Math.max(-180, Number(v) || 0)) })" /></label>
    </div>
    <p v-for="(f, i) in faults" :key="i" class="text-[15px] font-semibold" :class="f.why === 'near' ? '' : 'text-alert'"
      :role="f.why === 'near' ? undefined : 'alert'" data-test="place-fault">{{ placeFaultWords(f) }}</p>
    <ShotPick v-model="shot" what="Picture of the garment" :camera="false" />
    <p v-if="shot?.lengthMm" class="text-sm text-muted-ink">Lay the ring where the neck edge meets the centre line.</p>
    <div class="flex flex-wrap items-center gap-1">
      <span class="text-sm font-semibold">In the way:</span>
      <UButton v-for="k in KEEP_OUT_KINDS" :key="k" size="sm" variant="outline" color="neutral" :disabled="keepOuts.length >= 30"
        @click="bar(k)">{{ KEEP_OUT_NAME[k] }}</UButton>
      <UButton v-if="keepOuts.length" size="sm" variant="ghost" color="neutral" icon="i-lucide-x"
        @click="() => { keepOuts = keepOuts.slice(0, -1) }">Remove the last</UButton>
    </div>
  </div>
</template>
