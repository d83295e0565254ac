<script setup lang="ts">
import { soleOf } from '#shared/pressing'
import { labelInterfacing, labelOf, labelPages, type Label, type LabelPage } from '#core/mend'
import { boundsOf } from '#core/geometry'
import { labelsBox, suitedTo } from '#shared/making'
import { PAPER_SIZES, LETTER_FACES } from '#shared/schemas'
import { FACE_NAME, labelWords, lengthWords, PAPER_NAME } from '#shared/words'

/** Name labels: text set as it is typed, printed mirrored with cut lines, the fabric backed, pressed in so many places, peeled and cut. */
const selection = useSelection()
const library = useLibrary()
const planning = usePlanning()
const labels = useMakingPanel('labels', () => freshMaking('Name labels', {
  format: 1, kind: 'labels', texts: ['FIRST MATE'], face: 'bold', sizeMm: 4, wideMm: 60, highMm: 16, borderMm: 1.5, inkHex: '#25211d',
  paper: 'A4',
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems } = labels
const { typeset, problem: faceProblem } = useTypeface(() => spec.value.face)
const PAPER = {
  A4: { wide: 210, high: 297 }, A3: { wide: 297, high: 420 }, letter: { wide: 215.9, high: 279.4 }, tabloid: { wide: 279.4, high: 431.8 },
} as const
const sheet = computed((): { labels: Label[], sheet: LabelPage } | { why: string } | null => {
  if (!typeset.value) return null
  try {
    const texts = spec.value.texts.filter(t => t.trim() !== '')
    if (texts.length === 0) throw new RangeError('Labels: write at least one.')
    const all = texts.map(t => labelOf({ ...spec.value, lines: t.split('\n') }, typeset.value!))
    return { labels: all, sheet: labelPages(all, PAPER[spec.value.paper]) }
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const made = computed(() => (sheet.value && 'sheet' in sheet.value ? sheet.value : null))
const problem = computed(() =>
  planProblem.value ?? faceProblem.value ?? (sheet.value && 'why' in sheet.value ? sheet.value.why : null) ?? coverageFault.value)
const suited = computed(() => suitedTo('labels', library.supplies, fabric.value, washC.value))
const { plan, problem: planProblem, inside } = useStuckPlan(() => ({ spec: spec.value, garment: fabric.value, item: null, supply: null }))
watchEffect(() => { labels.able.value = plan.value?.first != null && made.value !== null })
const { answer: coverage, problem: coverageFault } = useAnswer(() => [
  made.value?.labels.length, spec.value.wideMm, spec.value.highMm, selection.iron?.id, selection.rules.walk,
], () => {
  const count = made.value?.labels.length
  return count && selection.iron
    ? planning.coverageFor({ outline: labelsBox(spec.value, count), sole: soleOf(selection.iron.kind), keepOuts: [],
        walk: selection.rules.walk })
    : null
}, { stays: true })
const places = computed(() => coverage.value?.placements.length ?? null)
const text = computed({
  get: () => spec.value.texts.map(t => t.replaceAll('\n', ' / ')).join('\n'),
  set: v => setSpec({ texts: v.split('\n').slice(0, 200).map(t => t.split('/').map(l => l.trim()).join('\n').slice(0, 200)) }),
})
const FACES = LETTER_FACES.map(value => ({ value, name: FACE_NAME[value] }))
const PAPERS = PAPER_SIZES.map(value => ({ value, name: PAPER_NAME[value] }))
const page = computed(() => PAPER[spec.value.paper])
const path = (l: Label) => [...l.letters, ...(l.border ? [l.border] : [])].map(o => outlinePath(o)).join('')
const inset = computed(() => {
  try {
    return made.value ? labelInterfacing(made.value.labels[0]!) : null
  } catch {
    return null
  }
})
const headline = computed(() => {
  if (problem.value) return made.value ? 'The labels cannot be pressed yet.' : 'The labels do not fit yet.'
  const n = made.value?.labels.length ?? 0
  const size = [spec.value.wideMm, spec.value.highMm].map(v => lengthWords(v, selection.units)).join(' × ')
  const pressed = places.value ? `, pressed in ${places.value} place${places.value === 1 ? '' : 's'}` : ''
  return `${n} label${n === 1 ? '' : 's'} of ${size}${pressed}.`
})
</script>

<template>
  <MendFrame :panel="labels" test="labels" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <div v-if="made" class="flex h-full gap-4">
        <svg :viewBox="`0 0 ${page.wide} ${page.high}`" class="h-full max-w-[45%]" role="img"
          aria-label="The sheet as it is printed, mirrored"
          preserveAspectRatio="xMidYMid meet">
          <rect :width="page.wide" :height="page.high" fill="#fdfcf8" stroke="var(--rc-ink)" stroke-width="0.600" />
          <g :transform="`translate(0 ${page.high})`">
            <path v-for="(l, i) in made.sheet.pages[0]" :key="i" :d="path(l)" :fill="spec.inkHex" fill-rule="evenodd" />
            <line v-for="(c, i) in made.sheet.cuts" :key="`c${i}`" :x1="c.x0" :x2="c.x1" :y1="-c.y0" :y2="-c.y1" stroke="#7d2457"
              stroke-width="0.400" stroke-dasharray="2 1.500" />
          </g>
          <text x="12" y="12" font-size="7" fill="#25211d">mirrored</text>
        </svg>
        <div class="flex min-w-0 flex-1 flex-col justify-center gap-3">
          <template v-for="(l, i) in made.labels.slice(0, 4)" :key="i">
            <svg :viewBox="`-1 ${-boundsOf(l.edge).highMm - 1} ${boundsOf(l.edge).wideMm + 2} ${boundsOf(l.edge).highMm + 2}`"
              class="max-h-28 w-full" role="img" :aria-label="`Label ${i + 1} as it will read`">
              <path :d="outlinePath(l.edge)" :fill="fabric?.colourHex ?? '#fff'" stroke="var(--rc-ink)" stroke-width="0.500" />
              <path v-if="inset && i === 0" :d="outlinePath(inset)" fill="none" stroke="var(--rc-good)" stroke-width="0.400"
                stroke-dasharray="2 1" />
              <path :d="path(l)" :fill="spec.inkHex" stroke="#fff" stroke-width="0.120" fill-rule="evenodd" />
            </svg>
          </template>
          <p v-if="made.labels.length > 4" class="text-muted-ink">and {{ made.labels.length - 4 }} more</p>
        </div>
      </div>
    </template>
    <template #how>
      <p v-if="made">{{ labelWords(made.sheet.across, made.labels.length) }}</p>
      <p v-if="supply">First fuse {{ supply.name }}, cut {{ lengthWords(1, selection.units) }} inside each label's edge, to the fabric.</p>
      <StuckWords :plan="plan" :inside="inside" />
      <p>Print it on transfer paper, the printer set to plain paper and no scaling: measure the line at the foot of the sheet. Press the
        middle of the sheet first, then outward. Let it go cold, peel, cut it into strips, then across, and sew the labels on.</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Names, one a line; / begins a new line of it</span>
        <UTextarea v-model="text" :rows="8" class="w-full" aria-label="Names" /></label>
      <Choices :model-value="spec.face" :options="FACES" label="Typeface" class="grid grid-cols-3 gap-1"
        @update:model-value="f => f && setSpec({ face: f })" />
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Letters, high" noun="Height of the letters" :least-mm="2" :most-mm="60" :model-value="spec.sizeMm"
          @update:model-value="v => setSpec({ sizeMm: v })" />
        <LengthField label="Border, from the edge" noun="Border" :most-mm="10" :model-value="spec.borderMm"
          @update:model-value="v => setSpec({ borderMm: v })" />
        <LengthField label="Label, wide" noun="Width" :least-mm="8" :most-mm="250" :model-value="spec.wideMm"
          @update:model-value="v => setSpec({ wideMm: v })" />
        <LengthField label="Label, high" noun="Height" :least-mm="5" :most-mm="250" :model-value="spec.highMm"
          @update:model-value="v => setSpec({ highMm: v })" />
      </div>
      <label class="flex items-center gap-2"><span class="text-sm font-semibold">Colour of the letters</span>
        <input type="color" class="h-10 w-14 cursor-pointer border border-ink bg-paper" :value="spec.inkHex"
          @change="e => setSpec({ inkHex: (e.target as HTMLInputElement).value })"></label>
      <Choices :model-value="spec.paper" :options="PAPERS" label="Paper" class="grid grid-cols-2 gap-1"
        @update:model-value="p => p && setSpec({ paper: p })" />
      <label class="block"><span class="block text-sm font-semibold">Label fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <SupplyChoice :suited="suited" :chosen="supply" label="Interfacing" none="nothing" :wash-c="washC"
        @choose="id => set({ supplyId: id })" />
      <PaperButtons :making="making" what="Print" :paper="spec.paper" />
      <p class="text-sm text-muted-ink">The label printer is a stand-in: it writes the file.</p>
    </template>
  </MendFrame>
</template>
