<script setup lang="ts">
import { blockOrPiece } from '#core/cut'
import { boundsOf, shifted, type Outline } from '#core/geometry'
import type { Layout, LayoutPiece, LayoutTask } from '#core/layout'
import { IRON_KINDS } from '#core/materials'
import { bastingOf, EDGE_STITCH_MM, edgeM, SHAPES, sewingOrder, shapeCut, type ShapeCut } from '#core/mend'
import { GAP_MM, toPayload, usableWidthMm } from '#shared/cutting'
import { toFabricInput } from '#shared/mappers'
import { pieceOfShape, shapeOutline, shapesPlaced, softBacking, suitedTo, wantsSoftBacking } from '#shared/making'
import type { Fabric } from '#shared/schemas'
import type { NamedOutline } from '#shared/drawing'
import { fabricWords } from '#shared/words'

/** Shapes on a ground: kinds and counts, mirrored where the paper asks for it, laid, fused, sewn in order. */
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const cutting = useCutting()
const workers = useBoardWorkers()
const applique = useMakingPanel('applique', () => freshMaking('Shapes', {
  format: 1, kind: 'applique', groundWideMm: 900, groundHighMm: 600, tracedOn: 'paper', fray: 'some', papered: true,
  shapes: [{ name: 'Star', kind: 'star', outline: null, wideMm: 120, highMm: 120, count: 3, edge: 'raw', fabric: 0, corner: false }],
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems, withMore } = applique
type Shape = (typeof spec.value.shapes)[number]
const suited = computed(() => suitedTo('applique', library.supplies, fabric.value, washC.value))
const web = computed(() => supply.value ?? suited.value[0]?.supply ?? null)
const fabrics = computed(() => making.value.fabricIds.map(id => library.fabrics.find(c => c.id === id)))
withMore(() => ({ supplyId: web.value?.id ?? null, fabricIds: making.value.fabricIds.length > 0
  ? making.value.fabricIds
  : [fabricId.value!] }))
const chosen = ref(0)
const shape = computed(() => spec.value.shapes[Math.min(chosen.value, spec.value.shapes.length - 1)]!)
const setShape = (more: Partial<Shape>): void =>
  setSpec({ shapes: spec.value.shapes.map((s, i) => (i === Math.min(chosen.value, spec.value.shapes.length - 1) ? { ...s, ...more } : s)) })
const cuts = computed((): { all: (ShapeCut & { shape: Shape })[] } | { why: string } => {
  try {
    return { all: spec.value.shapes.map(s => ({ shape: s, ...shapeCut(shapeOutline(s), s.edge, spec.value.tracedOn) })) }
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const all = computed(() => ('all' in cuts.value ? cuts.value.all : []))
const fabricOf = (s: Shape) => fabrics.value[s.fabric] ?? fabric.value
/** Fabrics of shapes that are backed with a knit instead of a web, each once. */
const soft = computed(() => [...new Set(all.value.map(c => fabricOf(c.shape)))].filter(f => f != null && wantsSoftBacking(f)).map(f => f!))
const isSoft = computed(() => soft.value.some(f => f.id === fabricOf(shape.value)?.id))
const ofFabric = (id: string) => all.value.filter(c => fabricOf(c.shape)?.id === id).map(c => ({ cut: c.cut, count: c.shape.count }))
const item = computed(() => {
  const c = fabricOf(shape.value)
  return c ? toFabricInput(c) : null
})
const { plan, problem: planProblem, inside } = useStuckPlan(
  () => ({ spec: spec.value, garment: fabric.value, item: item.value, supply: web.value }))
const problem = computed(() => planProblem.value ?? ('why' in cuts.value ? cuts.value.why : null))
/** Backed with a knit they are pressed as pieces: nothing of them is stuck on. */
const isAllSoft = computed(() => all.value.length > 0 && all.value.every(c => soft.value.some(f => f.id === fabricOf(c.shape)?.id)))
watchEffect(() => { applique.able.value = plan.value?.first != null && problem.value === null && !isAllSoft.value })
/** Where they lie on the ground: those of the corners in the corners, the others spread over it. */
const placed = computed(() => shapesPlaced(all.value, { wideMm: spec.value.groundWideMm, highMm: spec.value.groundHighMm }))
const order = computed(() => sewingOrder(placed.value.map(p => p.outline)))
const colourOf = (kind: number) => fabrics.value[spec.value.shapes[kind]?.fabric ?? 0]?.colourHex ?? ['#c9a14b', '#7d93b5', '#e8dcc8',
  '#5c6f5b'][kind % 4]!
type Layouts = { web: Layout, cut: Layout, wideMm: number } | null
/** Laid on the web's width, as cut one by one and as one fused sheet. */
const { answer: layouts, problem: layoutFault } = useAnswer(() => [web.value?.id, all.value], async (): Promise<Layouts> => {
  const w = web.value, shapes = all.value
  if (!w || shapes.length === 0) return null
  const wideMm = usableWidthMm(w)
  const task = (of: (c: ShapeCut) => Outline): LayoutTask => toPlain({
    wideMm, gapMm: GAP_MM, pinned: [],
    pieces: shapes.flatMap((c, k) => Array.from({ length: c.shape.count }, (_, n): LayoutPiece =>
      ({ id: `${k}.${n}`, outline: of(c), grain: 'any', oneWay: false }))),
  })
  const [byWeb, byCut] = [task(c => c.under[0]!), task(c => c.cut)]
  const [onWeb, onFabric] = await workers.ask('lay-shapes', async remote =>
    [await remote.firstLayoutFor('shapes-web', byWeb), await remote.firstLayoutFor('shapes-cut', byCut)])
  return { web: onWeb as Layout, cut: onFabric as Layout, wideMm }
})
const ways = computed(() => {
  const first = plan.value?.first
  if (!layouts.value || !first || !selection.iron) return null
  const [longMm, soleWide] = IRON_KINDS[selection.iron.kind].soleMm
  return blockOrPiece({
    pieces: all.value.flatMap(c => Array.from({ length: c.shape.count }, () => ({ interfacing: c.under[0]!, cut: c.cut }))),
    interfacingLayoutMm: layouts.value.web.lengthMm, cutLayoutMm: layouts.value.cut.lengthMm, blockWideMm: layouts.value.wideMm,
    sole: { wideMm: soleWide, longMm }, holdS: first.recipe.holdS, passes: 1,
  })
})
const stitchMm = computed(() => EDGE_STITCH_MM[spec.value.fray])
const basting = computed(() => bastingOf(all.value[0]?.face ?? shapeOutline(shape.value), stitchMm.value))
const edgeWords = computed(() => (shape.value.edge === 'turned'
  ? 'sewn to its interfacing face to face, turned through, pressed down'
  : `held by a stitch ${mm(stitchMm.value)} wide`))
const { mm } = useInUnits()
const KINDS = [...SHAPES.map(k => ({ label: k, value: k as string })), { label: 'drawn', value: 'drawn' }]
const EDGES = [{ value: 'raw' as const, name: 'Raw, stitched over' }, { value: 'turned' as const, name: 'Turned in' }]
const ON = [{ value: 'paper' as const, name: 'Paper of a web' }, { value: 'smooth' as const, name: 'Smooth side' }]
const FRAYS = [{ value: 'little' as const, name: 'little' }, { value: 'some' as const, name: 'some' },
  { value: 'much' as const, name: 'much' }]
function addShape(): void {
  setSpec({ shapes: [...spec.value.shapes, { ...toPlain(shape.value), name: `Shape ${spec.value.shapes.length + 1}` }].slice(0, 24) })
  chosen.value = spec.value.shapes.length - 1
}
function take(outlines: NamedOutline[]): void {
  const [one] = outlines
  if (!one) return
  const b = boundsOf(one.outline)
  setShape({ kind: 'drawn', outline: toPayload(shifted(one.outline, -b.left, -b.bottom)), wideMm: b.wideMm, highMm: b.highMm,
    name: one.name.slice(0, 40) || 'Drawn' })
}
/** The fabric of the chosen shape, named beside the making. */
function fabricOfShape(id: string): void {
  const ids = making.value.fabricIds.includes(id) ? making.value.fabricIds : [...making.value.fabricIds, id].slice(0, 12)
  set({ fabricIds: ids })
  setShape({ fabric: Math.max(0, ids.indexOf(id)) })
}
/** Their fabrics and counts go to the cutting as pieces of the job, to be laid and chalked there. */
const sent = ref(false)
function toCut(): void {
  const knitOf = (f: Fabric) => (wantsSoftBacking(f) ? softBacking(library.supplies, f, washC.value)?.id ?? null : null)
  const more = all.value.map((c) => {
    const of = fabricOf(c.shape)!
    return pieceOfShape(crypto.randomUUID(), c, of.id, knitOf(of))
  })
  cutting.change(now => [...now, ...more])
  sent.value = true
}
watch(() => jobs.job?.id, () => { void cutting.load() }, { immediate: true })
const headline = computed(() => {
  const n = spec.value.shapes.reduce((s, x) => s + x.count, 0), kinds = spec.value.shapes.length
  const metres = edgeM(all.value.map(c => ({ face: c.face, count: c.shape.count })))
  return `${n} shapes of ${kinds} kind${kinds === 1 ? '' : 's'}, ${fabricWords(metres, selection.units)} of edge.`
})
</script>

<template>
  <MendFrame :panel="applique" test="applique" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <svg :viewBox="`-10 -10 ${spec.groundWideMm + 20} ${spec.groundHighMm + 20}`" class="h-full w-full" role="img"
        aria-label="The shapes on their ground, numbered as they are sewn" preserveAspectRatio="xMidYMid meet">
        <rect :width="spec.groundWideMm" :height="spec.groundHighMm" :fill="fabric?.colourHex ?? '#d9cdb4'" stroke="var(--rc-ink)"
          stroke-width="2" vector-effect="non-scaling-stroke" />
        <g v-for="(p, i) in placed" :key="i" class="cursor-pointer" @click="chosen = p.kind">
          <path :d="outlinePath(p.outline)" :fill="colourOf(p.kind)" stroke="var(--rc-paper)" stroke-width="4"
            vector-effect="non-scaling-stroke" />
          <path :d="outlinePath(p.outline)" fill="none" :stroke="p.kind === chosen ? 'var(--rc-mark)' : 'var(--rc-ink)'" stroke-width="2"
            stroke-dasharray="3 2" vector-effect="non-scaling-stroke" />
          <text :x="boundsOf(p.outline).left + boundsOf(p.outline).wideMm / 2"
            :y="-boundsOf(p.outline).bottom - boundsOf(p.outline).highMm / 2"
            text-anchor="middle" dominant-baseline="central" :font-size="spec.groundHighMm / 18" font-weight="700" fill="var(--rc-ink)"
            stroke="var(--rc-paper)" :stroke-width="spec.groundHighMm / 90" paint-order="stroke">{{ order.indexOf(i) + 1 }}</text>
        </g>
      </svg>
    </template>
    <template #how>
      <p><b>{{ shape.name }}</b>: {{ all[chosen]?.mirrored ? 'traced mirrored on the paper' : 'traced as it is, on the smooth side' }},
        {{ edgeWords }};
        basted {{ mm(basting.distanceMm) }} inside its edge.</p>
      <SilkBacking v-for="f in soft" :key="f.id" :fabric="f" :shapes="ofFabric(f.id)" :wash-c="washC" />
      <p v-if="isAllSoft">Send them to the cutting: as pieces of the job they are backed and pressed with the rest.</p>
      <StuckWords v-if="!isSoft" :plan="plan" :inside="inside" />
      <p v-if="layouts && ways && !isSoft"
        data-test="applique-lay">{{ fabricWords(layouts.web.lengthMm / 1000, selection.units) }} of {{ web!.name }}. Cut, then fused:
        {{ Math.round(ways.piece.minutes) }} min; a sheet fused, then cut: {{ Math.round(ways.block.minutes) }} min and
        {{ fabricWords(ways.block.interfacingM, selection.units) }}. Quicker: {{ ways.quicker === 'block' ? 'the sheet'
          : 'one by one' }}. <Sourced
          from="estimate" /></p>
      <p v-if="layoutFault" class="font-semibold text-alert" role="alert">{{ layoutFault }}</p>
      <p>Sew them in the order of the numbers: shapes underneath come first.</p>
    </template>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Ground</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Ground fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Ground, wide" :least-mm="20" :most-mm="5000" :model-value="spec.groundWideMm"
          @update:model-value="v => setSpec({ groundWideMm: v })" />
        <LengthField label="Ground, high" :least-mm="20" :most-mm="5000" :model-value="spec.groundHighMm"
          @update:model-value="v => setSpec({ groundHighMm: v })" />
      </div>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Kinds of shape">
        <button v-for="(s, i) in spec.shapes" :key="i" type="button" class="min-h-10 px-3"
          :class="i === chosen ? 'bg-ink text-paper' : 'slip'"
          :aria-pressed="i === chosen" @click="chosen = i">{{ s.count }} × {{ s.name }}</button>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-plus" :disabled="spec.shapes.length >= 24"
          @click="addShape">Add shape</UButton>
        <UButton v-if="spec.shapes.length > 1" size="sm" variant="ghost" color="neutral" icon="i-lucide-x"
          @click="setSpec({ shapes: spec.shapes.filter((_, i) => i !== chosen) }); chosen = 0">Remove shape</UButton>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <label class="block"><span class="block text-sm font-semibold">Name</span>
          <UInput maxlength="40" class="w-full" aria-label="Name of the shape" :model-value="shape.name"
            @update:model-value="v => setShape({ name: String(v) || 'Shape' })" /></label>
        <label class="block"><span class="block text-sm font-semibold">Shape</span>
          <USelect :model-value="shape.kind as string" :items="KINDS" class="w-full" aria-label="Shape"
            @update:model-value="k => setShape({ kind: k as Shape['kind'] })" /></label>
        <LengthField label="Wide" :least-mm="5" :most-mm="1500" :model-value="shape.wideMm"
          @update:model-value="v => setShape({ wideMm: v })" />
        <LengthField label="High" :least-mm="5" :most-mm="1500" :model-value="shape.highMm"
          @update:model-value="v => setShape({ highMm: v })" />
        <CountField label="How many" :most="200" :model-value="shape.count" @update:model-value="v => setShape({ count: v })" />
        <label class="block"><span class="block text-sm font-semibold leading-tight">Fabric</span>
          <USelect :model-value="fabrics[shape.fabric]?.id ?? fabricId ?? undefined" :items="fabricItems" class="w-full"
            aria-label="Fabric of the shape"
            @update:model-value="id => fabricOfShape(id as string)" /></label>
      </div>
      <DrawingPicker v-if="shape.kind === 'drawn'" @take="take" />
      <USwitch :model-value="shape.corner" label="In the corners" @update:model-value="v => setShape({ corner: v })" />
      <Choices :model-value="shape.edge" :options="EDGES" label="Edge" class="grid grid-cols-2 gap-1"
        @update:model-value="e => e && setShape({ edge: e })" />
      <Choices :model-value="spec.tracedOn" :options="ON" label="Traced on" class="grid grid-cols-2 gap-1"
        @update:model-value="t => t && setSpec({ tracedOn: t })" />
      <div><p class="text-sm font-semibold">It frays</p>
        <Choices :model-value="spec.fray" :options="FRAYS" label="It frays" class="grid grid-cols-3 gap-1"
          @update:model-value="f => f && setSpec({ fray: f })" /></div>
      <SupplyChoice :suited="suited" :chosen="web" label="Web" :wash-c="washC" @choose="id => set({ supplyId: id })" />
      <div class="flex flex-wrap gap-2">
        <PaperButtons :making="making" what="Shapes" />
        <UButton v-if="jobs.job" size="sm" variant="outline" color="neutral" icon="i-lucide-scissors" :disabled="sent" @click="toCut">
          {{ sent ? 'They lie among the pieces' : 'To the cutting' }}</UButton>
      </div>
    </template>
  </MendFrame>
</template>
