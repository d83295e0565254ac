<script setup lang="ts">
import {
  CONSTRUCTION_KEYS, CONSTRUCTIONS, FIBRE_KEYS, FIBRES, FINISH_KEYS, FINISHES, type ConstructionKey, type FibreKey,
} from '#core/materials'
import type { BlendRule } from '#core/limit'
import { fabricBody, fabricFields, shareProblem, type Fabric, type FabricBody } from '#shared/schemas'
import { toEvidence } from '#shared/mappers'
import { celsius, massWords, NAP_NAME, thicknessWords } from '#shared/words'

const selection = useSelection()

const { fabric } = defineProps<{ fabric?: Fabric, rule: BlendRule }>()
const emit = defineEmits<{ saved: [fabric: Fabric], leave: [] }>()

const blank = (): FabricBody => ({
  ...fabricFields.parse({
    code: '?', name: '?', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: CONSTRUCTIONS.poplin.massGsm,
    thicknessMm: CONSTRUCTIONS.poplin.thicknessMm, mayGetWet: true, nap: 'none', colourHex: '#8d99a6',
  }),
  code: '', name: '',
})
const draft = useDraft<FabricBody & { unknown: boolean }>(`fabric-${fabric?.id ?? 'new'}`, () =>
  ({ ...(fabric ? toPlain(fabric) : blank()), unknown: fabric?.fibres.length === 0 }), fabric?.version)
const { state } = draft
const { problem, theirs, saving, save, overThem, takeTheirs, drop } = useSaving<Fabric>('/api/fabrics', fabric, draft, {
  saved: thing => emit('saved', thing), leave: () => emit('leave'),
})
const unknown = toRef(state, 'unknown')

const fibres = computed(() => unknown.value ? [] : state.fibres)
const shares = computed(() => shareProblem(fibres.value))
const total = computed(() => Math.round(fibres.value.reduce((s, f) => s + (Number(f.sharePct) || 0), 0) * 10) / 10)
const fibreItems = FIBRE_KEYS.map(k => ({ label: FIBRES[k].name, value: k }))
const constructionItems = CONSTRUCTION_KEYS.map(k => ({ label: CONSTRUCTIONS[k].name, value: k }))
const LABELS = [
  { label: 'says nothing', value: null }, { label: 'do not iron', value: 0 },
  ...[110, 150, 200].map(value => ({ label: celsius(value, selection.units), value })),

] as { label: string, value: 0 | 110 | 150 | 200 | null }[]
function blankIsNull(field: 'widthMm' | 'stockM' | 'giveAlongPct' | 'giveAcrossPct'): void {
  if ((state[field] as unknown) === '') state[field] = null
}
const napItems = Object.entries(NAP_NAME).map(([value, label]) => ({ label, value }))
const finishItems = FINISH_KEYS.map(k => ({ label: FINISHES[k].name, value: k }))

/** Choosing a construction fills what nobody has measured, and only that. */
function takeTypical(key: ConstructionKey): void {
  const c = CONSTRUCTIONS[key]
  if (state.massOrigin === 'typical') state.massGsm = c.massGsm
  if (state.thicknessOrigin === 'typical') state.thicknessMm = c.thicknessMm
  state.nap = c.surface === 'plain' ? 'none' : c.surface
}
function addFibre(): void {
  const free = FIBRE_KEYS.find(k => !state.fibres.some(f => f.fibre === k)) as FibreKey
  const missing = Math.max(0, 100 - total.value)
  state.fibres.push({ fibre: free, sharePct: missing || 10 })
}

const dropFibre = (i: number): void => { state.fibres.splice(i, 1) }

const checked = computed(() => ({ ...state, fibres: fibres.value }))
</script>

