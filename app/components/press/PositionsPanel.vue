<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { arc, areaMm2, boxOf, outlineOf, type Outline, type Point } from '#core/geometry'
import { IRON_KINDS } from '#core/materials'
import { proveCoverage, whyMany, type SolePlacement } from '#core/positions'
import { underLines } from '#core/cut'
import { cutPiece, howMany, toPayload } from '#shared/cutting'
import { placementsOnLine } from '#shared/making'
import { soleOf } from '#shared/pressing'
import { KEEP_OUT_KINDS, type JobPiece, type KeepOutKind } from '#shared/schemas'
import {
  blockedSentence, circlesSentence, coverageSentence, hemRefusal, KEEP_OUT_NAME, keepOutCaution, lengthWords,
  countWords, missedSentence, NOTHING_LEFT, OPERATION_NAME, seconds, STANDING_WORDS, stuckRefusal, WHY_MANY,
} from '#shared/words'
import type { PlannedWork } from '#shared/planned'

/** Where the sole is set down on each piece: proved to cover it, compared with the other iron, moved by hand, kept off buttons and zips. */
const planning = usePlanning()
const cutting = useCutting()
const library = useLibrary()
const selection = useSelection()
const chosenId = useStored<string | null>('press-piece', null)
const ironId = useStored<string | null>('press-setdown-iron', null)

/** One of each piece represents all alike; the other one of a pair is its mirror image. */
const shown = computed(() => {
  const seen = new Set<string>()
  return planning.works.filter((w) => {
    if (!w.outline) return false
    // Features alike are numbered; one represents all.
    const key = w.makingId ? w.id.replace(/\.(n|hem)\d+$/, '') : `${w.pieceId} ${w.kind} ${w.supplyId} ${w.side} ${w.numbers.length > 1}`
    if (seen.has(key)) return false
    seen.add(key)
    return true
  })
})
const work = computed(() => shown.value.find(w => w.id === chosenId.value) ?? shown.value[0] ?? null)
const iron = computed(() => library.irons.find(i => i.id === ironId.value) ?? selection.iron)
const way = computed(() => work.value?.ways.find(w => w.ironId === iron.value?.id) ?? null)
const sole = computed(() => soleOf(iron.value?.kind ?? 'household'))
const piece = computed(() => work.value?.piece ?? null)
/** A seam, a hem, a grid: set down along its lines, nothing has to be covered. */
const isMade = computed(() => work.value?.makingId != null)
/** Its positions are as they are worked out. */
const isBlock = computed(() => (work.value?.numbers.length ?? 0) > 1 || isMade.value)
/** What is being dragged, before it is kept. */
const dragged = shallowRef<SolePlacement[] | null>(null)
const placements = computed(() => dragged.value ?? way.value?.placements ?? [])
const proof = computed(() => {
  const w = work.value
  if (!w?.outline || isMade.value) return null
  const { missed, covered, wantedMm2 } = proveCoverage(w.outline, sole.value, w.keepOuts, placements.value)
  const bearing = IRON_KINDS[iron.value!.kind].bearingCm2 * 100
  return {
    missed: missed.filter(o => areaMm2(o) > SLIVER_MM2), covered, wantedMm2,
    bound: way.value?.coverage?.bound ?? Math.ceil(wantedMm2 / bearing),
  }
})
/** Less than this is a hair between two positions. */
const SLIVER_MM2 = 4
const byHand = computed(() => piece.value?.byHand.some(h => h.ironId === iron.value?.id) ?? false)
const missedCm2 = computed(() => (proof.value?.missed ?? []).reduce((s, o) => s + areaMm2(o), 0) / 100)
/** The iron that reaches more of it, where there is one. */
const smaller = computed(() => {
  const mine = IRON_KINDS[iron.value!.kind].bearingCm2
  return library.irons.find(i => IRON_KINDS[i.kind].bearingCm2 < mine)?.name ?? null
})
const others = computed(() => (work.value?.ways ?? []).map(w => ({
  way: w, name: library.irons.find(i => i.id === w.ironId)?.name ?? '', mine: w.ironId === iron.value?.id,
})))

