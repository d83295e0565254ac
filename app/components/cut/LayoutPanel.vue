<script setup lang="ts">
import { boundsOf } from '#core/geometry'
import { partId } from '#shared/cutting'
import { takenM, tooWideOf } from '#shared/laidOut'
import type { JobPiece } from '#shared/schemas'
import {
  countWords, cutDoneSentence, fabricWords, layoutFaultSentence, lengthWords, metresSentence, stockSentence, tooWideSentence,
  paperOf } from '#shared/words'

/** The parts of one supply on its roll and its offcuts: laid, moved, pinned, laid again, and cut. */
const chosenId = defineModel<string | null>('chosen', { required: true })
const cutting = useCutting()
const selection = useSelection()
const library = useLibrary()
const substitutes = useSubstitutes()
const supplyId = useStored<string | null>('layout-supply', null)
const supplies = computed(() => cutting.supplyIds.map(id => cutting.supplyOfId(id)).filter(s => s !== null))
const supply = computed(() => supplies.value.find(s => s.id === supplyId.value) ?? supplies.value[0] ?? null)
const OPTIONS = computed(() => supplies.value.map(s => ({ value: s.id, name: s.name })))
const chosenSupply = computed({
  get: () => supply.value?.id ?? null,
  set: (id) => {
    supplyId.value = id
  },
})
const layout = useLayoutParts(supply)
const { wideMm, parts, placed, now, lies, unplaced, usedOffcuts, laying } = layout
const partChosen = layout.chosen
const metres = computed(() => takenM(lies.value.lengthMm))
const shownMm = computed(() => Math.max(400, lies.value.lengthMm * 1.12 + 60))
const stock = computed(() => stockSentence(supply.value?.stockM ?? 0, metres.value, selection.units))
const nameOf = (id: string) => layout.partOf(id)?.name ?? 'A part'
/** Wider than the roll, however it may be turned. */
const tooWide = computed(() => tooWideOf(unplaced.value, cutting.pieces, wideMm.value)
  .map(w => tooWideSentence(w.name, w.byMm, { join: w.mayJoin, turned: w.fitsTurned }, selection.units)))
function choose(id: string): void {
  partChosen.value = id
  chosenId.value = layout.partOf(id)?.pieceId ?? chosenId.value
}
function nextPart(): void {
  const at = placed.value.findIndex(p => partId(p) === partChosen.value)
  const next = placed.value[(at + 1) % placed.value.length]
  if (next) choose(partId(next))
}
const cutSlip = ref(false)
function askCut(): void {
  cutSlip.value = true
}
function notYet(): void {
  cutSlip.value = false
}
useShortcuts({
  layout: layout.layOutAgain,
  nextOne: nextPart,
  turn: layout.turn,
  pin: layout.pin,
  left: layout.nudge(0, -1),
  right: layout.nudge(0, 1),
  up: layout.nudge(-1, 0),
  down: layout.nudge(1, 0),
  take: askCut,
  leave: notYet,
})

/** Only what lies on what the shelf has. */
const onlyWhatFits = () => layout.onlyWithin((supply.value?.stockM ?? 0) * 1000)
const pieceOf = (id: string | null) => cutting.pieces.find(p => p.id === id) ?? null
const piece = computed(() => pieceOf(now.value?.pieceId ?? chosenId.value) ?? pieceOf(parts.value[0]?.pieceId ?? null))
const put = (p: JobPiece) => {
  cutting.change(all => all.map(q => (q.id === p.id ? p : q)))
}
watch(
  () => stock.value.short && !laying.running.value,
  (short) => {
    const p = pieceOf(parts.value[0]?.pieceId ?? null)
    if (short && p && supply.value) void substitutes.look(p.fabricId, p.place, supply.value, metres.value)
  },
)
/** Another supply takes the place of the one that is short, on every piece that has it. */
function takeInstead(id: string): void {
  const from = supply.value!.id
  const swap = (v: string | null) => (v === from ? id : v)
  void library.bring(null, [id]).then(() => {
    cutting.change(all => all.map(p => ({ ...p, interfacingId: swap(p.interfacingId), foamId: swap(p.foamId), webId: swap(p.webId) })))
    supplyId.value = id
  })
}