<template>
  <UForm ref="form" :schema="schemaInOwnUnits(fabricBody)" :state="checked" :validate-on="['input', 'change']"
    class="mx-auto flex min-h-full max-w-4xl flex-col" @submit="e => save({ ...e.data, fibres })">
    <div class="flex items-center gap-5">
      <FabricSwatch :colour="/^#[0-9a-f]{6}$/i.test(state.colourHex) ? state.colourHex : '#888888'" :construction="state.construction"
        :nap="state.nap" :width="110" :height="86" />
      <h1 class="text-2xl font-semibold">{{ fabric ? `Change ${fabric.name}` : 'New fabric' }}</h1>
      <UButton type="button" variant="ghost" color="neutral" class="ml-auto" icon="i-lucide-x" @click="$emit('leave')">
        Close (draft kept) <kbd class="text-sm opacity-80">{{ KEYS.leave.shown }}</kbd></UButton>
    </div>

    <div class="slip mt-4 p-5">
      <LimitPicture :fabric="checked" :rule="rule"
        :evidence="toEvidence({ ...checked, cornerC: fabric?.cornerC ?? null, swatches: fabric?.swatches ?? [] })" />
    </div>

    <div class="mt-5 grid grid-cols-2 gap-x-8 gap-y-4 max-[900px]:grid-cols-1">
      <div class="space-y-3">
        <div class="grid grid-cols-[1fr_130px] gap-3">
          <UFormField name="name" label="Name">
            <UInput v-model="state.name" class="w-full" placeholder="Bleached poplin" autofocus />
          </UFormField>
          <UFormField name="code" label="Code"><UInput v-model="state.code" class="w-full" placeholder="TW-12" /></UFormField>
        </div>
        <UFormField name="fibres" label="Fibres">
          <div v-if="!unknown" class="space-y-2">
            <div v-for="(f, i) in state.fibres" :key="i" class="flex items-center gap-2">
              <USelect v-model="f.fibre" :items="fibreItems" class="flex-1" :aria-label="`Fibre ${i + 1}`" />
              <UInput v-model.number="f.sharePct" type="number" step="0.1" min="0" max="100" class="w-24"
                :aria-label="`Share of fibre ${i + 1} in %`">
                <template #trailing>%</template>
              </UInput>
              <UButton type="button" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Take fibre ${i + 1} away`"
                :disabled="state.fibres.length === 1" @click="dropFibre(i)" />
            </div>
            <div class="flex h-4 overflow-hidden border border-seam" aria-hidden="true">
              <span v-for="(f, i) in state.fibres" :key="i" class="border-r border-paper"
                :style="{
                  width: `${Math.min(100, Number(f.sharePct) || 0)}%`, background: ['#333a73', '#7077b0', '#a89a82', '#5f5648'][i % 4],
                }" />
            </div>
            <p class="flex items-center gap-3">
              <UButton type="button" size="sm" variant="outline" color="neutral" icon="i-lucide-plus"
                @click="addFibre">Add a fibre</UButton>
              <span :class="shares ? 'text-alert font-semibold' : 'text-muted-ink'">{{ total }} %</span></p>
          </div>
          <template #error><span v-if="shares && !unknown">{{ shares }}</span></template>
        </UFormField>
        <USwitch v-model="unknown" label="Fibre unknown: test a corner" />
        <UFormField name="construction" label="Construction">
          <USelect v-model="state.construction" :items="constructionItems" class="w-full"
            @update:model-value="v => takeTypical(v as ConstructionKey)" />
        </UFormField>
        <UFormField name="nap" label="Surface">
          <USelect v-model="state.nap" :items="napItems" class="w-full" />
        </UFormField>
        <UFormField name="finishes" label="Finish">
          <USelect v-model="state.finishes" multiple :items="finishItems" class="w-full" placeholder="none" />
        </UFormField>
      </div>
      <div class="space-y-3">
        <div class="grid grid-cols-2 gap-3">
          <UFormField name="massGsm" label="Weight">
            <MeasureInput v-model="state.massGsm" quantity="arealMass" label="Weight" @update:model-value="state.massOrigin = 'measured'" />
            <template #help><Sourced :from="state.massOrigin" /></template>
          </UFormField>
          <UFormField name="thicknessMm" label="Thickness">
            <MeasureInput v-model="state.thicknessMm" quantity="thickness" label="Thickness"
              @update:model-value="state.thicknessOrigin = 'measured'" />
            <template #help><Sourced :from="state.thicknessOrigin" /></template>
          </UFormField>
        </div>
        <USwitch v-model="state.mayGetWet" label="It may get wet" />
        <UFormField name="colourHex" label="Colour">
          <div class="flex items-center gap-3">
            <input v-model="state.colourHex" type="color" class="h-11 w-16 border border-seam bg-paper" aria-label="Colour">
            <UInput v-model="state.colourHex" class="w-32" aria-label="Colour as six figures" />
          </div>
        </UFormField>
        <fieldset class="slip grid grid-cols-2 gap-3 p-3">
          <legend class="px-1 text-sm text-muted-ink">The lot and its care label</legend>
          <UFormField name="lot" label="Lot"><UInput v-model="state.lot" class="w-full" /></UFormField>
          <UFormField name="labelIronC" label="Label: iron">
            <USelect v-model="state.labelIronC" :items="LABELS" class="w-full" />
          </UFormField>
          <UFormField name="labelWords" label="Label in words">
            <UInput v-model="state.labelWords" class="w-full" placeholder="wash 40, line dry" />
          </UFormField>
          <UFormField name="napDirection" label="Nap runs">
            <USelect v-model="state.napDirection"
              :items="[
                { label: 'no way', value: 'none' }, { label: 'up', value: 'up' }, { label: 'down', value: 'down' },
              ]"
              class="w-full" />
          </UFormField>
          <UFormField name="widthMm" label="Width">
            <MeasureInput v-model="state.widthMm" quantity="length" label="Width" can-be-blank />
          </UFormField>
          <UFormField name="stockM" label="In stock">
            <MeasureInput v-model="state.stockM" quantity="fabricLength" label="In stock" can-be-blank />
          </UFormField>
          <UFormField name="giveAlongPct" label="Give along">
            <UInput v-model.number="state.giveAlongPct" type="number" step="any" class="w-full"
              @update:model-value="blankIsNull('giveAlongPct')">
              <template #trailing>%</template>
            </UInput>
          </UFormField>
          <UFormField name="giveAcrossPct" label="Give across">
            <UInput v-model.number="state.giveAcrossPct" type="number" step="any" class="w-full"
              @update:model-value="blankIsNull('giveAcrossPct')">
              <template #trailing>%</template>
            </UInput>
          </UFormField>
          <UCheckbox :model-value="state.labelSteam === false" label="Label bars steam"
            @update:model-value="v => (state.labelSteam = v ? false : null)" />
          <UCheckbox v-model="state.prewashed" label="Washed before" />
          <UCheckbox v-model="state.sheer" label="Sheer" />
          <UCheckbox v-model="state.showsResidue" label="Shows residue" />
        </fieldset>
        <UFormField name="note" label="Note"><UTextarea v-model="state.note" :rows="2" class="w-full" /></UFormField>
      </div>
    </div>

    <FormFoot :problem="problem">
      <template v-if="theirs" #newer>
        <NewerSlip class="mb-3" :problem="problem" @over="overThem" @take="takeTheirs">
          Stored now: {{ theirs.name }}, {{ massWords(theirs.massGsm, selection.units) }},
          {{ thicknessWords(theirs.thicknessMm, selection.units) }}. Yours:
          {{ state.name }}, {{ massWords(state.massGsm, selection.units) }}, {{ thicknessWords(state.thicknessMm, selection.units) }}.
        </NewerSlip>
      </template>
      <UButton type="submit" size="xl" :loading="saving">Save fabric</UButton>
      <UButton type="button" size="xl" variant="outline" color="neutral" @click="drop">Discard</UButton>
    </FormFoot>
  </UForm>
</template>
