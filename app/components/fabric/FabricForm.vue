<script setup lang="ts">
import {
  CONSTRUCTION_KEYS, CONSTRUCTIONS, FIBRE_KEYS, FIBRES, readLabel, usualConstruction, type ConstructionKey, type FibreKey,
} from '#core/materials'
import type { BlendRule } from '#core/limit'
import type { Picture } from '#core/colour'
import { nextCode } from '#shared/codes'
import { fabricBody, fabricFields, shareProblem, type Fabric, type FabricBody } from '#shared/schemas'
import { toEvidence } from '#shared/mappers'
import { fabricNameOf, labelProblem, asLabelSays, massWords, thicknessWords } from '#shared/words'
import { colourOf } from '~/composables/picture/taken'

/** A fabric: what it is made of, how it is made and what it weighs are asked; the rest is filled in, and can be changed. */
const { fabric } = defineProps<{ fabric?: Fabric, rule: BlendRule }>()
const emit = defineEmits<{ saved: [fabric: Fabric], leave: [] }>()
const selection = useSelection()
const library = useLibrary()

const blank = (): FabricBody => ({
  ...fabricFields.parse({
    code: '?', name: '?', fibres: [], construction: 'poplin', massGsm: CONSTRUCTIONS.poplin.massGsm,
    thicknessMm: CONSTRUCTIONS.poplin.thicknessMm, mayGetWet: true, nap: 'none', colourHex: '#8d99a6',
  }),
  code: nextCode(library.fabrics.map(f => f.code), 'F'), name: '',
})
interface Writing extends FabricBody { unknown: boolean, namedByHand: boolean, codedByHand: boolean, madeByHand: boolean }
const draft = useDraft<Writing>(`fabric-${fabric?.id ?? 'new'}`, () => ({
  ...(fabric ? toPlain(fabric) : blank()), unknown: fabric?.fibres.length === 0, namedByHand: Boolean(fabric), codedByHand: Boolean(fabric),
  madeByHand: Boolean(fabric),
}), fabric?.version)
const { state } = draft
const { problem, theirs, saving, save, overThem, takeTheirs, drop, faultyFields } = useSaving<Fabric>('/api/fabrics', fabric, draft, {
  saved: thing => emit('saved', thing), leave: () => emit('leave'),
})
const unknown = toRef(state, 'unknown')
const fibres = computed(() => unknown.value ? [] : state.fibres)
const shares = computed(() => shareProblem(fibres.value))

/** What its label says, as it is typed; what is changed below stands here too. */
const label = ref(asLabelSays(state.fibres)), reading = shallowRef(readLabel(label.value))
function readIt(text: string): void {
  reading.value = readLabel(text)
  if (!reading.value.read) return
  state.fibres = reading.value.fibres.map(f => ({ ...f }))
  guess()
}
function setFibres(now: FabricBody['fibres']): void {
  state.fibres = now
  label.value = asLabelSays(now)
  reading.value = readLabel(label.value)
  guess()
}
/** A construction that nobody chose goes with what it is made of. */
function guess(): void {
  const usual = usualConstruction(state.fibres)
  if (state.madeByHand || state.construction === usual) return
  state.construction = usual
  takeTypical(usual)
}
const setShares = (now: readonly number[]): void => setFibres(state.fibres.map((f, i) => ({ ...f, sharePct: now[i]! })))
const labelSays = computed(() => labelProblem(reading.value) ?? shares.value)
/** Nothing is found fault with before it was begun. */
const isBlank = computed(() => label.value.trim() === '')
/** What cannot be read yet is not taken for an unknown fibre. */
const schema = fabricBody.superRefine((_, ctx) => {
  if (!unknown.value && labelSays.value) ctx.addIssue({ code: 'custom', path: ['fibres'], message: labelSays.value })
})
function addFibre(fibre: FibreKey): void {
  const last = state.fibres.at(-1)
  if (!last) return setFibres([{ fibre, sharePct: 100 }])
  const part = Math.min(20, Math.max(1, Math.floor(last.sharePct / 2)))
  setFibres([...state.fibres.slice(0, -1), { ...last, sharePct: last.sharePct - part }, { fibre, sharePct: part }])
}
function dropFibre(i: number): void {
  const gone = state.fibres[i]!, rest = state.fibres.filter((_, at) => at !== i).map(f => ({ ...f }))
  rest[0]!.sharePct += gone.sharePct
  setFibres(rest)
}
const free = computed(() => FIBRE_KEYS.filter(k => !state.fibres.some(f => f.fibre === k)).map(k => ({ label: FIBRES[k].name, value: k })))
const constructionItems = CONSTRUCTION_KEYS.map(k => ({ label: CONSTRUCTIONS[k].name, value: k }))
  .sort((a, b) => a.label.localeCompare(b.label))

