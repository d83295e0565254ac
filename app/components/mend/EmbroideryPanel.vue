<script setup lang="ts">
import { boundsOf, boxOf } from '#core/geometry'
import { GARMENTS, shapeOf } from '#core/mend'
import {
  HOW_IT_LEAVES, judgeSupport, learnScale, leavesNothing, proposeSupport, stepsOf, type Judged, type ShelfLayer,
} from '#core/stitch'
import { fromPayload, toPayload } from '#shared/cutting'
import {
  designOf, FLOATED, layersOf, placedOutlines, placeFaults, satinRim, stitchesPerMm2, stitchFabricOf, stitchFigures, stitchShelf, stretched,
} from '#shared/making'
import type { StitchResults, SpecOf } from '#shared/schemas'
import type { NamedOutline } from '#shared/drawing'
import {
  LAYER_NAME, LEAVES_WORDS, massWords, patchWords, placeWords, stitchSteps, supportSentence,
  TORN_WHILE_STITCHING,
} from '#shared/words'

/** Embroidery: what its stitches ask for, what holds the fabric flat under them, and how each layer leaves. */
const selection = useSelection()
const library = useLibrary()
const embroidery = useMakingPanel('embroidery', () => freshMaking('Embroidery', {
  format: 1, kind: 'embroidery', tookPct: 100, applique: false, nothingStays: false, layers: [], keepOuts: [], count: 1, result: null,
  place: { on: 'front', downMm: 200, asideMm: 95, turnDeg: 0 },
  parts: [
    { name: 'Shield', outline: toPayload(shapeOf('shield', 58, 64)), stitches: 5200, satinMm: 2.5, travelMm: 20 },
    { name: 'Rim', outline: toPayload(satinRim(58, 64)), stitches: 1400, satinMm: 3.5, travelMm: 0 },
  ],
}))
const { making, spec, fabric, fabricId, set, setSpec, fabricItems } = embroidery
type EmbroiderySpec = SpecOf<'embroidery'>
const chosen = ref(0)
const part = computed(() => spec.value.parts[Math.min(chosen.value, spec.value.parts.length - 1)]!)
const setPart = (more: Partial<EmbroiderySpec['parts'][number]>): void =>
  setSpec({ parts: spec.value.parts.map((p, i) => (i === Math.min(chosen.value, spec.value.parts.length - 1) ? { ...p, ...more } : p)) })
