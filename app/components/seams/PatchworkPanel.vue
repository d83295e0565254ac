<script setup lang="ts">
import { useFileDialog } from '@vueuse/core'
import { LAYOUTS } from '#core/patchwork'
import { plyMm } from '#core/seam'
import { fieldText, readQuantity, splitLengths } from '#core/units'
import { colourOf, freshBlock, gridOf, liesOf, patchesDrawn, patchesOf, resized, type Lies } from '#shared/making'
import { toFabricInput } from '#shared/mappers'
import { MOST_PATCHES } from '#shared/schemas'
import { readSvg, SVG_MOST_BYTES } from '#shared/svg'
import {
  LAYOUT_NAME, lengthWords, nestSentence, PATCHWORK_LIES, SEWN_FIRST, spunSentence, svgNoteSentence, svgProblemSentence, unitWords,
  WHY_APART,
} from '#shared/words'

/** A block of patches: which way every seam lies so that they nest, how thick it gets, and in which order it is pressed. */
const selection = useSelection()
const library = useLibrary()
const [usualLayout] = LAYOUTS
const { making, chosen, ofJob, set, setSpec, add, drop, choose, jobName } = useMakingDraft('patchwork', () => freshMaking('Block', {
  format: 1, kind: 'patchwork', seamMm: 6, ...freshBlock(usualLayout!),
}))
const spec = computed(() => making.value.spec)
const BEARS_KPA = 0.8
const plyOf = (n: number): number => {
  const c = library.fabrics.find(x => x.id === making.value.fabricIds[n])
  return c ? plyMm(toFabricInput(c), BEARS_KPA) : 0.3
}
const patches = computed(() => patchesOf(spec.value, plyOf))
const colours = computed(() => spec.value.patches.map(p => spec.value.colours[p[4]]?.hex ?? '#ffffff'))
const lies = computed((): Lies | { why: string } => {
  try {
    return liesOf(spec.value, plyOf)
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const made = computed(() => ('why' in lies.value ? null : lies.value))
const apart = computed(() => new Set(
  spec.value.open ? [] : (made.value?.nesting.apart ?? []).map(c => `${Math.round(c.x)} ${Math.round(c.y)}`)))
const turns = computed(() => made.value?.turns ?? [])
const seam = ref<string | null>(null)
const at = computed(() => turns.value.findIndex(t => t.seam === seam.value))
const turn = computed(() => turns.value[at.value] ?? null)
const ofStep = computed(() => (turn.value ? turns.value.filter(t => t.step === turn.value!.step).map(t => t.seam) : []))
const steps = computed(() => new Set(turns.value.map(t => t.step)).size)
const chosenSeam = computed(() => made.value?.piecing.seams.find(s => s.id === seam.value) ?? null)
function nextSeam(): void {
  seam.value = turns.value[(at.value + 1) % Math.max(1, turns.value.length)]?.seam ?? null
}
function turnSeam(): void {
  if (!seam.value || !made.value || spec.value.open) return
  setSpec({ turned: { ...spec.value.turned, [seam.value]: made.value.nesting.side.get(seam.value) === 'before' ? 'after' : 'before' } })
}
function letSeam(): void {
  const { [seam.value ?? '']: _, ...rest } = spec.value.turned
  setSpec({ turned: rest })
}
useShortcuts({ nextSeam, turnSeam, letSeam, take: () => { if (jobName.value && !chosen.value && made.value) addIt() } })
const grid = computed(() => gridOf(spec.value.patches))
const columnsMm = computed(() => grid.value.columnsMm), rowsMm = computed(() => grid.value.rowsMm)
const isPlain = computed(() => grid.value.isPlain)
const unit = computed(() => unitWords('length', selection.units))
const sizeOf = (mm: number) => fieldText(Math.round(mm * 10) / 10, 'length', selection.units)
const sizeText = (list: readonly number[]) => list.map(sizeOf).join(', ')
const problem = ref<string | null>(null)
function resize(which: 'columns' | 'rows', text: string): void {
  // One that is left as it was shown keeps what is stored: a tape's fractions are coarser.
  const had = which === 'columns' ? columnsMm.value : rowsMm.value
  const sizes = splitLengths(text).map((t, i) =>
    i < had.length && t === sizeOf(had[i]!) ? had[i]! : readQuantity(t, 'length', selection.units) ?? Number.NaN)
  const name = which === 'columns' ? 'Widths' : 'Heights'
  problem.value = sizes.length === 0 || sizes.some(s => !(s > 0))
    ? `${name}: write one after another, such as ${selection.units?.length === 'in' ? '2 1/2, 2 1/2, 3 1/2' : sizeText([60, 60, 90])}.`
    : sizes.some(s => s > 5000) ? `${name}: ${lengthWords(5000, selection.units)} is the most.` : null
  const [cols, rows] = which === 'columns' ? [sizes, rowsMm.value] : [columnsMm.value, sizes]
  if (problem.value === null && cols.length * rows.length > MOST_PATCHES) problem.value = `Patches: ${MOST_PATCHES} at the most.`
  if (problem.value !== null) return
  setSpec({ turned: {}, ties: [], patches: resized(spec.value.patches, cols, rows, spec.value.colours.length) })
}
function takeLayout(key: string | number | null): void {
  const l = LAYOUTS.find(x => x.key === key)
  if (!l) return
  problem.value = null
  seam.value = null
  making.value = { ...making.value, spec: { ...spec.value, ...freshBlock(l) }, fabricIds: [] }
}
function paint(n: number): void {
  setSpec({ patches: spec.value.patches.map((p, i) => (i === n ? [p[0], p[1], p[2], p[3], (p[4] + 1) % spec.value.colours.length] : p)) })
}
/** A colour is a fabric of the drawer, or a colour only. */
function recolour(n: number, id: string): void {
  const c = library.fabrics.find(x => x.id === id)
  if (!c) return
  const fabricIds = making.value.fabricIds.includes(id) ? making.value.fabricIds : [...making.value.fabricIds, id]
  making.value = {
    ...making.value, fabricIds, fabricId: making.value.fabricId ?? id,
    spec: { ...spec.value, colours: spec.value.colours.map((x, i) => (i === n ? { hex: c.colourHex, fabric: fabricIds.indexOf(id) } : x)) },
  }
}
function addColour(): void {
  const { colours: all } = spec.value
  if (all.length < 12) setSpec({ colours: [...all, { hex: colourOf(all.length), fabric: null }] })
}
const fabricItems = useFabricItems()
const { open: openFile, onChange } = useFileDialog({ accept: '.svg,image/svg+xml', reset: true, multiple: false })
const notes = ref<string[]>([])
onChange(async (files) => {
  const file = files?.[0]
  if (!file) return
  notes.value = []
  const tooLarge = { problem: { why: 'tooLarge' as const, mb: file.size / 1e6, mostMb: SVG_MOST_BYTES / 1e6 } }
  const reading = file.size > SVG_MOST_BYTES ? tooLarge : readSvg(await file.text())
  if ('problem' in reading) {
    problem.value = svgProblemSentence(reading.problem)
    return
  }
  notes.value = reading.notes.map(n => svgNoteSentence(n, selection.units))
  try {
    setSpec({ turned: {}, ties: [], patches: patchesDrawn(reading.outlines, spec.value.colours.length) })
    seam.value = problem.value = null
  } catch (error) {
    problem.value = faultWords(error)
  }
})
/** Seams chosen together are pressed as one. */
const tieFrom = ref<string | null>(null)
function tie(): void {
  if (!seam.value) return
  if (!tieFrom.value || tieFrom.value === seam.value) { tieFrom.value = seam.value; return }
  setSpec({ ties: [...spec.value.ties, { a: tieFrom.value, b: seam.value, turned: false }] })
  tieFrom.value = null
}
function addIt(): void {
  if (!making.value.fabricId) set({ fabricId: making.value.fabricIds[0] ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null })
  add()
}
const whole = computed(() => {
  const p = made.value?.piecing
  return p && `${lengthWords(p.wideMm, selection.units)} × ${lengthWords(p.highMm, selection.units)}`
})
/** What hangs over the board's edge, as seen from in front of it. */
const hanging = computed(() => {
  if (!turn.value?.hangs || !chosenSeam.value) return null
  const down = chosenSeam.value.axis === 'down'
  return turn.value.hangs === 'before' ? (down ? 'left of it' : 'above it') : down ? 'right of it' : 'below it'
})
</script>

<template>
  <MakingFrame :panel="{ making, chosen, ofJob, jobName, set, drop, choose }" :able="made !== null" @add="addIt">
    <div class="flex min-h-0 flex-col">
      <p v-if="made" class="ticket text-[26px] font-semibold leading-tight" data-test="patchwork-says">
        <template v-if="spec.open">All seams are pressed open: nothing has to nest.</template>
        <template v-else>{{ nestSentence(made.piecing.crossings.length, made.nesting.apart.length, made.nesting.exact) }}&nbsp;</template>
        <Sourced from="estimate" /></p>
      <p v-if="!spec.open && made?.nesting.apart.length" class="text-[15px] text-alert">{{ WHY_APART }}</p>
      <div class="min-h-72 flex-1 py-1">
        <PatchworkPicture v-if="made" :piecing="made.piecing" :patches="patches" :colours="colours" :lying="made.side" :bulk="made.bulk"
          :spun="made.spun" :apart="apart" :chosen="seam" :now="ofStep"
          :label="`Pressing plan of ${making.name}, ${whole}, from its wrong side`"
          @seam="id => (seam = id)" @patch="paint" />
        <p v-else-if="'why' in lies" class="mt-24 text-center text-xl font-semibold text-alert" role="alert"
          data-test="patchwork-problem">{{ lies.why }}</p>
      </div>
      <p class="text-[15px] text-muted-ink">Seen from the wrong side. An arrow shows the side to which both allowances are pressed;
        a filled dot nests, a wheel is spun, a crossed one does not; a figure is the thickness under the iron ({{ unit }}).
        A tap on a patch changes its colour; by keys, arrows and Space.</p>
    </div>
    <template #form>
      <div v-if="turn && chosenSeam" class="slip p-3" data-test="seam">
        <p class="text-lg font-semibold">Step {{ turn.step + 1 }} of {{ steps }}: seam {{ at + 1 }} of {{ turns.length }},
          {{ chosenSeam.axis === 'down' ? 'down' : 'across' }},
          {{ lengthWords(chosenSeam.toMm - chosenSeam.fromMm, selection.units) }}</p>
        <p class="text-[15px]">Press it flat as sewn, dry. {{ spec.open ? 'Open it' : 'Turn the seam with your fingers' }}, then the
          tip from
          its
          middle outward.
          <template v-if="hanging">Put its allowances on the board; {{ hanging }} hangs over the edge, so that nothing under it
            is marked.</template>
          {{ selection.rules.piecing === 'steam' ? 'Steam once the block is finished'
            : 'Steam or sizing only at the end, to set it' }}; let it go
          cold.
          <NuxtLink to="/rules" class="underline">House rules</NuxtLink></p>
        <div class="mt-2 flex flex-wrap gap-1">
          <UButton size="sm" :disabled="spec.open" @click="turnSeam">Turn seam <kbd class="opacity-80">Q</kbd></UButton>
          <UButton size="sm" variant="outline" color="neutral" :disabled="!(chosenSeam.id in spec.turned)" @click="letSeam">Let it lie
            <kbd>U</kbd></UButton>
          <UButton size="sm" variant="outline" color="neutral" @click="tie">
            {{ tieFrom && tieFrom !== seam ? 'Press with the one before' : 'Pressed as one with…' }}</UButton>
          <UButton size="sm" variant="outline" color="neutral" @click="nextSeam">Next seam <kbd>J</kbd></UButton>
        </div>
      </div>
      <UButton v-else size="lg" variant="outline" color="neutral" block @click="nextSeam">Seam by seam, as they are pressed <kbd>J</kbd>
      </UButton>
      <p class="text-[15px]">{{ PATCHWORK_LIES }}</p>
      <p v-if="made?.changed && !spec.open" class="text-[15px] font-semibold" data-test="turned">
        {{ Object.keys(spec.turned).length }} turned by hand: {{ made.changed.others }} others turn with it,
        {{ made.changed.apart > 0 ? `${made.changed.apart} more do not nest` : 'nesting is none the worse' }}.</p>
      <p v-if="spec.spun && !spec.open" class="text-[15px]" data-test="spun">{{
        spunSentence(made?.spun.length ?? 0, made?.piecing.crossings.length ?? 0) }}</p>
      <p v-if="spec.sewnFirst" class="text-[15px]" data-test="sewn-first">{{ SEWN_FIRST }}</p>
      <p v-if="spec.ties.length" class="text-[15px]">{{ spec.ties.length }} tied: pressed as one before they are cut apart.
        <button type="button" class="underline" @click="setSpec({ ties: [] })">Untie all seams</button></p>
      <table v-if="made" class="w-full text-[15px]">
        <thead><tr class="text-left"><th scope="col"><span class="sr-only">How</span></th><th scope="col">thickest</th>
          <th scope="col">strength</th></tr></thead>
        <tbody>
          <tr :class="spec.open ? '' : 'font-bold'"><td>To one side</td>
            <td>{{ lengthWords(made.against.oneSideMm, selection.units) }}</td><td>whole</td></tr>
          <tr :class="spec.open ? 'font-bold' : ''"><td>All open</td><td>{{ lengthWords(made.against.openMm, selection.units) }}</td>
            <td>{{ Math.round(made.against.openStrength * 100) }} % <Sourced from="typical" /></td></tr>
        </tbody>
      </table>
      <div class="flex flex-wrap gap-x-4 gap-y-1">
        <USwitch :model-value="spec.open" label="All open" @update:model-value="v => setSpec({ open: v })" />
        <USwitch :model-value="spec.spun" label="Spin crossings" :disabled="spec.open" @update:model-value="v => setSpec({ spun: v })" />
        <USwitch :model-value="spec.sewnFirst" label="Sewn before pressing" @update:model-value="v => setSpec({ sewnFirst: v })" />
        <USwitch :model-value="spec.closed" label="Round into a tube" @update:model-value="v => setSpec({ closed: v, turned: {} })" />
        <USwitch :model-value="spec.first === 'columns'" label="Columns sewn first"
          @update:model-value="v => setSpec({ first: v ? 'columns' : 'rows', turned: {}, ties: [] })" />
      </div>
      <Choices :model-value="null" :options="LAYOUTS.map(l => ({ value: l.key, name: LAYOUT_NAME[l.key]! }))" label="Start from a layout"
        class="flex flex-wrap gap-1" shape="min-h-9 px-2 text-[15px]" @update:model-value="takeLayout">
        <template #before><span class="w-full text-sm font-semibold">Start from</span></template></Choices>
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-file-input" @click="openFile()">From a drawing (SVG)</UButton>
      <p v-for="n in notes" :key="n" class="text-sm text-muted-ink">{{ n }}</p>
      <template v-if="isPlain">
        <label class="block"><span class="block text-sm font-semibold">Widths of the columns, {{ unit }}</span>
          <UInput :model-value="sizeText(columnsMm)" class="w-full" :aria-label="`Widths of the columns, ${unit}`"
            @change="e => resize('columns', (e.target as HTMLInputElement).value)" /></label>
        <label class="block"><span class="block text-sm font-semibold">Heights of the rows, {{ unit }}</span>
          <UInput :model-value="sizeText(rowsMm)" class="w-full" :aria-label="`Heights of the rows, ${unit}`"
            @change="e => resize('rows', (e.target as HTMLInputElement).value)" /></label>
      </template>
      <p v-if="problem" class="text-[15px] font-semibold text-alert" role="alert">{{ problem }}</p>
      <div class="space-y-1">
        <p class="text-sm font-semibold">Its fabrics</p>
        <div v-for="(c, i) in spec.colours" :key="i" class="flex items-center gap-2">
          <span class="size-8 shrink-0 border border-ink" :style="{ background: c.hex }" />
          <USelect :model-value="c.fabric === null ? undefined : making.fabricIds[c.fabric]" :items="fabricItems"
            placeholder="only a colour"
            class="w-full" :aria-label="`Fabric ${i + 1}`" @update:model-value="id => recolour(i, id as string)" />
        </div>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-plus" @click="addColour">Add a fabric</UButton>
      </div>
    </template>
  </MakingFrame>
</template>