/** Choosing a construction fills what nobody has measured, and only that. */
function takeTypical(key: ConstructionKey): void {
  const c = CONSTRUCTIONS[key]
  if (state.massOrigin === 'typical') state.massGsm = c.massGsm
  if (state.thicknessOrigin === 'typical') state.thicknessMm = c.thicknessMm
  state.nap = c.surface === 'plain' ? 'none' : c.surface
}
function chooseConstruction(key: ConstructionKey): void {
  state.madeByHand = true
  takeTypical(key)
}
/** By the hand alone: lighter or heavier than what is usual for its construction. */
const HEFTS = [{ by: 0.75, name: 'lighter' }, { by: 1, name: 'usual' }, { by: 1.3, name: 'heavier' }] as const
const massBy = (by: number) => Math.round(CONSTRUCTIONS[state.construction].massGsm * by)
const isHeft = (by: number): boolean => state.massOrigin === 'typical' && state.massGsm === massBy(by)
function weigh(by: number): void {
  state.massGsm = massBy(by)
  state.massOrigin = 'typical'
}
/** Another one like this: all that belongs to the kind, nothing that belongs to the length that lies there. */
const likeItems = computed(() => library.fabrics.map(f => ({ label: `${f.name} · ${f.code}`, value: f.id })))
const LIKE = ['construction', 'massGsm', 'thicknessMm', 'mayGetWet', 'nap', 'finishes', 'giveAlongPct',
  'giveAcrossPct', 'sheer', 'showsResidue', 'colourHex'] as const
function takeAfter(id: string): void {
  const like = library.fabrics.find(f => f.id === id)
  if (!like) return
  state.madeByHand = true
  // What was measured on another fabric is no measurement of this one.
  Object.assign(state, Object.fromEntries(LIKE.map(k => [k, toPlain(like[k])])), { massOrigin: 'typical', thicknessOrigin: 'typical' })
  unknown.value = like.fibres.length === 0
  if (!unknown.value) setFibres(toPlain(like.fibres))
}
const taking = ref(false)
const takeColour = (picture: Picture): void => { state.colourHex = colourOf(picture) }

// A name that nobody chose says what it is.
watch(() => [fibres.value, state.construction, state.namedByHand] as const, () => {
  if (state.namedByHand) return
  state.name = fibres.value.length > 0 || unknown.value ? fabricNameOf(fibres.value, state.construction) : ''
}, { deep: true, immediate: true })
/** A name that will be filled in is no fault of hers. */
const checked = computed(() => ({ ...state, name: state.name || (state.namedByHand ? '' : 'Fabric'), fibres: fibres.value }))
const { keep } = useOwnCode<FabricBody>(state, () => library.fabrics.map(f => f.code), 'F', { save, faultyFields })
const submit = (body: FabricBody): Promise<void> => keep({ ...body, fibres: fibres.value }, state.codedByHand)
</script>

