<script setup lang="ts">
import { NO_LENGTH, type Shot } from '~/composables/picture/shot'
import { LEAST_MARGIN_MM, marginFor, MOST_MARGIN_MM, roomFor, type HolePatch } from '#core/mend'
import { boundsOf, crossing, outlineOf, thinned, type Outline } from '#core/geometry'
import { fromPayload, toPayload } from '#shared/cutting'
import { patchesOfSpec, scrapFabric, suitedTo } from '#shared/making'
import { toFabricInput } from '#shared/mappers'
import { HOLE_FIRST, MENDED_CARE, NO_GLUE } from '#shared/words'

/** A hole, and the patch that closes it from behind: margin, web, template, which scrap, and how the mend is seen. */
const library = useLibrary()
const scraps = useScraps()
const patch = useMakingPanel('hole', () => freshMaking('Patch', {
  format: 1, kind: 'hole', holes: [toPayload(tear(18, 11))], marginMm: 8, wear: 'usual', edge: 'rounded', trimMm: 1, look: null,
  side: 'face', marker: null, papered: false, count: 1,
}))
const { making, spec, fabric, fabricId, supply, washC, set, setSpec, fabricItems, withMore } = patch
/** A ragged hole of such a size, about the origin. */
function tear(wideMm: number, highMm: number, x = 0, y = 0): Outline {
  const n = 22
  return outlineOf(Array.from({ length: n }, (_, i) => {
    const a = i / n * 2 * Math.PI, r = 1 + 0.14 * Math.sin(i * 2.7)
    return { x: x + wideMm / 2 * r * Math.cos(a) / 1.12, y: y + highMm / 2 * r * Math.sin(a) / 1.12 }
  }))
}
const shot = shallowRef<Shot | null>(null)
const suited = computed(() => suitedTo('hole', library.supplies, fabric.value, washC.value))
const web = computed(() => supply.value ?? suited.value[0]?.supply ?? null)
withMore(() => ({ supplyId: web.value?.id ?? null }))
const scrap = computed(() => scraps.scraps.find(s => s.id === making.value.scrapId) ?? null)
const made = computed((): { patches: HolePatch[] } | { why: string } => {
  try {
    return { patches: patchesOfSpec(spec.value) }
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const patches = computed(() => ('patches' in made.value ? made.value.patches : []))
const room = computed(() => (patches.value.length > 0 ? roomFor(patches.value) : null))
const item = computed(() => (scrap.value
  ? scrapFabric(scrap.value, library.fabrics.find(c => c.id === scrap.value!.fabricId) ?? null)
  : fabric.value && toFabricInput(fabric.value)))
const { plan, problem: planProblem, inside } = useStuckPlan(() =>
  ({ spec: spec.value, garment: fabric.value, item: item.value, supply: web.value }))
const problem = computed(() => {
  if (planProblem.value) return planProblem.value
  if (shot.value && shot.value.lengthMm === null) return NO_LENGTH
  return 'why' in made.value ? made.value.why : null
})
watchEffect(() => { patch.able.value = plan.value?.first != null && web.value !== null })

// The middle of what is shown lies at the origin; on a picture its upper left does.
const SHOWN_MM = computed(() => {
  const all = patches.value.flatMap(p => p.outline.rim)
  const far = (of: (p: { x: number, y: number }) => number) => Math.max(40, ...all.map(p => Math.abs(of(p)) + 22))
  return { wide: 2 * Math.max(far(p => p.x), far(p => p.y) * 1.7), high: 2 * far(p => p.y) }
})
const from = computed(() => (shot.value ? { x: 0, y: 0 } : { x: SHOWN_MM.value.wide / 2, y: SHOWN_MM.value.high / 2 }))
const view = computed(() => `translate(${from.value.x} ${from.value.y})`)
const path = (o: Outline) => outlinePath(o)
const size = reactive({ wideMm: 14, highMm: 9 })
const chosenHole = ref(0)
function addHole(o: Outline): void {
  setSpec({ holes: [...spec.value.holes, toPayload(o)].slice(0, 20) })
  chosenHole.value = spec.value.holes.length - 1
}
function addBySize(): void {
  const last = spec.value.holes.at(-1)
  const x = last ? boundsOf(fromPayload(last)).right + 26 : 0
  addHole(tear(size.wideMm, size.highMm, shot.value ? x + 20 : x, shot.value ? -30 : 0))
}
const strokeProblem = ref<string | null>(null)
function drawn(points: { x: number, y: number }[]): void {
  strokeProblem.value = null
  if (shot.value && mmPerPx(shot.value) === null) return
  const ring = thinned(outlineOf(points.map(p => ({ x: p.x - from.value.x, y: from.value.y - p.y }))).rim, 0.3)
  if (ring.length < 3 || crossing(ring) !== null) {
    strokeProblem.value = 'Hole: the line crosses itself. Draw once round it.'
    return
  }
  addHole(outlineOf(ring))
}
let began = spec.value.holes
function moved(id: string, dx: number, dy: number): void {
  const i = Number(id), h = began[i]
  if (!h) return
  const to = ([x, y]: [number, number]): [number, number] => [x + dx, y - dy]
  setSpec({ holes: spec.value.holes.map((o, k) => (k === i ? { rim: h.rim.map(to), holes: [] } : o)) })
}
function nudge(e: KeyboardEvent, i: number): void {
  const d = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key]
  if (!d) return
  e.preventDefault()
  began = spec.value.holes
  moved(String(i), d[0]!, d[1]!)
}
const { mm } = useInUnits()
const WEARS = [
  { value: 'light' as const, name: 'light' }, { value: 'usual' as const, name: 'usual' }, { value: 'hard' as const, name: 'hard' },
]
const EDGES = [
  { value: 'rounded' as const, name: 'Rounded' }, { value: 'pinked' as const, name: 'Pinked' },
  { value: 'sealed' as const, name: 'Sealed' },
]
const wear = (w: 'light' | 'usual' | 'hard' | null): void => {
  if (w) setSpec({ wear: w, marginMm: marginFor(fabric.value?.massGsm ?? 150, w) })
}
const VIEWS = [
  { value: 'holes' as const, name: 'The hole' }, { value: 'scrap' as const, name: 'Which scrap' },
  { value: 'mended' as const, name: 'Mended' },
]
const shown = useStored<'holes' | 'scrap' | 'mended'>('patch-view', 'holes')
const headline = computed(() => {
  if (patches.value.length === 0) return 'Mark the hole.'
  const [p] = patches.value, { wideMm, highMm } = boundsOf(p!.outline)
  const many = patches.value.length > 1 ? `${patches.value.length} patches, the first ` : 'A patch of '
  return `${many}${mm(wideMm)} × ${mm(highMm)}, ${mm(spec.value.marginMm)} beyond the hole, from the wrong side.`
})
/** What is left of the scrap is written back, a little larger than the patch. */
const spareKept = ref(false)
async function keepSpare(): Promise<void> {
  if (!scrap.value || !room.value) return
  const { id: _, createdAt: _c, ...body } = scrap.value
  const wideMm = Math.ceil(room.value.wideMm + 10), highMm = Math.ceil(room.value.highMm + 10)
  spareKept.value = await scraps.keep({ ...body, name: `Spare of ${making.value.name}`.slice(0, 60), wideMm, highMm }) !== null
}
watch(() => making.value.id, () => { spareKept.value = false })
onMounted(() => { void scraps.load() })
</script>

<template>
  <MendFrame :panel="patch" test="patch" :problem="problem">
    <template #says>{{ headline }} <Sourced from="estimate" /></template>
    <template #picture>
      <ShotPicture v-if="shown === 'holes'" v-model:shot="shot" :wide-mm="SHOWN_MM.wide" :high-mm="SHOWN_MM.high" draw
        :colour="fabric?.colourHex ?? '#d9cdb4'" label="The fabric, wrong side up: draw round the hole" @stroke="drawn"
        @hold="began = spec.holes" @moved="moved">
        <template v-if="!shot && spec.look?.tile">
          <defs><pattern id="fabric-about" patternUnits="userSpaceOnUse" :width="spec.look.tile.wideMm" :height="spec.look.tile.wideMm">
            <image :href="spec.look.tile.picture" :width="spec.look.tile.wideMm" :height="spec.look.tile.wideMm" /></pattern></defs>
          <rect :width="SHOWN_MM.wide" :height="SHOWN_MM.high" fill="url(#fabric-about)" />
        </template>
        <g :transform="view">
          <path v-for="(p, i) in patches" :key="`p${i}`" :d="path(p.outline)" fill="var(--rc-paper)" fill-opacity="0.55"
            stroke="var(--rc-ink)" stroke-width="2" vector-effect="non-scaling-stroke" data-test="patch-outline" />
          <path v-for="(w, i) in patches.flatMap(p => p.web)" :key="`w${i}`" :d="path(w)" fill="var(--rc-good)" fill-opacity="0.22"
            fill-rule="evenodd" stroke="var(--rc-good)" stroke-width="1.500" stroke-dasharray="5 3" vector-effect="non-scaling-stroke" />
          <path v-for="(h, i) in spec.holes" :key="`h${i}`" :d="path(fromPayload(h))" :data-hold="i" fill="#000" fill-opacity="0.78"
            stroke="var(--rc-alert)" :stroke-width="i === chosenHole ? 3 : 1.500" vector-effect="non-scaling-stroke" class="cursor-move"
            tabindex="0" role="button" :aria-label="`Hole ${i + 1}: arrows move it`" @keydown="e => nudge(e, i)" @focus="chosenHole = i" />
          <text v-for="(p, i) in patches" :key="`t${i}`" :x="boundsOf(p.outline).left" :y="-boundsOf(p.outline).top - 2" font-size="6"
            font-weight="700" fill="var(--rc-ink)" stroke="var(--rc-paper)" stroke-width="1.500" paint-order="stroke">
            {{ mm(boundsOf(p.outline).wideMm) }} × {{ mm(boundsOf(p.outline).highMm) }}</text>
        </g>
      </ShotPicture>
      <ScrapPicker v-else-if="shown === 'scrap'" :spec="spec" :fabric="fabric" :wash-c="washC" :room="room" :chosen-id="making.scrapId"
        @take="(id, side, marker) => { set({ scrapId: id }); setSpec({ side, marker }) }" @look="look => setSpec({ look })" />
      <MendedPicture v-else :spec="spec" :fabric="fabric" :scrap="scrap" />
    </template>
    <template v-if="shown === 'holes'" #how>
      <p v-if="strokeProblem" class="font-semibold text-alert" role="alert">{{ strokeProblem }}</p>
      <p v-for="(p, i) in patches" :key="i">{{ patches.length > 1 ? `Patch ${i + 1}: ` : '' }}{{ p.cutInPlace
        ? 'The hole is small: cut it into the web once the web is in place'
        : 'The web has the hole cut out of it: no adhesive meets iron or daylight' }};
        {{ spec.edge === 'rounded' ? 'corners rounded, square ones peel in the wash'
          : spec.edge === 'pinked' ? 'its edge pinked' : 'its edge sealed with a drop of seam sealer, dried' }}.
        {{ i === 0 ? HOLE_FIRST : '' }}</p>
      <StuckWords :plan="plan" :inside="inside" />
      <p>Pattern lined up, a sheet over and under. {{ MENDED_CARE }}</p>
    </template>
    <template #form>
      <Choices v-model="shown" :options="VIEWS" label="Shown" class="grid grid-cols-3 gap-1" shape="min-h-11 px-1" />
      <label class="block"><span class="block text-sm font-semibold">Fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <SupplyChoice :suited="suited" :chosen="web" label="Web" :wash-c="washC"
        @choose="id => { set({ supplyId: id }); setSpec({ papered: library.supplies.find(s => s.id === id)?.makerPeel != null }) }" />
      <p class="text-sm text-muted-ink">{{ NO_GLUE }}</p>
      <ShotPick v-model="shot" what="Picture of the hole" :camera="false" />
      <div class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
        <LengthField v-model="size.wideMm" label="Hole, wide" noun="Hole" :least-mm="1" :most-mm="400" />
        <LengthField v-model="size.highMm" label="high" noun="Hole" :least-mm="1" :most-mm="400" />
        <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" :disabled="spec.holes.length >= 20" @click="addBySize">
          Add hole</UButton>
      </div>
      <UButton v-if="spec.holes.length" size="sm" variant="ghost" color="neutral" icon="i-lucide-x"
        @click="setSpec({ holes: spec.holes.filter((_, i) => i !== Math.min(chosenHole, spec.holes.length - 1)) })">
        Without hole {{ Math.min(chosenHole, spec.holes.length - 1) + 1 }}</UButton>
      <div>
        <p class="text-sm font-semibold">Wear</p>
        <Choices :model-value="spec.wear" :options="WEARS" label="Wear" class="grid grid-cols-3 gap-1" @update:model-value="wear" />
      </div>
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Margin" :least-mm="LEAST_MARGIN_MM" :most-mm="MOST_MARGIN_MM" :model-value="spec.marginMm"
          @update:model-value="v => setSpec({ marginMm: v })" />
        <LengthField label="Trimmed off the edge" :most-mm="5" :model-value="spec.trimMm"
          @update:model-value="v => setSpec({ trimMm: v })" />
      </div>
      <Choices :model-value="spec.edge" :options="EDGES" label="Edge of the patch" class="grid grid-cols-3 gap-1"
        @update:model-value="e => e && setSpec({ edge: e })" />
      <USwitch :model-value="spec.papered" label="The web is on a paper" @update:model-value="v => setSpec({ papered: v })" />
      <PaperButtons :making="making" />
      <div v-if="scrap" class="text-[15px]">
        <p>Out of: <b>{{ scrap.name }}</b>, {{ spec.side === 'back' ? 'its back out' : 'its face out' }}{{ spec.marker
          ? ', under the marker' : '' }}.</p>
        <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-archive" :disabled="spareKept" loading-auto @click="keepSpare">
          {{ spareKept ? 'A spare is in the scrap box' : 'Keep a spare of it' }}</UButton>
      </div>
    </template>
  </MendFrame>
</template>
