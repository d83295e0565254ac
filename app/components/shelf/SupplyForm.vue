<script setup lang="ts">
import type { FormError, FormSubmitEvent } from '@nuxt/ui'
import { FIBRE_KEYS, FIBRES, RESIN_KEYS, RESINS } from '#core/materials'
import { sheetTroubles } from '#core/sheet'
import { BASES, FAMILIES, FORMS, supplyBody, supplyFields, type Supply, type SupplyBody } from '#shared/schemas'
import { BASE_NAME, celsius, FAMILY_NAME, seconds, sheetSentence } from '#shared/words'

const { supply } = defineProps<{ supply?: Supply }>()
const emit = defineEmits<{ saved: [supply: Supply], leave: [] }>()
const bench = useBench()
const state = reactive<SupplyBody>(supply
  ? JSON.parse(JSON.stringify(supply)) as SupplyBody
  : { ...supplyFields.parse({ code: '?', name: '?', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.25, resin: 'polyamide', resinGsm: 12, colourHex: '#f5f2ea' }), code: '', name: '' })
const form = useTemplateRef('form')
const problem = ref<string | null>(null)
const saving = ref(false)
const troubles = computed(() => sheetTroubles(state))
const typical = computed(() => state.resin ? RESINS[state.resin] : null)
const NONE = 'none'
const resinItems = [{ label: 'no resin', value: NONE }, ...RESIN_KEYS.map(k => ({ label: RESINS[k].name, value: k as string }))]
const resin = computed({ get: () => state.resin ?? NONE, set: (v: string) => {
  state.resin = v === NONE ? null : v as SupplyBody['resin']
  if (!state.resin) state.resinGsm = 0
  else if (!state.resinGsm) state.resinGsm = 12
} })
type Blankable = 'makerC' | 'makerHoldS' | 'makerPressureKPa' | 'washC' | 'widthMm' | 'pricePerM' | 'overhangMm' | 'givePct'
function blankIsNull(field: Blankable): void { if ((state[field] as unknown) === '') state[field] = null }
const SHEET: [Blankable, string, string][] = [['makerC', 'Temperature', '°C'], ['makerHoldS', 'Seconds', 's'], ['makerPressureKPa', 'Pressure', 'kPa'], ['washC', 'Wash', '°C']]
const SIZE: [Blankable, string, string][] = [['widthMm', 'Width', 'mm'], ['pricePerM', 'Price', '/m'], ['givePct', 'Give', '%'], ['overhangMm', 'Overhang at 41.5°', 'mm']]

async function save(event: FormSubmitEvent<SupplyBody>): Promise<void> {
  saving.value = true
  problem.value = null
  try {
    emit('saved', supply
      ? await $fetch<Supply>(`/api/supplies/${supply.id}`, { method: 'PUT', body: { ...event.data, version: supply.version } })
      : await $fetch<Supply>('/api/supplies', { method: 'POST', body: event.data }))
  } catch (error) {
    const p = problemOf(error)
    problem.value = p.detail
    form.value?.setErrors(p.errors.map((e): FormError => ({ name: e.field, message: e.message })))
  } finally {
    saving.value = false
  }
}
</script>

