<script setup lang="ts">
import { nextCode } from '#shared/codes'
import { FIBRE_KEYS, FIBRES, ADHESIVE_KEYS, ADHESIVES } from '#core/materials'
import { TYPICAL_INSTRUCTIONS } from '#core/instructions'
import { carryOver } from '#core/recipe'
import { makerTroubles } from '#core/maker'
import { toPressSetup, toLotReading } from '#shared/mappers'
import type { Quantity } from '#core/units'
import { BASES, FAMILIES, FORMS, HOOP_KINDS, supplyBody, supplyFields, type Supply, type SupplyBody } from '#shared/schemas'
import {
  BASE_NAME, carriedSentence, celsius, fabricWords, FAMILY_NAME, instructionsWords, LAYER_NAME, lotSentence, makerSentence,
  massWords,
} from '#shared/words'

const { supply } = defineProps<{ supply?: Supply }>()
const emit = defineEmits<{ saved: [supply: Supply], leave: [] }>()
const selection = useSelection()
const library = useLibrary()
const draft = useDraft<SupplyBody>(`supply-${supply?.id ?? 'new'}`, () =>
  supply
    ? toPlain(supply)
    : {
        ...supplyFields.parse({
          code: '?', name: '?', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.25,
          adhesive: 'polyamide',
          adhesiveGsm: 12, colourHex: '#f5f2ea',
        }),
        code: nextCode(library.supplies.map(s => s.code), 'S'), name: '',
      },
supply?.version)
const { state, waits } = draft
const { problem, theirs, saving, save, overThem, takeTheirs, drop, faultyFields } = useSaving<Supply>('/api/supplies', supply, draft, {
  saved: thing => emit('saved', thing), leave: () => emit('leave'),
})
const troubles = computed(() => makerTroubles(state))
const typical = computed(() => state.adhesive ? ADHESIVES[state.adhesive] : null)
/** The supply as it is being written, as far as it can be computed with. */
const written = computed(() =>
  supplyBody.safeParse(state).success ? ({ ...state, id: supply?.id ?? '', version: 0, updatedAt: '', used: 0 } as Supply) : null,
)
const lot = computed(() => (written.value && state.instructions === 'maker' ? toLotReading(written.value) : null))
/** The sheet carried over to what lies on the board. */
const carried = computed(() =>
  selection.fabric && selection.iron && written.value && lot.value?.state === 'fits'
    ? carryOver(toPressSetup(selection.fabric, written.value, selection.iron, selection.pressCloth, selection.chosen.surface,
        selection.rules))
    : null,
)
const usual = computed(() =>
  state.adhesive ? (TYPICAL_INSTRUCTIONS[state.adhesive][state.makerFor ?? 'hand'] ?? TYPICAL_INSTRUCTIONS[state.adhesive].press) : null,
)
const INSTRUCTIONS = [{ value: 'maker' as const, name: 'Available' }, { value: 'lost' as const, name: 'Lost' }]
const NONE = 'none'
const hoopItems = [{ label: 'not said', value: NONE }, ...HOOP_KINDS.map(k => ({ label: LAYER_NAME[k], value: k as string }))]
const hoop = computed({ get: () => state.hoop ?? NONE, set: (v: string) => { state.hoop = v === NONE ? null : v as SupplyBody['hoop'] } })
const adhesiveItems = [{ label: 'no adhesive', value: NONE }, ...ADHESIVE_KEYS.map(k => ({ label: ADHESIVES[k].name, value: k as string }))]
const adhesive = computed({ get: () => state.adhesive ?? NONE, set: (v: string) => {
  state.adhesive = v === NONE ? null : v as SupplyBody['adhesive']
  if (!state.adhesive) state.adhesiveGsm = 0
  else if (!state.adhesiveGsm) state.adhesiveGsm = 12
} })
type Blankable = 'makerC' | 'makerHoldS' | 'makerPressureKPa' | 'washC' | 'widthMm' | 'pricePerM' | 'overhangMm' | 'givePct'
function blankIsNull(field: Blankable): void {
  if ((state[field] as unknown) === '') state[field] = null
}
/** A field, what it is called, and its quantity; null where it is a plain number, with what stands beside it. */
type Field = readonly [Blankable, string, Quantity | 'price' | null, string?]
const SHEET: readonly Field[] = [
  ['makerC', 'Temperature', 'temperature'], ['makerHoldS', 'Seconds', null, 's'], ['makerPressureKPa', 'Pressure', 'pressure'],
  ['washC', 'Wash', 'temperature'],
]
const SIZE: readonly Field[] = [
  ['widthMm', 'Width', 'length'], ['pricePerM', 'Price', 'price'], ['givePct', 'Give', null, '%'],
  ['overhangMm', 'Overhang at 41.5°', 'length'],
]