const stitchFabric = computed(() => fabric.value && stitchFabricOf(fabric.value))
const layers = computed(() => layersOf(spec.value))
const results = shallowRef<StitchResults['results']>([])
const learned = computed(() => learnScale(results.value))
const loadProblem = ref<string | null>(null)
async function loadResults(): Promise<void> {
  try {
    results.value = (await $fetch<StitchResults>('/api/stitching')).results
    loadProblem.value = null
  } catch (error) {
    loadProblem.value = problemOf(error).detail
  }
}
onMounted(() => { void loadResults() })
const judged = computed((): Judged | { why: string } | null => {
  if (!stitchFabric.value) return null
  try {
    return judgeSupport(designOf(spec.value), stitchFabric.value, layers.value, learned.value.scale)
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const judgement = computed(() => (judged.value && 'places' in judged.value ? judged.value : null))
const faults = computed(() => placeFaults(spec.value))
const problem = computed(() => (judged.value && 'why' in judged.value ? judged.value.why : loadProblem.value))
watchEffect(() => { embroidery.able.value = judgement.value !== null && !faults.value.some(f => f.why !== 'near') })

/** What of the shelf could lie under it. */
const shelf = computed(() => stitchShelf(library.supplies, fabric.value))
const proposal = computed(() => {
  if (!stitchFabric.value) return null
  try {
    const may = shelf.value.filter(s => (s.kind !== 'web' || spec.value.applique) && (!spec.value.nothingStays || leavesNothing(s.kind)))
    return proposeSupport(designOf(spec.value), stitchFabric.value, may, learned.value.scale)
  } catch {
    return null
  }
})
function lay(all: readonly ShelfLayer[]): void {
  const ids = [...new Set(all.map(l => l.id.replace(FLOATED, '')))].slice(0, 12)
  set({ supplyIds: ids })
  setSpec({
    layers: all.slice(0, 6).map(l => ({
      kind: l.kind, supply: ids.indexOf(l.id.replace(FLOATED, '')), massGsm: l.massGsm, givePct: Math.max(l.giveAcrossPct, l.giveAlongPct),
    })),
  })
}
const laid = computed(() => spec.value.layers.map((l, i): ShelfLayer => {
  const s = l.supply === null ? null : library.supplies.find(x => x.id === making.value.supplyIds[l.supply!])
  return {
    id: `${i}`, name: s ? (l.kind === 'float' ? `${s.name}, floated` : s.name) : LAYER_NAME[l.kind], kind: l.kind, massGsm: l.massGsm,
    giveAcrossPct: l.givePct, giveAlongPct: l.givePct,
  }
}))
const steps = computed(() => stitchSteps(stepsOf(laid.value, spec.value.applique), id => laid.value[Number(id)]!.name))
function addLayer(id: string): void {
  const l = shelf.value.find(x => x.id === id)
  if (l && spec.value.layers.length < 6) lay(
    [...laid.value.map((x, i) => ({ ...x, id: making.value.supplyIds[spec.value.layers[i]!.supply ?? 0] ?? x.id })), l])
}
const result = (puckered: boolean): void => {
  if (judgement.value) setSpec({ result: { puckered, ...stitchFigures(spec.value, stitchFabric.value!) } })
}
const view = useStored<'design' | 'garment'>('embroidery-view', 'design')
const VIEWS = [{ value: 'design' as const, name: 'Stitches' }, { value: 'garment' as const, name: 'On the garment' }]
const box = computed(() => {
  const b = boundsOf({ rim: placedOutlines(spec.value).flatMap(o => o.rim) }), pad = Math.max(b.wideMm, b.highMm) * 0.25
  return { x: b.left - pad, y: -b.top - pad, w: b.wideMm + 2 * pad, h: b.highMm + 2 * pad }
})
const tallest = computed(() => Math.max(0.1, ...(judgement.value
  ? [...judgement.value.demand.flatMap(d => [d.across, d.along]),
      judgement.value.support.across, judgement.value.support.along]
  : [])))
const dense = computed(() => Math.max(...spec.value.parts.map(stitchesPerMm2)))
const shade = (i: number): number => 0.25 + 0.6 * stitchesPerMm2(spec.value.parts[i]!) / dense.value
/** A pucker: a wavy line beside a part, at its sides or its ends. */
function wave(partAt: number, way: 'across' | 'along', side: number, k: number): string {
  const b = boundsOf(fromPayload(spec.value.parts[partAt]!.outline)), off = side * k * 2.5
  if (way === 'across') {
    const x = (side < 0 ? b.left : b.right) + off, half = b.highMm / 2
    return `M${x} ${-b.top + 6} q${side * 3} ${half / 2} 0 ${half} t0 ${Math.max(2, half - 12)}`
  }
  const y = -(side < 0 ? b.bottom : b.top) - off
  return `M${b.left + 6} ${y} q${b.wideMm / 4} ${-side * 3} ${b.wideMm / 2} 0 t${Math.max(2, b.wideMm / 2 - 12)} 0`
}
function take(all: NamedOutline[]): void {
  setSpec({
    parts: all.slice(0, 24).map((o, i) => ({
      name: o.name.slice(0, 40) || `Part ${i + 1}`, outline: toPayload(o.outline), stitches: 1500, satinMm: 2, travelMm: 0,
    })),
  })
  chosen.value = 0
}
const drawing = ref(false)
const size = (more: { wideMm?: number, highMm?: number }): void =>
  setPart({ outline: toPayload(stretched(fromPayload(part.value.outline), more)) })
function addPart(): void {
  const b = boundsOf({ rim: placedOutlines(spec.value).flatMap(o => o.rim) })
  const outline = toPayload(boxOf({ left: b.left, right: b.left + 30, bottom: b.bottom - 18, top: b.bottom - 4 }))
  setSpec({ parts: [...spec.value.parts,
    { name: `Part ${spec.value.parts.length + 1}`, outline, stitches: 800, satinMm: 2, travelMm: 0 }].slice(0, 24) })
  chosen.value = spec.value.parts.length - 1
}
const shelfItems = computed(() => shelf.value.map(
  l => ({ label: `${l.name}: ${LAYER_NAME[l.kind].toLowerCase()}, ${massWords(l.massGsm, selection.units)}`, value: l.id })))
const headline = computed(() => {
  const j = judgement.value
  if (!j) return 'Choose the fabric you stitch on.'
  return supportSentence(j, i => spec.value.parts[i]!.name)
})
const same = computed(() => proposal.value && proposal.value.layers.map(l => l.name).join() === laid.value.map(l => l.name).join())
</script>

<template>
  <MendFrame :panel="embroidery" test="embroidery" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <div v-if="view === 'design'" class="flex h-full min-h-0 gap-4">
        <svg :viewBox="`${box.x} ${box.y} ${box.w} ${box.h}`" class="h-full max-h-full min-w-0 flex-1" role="img"
          preserveAspectRatio="xMidYMid meet"
          aria-label="The parts, the denser the darker, and where it would pucker">
          <rect :x="box.x" :y="box.y" :width="box.w" :height="box.h" :fill="fabric?.colourHex ?? '#d9cdb4'" />
          <g v-for="(p, i) in spec.parts" :key="i" class="cursor-pointer" @click="chosen = i">
            <path :d="outlinePath(fromPayload(p.outline))" fill="var(--rc-paper)" fill-rule="evenodd" stroke="var(--rc-paper)"
              stroke-width="4"
              vector-effect="non-scaling-stroke" />
            <path :d="outlinePath(fromPayload(p.outline))" fill="var(--rc-mark)" :fill-opacity="shade(i)" fill-rule="evenodd"
              :stroke="i === chosen ? 'var(--rc-alert)' : 'var(--rc-ink)'" :stroke-width="i === chosen ? 3 : 1.500"
              vector-effect="non-scaling-stroke" />
          </g>
          <g v-for="(p, i) in judgement?.places ?? []" :key="`p${i}`" fill="none" stroke="var(--rc-alert)" stroke-width="3">
            <template v-for="s in [-1, 1]" :key="s">
              <path v-for="k in 3" :key="k" vector-effect="non-scaling-stroke" :d="wave(p.part, p.way, s, k)" />
            </template>
          </g>
        </svg>
        <div v-if="judgement" class="flex w-56 shrink-0 flex-col justify-center gap-0.5" data-test="support">
          <template v-for="way in (['across', 'along'] as const)" :key="way">
            <p class="text-sm font-semibold">{{ way }}</p>
            <div v-for="(d, i) in judgement.demand" :key="i" class="flex items-center gap-2 text-sm">
              <span class="w-20 shrink-0 truncate">{{ spec.parts[i]!.name }}</span>
              <span class="h-4"
                :style="{ width: `${d[way] / tallest * 100}px`,
                          background: d[way] > judgement.support[way] ? 'var(--rc-alert)'
                            : 'var(--rc-mark)' }" />
              <span>{{ d[way].toFixed(2) }}</span>
            </div>
            <div class="flex items-center gap-2 text-sm font-semibold"><span class="w-20 shrink-0">held</span>
              <span class="h-4 bg-good"
                :style="{ width: `${judgement.support[way] / tallest * 100}px` }"
              /><span>{{ judgement.support[way].toFixed(2) }}</span></div>
          </template>
          <p class="text-[13px] leading-tight text-muted-ink">0.9 = a filled badge of
            {{ patchWords(30, selection.units) }} and 6,000 stitches on firm twill</p>
        </div>
      </div>
      <GarmentPlacePicture v-else :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :outlines="placedOutlines(spec)"
        :colour="fabric?.colourHex ?? '#d9cdb4'" label="Where it is stitched" mark="#b9bcd8" @update:place="p => setSpec({ place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
    </template>
    <template #how>
      <p v-if="view === 'garment'">{{ placeWords(spec.place, GARMENTS[spec.place.on].neck, selection.units) }}</p>
      <p v-if="proposal && !same" data-test="proposal">The lightest in stock that is enough:
        <b>{{ proposal.layers.map(l => l.name).join(' + ') || 'nothing' }}</b>,
        {{ massWords(proposal.massGsm, selection.units) }}.
        <UButton size="sm" @click="lay(proposal.layers)">Use these layers</UButton></p>
      <p v-else-if="!proposal && judgement?.puckers" class="font-semibold text-alert" data-test="no-set">{{
        spec.nothingStays ? 'Even four layers that leave nothing behind are not enough.' : 'Even four layers of your stock are not enough.'
      }} Use fewer or shorter stitches, or a firmer fabric.</p>
      <ol class="list-inside list-decimal" data-test="steps"><li v-for="s in steps" :key="s">{{ s }}</li></ol>
      <p class="text-[15px] text-muted-ink">{{ TORN_WHILE_STITCHING }}</p>
      <div class="flex flex-wrap items-center gap-2">
        <span class="font-semibold">Result:</span>
        <UButton size="sm" :variant="spec.result && !spec.result.puckered ? 'solid' : 'outline'" color="neutral"
          @click="result(false)">flat</UButton>
        <UButton size="sm" :variant="spec.result?.puckered ? 'solid' : 'outline'" color="neutral" @click="result(true)">puckered</UButton>
        <span class="text-sm text-muted-ink" data-test="scale">{{ results.length }} result{{ results.length === 1 ? '' : 's' }} so far:
          designs here ask for
          {{ learned.scale.toFixed(2) }} ± {{ learned.spread.toFixed(2) }} times our figures. <Sourced
            :from="results.length > 0 ? 'measured' : 'estimate'" /></span>
      </div>
    </template>
    <template #form>
      <Choices v-model="view" :options="VIEWS" label="Shown" class="grid grid-cols-2 gap-1" />
      <label class="block"><span class="block text-sm font-semibold">Stitched on</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric it is stitched on"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Parts">
        <button v-for="(p, i) in spec.parts" :key="i" type="button" class="min-h-10 px-3"
          :class="i === chosen ? 'bg-ink text-paper' : 'slip'"
          :aria-pressed="i === chosen" @click="chosen = i">{{ p.name }}</button>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-plus" :disabled="spec.parts.length >= 24"
          @click="addPart">Add part</UButton>
        <UButton v-if="spec.parts.length > 1" size="sm" variant="ghost" color="neutral" icon="i-lucide-x"
          @click="setSpec({ parts: spec.parts.filter((_, i) => i !== chosen) }); chosen = 0">Remove part</UButton>
        <UButton size="sm" variant="ghost" color="neutral" @click="() => { drawing = !drawing }">From a drawing</UButton>
      </div>
      <DrawingPicker v-if="drawing" @take="all => { take(all); drawing = false }" />
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Part, wide" noun="Part" :least-mm="2" :most-mm="900" :model-value="boundsOf(fromPayload(part.outline)).wideMm"
          @update:model-value="v => size({ wideMm: v })" />
        <LengthField label="Part, high" noun="Part" :least-mm="2" :most-mm="900" :model-value="boundsOf(fromPayload(part.outline)).highMm"
          @update:model-value="v => size({ highMm: v })" />
        <label class="block"><span class="block text-sm font-semibold leading-tight">Stitches</span>
          <UInput type="number" min="1" max="500000" class="w-full" aria-label="Stitches" :model-value="part.stitches"
            @update:model-value="v => setPart({ stitches: Math.round(Number(v)) || 0 })" /></label>
        <LengthField label="Widest satin" :most-mm="40" :model-value="part.satinMm" @update:model-value="v => setPart({ satinMm: v })" />
        <LengthField label="Jump stitches" :most-mm="5000" :model-value="part.travelMm"
          @update:model-value="v => setPart({ travelMm: v })" />
      </div>
      <div class="space-y-1" data-test="layers">
        <p class="text-sm font-semibold">Under it</p>
        <p v-for="(l, i) in laid" :key="i" class="slip flex items-center gap-2 px-2 text-[15px]">
          <span class="min-w-0 flex-1">{{ l.name }},
            {{ LEAVES_WORDS[HOW_IT_LEAVES[l.kind]] }}</span>
          <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Without ${l.name}`"
            @click="setSpec({ layers: spec.layers.filter((_, k) => k !== i) })" /></p>
        <USelect :items="shelfItems" placeholder="add a layer" class="w-full" aria-label="Add a layer"
          @update:model-value="id => addLayer(id as string)" />
      </div>
      <label v-if="spec.layers.some(l => l.kind === 'stiffener')" class="block"><span class="block text-sm font-semibold">Stiffener taken,
                                                                                  %</span>
        <UInput type="number" min="0" max="100" class="w-full" aria-label="Stiffener taken, %" :model-value="spec.tookPct"
          @update:model-value="v => setSpec({ tookPct: Math.min(100, Math.max(0, Number(v) || 0)) })" /></label>
      <USwitch :model-value="spec.nothingStays" label="Nothing may stay in it" @update:model-value="v => setSpec({ nothingStays: v })" />
      <USwitch :model-value="spec.applique" label="A shape under its edge" @update:model-value="v => setSpec({ applique: v })" />
      <PlaceFields v-if="view === 'garment'" :of="making.id" :place="spec.place" :keep-outs="spec.keepOuts" :faults="faults"
        @update:place="p => setSpec({ place: p })"
        @update:keep-outs="k => setSpec({ keepOuts: k })" />
      <CountField label="How many" :most="60" :model-value="spec.count" @update:model-value="v => setSpec({ count: v })" />
      <PaperButtons :making="making" what="Design" />
    </template>
  </MendFrame>
</template>
