<script setup lang="ts">
import { NO_LENGTH, type Shot } from '~/composables/picture/shot'
import { centred, GARMENTS, letterInterfacing, lettersAt, setText } from '#core/mend'
import { fromPayload, toPayload } from '#shared/cutting'
import { placedOutlines, placeFaults, suitedTo } from '#shared/making'
import { LETTER_FACES } from '#shared/schemas'
import type { NamedOutline } from '#shared/drawing'
import { FACE_NAME, MENDED_CARE, placeWords } from '#shared/words'

/**
 * Lettering that comes off: its outline and the interfacing that holds it again, from the back only, under a wet press cloth, weighted
 * while it sets.
 */
const selection = useSelection()
const library = useLibrary()
const lettering = useMakingPanel('lettering', () => freshMaking('Lettering', {
  format: 1, kind: 'lettering', from: 'text', text: 'DECK', face: 'bold', sizeMm: 60, lifted: [], outlines: [], padded: false,
  item: { form: 'film', fibre: 'polyester', massGsm: 140, thicknessMm: 0.15, adhesive: 'polyurethane' },
  place: { on: 'back', downMm: 190, asideMm: 0, turnDeg: 0 }, keepOuts: [], count: 1,
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems, withMore } = lettering
const { typeset, problem: faceProblem } = useTypeface(() => spec.value.face)
const textProblem = ref<string | null>(null)
// Letters of a text are kept as their outlines, as what is drawn or traced is.
// A shallow source alone would have it run at every change.
watch([
  () => typeset.value, () => spec.value.from, () => spec.value.text, () => spec.value.sizeMm, () => spec.value.lifted.join(),
], ([set]) => {
  if (spec.value.from !== 'text' || !set) return
  try {
    const found = setText(spec.value.text, spec.value.sizeMm, set)
    const lifted = spec.value.lifted.filter(i => i < found.letters.length)
    const outlines = centred(lettersAt(found, lifted)).map(toPayload).slice(0, 60)
    // What is so already is not written again.
    if (JSON.stringify([outlines, lifted]) !== JSON.stringify([spec.value.outlines, spec.value.lifted])) setSpec({ outlines, lifted })
    textProblem.value = null
  } catch (error) {
    textProblem.value = faultWords(error)
  }
}, { immediate: true })
const letters = computed(() => [...spec.value.text.replace(/\s/g, '')])
function toggle(i: number): void {
  const { lifted } = spec.value
  setSpec({ lifted: lifted.includes(i) ? lifted.filter(x => x !== i) : [...lifted, i].sort((a, b) => a - b) })
}
function take(all: NamedOutline[]): void {
  setSpec({ from: 'outline', outlines: centred(all.map(o => o.outline)).map(toPayload).slice(0, 60) })
  textProblem.value = null
}
const shot = shallowRef<Shot | null>(null)
const dark = ref(true)
function trace(): void {
  const size = mmPerPx(shot.value)
  if (!shot.value || size === null) {
    textProblem.value = NO_LENGTH
    return
  }
  try {
    take(tracedOutlines(shot.value.picture, size, dark.value).map((outline, i) => ({ name: `Letter ${i + 1}`, outline })))
  } catch (error) {
    textProblem.value = faultWords(error)
  }
}
const interfacing = computed(() => {
  try {
    return { outlines: spec.value.outlines.length > 0 ? letterInterfacing(spec.value.outlines.map(fromPayload), spec.value.padded) : [] }
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const suited = computed(() => suitedTo('lettering', library.supplies, fabric.value, washC.value))
const web = computed(() => supply.value ?? suited.value[0]?.supply ?? null)
withMore(() => ({ supplyId: web.value?.id ?? null }))
const faults = computed(() => (spec.value.outlines.length > 0 ? placeFaults(spec.value) : []))
const { plan, problem: planProblem, inside } = useStuckPlan(
  () => ({ spec: spec.value, garment: fabric.value, item: null, supply: web.value }))
const problem = computed(() =>
  planProblem.value ?? faceProblem.value ?? textProblem.value ?? ('why' in interfacing.value ? interfacing.value.why! : null))
watchEffect(() => {
  lettering.able.value = plan.value?.first != null && spec.value.outlines.length > 0 && !faults.value.some(f => f.why !== 'near')
})
const view = useStored<'garment' | 'interfacing'>('lettering-view', 'garment')
const VIEWS = [{ value: 'garment' as const, name: 'On the garment' }, { value: 'interfacing' as const, name: 'Its interfacing' }]
const FACES = LETTER_FACES.map(value => ({ value, name: FACE_NAME[value] }))
const FROM = [{ value: 'text' as const, name: 'Write them' }, { value: 'outline' as const, name: 'Draw or trace' }]
const box = computed(() => {
  const all = ('outlines' in interfacing.value ? interfacing.value.outlines! : []).concat(spec.value.outlines.map(fromPayload)).flatMap(o =>
    o.rim)
  if (all.length === 0) return '0 0 100 60'
  const xs = all.map(p => p.x), ys = all.map(p => -p.y), pad = 8, l = Math.min(...xs) - pad, t = Math.min(...ys) - pad
  return `${l} ${t} ${Math.max(...xs) - l + pad} ${Math.max(...ys) - t + pad}`
})
const headline = computed(() => {
  if (!plan.value) return 'Working it out…'
  return plan.value.first ? 'From the wrong side only, under a wet press cloth until it is dry.' : 'Do not iron it on: sew it.'
})
</script>

<template>
  <MendFrame :panel="lettering" test="lettering" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <GarmentPlacePicture v-if="view === 'garment' && spec.outlines.length" :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts"
        :outlines="placedOutlines(spec)" :colour="fabric?.colourHex ?? '#d9cdb4'" label="Where it is on the garment" mark="#f4efe2"
        @update:place="p => setSpec({ place: p })" @update:keep-outs="k => setSpec({ keepOuts: k })" />
      <svg v-else :viewBox="box" class="h-full w-full" role="img" aria-label="Letters and their interfacing"
        preserveAspectRatio="xMidYMid meet">
        <path v-for="(o, i) in ('outlines' in interfacing ? interfacing.outlines : [])" :key="`b${i}`" :d="outlinePath(o)"
          fill="var(--rc-good)"
          fill-opacity="0.3" fill-rule="evenodd" stroke="var(--rc-good)" stroke-width="2" stroke-dasharray="6 3"
          vector-effect="non-scaling-stroke" />
        <path v-for="(o, i) in spec.outlines" :key="`l${i}`" :d="outlinePath(fromPayload(o))" fill="none" fill-rule="evenodd"
          stroke="var(--rc-ink)" stroke-width="2" vector-effect="non-scaling-stroke" />
      </svg>
    </template>
    <template #how>
      <p>{{ placeWords(spec.place, GARMENTS[spec.place.on].neck, selection.units) }}
        {{ spec.padded ? 'Cut the interfacing slightly larger than the letter, so that its edge is caught.'
          : 'Cut the interfacing no larger than the letter.' }}</p>
      <p>Turn it inside out; a paper under the marking, the interfacing taped in its place.</p>
      <StuckWords :plan="plan" :inside="inside" weight />
      <p>{{ MENDED_CARE }}</p>
    </template>
    <template #form>
      <Choices v-model="view" :options="VIEWS" label="Shown" class="grid grid-cols-2 gap-1" />
      <label class="block"><span class="block text-sm font-semibold">Garment's fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <Choices :model-value="spec.from" :options="FROM" label="The letters" class="grid grid-cols-2 gap-1"
        @update:model-value="f => f && setSpec({ from: f })" />
      <template v-if="spec.from === 'text'">
        <label class="block"><span class="block text-sm font-semibold">Letters</span>
          <UInput maxlength="40" class="w-full" aria-label="Letters" :model-value="spec.text"
            @update:model-value="v => setSpec({ text: String(v) })" /></label>
        <Choices :model-value="spec.face" :options="FACES" label="Typeface" class="grid grid-cols-3 gap-1"
          @update:model-value="f => f && setSpec({ face: f })" />
        <LengthField label="As high as" noun="Height of the letters" :least-mm="8" :most-mm="500" :model-value="spec.sizeMm"
          @update:model-value="v => setSpec({ sizeMm: v })" />
        <div class="flex flex-wrap items-center gap-1" role="group" aria-label="Which come off">
          <span class="text-sm font-semibold">Coming off:</span>
          <button v-for="(l, i) in letters" :key="i" type="button" class="min-h-10 min-w-10 px-2 text-lg"
            :class="spec.lifted.includes(i) ? 'bg-ink text-paper' : 'slip'" :aria-pressed="spec.lifted.includes(i)" @click="toggle(i)">
            {{ l }}</button>
          <span v-if="spec.lifted.length === 0" class="text-sm text-muted-ink">all of them</span>
        </div>
      </template>
      <template v-else>
        <DrawingPicker @take="take" />
        <ShotPick v-model="shot" what="Picture of them" :camera="false" />
        <div v-if="shot" class="h-40"><ShotPicture v-model:shot="shot" :wide-mm="60" :high-mm="45" colour="#fff"
          label="Picture to trace" /></div>
        <div v-if="shot" class="flex items-center gap-2">
          <UButton size="sm" @click="trace">Trace them</UButton>
          <USwitch v-model="dark" label="Letters darker than the fabric" />
        </div>
      </template>
      <USwitch :model-value="spec.padded" label="Padded letters" @update:model-value="v => setSpec({ padded: v })" />
      <ItemFields :model-value="spec.item" :own-adhesive="false" @update:model-value="i => setSpec({ item: i })" />
      <SupplyChoice :suited="suited" :chosen="web" label="Interfacing" :wash-c="washC" @choose="id => set({ supplyId: id })" />
      <PlaceFields :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :faults="faults"
        @update:place="p => setSpec({ place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
      <CountField label="How many" :most="60" :model-value="spec.count" @update:model-value="v => setSpec({ count: v })" />
      <PaperButtons :making="making" what="Interfacing" />
    </template>
  </MendFrame>
</template>