const codedByHand = ref(Boolean(supply))
const { keep } = useOwnCode<SupplyBody>(state, () => library.supplies.map(s => s.code), 'S', { save, faultyFields })
</script>

<template>
  <FormFrame ref="form" :schema="supplyBody" :state="state" :problem="problem" :saving="saving" save="Save supply" :discards="waits"
    class="max-w-5xl" @submit="body => keep(body, codedByHand)" @drop="drop">
    <div class="flex flex-wrap items-center gap-5 max-[640px]:gap-2">
      <SupplyPicture :supply="state" :width="120" :height="88" />
      <h1 class="text-2xl font-semibold">{{ supply ? supply.name : 'New supply' }}</h1>
      <UButton type="button" variant="ghost" color="neutral" class="ml-auto" icon="i-lucide-x" @click="$emit('leave')">
        Close form <kbd class="text-sm opacity-80">{{ KEYS.leave.shown }}</kbd></UButton>
    </div>
    <div class="mt-4 grid grid-cols-2 gap-6 max-[1000px]:grid-cols-1">
      <div class="grid grid-cols-2 content-start gap-3">
        <UFormField name="name" label="Name"><UInput v-model="state.name" class="w-full" :autofocus="!supply" /></UFormField>
        <UFormField name="family" label="What it is">
          <USelect v-model="state.family" :items="FAMILIES.map(f => ({ label: FAMILY_NAME[f], value: f }))" class="w-full" />
        </UFormField>
        <UFormField name="base" label="Base">
          <USelect v-model="state.base" :items="BASES.map(b => ({ label: BASE_NAME[b], value: b }))" class="w-full" />
        </UFormField>
        <UFormField v-if="state.family === 'hoop'" name="hoop" label="It leaves">
          <USelect v-model="hoop" :items="hoopItems" class="w-full" />
        </UFormField>
        <UFormField name="adhesive" label="Adhesive"><USelect v-model="adhesive" :items="adhesiveItems" class="w-full" /></UFormField>
        <UFormField name="massGsm" label="Total weight">
          <MeasureInput v-model="state.massGsm" quantity="arealMass" label="Total weight" />
        </UFormField>
      </div>
      <div class="slip content-start p-4">
        <h2 class="text-xl font-semibold">The maker's instructions</h2>
        <Choices v-model="state.instructions" :options="INSTRUCTIONS" label="Maker's instructions" class="mt-2 flex gap-2"
          shape="min-h-11 px-4" />
        <div v-if="state.instructions === 'maker'" class="mt-3 grid grid-cols-2 gap-3">
          <UFormField v-for="f in SHEET" :key="f[0]" :name="f[0]" :label="f[1]">
            <MeasureInput v-if="f[2] !== null" v-model="state[f[0]]" :quantity="f[2]" :label="f[1]" can-be-blank />
            <UInput v-else v-model.number="state[f[0]]" type="number" step="any" class="w-full" @update:model-value="blankIsNull(f[0])">
              <template #trailing>{{ f[3] }}</template>
            </UInput>
          </UFormField>
          <UFormField name="makerMoisture" label="Moisture">
            <USelect v-model="state.makerMoisture"
              :items="[
                { label: 'not said', value: null }, { label: 'dry', value: 'dry' }, { label: 'steam', value: 'steam' },
                { label: 'damp press cloth', value: 'damp' },
              ]"
              class="w-full" />
          </UFormField>
          <UFormField name="makerFor" label="Written for">
            <USelect v-model="state.makerFor"
              :items="[
                { label: 'not said', value: null }, { label: 'irons', value: 'hand' }, { label: 'presses', value: 'press' },
              ]"
              class="w-full" />
          </UFormField>
          <UFormField name="tumble" label="Dryer">
            <USelect v-model="state.tumble"
              :items="[
                { label: 'not said', value: null }, { label: 'no', value: 'no' }, { label: 'low', value: 'low' },
                { label: 'yes', value: 'yes' },
              ]"
              class="w-full" />
          </UFormField>
        </div>
        <p v-else-if="typical"
          class="mt-3 text-lg leading-snug">A usual {{ typical.name.toLowerCase() }}: glue line
          {{ celsius(typical.windowC[0], selection.units) }} to {{ celsius(typical.windowC[1], selection.units) }}, wash to
          {{ celsius(typical.washC[1], selection.units) }}.<template
            v-if="usual"> Makers commonly print: {{ instructionsWords(usual, selection.units) }}.</template> <Sourced from="typical" /></p>
        <p v-if="lot" class="mt-3 text-lg leading-snug"
          :class="lot.state === 'contradicts' ? 'border-l-4 border-alert pl-3 font-semibold text-alert' : ''" data-test="lot">
          {{ lotSentence(lot, selection.units) }} <Sourced :from="lot.state === 'fits' ? 'maker' : 'typical'" /></p>
        <p v-if="carried && selection.fabric" class="mt-2 text-lg leading-snug" data-test="carried">
          <b>On {{ selection.fabric.name }},
            {{ selection.pressCloth?.name.toLowerCase() ?? 'bare iron' }}:</b> {{ carriedSentence(carried) }}
          <Sourced from="estimate" /></p>
        <ul v-if="troubles.length" class="mt-3 space-y-2" data-test="sheet-troubles">
          <li v-for="t in troubles" :key="t.why" class="border-l-4 border-alert pl-3">{{ makerSentence(t, selection.units) }}</li></ul>
      </div>
    </div>
    <template #more>
      <div class="grid grid-cols-4 gap-3 max-[900px]:grid-cols-2">
        <UFormField name="code" label="Code">
          <UInput v-model="state.code" class="w-full" @update:model-value="codedByHand = true" /></UFormField>
        <UFormField name="lot" label="Lot"><UInput v-model="state.lot" class="w-full" /></UFormField>
        <UFormField name="baseFibre" label="Base fibre">
          <USelect v-model="state.baseFibre" :items="FIBRE_KEYS.map(k => ({ label: FIBRES[k].name, value: k }))" class="w-full" />
        </UFormField>
        <UFormField name="form" label="Form of adhesive">
          <USelect v-model="state.form" :items="FORMS.map(f => ({ label: f, value: f }))" class="w-full" />
        </UFormField>
        <UFormField name="adhesiveGsm" label="Adhesive weight">
          <MeasureInput v-model="state.adhesiveGsm" quantity="arealMass" label="Adhesive weight" />
        </UFormField>
        <UFormField name="thicknessMm" label="Thickness">
          <MeasureInput v-model="state.thicknessMm" quantity="thickness" label="Thickness" />
        </UFormField>
        <UFormField v-for="f in SIZE" :key="f[0]" :name="f[0]" :label="f[1]">
          <MeasureInput v-if="f[2] !== null" v-model="state[f[0]]" :quantity="f[2]" :label="f[1]" can-be-blank />
          <UInput v-else v-model.number="state[f[0]]" type="number" step="any" class="w-full" @update:model-value="blankIsNull(f[0])">
            <template #trailing>{{ f[3] }}</template>
          </UInput>
        </UFormField>
      </div>
    </template>
    <template v-if="theirs" #newer>
      <NewerSlip class="mb-3" :problem="problem" @over="overThem" @take="takeTheirs">
        Stored now: {{ theirs.name }}, {{ massWords(theirs.massGsm, selection.units) }},
        {{ fabricWords(theirs.stockM, selection.units) }}. Yours:
        {{ state.name }}, {{ massWords(state.massGsm, selection.units) }}, {{ fabricWords(state.stockM, selection.units) }}.
      </NewerSlip>
    </template>
  </FormFrame>
</template>