<template>
  <UForm ref="form" :schema="supplyBody" :state="state" class="max-w-5xl" @submit="save">
    <div class="flex items-center gap-5">
      <SupplyPicture :supply="state" :width="120" :height="88" />
      <h1 class="text-2xl font-semibold">{{ supply ? supply.name : 'A new supply' }}</h1>
      <UButton type="button" variant="ghost" color="neutral" class="ml-auto" icon="i-lucide-x" @click="$emit('leave')">Leave</UButton>
    </div>
    <div class="mt-4 grid grid-cols-2 gap-6 max-[1000px]:grid-cols-1">
      <div class="grid grid-cols-2 content-start gap-3">
        <UFormField name="name" label="Name"><UInput v-model="state.name" class="w-full" /></UFormField>
        <UFormField name="code" label="Code"><UInput v-model="state.code" class="w-full" /></UFormField>
        <UFormField name="lot" label="Lot"><UInput v-model="state.lot" class="w-full" /></UFormField>
        <UFormField name="family" label="What it is"><USelect v-model="state.family" :items="FAMILIES.map(f => ({ label: FAMILY_NAME[f], value: f }))" class="w-full" /></UFormField>
        <UFormField name="base" label="Base"><USelect v-model="state.base" :items="BASES.map(b => ({ label: BASE_NAME[b], value: b }))" class="w-full" /></UFormField>
        <UFormField name="baseFibre" label="Base fibre"><USelect v-model="state.baseFibre" :items="FIBRE_KEYS.map(k => ({ label: FIBRES[k].name, value: k }))" class="w-full" /></UFormField>
        <UFormField name="resin" label="Resin"><USelect v-model="resin" :items="resinItems" class="w-full" /></UFormField>
        <UFormField name="form" label="Resin as"><USelect v-model="state.form" :items="FORMS.map(f => ({ label: f, value: f }))" class="w-full" /></UFormField>
        <UFormField name="resinGsm" label="Resin weight"><UInput v-model.number="state.resinGsm" type="number" step="any" class="w-full"><template #trailing>g/m²</template></UInput></UFormField>
        <UFormField name="massGsm" label="Weight, all"><UInput v-model.number="state.massGsm" type="number" step="any" class="w-full"><template #trailing>g/m²</template></UInput></UFormField>
        <UFormField name="thicknessMm" label="Thickness"><UInput v-model.number="state.thicknessMm" type="number" step="any" class="w-full"><template #trailing>mm</template></UInput></UFormField>
        <UFormField v-for="f in SIZE" :key="f[0]" :name="f[0]" :label="f[1]"><UInput v-model.number="state[f[0]]" type="number" step="any" class="w-full" @update:model-value="blankIsNull(f[0])"><template #trailing>{{ f[2] }}</template></UInput></UFormField>
      </div>
      <div class="slip content-start p-4">
        <h2 class="text-xl font-semibold">The maker's sheet</h2>
        <div class="mt-2 flex gap-2" role="radiogroup" aria-label="Leaflet">
          <button type="button" role="radio" :aria-checked="state.leaflet === 'maker'" class="min-h-11 px-4" :class="state.leaflet === 'maker' ? 'bg-ink text-paper' : 'slip'" @click="state.leaflet = 'maker'">It lies here</button>
          <button type="button" role="radio" :aria-checked="state.leaflet === 'lost'" class="min-h-11 px-4" :class="state.leaflet === 'lost' ? 'bg-ink text-paper' : 'slip'" @click="state.leaflet = 'lost'">The leaflet is lost</button>
        </div>
        <div v-if="state.leaflet === 'maker'" class="mt-3 grid grid-cols-2 gap-3">
          <UFormField v-for="f in SHEET" :key="f[0]" :name="f[0]" :label="f[1]"><UInput v-model.number="state[f[0]]" type="number" step="any" class="w-full" @update:model-value="blankIsNull(f[0])"><template #trailing>{{ f[2] }}</template></UInput></UFormField>
          <UFormField name="makerMoisture" label="Moisture"><USelect v-model="state.makerMoisture" :items="[{ label: 'not said', value: null }, { label: 'dry', value: 'dry' }, { label: 'steam', value: 'steam' }, { label: 'damp cloth', value: 'damp' }]" class="w-full" /></UFormField>
          <UFormField name="tumble" label="Dryer"><USelect v-model="state.tumble" :items="[{ label: 'not said', value: null }, { label: 'no', value: 'no' }, { label: 'low', value: 'low' }, { label: 'yes', value: 'yes' }]" class="w-full" /></UFormField>
        </div>
        <p v-else-if="typical" class="mt-3 text-lg leading-snug">A usual {{ typical.name.toLowerCase() }}: glue line {{ celsius(typical.windowC[0], bench.units) }} to {{ celsius(typical.windowC[1], bench.units) }}, {{ seconds(typical.holdS) }} under {{ typical.pressureKPa }} kPa, wash to {{ celsius(typical.washC[1], bench.units) }}. <Sourced from="typical" /></p>
        <ul v-if="troubles.length" class="mt-3 space-y-2" data-test="sheet-troubles"><li v-for="t in troubles" :key="t.why" class="border-l-4 border-alert pl-3">{{ sheetSentence(t, bench.units) }}</li></ul>
      </div>
    </div>
    <p v-if="problem" class="mt-4 text-lg font-semibold text-alert" role="alert">{{ problem }}</p>
    <div class="mt-4 flex gap-3 pb-6"><UButton type="submit" size="xl" :loading="saving">Keep it</UButton></div>
  </UForm>
</template>
