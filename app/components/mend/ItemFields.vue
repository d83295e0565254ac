<script setup lang="ts">
import { FIBRE_KEYS, FIBRES, ADHESIVE_KEYS, ADHESIVES } from '#core/materials'
import type { SpecOf } from '#shared/schemas'

/** What is stuck on, by what the hand can tell of it. */
type Item = SpecOf<'badge'>['item']
const { ownAdhesive = true } = defineProps<{ ownAdhesive?: boolean }>()
const item = defineModel<Item>({ required: true })
const FORMS = [
  { value: 'woven' as const, name: 'Woven' }, { value: 'felt' as const, name: 'Felt' }, { value: 'padded' as const, name: 'Padded' },
  { value: 'film' as const, name: 'Film' },
]
/** Usual weights and thicknesses, to begin with. */
const USUAL = {
  woven: { massGsm: 240, thicknessMm: 0.5, fibre: 'polyester' }, felt: { massGsm: 420, thicknessMm: 2.2, fibre: 'wool' },
  padded: { massGsm: 320, thicknessMm: 3, fibre: 'polyester' }, film: { massGsm: 120, thicknessMm: 0.12, fibre: 'polyester' },
} as const
const set = (more: Partial<Item>): void => { item.value = { ...item.value, ...more } }
const fibres = FIBRE_KEYS.map(k => ({ label: FIBRES[k].name, value: k }))
const adhesives = ADHESIVE_KEYS.map(k => ({ label: ADHESIVES[k].name, value: k }))
</script>

<template>
  <div class="space-y-2">
    <Choices :model-value="item.form" :options="FORMS" label="What it is" class="grid grid-cols-4 gap-1" shape="min-h-10 px-1"
      @update:model-value="f => f && set({ form: f, ...USUAL[f] })" />
    <div class="grid grid-cols-2 gap-2">
      <label class="block"><span class="block text-sm font-semibold">Weight</span>
        <MeasureInput quantity="arealMass" label="Weight" :least-metric="20" :most-metric="1500" :model-value="item.massGsm"
          @update:model-value="(v: number | null | undefined) => v && set({ massGsm: v })" /></label>
      <label class="block"><span class="block text-sm font-semibold">Thickness</span>
        <MeasureInput quantity="thickness" label="Thickness" :least-metric="0.03" :most-metric="8" :model-value="item.thicknessMm"
          @update:model-value="(v: number | null | undefined) => v && set({ thicknessMm: v })" /></label>
      <label class="block"><span class="block text-sm font-semibold">Fibre</span>
        <USelect :model-value="item.fibre" :items="fibres" class="w-full" aria-label="Its fibre"
          @update:model-value="v => set({ fibre: v })" /></label>
      <label v-if="ownAdhesive" class="block"><span class="block text-sm font-semibold">Its adhesive</span>
        <USelect :model-value="item.adhesive" :items="adhesives" class="w-full" aria-label="Its adhesive"
          @update:model-value="v => set({ adhesive: v })" /></label>
    </div>
  </div>
</template>
