<script setup lang="ts">
import { FINISH_KEYS, FINISHES } from '#core/materials'
import type { FabricBody } from '#shared/schemas'
import { celsius, NAP_NAME } from '#shared/words'

/** What else can be said of a fabric: filled in as it usually is, and seldom asked for. */
const { state } = defineProps<{ state: FabricBody }>()
const emit = defineEmits<{ coded: [] }>()
const selection = useSelection()
const napItems = Object.entries(NAP_NAME).map(([value, label]) => ({ label, value }))
const finishItems = FINISH_KEYS.map(k => ({ label: FINISHES[k].name, value: k }))
const LABELS = [
  { label: 'says nothing', value: null }, { label: 'do not iron', value: 0 },
  ...[110, 150, 200].map(value => ({ label: celsius(value, selection.units), value })),
] as { label: string, value: 0 | 110 | 150 | 200 | null }[]
const NAP_RUNS = [{ label: 'no way', value: 'none' }, { label: 'up', value: 'up' }, { label: 'down', value: 'down' }]
type Field = 'giveAlongPct' | 'giveAcrossPct'
const body = state
function blankIsNull(field: Field): void {
  if ((body[field] as unknown) === '') body[field] = null
}
</script>

<template>
  <div class="grid grid-cols-3 gap-x-5 gap-y-3 max-[900px]:grid-cols-2 max-[500px]:grid-cols-1">
    <UFormField name="code" label="Code"><UInput v-model="body.code" class="w-full" @update:model-value="emit('coded')" /></UFormField>
    <UFormField name="thicknessMm" label="Thickness">
      <div class="flex items-center gap-2">
        <MeasureInput v-model="body.thicknessMm" quantity="thickness" label="Thickness" class="flex-1"
          @update:model-value="body.thicknessOrigin = 'measured'" />
        <Sourced :from="body.thicknessOrigin" />
      </div>
    </UFormField>
    <UFormField name="nap" label="Surface"><USelect v-model="body.nap" :items="napItems" class="w-full" /></UFormField>
    <UFormField name="finishes" label="Finish">
      <USelect v-model="body.finishes" multiple :items="finishItems" class="w-full" placeholder="none" />
    </UFormField>
    <UFormField name="labelIronC" label="Label: iron"><USelect v-model="body.labelIronC" :items="LABELS" class="w-full" /></UFormField>
    <UFormField name="labelWords" label="Label in words">
      <UInput v-model="body.labelWords" class="w-full" placeholder="wash 40, line dry" />
    </UFormField>
    <UFormField name="lot" label="Lot"><UInput v-model="body.lot" class="w-full" /></UFormField>
    <UFormField name="widthMm" label="Width">
      <MeasureInput v-model="body.widthMm" quantity="length" label="Width" can-be-blank />
    </UFormField>
    <UFormField name="stockM" label="In stock">
      <MeasureInput v-model="body.stockM" quantity="fabricLength" label="In stock" can-be-blank />
    </UFormField>
    <UFormField name="napDirection" label="Nap runs"><USelect v-model="body.napDirection" :items="NAP_RUNS" class="w-full" /></UFormField>
    <UFormField v-for="[field, name] in ([['giveAlongPct', 'Give along'], ['giveAcrossPct', 'Give across']] as const)" :key="field"
      :name="field" :label="name">
      <UInput v-model.number="body[field]" type="number" step="any" class="w-full" @update:model-value="blankIsNull(field)">
        <template #trailing>%</template>
      </UInput>
    </UFormField>
    <div class="space-y-2">
      <UCheckbox :model-value="body.labelSteam === false" label="Label bars steam"
        @update:model-value="v => (body.labelSteam = v ? false : null)" />
      <UCheckbox v-model="body.prewashed" label="Washed before" />
      <UCheckbox v-model="body.sheer" label="Sheer" />
      <UCheckbox v-model="body.showsResidue" label="Shows residue" />
    </div>
    <UFormField name="note" label="Note" class="col-span-2 max-[500px]:col-span-1">
      <UTextarea v-model="body.note" :rows="3" class="w-full" /></UFormField>
  </div>
</template>