/** Changes the piece as it is kept: saved by itself, taken back with the pieces. */
function change(what: Partial<JobPiece>): void {
  const id = piece.value?.id
  if (id) cutting.change(all => all.map(p => (p.id === id ? { ...p, ...toPlain(what) } : p)))
}
const rounded = (p: SolePlacement): SolePlacement => ({ ...p, x: Math.round(p.x * 10) / 10, y: Math.round(p.y * 10) / 10 })
function savePlacements(next: readonly SolePlacement[]): void {
  const others = piece.value!.byHand.filter(h => h.ironId !== iron.value!.id)
  change({ byHand: next.length > 0 ? [...others, { ironId: iron.value!.id, placements: next.map(rounded) }] : others })
  dragged.value = null
}
const at = ref<number | null>(null)
watch([work, iron], () => {
  at.value = null
  dragged.value = null
})
function move(i: number, to: Point): void {
  if (isBlock.value) return
  dragged.value = placements.value.map((p, k) => (k === i ? { ...p, ...to } : p))
}
useEventListener('pointerup', () => { if (dragged.value) savePlacements(dragged.value) })
function addPlacement(tip = false): void {
  const last = placements.value[at.value ?? placements.value.length - 1] ?? { x: 0, y: 0, headingDeg: 0 }
  savePlacements([...placements.value, { x: last.x + 25, y: last.y + 25, headingDeg: last.headingDeg, ...(tip ? { tip: true } : {}) }])
  at.value = placements.value.length - 1
}
const dropPlacement = (): void => {
  if (at.value !== null) savePlacements(placements.value.filter((_, i) => i !== at.value))
  at.value = null
}
const turnPlacement = (): void => savePlacements(placements.value.map((p, i) => (i === at.value
  ? { ...p, headingDeg: (p.headingDeg
    + 15) % 360 }
  : p)))
/** By keys: the chosen position goes so far with every press of an arrow, mm. */
const STEP_MM = 5
useEventListener('keydown', (e: KeyboardEvent) => {
  const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key]
  if (!by || at.value === null || isBlock.value || !(document.activeElement as HTMLElement | null)?.dataset.placement) return
  e.preventDefault()
  savePlacements(placements.value.map((p, i) => (i === at.value ? { ...p, x: p.x + by[0]! * STEP_MM, y: p.y + by[1]! * STEP_MM } : p)))
})

/** What is laid down with the next tap. */
const laying = ref<KeepOutKind | null>(null)
const SIZE_MM: Record<KeepOutKind, [number, number]> = { button: [18, 18], zip: [12, 160], seam: [10, 120], other: [40, 40] }
const sizes = reactive<Record<KeepOutKind, [number, number]>>(toPlain(SIZE_MM))
function shapeAt(kind: KeepOutKind, p: Point): Outline {
  const [w, h] = sizes[kind].map(v => Math.min(2000, Math.max(2, Number(v) || 2))) as [number, number]
  if (kind === 'button') return outlineOf(arc(p, w / 2, 0, 360, 0.3).slice(0, -1))
  return boxOf({ left: p.x - w / 2, right: p.x + w / 2, bottom: p.y - h / 2, top: p.y + h / 2 })
}
function tap(p: Point): void {
  if (!laying.value || !piece.value || isBlock.value) return
  change({ keepOuts: [...piece.value.keepOuts, { kind: laying.value, outline: toPayload(shapeAt(laying.value, p)) }] })
}
/** Lines that are drawn within the piece. */
const drawnLines = computed(() => {
  const p = piece.value
  if (!p || isBlock.value || p.shape.kind !== 'outline' || !p.shape.marks?.internal.length) return []
  try {
    return cutPiece(p, cutting.ground).marks.internal
  } catch {
    // It cannot be cut as it stands: that is said at the piece.
    return []
  }
})
const addOnLines = (): void =>
  savePlacements([...placements.value, ...drawnLines.value.flatMap(l => placementsOnLine(l, iron.value!.kind))])
/** What lies under them, as far as it is not kept out already. */
const byLines = computed(() => {
  const known = new Set(piece.value?.keepOuts.map(k => JSON.stringify(k.outline)))
  return underLines(drawnLines.value, sizes.seam[0]).map(toPayload).filter(o => !known.has(JSON.stringify(o)))
})
function keepOutByLines(): void {
  change({ keepOuts: [...piece.value!.keepOuts, ...byLines.value.map(outline => ({ kind: 'seam' as const, outline }))] })
}
const middleOf = (o: Outline): Point => ({
  x: o.rim.reduce((s, p) => s + p.x, 0) / o.rim.length, y: o.rim.reduce((s, p) => s + p.y, 0) / o.rim.length,
})
const layInMiddle = (): void => { if (work.value?.outline) tap(middleOf(work.value.outline)) }
const dropKeepOut = (i: number): void => change({ keepOuts: piece.value!.keepOuts.filter((_, k) => k !== i) })
const MOTIONS = [{ value: 'still', name: 'Still' }, { value: 'circles', name: 'Small circles' }] as const
const WALKS = [{ value: 'middle', name: 'Middle outward' }, { value: 'rows', name: 'Row by row' }] as const
const motion = computed({ get: () => work.value?.motion ?? 'still', set: m => change({ motion: m }) })
const walk = computed({ get: () => piece.value?.walk ?? selection.rules.walk, set: w => change({ walk: w }) })
const block = computed({ get: () => piece.value?.asBlock ?? false, set: on => change({ asBlock: on }) })
const several = computed(() => piece.value !== null && howMany(piece.value) > 1)
const many = computed(() => proof.value && whyMany({ placements: placements.value, bound: proof.value.bound },
  work.value?.keepOuts.length ?? 0))