<template>
  <FormFrame ref="form" :schema="schema" :state="checked" :problem="problem" :saving="saving" save="Save fabric" @submit="submit"
    @drop="drop">
    <div class="flex items-center gap-5">
      <FabricSwatch :colour="/^#[0-9a-f]{6}$/i.test(state.colourHex) ? state.colourHex : '#888888'" :construction="state.construction"
        :nap="state.nap" :width="110" :height="86" class="max-[600px]:hidden" />
      <h1 class="text-2xl font-semibold">{{ fabric ? `Change ${fabric.name}` : 'New fabric' }}</h1>
      <UButton type="button" variant="ghost" color="neutral" class="ml-auto" icon="i-lucide-x" @click="$emit('leave')">
        Close (draft kept) <kbd class="text-sm opacity-80">{{ KEYS.leave.shown }}</kbd></UButton>
    </div>

    <div class="mt-4 grid grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)] gap-x-8 gap-y-4 max-[900px]:grid-cols-1">
      <div class="space-y-3">
        <UFormField name="fibres" label="What is it made of?">
          <UInput v-model="label" size="xl" class="w-full" :disabled="unknown" :autofocus="!fabric" autocomplete="off"
            placeholder="80 wool 20 nylon" aria-label="What is it made of?" @update:model-value="v => readIt(String(v))" />
          <p class="min-h-6 text-[15px] leading-snug"
            :class="labelSays && !unknown && !isBlank ? 'font-semibold text-alert' : 'text-muted-ink'"
            role="status">
            {{ unknown ? 'Its limit is found by a corner test.' : isBlank ? 'As its label says it: wool, or 65/35 polycotton.'
              : labelSays ?? 'As its label says it, or by the bar below.' }}</p>
        </UFormField>
        <div v-show="!unknown" class="space-y-2">
          <FibreBar :fibres="state.fibres" :class="labelSays ? 'opacity-50' : ''" @shares="setShares" />
          <div class="flex flex-wrap items-center gap-x-1">
            <UButton v-for="(f, i) in state.fibres" v-show="state.fibres.length > 1" :key="f.fibre" type="button" size="sm" variant="ghost"
              color="neutral" trailing-icon="i-lucide-x" :aria-label="`Remove ${FIBRES[f.fibre].name}`" @click="dropFibre(i)">
              {{ FIBRES[f.fibre].name.split(/[,(]/)[0] }}</UButton>
            <USelectMenu :model-value="undefined" :items="free" value-key="value" placeholder="Add a fibre" size="sm" class="w-40"
              aria-label="Add a fibre" :search-input="{ placeholder: 'Which fibre?' }" @update:model-value="v => addFibre(v as FibreKey)" />
          </div>
        </div>
        <div class="flex flex-wrap gap-x-8 gap-y-2">
          <USwitch v-model="unknown" label="Fibre unknown: test a corner" />
          <USwitch v-model="state.mayGetWet" label="It may get wet" />
        </div>
        <UFormField name="colourHex" label="Colour">
          <div class="flex items-center gap-3">
            <input v-model="state.colourHex" type="color" class="h-11 w-16 border border-seam bg-paper" aria-label="Colour">
            <UButton type="button" variant="outline" color="neutral" icon="i-lucide-camera" @click="() => { taking = true }">
              From a picture</UButton>
          </div>
        </UFormField>
      </div>
      <div class="space-y-3">
        <UFormField name="construction" label="Construction">
          <USelect v-model="state.construction" size="xl" :items="constructionItems" class="w-full"
            @update:model-value="chooseConstruction" />
        </UFormField>
        <UFormField name="massGsm" label="Weight">
          <div class="flex items-center gap-2">
            <MeasureInput v-model="state.massGsm" quantity="arealMass" label="Weight" class="w-36"
              @update:model-value="state.massOrigin = 'measured'" />
            <Sourced :from="state.massOrigin" class="w-20" />
            <span class="ml-auto flex gap-1" role="group" aria-label="Weight by hand">
              <button v-for="h in HEFTS" :key="h.name" type="button" class="min-h-11 px-2 text-[15px]"
                :class="isHeft(h.by) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" :aria-pressed="isHeft(h.by)"
                @click="weigh(h.by)">{{ h.name }}</button>
            </span>
          </div>
        </UFormField>
        <UFormField v-if="!fabric && library.fabrics.length > 0" label="Or is it like one you have?">
          <USelectMenu :model-value="undefined" :items="likeItems" value-key="value" class="w-full" placeholder="Like …"
            aria-label="Like another fabric" :search-input="{ placeholder: 'Which fabric?' }"
            @update:model-value="v => takeAfter(String(v))" />
        </UFormField>
        <UFormField name="name" label="Name">
          <UInput v-model="state.name" class="w-full" aria-label="Name" @update:model-value="state.namedByHand = true" />
        </UFormField>
      </div>
    </div>
    <div class="slip mt-4 p-4">
      <LimitPicture :fabric="checked" :rule="rule"
        :evidence="toEvidence({ ...checked, cornerC: fabric?.cornerC ?? null, swatches: fabric?.swatches ?? [] })" />
    </div>
    <TakePicture v-model:open="taking" about="The colour of this fabric" @taken="takeColour" />
    <template #more><FabricDetails :state="state" @coded="state.codedByHand = true" /></template>
    <template v-if="theirs" #newer>
      <NewerSlip class="mb-3" :problem="problem" @over="overThem" @take="takeTheirs">
        Stored now: {{ theirs.name }}, {{ massWords(theirs.massGsm, selection.units) }},
        {{ thicknessWords(theirs.thicknessMm, selection.units) }}. Yours:
        {{ state.name }}, {{ massWords(state.massGsm, selection.units) }}, {{ thicknessWords(state.thicknessMm, selection.units) }}.
      </NewerSlip>
    </template>
  </FormFrame>
</template>