const cutKey = ref(crypto.randomUUID())
const cutDone = ref<string | null>(null)
async function cutIt(): Promise<void> {
  const s = supply.value!,
    m = metres.value,
    before = cutting.offcutsFor(s.id).length
  const ok = await cutting.cut(s.id, await layout.settled(), m, cutKey.value)
  if (!ok) return
  cutSlip.value = false
  cutKey.value = crypto.randomUUID()
  layout.clear()
  const kept = cutting.offcutsFor(s.id).length - before
  cutDone.value = cutDoneSentence(m, s.name, kept, selection.units)
}
/** Paper of wide printers comes 24 and 36 in wide. */
const ROLLS_MM = [610, 914]
const drawings = computed(() => [
  { name: 'Pieces, DXF', hint: 'for a pattern program', href: `/api/jobs/${cutting.jobId}/templates?as=dxf`, test: 'dxf' },
  { name: 'Pieces, SVG', hint: 'for a drawing program', href: `/api/jobs/${cutting.jobId}/templates?as=svg`, test: 'svg' },
  ...ROLLS_MM.map(mm => ({
    name: `Templates, ${lengthWords(mm, selection.units)} roll`, hint: 'for a wide printer', test: `roll-${mm}`,
    href: `/api/jobs/${cutting.jobId}/templates?as=roll&rollMm=${mm}`,
  })),
  { name: 'Layout, PDF', hint: 'at true size, for a wide printer', href: `${chalkUrl.value}&as=paper`, test: 'layout-paper' },
  { name: 'Layout, HPGL', hint: 'for a plotter', href: `${chalkUrl.value}&as=hpgl`, test: 'layout-hpgl' },
  { name: 'Layout, DXF', hint: 'for a cutting machine', href: `${chalkUrl.value}&as=dxf`, test: 'layout-dxf' },
  { name: 'Layout, SVG', hint: 'for a drawing program', href: `${chalkUrl.value}&as=svg`, test: 'layout-svg' },
])
const spreading = ref(false)
/** All that the job wants of the supply lies on the roll, nothing was cut yet. */
const whole = computed(() => lies.value.laid.length > 0 && lies.value.laid.length === parts.value.length && doneParts.value === 0
  ? { parts: lies.value.rollParts, laid: lies.value.laid, lengthMm: lies.value.lengthMm }
  : null)
function spread(): void {
  spreading.value = true
}
const projecting = ref(false)
function project(): void {
  projecting.value = true
}
const chalkUrl = computed(() => `/api/jobs/${cutting.jobId}/chalk?supplyId=${supply.value?.id}`)
const doneParts = computed(() =>
  cutting.layouts.filter(l => l.supplyId === supply.value?.id && l.cutAt !== null).reduce((sum, l) => sum + l.parts.length, 0),
)
</script>