const positionsWords = (n: number | null): string => n === null ? '– positions' : countWords(n, 'position')
const touchesOf = (w: PlannedWork): string =>
  w.ways.length === 0 ? 'cannot be pressed' : positionsWords(w.ways.find(x => x.ironId === iron.value?.id)?.placements.length ?? null)
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[230px_minmax(0,1fr)_320px] gap-3 px-3 pb-2
    max-[1000px]:grid-cols-[minmax(0,1fr)_290px] max-[1000px]:grid-rows-[auto_minmax(0,1fr)]">
    <ul class="min-h-0 space-y-1 overflow-auto max-[1000px]:col-span-2 max-[1000px]:flex max-[1000px]:gap-1 max-[1000px]:space-y-0"
      aria-label="What is pressed">
      <li v-for="w in shown" :key="w.id" class="max-[1000px]:shrink-0">
        <button type="button" class="w-full px-3 py-1.5 text-left leading-tight" :aria-pressed="w.id === work?.id"
          :class="w.id === work?.id ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="chosenId = w.id">
          <b>{{ w.piece?.name ?? w.name }}</b><span class="block text-sm opacity-80">{{ OPERATION_NAME[w.kind].toLowerCase() }},
            {{ touchesOf(w) }}</span>
        </button>
      </li>
      <li v-for="l in planning.left" :key="l.name" class="slip border-l-4 border-l-alert p-2 text-sm text-alert">
        {{ l.name }}: {{ l.why }}</li>
    </ul>
    <div v-if="work?.outline" class="relative min-h-0">
      <PositionsPicture :outline="work.outline" :placements="placements" :sole="sole" :keep-outs="work.keepOuts"
        :lines="drawnLines" :missed="proof?.missed ?? []"
        :colour="work.colourHex" :chosen="at" :movable="!isBlock && !laying" :label="`${work.name}: ${positionsWords(placements.length)}`"
        @choose="i => (at = i)" @move="move" @tap="tap" />
      <p v-if="laying" class="slip absolute left-2 top-2 px-3 py-1 font-semibold">Tap where it is.</p>
    </div>
    <aside v-if="work" class="min-h-0 space-y-3 overflow-auto pr-1" aria-label="How to press it">
      <p v-if="work.refusal" class="slip border-l-4 border-l-alert p-3 font-semibold text-alert" role="alert">
        {{ hemRefusal(work.refusal) }}</p>
      <p v-if="work.mendRefusal" class="slip border-l-4 border-l-alert p-3 font-semibold text-alert" role="alert">
        Left out: {{ stuckRefusal(work.mendRefusal) }}</p>
      <p v-else-if="work.blocked" class="slip border-l-4 border-l-alert p-3 font-semibold text-alert" role="alert">
        {{ blockedSentence(work.blocked, selection.units) }}</p>
      <template v-if="way && isMade">
        <p class="text-lg leading-snug"
          data-test="along">{{ placements.length }} position{{ placements.length === 1 ? '' : 's' }}, each line
          from its middle outward. <Sourced from="estimate" /></p>
        <p>{{ way.recipe.setting.label }}, {{ seconds(way.recipe.holdS) }} a press{{ way.recipe.passes === 2 ? ', both sides' : '' }}:
          <b>{{ seconds(way.boardS) }}</b> of pressing <Sourced from="estimate" /></p>
      </template>
      <template v-else-if="way && proof">
        <p class="text-lg leading-snug" data-test="coverage">
          {{ proof.wantedMm2 > 0
            ? coverageSentence({ placements: placements.length,
                                 tips: placements.filter(p => p.tip).length,
                                 bound: proof.bound,
                                 covered: proof.covered })
            : NOTHING_LEFT }}
          <Sourced from="estimate" /></p>
        <p v-if="many" class="text-sm">{{ WHY_MANY[many] }}</p>
        <p v-if="missedCm2 > 0.5" class="slip border-l-4 border-l-alert p-2 font-semibold text-alert" role="status" data-test="unreached">
          {{ missedSentence(missedCm2, proof.missed.length, smaller, selection.units) }}</p>
        <p>{{ way.recipe.setting.label }}, {{ seconds(way.recipe.holdS) }} a press{{ way.recipe.passes === 2 ? ', both sides' : '' }}:
          <b>{{ seconds(way.boardS) }}</b> of pressing <Sourced :from="way.standing === 'proved' ? 'tested' : 'estimate'" /></p>
        <p class="text-sm text-muted-ink">Recipe {{ STANDING_WORDS[way.standing] }}. Overlap {{ lengthWords(10, selection.units) }},
          {{ lengthWords(5, selection.units) }} off what is in the way
          <Sourced from="typical" />.</p>
        <p v-if="way.share !== null" class="text-sm">
          {{ circlesSentence(way.share, Math.round(way.recipe.holdS * way.share), way.recipe.holdS) }}
          <Sourced from="estimate" /></p>
      </template>
      <p v-else-if="!work.blocked && !isMade" class="slip p-2 font-semibold" role="status">{{ NOTHING_LEFT }}</p>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Another iron">
        <button v-for="o in others" :key="o.way.ironId" type="button" class="px-2 py-1 text-left text-sm leading-tight"
          :aria-pressed="o.mine" :class="o.mine ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="ironId = o.way.ironId">
          <b>{{ o.name }}</b>
          <br>{{ o.way.placements.length }} × {{ seconds(o.way.recipe.holdS) }}, {{ seconds(o.way.boardS) }}</button>
      </div>
      <template v-if="!isBlock">
        <div class="flex flex-wrap gap-1">
          <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" @click="addPlacement()">Add position</UButton>
          <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" @click="addPlacement(true)">Add tip position</UButton>
          <UButton v-if="drawnLines.length" size="sm" variant="outline" color="neutral" icon="i-lucide-plus" data-test="on-lines"
            @click="addOnLines">Add on {{ countWords(drawnLines.length, 'drawn line') }}</UButton>
          <UButton size="sm" variant="outline" color="neutral" :disabled="at === null" @click="turnPlacement">Turn 15°</UButton>
          <UButton size="sm" variant="outline" color="neutral" :disabled="at === null" @click="dropPlacement">Remove position</UButton>
          <UButton v-if="byHand" size="sm" variant="outline" color="neutral" @click="savePlacements([])">Use suggestion</UButton>
        </div>
        <Choices v-model="walk" :options="WALKS" label="Order" class="flex gap-1" shape="min-h-9 px-2 text-sm" />
      </template>
      <Choices v-if="!isMade" v-model="motion" :options="MOTIONS" label="Motion" class="flex gap-1" shape="min-h-9 px-2 text-sm" />
      <USwitch v-if="several" v-model="block" label="Press all as one block" />
      <fieldset v-if="!isBlock" class="space-y-1">
        <legend class="font-semibold">Keep out</legend>
        <div class="flex flex-wrap gap-1">
          <button v-for="k in KEEP_OUT_KINDS" :key="k" type="button" class="min-h-9 px-2 text-sm" :aria-pressed="laying === k"
            :class="laying === k ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="laying = laying === k ? null : k">
            {{ KEEP_OUT_NAME[k] }}</button>
          <button v-if="byLines.length" type="button" class="slip min-h-9 px-2 text-sm hover:bg-seam/20" data-test="by-lines"
            @click="keepOutByLines">Along its {{ countWords(byLines.length, 'drawn line') }}</button>
        </div>
        <div v-if="laying" class="flex items-center gap-1 text-sm">
          <MeasureInput v-model="sizes[laying][0]" quantity="length" label="Width" class="w-24" :least-metric="2" :most-metric="2000" />
          <template v-if="laying !== 'button'">×
            <MeasureInput v-model="sizes[laying][1]" quantity="length" label="Length" class="w-24" :least-metric="2" :most-metric="2000"
            /></template>
          <UButton size="xs" variant="outline" color="neutral" @click="layInMiddle">In the middle</UButton>
        </div>
        <ul class="text-sm">
          <li v-for="(k, i) in piece?.keepOuts ?? []" :key="i" class="flex items-center gap-1">
            {{ KEEP_OUT_NAME[k.kind] }}
            <UButton size="xs" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Take ${KEEP_OUT_NAME[k.kind]} ${i + 1} away`"
              @click="dropKeepOut(i)" /></li>
        </ul>
        <p v-if="piece?.keepOuts.some(k => k.kind === 'button' || k.kind === 'zip')"
          class="text-sm text-alert">{{ keepOutCaution(selection.units) }}</p>
      </fieldset>
    </aside>
    <p v-if="!work && planning.isPlanned" class="col-span-3 m-8 text-lg">
      No piece of this job has an interfacing yet. Draw pieces on Cut and choose one, or add a seam, a hem or patchwork on Seams & hems.</p>
    <p v-else-if="!work && !planning.problem" class="col-span-3 m-8 text-lg" role="status">Working out the positions…</p>
  </div>
</template>