<template>
  <div v-if="supply" class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_310px] gap-4 px-4 pb-3 max-[1000px]:grid-cols-1
    max-[640px]:block max-[640px]:overflow-auto max-[640px]:px-3">
    <div class="flex min-h-0 min-w-0 flex-col">
      <div class="flex items-start gap-3">
        <Choices
          v-model="chosenSupply"
          :options="OPTIONS"
          label="Supply"
          class="flex flex-wrap gap-1"
          shape="min-h-10 px-3"
        />
        <div class="ml-auto flex shrink-0 flex-wrap justify-end gap-2">
          <UButton v-if="parts.length" size="lg" variant="outline" color="neutral" icon="i-lucide-layers"
            data-test="spread-open" @click="spread">Widths and layers</UButton>
          <UButton v-if="lies.laid.length" size="lg" variant="outline" color="neutral" icon="i-lucide-projector"
            data-test="project" @click="project">Project</UButton>
        </div>
        <SpreadDialog v-model:open="spreading" :supply="supply" :whole="whole" />
        <ProjectorView v-model:open="projecting" :parts="lies.laid" :wide-mm="wideMm" :length-mm="lies.lengthMm" />
      </div>
      <p v-if="parts.length === 0" class="mt-14 text-center text-xl" data-test="all-cut">
        {{ cutDone ?? '' }} {{ doneParts ? `All ${doneParts} parts of ${supply.name} are cut.` : 'Nothing to cut from it.' }}
        <NuxtLink v-if="doneParts" to="/press" class="slip mt-6 inline-flex min-h-14 items-center gap-2 px-5 font-semibold">
          Go to Press <UIcon name="i-lucide-arrow-right" /></NuxtLink>
      </p>
      <template v-else>
        <div class="mt-1 flex flex-wrap items-baseline gap-x-4" data-test="layout-figures">
          <b class="ticket text-2xl" data-test="layout-metres">{{ metresSentence(metres, supply.pricePerM, selection.units) }}</b>
          <span>{{ Math.round(lies.used * 100) }} % used. Shortest possible: {{ lengthWords(lies.boundMm, selection.units) }}
            <Sourced from="estimate" /></span>
          <span :class="stock.short || stock.last ? 'font-semibold text-alert' : 'text-muted-ink'">{{ stock.words }}</span>
        </div>
        <div v-if="usedOffcuts.length" class="mt-1 flex h-32 shrink-0 gap-3" data-test="offcuts">
          <div v-for="o in usedOffcuts" :key="o.id" class="min-w-0 max-w-72 flex-1">
            <p class="text-sm text-muted-ink">offcut{{ o.lot ? `, lot ${o.lot}` : '' }}</p>
            <div class="h-26">
              <LayoutPicture
                :parts="o.on"
                :wide-mm="boundsOf(o.whole).wideMm"
                :length-mm="boundsOf(o.whole).highMm"
                :edge="o.whole"
                :chosen-id="partChosen"
                :colour="supply.colourHex"
                @choose="choose"
                @move="() => undefined"
              />
            </div>
          </div>
        </div>
        <div class="mt-1 min-h-56 flex-1" data-test="layout">
          <LayoutPicture
            v-if="lies.laid.length"
            :parts="lies.laid"
            :wide-mm="wideMm"
            :length-mm="shownMm"
            :layout-mm="lies.lengthMm"
            :stock-mm="supply.stockM * 1000"
            :chosen-id="partChosen"
            :colour="supply.colourHex"
            @choose="choose"
            @move="layout.move"
          />
          <p v-else class="mt-10 text-center text-lg text-muted-ink">
            {{ usedOffcuts.length ? 'Everything fits on offcuts: nothing comes off the roll.' : laying.running.value ? 'Laying…'
              : 'Nothing lies on the roll yet.' }}
          </p>
        </div>
        <ul v-if="lies.faults.length || tooWide.length" class="text-[15px] font-semibold text-alert" role="alert" data-test="layout-faults">
          <li v-for="(f, i) in lies.faults.slice(0, 3)" :key="i">{{ layoutFaultSentence(f, nameOf, selection.units) }}</li>
          <li v-for="w in tooWide" :key="w">{{ w }}</li>
        </ul>
        <div v-if="stock.short" class="text-[15px]" data-test="short">
          <UButton size="sm" variant="outline" color="neutral" @click="onlyWhatFits">Lay out only what fits</UButton>
          <template v-if="substitutes.found.value?.length">
            <span class="mx-2">or take</span>
            <UButton
              v-for="s in substitutes.found.value"
              :key="s.id"
              size="sm"
              variant="outline"
              color="neutral"
              class="mr-1"
              @click="takeInstead(s.id)"
            >{{ s.name }}, {{ fabricWords(s.stockM, selection.units) }}</UButton
            ></template
          >
          <span v-else-if="substitutes.found.value" class="ml-2 text-muted-ink"
          >No other supply in stock fits and is long enough.</span
          >
        </div>
        <p v-if="laying.problem.value || substitutes.problem.value" class="font-semibold text-alert" role="alert">
          {{ laying.problem.value ?? substitutes.problem.value }}
        </p>
        <div class="mt-1 flex flex-wrap items-center gap-2">
          <UButton v-if="laying.running.value" size="lg" variant="outline" color="neutral" icon="i-lucide-square" @click="layout.stop"
          >Stop searching</UButton
          >
          <UButton v-else size="lg" variant="outline" color="neutral" icon="i-lucide-refresh-cw" @click="layout.layOutAgain">
            Lay out again <kbd class="text-sm opacity-80">{{ KEYS.layout.shown }}</kbd></UButton
          >
          <span role="status" class="text-sm text-muted-ink" data-test="layout-state">{{
            laying.running.value
              ? 'looking for a shorter one…'
              : unplaced.length
                ? `${unplaced.length} not laid`
                : `${placed.length} parts`
          }}</span>
          <a :href="chalkUrl" class="slip flex min-h-11 items-center gap-1 px-3" data-test="chalk"
          ><UIcon name="i-lucide-ruler" />Chalk strip</a
          >
          <a :href="`/api/jobs/${cutting.jobId}/templates?as=pdf&paper=${paperOf(selection.units)}`"
            class="slip flex min-h-11 items-center gap-1 px-3" data-test="pdf"
          ><UIcon name="i-lucide-printer" />Templates</a
          >
          <SaveAs :files="drawings" />
          <UButton
            size="lg"
            class="ml-auto"
            icon="i-lucide-scissors"
            :disabled="lies.faults.length > 0 || stock.short || placed.length === 0"
            @click="askCut"
          >Cut this <kbd class="text-sm opacity-80">{{ KEYS.take.shown }}</kbd></UButton
          >
        </div>
        <div v-if="cutSlip" class="slip mt-2 flex items-center gap-4 p-3" data-test="cut-slip">
          <p class="text-lg">
            {{ fabricWords(metres, selection.units) }} leave {{ supply.name }}; {{ stock.words }}
            {{ unplaced.length ? `${countWords(unplaced.length, 'part')} left to cut.` : '' }}
          </p>
          <UButton size="lg" class="ml-auto" :disabled="lies.faults.length > 0 || stock.short" @click="cutIt">Record as cut</UButton>
          <UButton size="lg" variant="outline" color="neutral" @click="notYet">Do not cut yet</UButton>
        </div>
        <BlockOrPiece
          v-if="supply.adhesive"
          class="mt-2 max-[1000px]:hidden"
          :supply="supply"
          :parts="lies.rollParts"
          :layout="lies.laid"
          :length-mm="lies.lengthMm"
          :wide-mm="wideMm"
          :laying="laying.running.value"
        />
      </template>
    </div>
    <PartPanel v-if="piece" :piece="piece" :part="now" @put="put" @turn="layout.turn" @pin="layout.pin" />
  </div>
  <p v-else class="mt-16 text-center text-xl">Nothing to lay out: no piece has an interfacing, foam or web yet. Choose one on Pieces.</p>
</template>
