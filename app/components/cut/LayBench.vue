<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { areaMm2, boundsOf, thinned, type Outline } from '#core/geometry'
import { boundMm, laidOutline, layFaults, turnsOf, type LayPiece } from '#core/lay'
import { cutPiece, fromPayload, GAP_MM, partId, usableWidthMm, type Part } from '#shared/cutting'
import type { JobPiece, LayPart } from '#shared/schemas'
import { countWords, cutDoneSentence, layFaultSentence, lengthWords, metresSentence, stockSentence, tooWideSentence } from '#shared/words'
import type { LaidPart } from './LayPicture.vue'

/** The parts of one supply on its roll and its offcuts: laid, moved, pinned, laid again, and cut. */
const chosenId = defineModel<string | null>('chosen', { required: true })
const cutting = useCutting()
const bench = useBench()
const library = useLibrary()
const laying = useLaying('lay')
const substitutes = useSubstitutes()
const supplyId = useKept<string | null>('lay-supply', null)
const supplies = computed(() => cutting.supplyIds.map(id => cutting.supplyOfId(id)).filter(s => s !== null))
const supply = computed(() => supplies.value.find(s => s.id === supplyId.value) ?? supplies.value[0] ?? null)
const OPTIONS = computed(() => supplies.value.map(s => ({ value: s.id, name: s.name })))
const chosenSupply = computed({
  get: () => supply.value?.id ?? null,
  set: (id) => {
    supplyId.value = id
  },
})
const wideMm = computed(() => (supply.value ? usableWidthMm(supply.value) : 0))
const parts = computed<Part[]>(() => (supply.value ? cutting.openParts(supply.value.id) : []))
const partOf = (id: string) => parts.value.find(p => p.id === id)
const placed = ref<LayPart[]>([])
const partChosen = ref<string | null>(null)

/** Thin outlines travel to the worker; parts alike share one. */
const thin = new Map<Outline, Outline>()
const thinOf = (o: Outline): Outline => {
  const known = thin.get(o)
  if (known) return known
  const made = { rim: thinned(o.rim, 0.05).map(p => ({ x: p.x, y: p.y })), holes: [] }
  thin.set(o, made)
  return made
}
const layPiece = (p: Part): LayPiece => ({ id: p.id, outline: thinOf(p.outline), grain: p.grain, oneWay: p.oneWay })

const onRoll = computed(() => placed.value.filter(p => p.offcutId === null && partOf(partId(p))))
const faults = computed(() =>
  layFaults(
    parts.value,
    onRoll.value.map(p => ({ ...p, id: partId(p) })),
    wideMm.value,
    0,
  ),
)
const bad = computed(() => new Set(faults.value.flatMap(f => ('ids' in f ? f.ids : [f.id]))))
const nameOf = (id: string) => partOf(id)?.name ?? 'A part'
const laidOf = (p: LayPart): LaidPart | null => {
  const part = partOf(partId(p))
  return part
    ? {
        id: part.id,
        name: part.name,
        outline: part.outline,
        x: p.x,
        y: p.y,
        turnDeg: p.turnDeg,
        pinned: p.pinned,
        bad: bad.value.has(part.id),
        grain: part.grain,
        oneWay: part.oneWay,
      }
    : null
}
const laid = computed(() => onRoll.value.map(laidOf).filter(p => p !== null))
const lengthMm = computed(() => Math.max(0, ...laid.value.map(p => boundsOf(laidOutline(p.outline, p)).top)))
/** Cut off the roll to the next centimetre. */
const metres = computed(() => Math.ceil(lengthMm.value / 10 - 1e-6) / 100)
const shownMm = computed(() => Math.max(400, lengthMm.value * 1.12 + 60))
const rollParts = computed(() => parts.value.filter(p => onRoll.value.some(l => partId(l) === p.id)))
const bound = computed(() => boundMm({ pieces: rollParts.value, wideMm: wideMm.value, gapMm: GAP_MM }))
const use = computed(() => {
  const area = rollParts.value.reduce((sum, p) => sum + areaMm2(p.outline), 0)
  return lengthMm.value > 0 ? area / (lengthMm.value * wideMm.value) : 0
})
const stock = computed(() => stockSentence(supply.value?.stockM ?? 0, metres.value))
const unplaced = computed(() => parts.value.filter(p => !placed.value.some(l => partId(l) === p.id)))
/** How wide a part lies at the least, turned as its grain allows, mm. */
const leastWide = (p: Part): number =>
  Math.min(...turnsOf(p).map(t => boundsOf(laidOutline(p.outline, { turnDeg: t, x: 0, y: 0 })).wideMm))
/** Wider than the roll, however it may be turned. */
const tooWide = computed(() =>
  unplaced.value.flatMap((p) => {
    const least = leastWide(p)
    if (least <= wideMm.value) return []
    const piece = cutting.pieces.find(q => q.id === p.pieceId)
    const turned = leastWide({ ...p, grain: 'any', oneWay: false }) <= wideMm.value
    return [tooWideSentence(p.name, least - wideMm.value, { join: JOINED.has(piece?.place ?? ''), turned })]
  }),
)
/** Places where the trade allows a join in the backing. */
const JOINED = new Set(['facing', 'waistband', 'hem', 'stand', 'quiltedPanel', 'mat'])

const offcuts = computed(() => (supply.value ? cutting.offcutsFor(supply.value.id) : []))
const usedOffcuts = computed(() =>
  offcuts.value
    .map(o => ({
      ...o,
      whole: fromPayload(o.outline),
      on: placed.value
        .filter(p => p.offcutId === o.id)
        .map(laidOf)
        .filter(p => p !== null),
    }))
    .filter(o => o.on.length > 0),
)

const key = computed(() => parts.value.map(p => `${p.id} ${Math.round(areaMm2(p.outline))} ${p.grain}`).join())
async function layAgain(): Promise<void> {
  const s = supply.value
  if (!s || parts.value.length === 0) return
  const pinned = placed.value.filter(p => p.pinned && p.offcutId === null && partOf(partId(p)))
  const fixed = new Set(pinned.map(partId))
  const free = parts.value.filter(p => !fixed.has(p.id)).map(layPiece)
  const { ask } = useBoardWorkers()
  const first
    = offcuts.value.length > 0
      ? await ask('offcuts', r =>
          r.onOffcuts(
            free,
            offcuts.value.map(o => ({ id: o.id, outline: fromPayload(plain(o.outline)) })),
            GAP_MM,
          ),
        )
      : { placements: [], rest: free.map(p => p.id) }
  const onOffcut = first.placements.map(({ id, ...at }) => placedOf(id, { ...at, pinned: false }))
  placed.value = [...pinned, ...onOffcut]
  const rest = new Set(first.rest)
  await laying.start({
    pieces: parts.value.filter(p => fixed.has(p.id) || rest.has(p.id)).map(layPiece),
    wideMm: wideMm.value,
    gapMm: GAP_MM,
    pinned: pinned.map(p => ({ id: partId(p), turnDeg: p.turnDeg, x: p.x, y: p.y })),
  })
  await keep()
}
function placedOf(id: string, at: { turnDeg: number, x: number, y: number, offcutId: string | null, pinned: boolean }): LayPart {
  const part = partOf(id)!
  return { pieceId: part.pieceId, role: part.role, number: part.number, ...at }
}
watch(laying.lay, (lay) => {
  if (!lay) return
  const others = placed.value.filter(p => p.offcutId !== null || p.pinned)
  const held = new Set(others.map(partId))
  placed.value = [
    ...others,
    ...lay.placements
      .filter(p => partOf(p.id) && !held.has(p.id))
      .map(({ id, turnDeg, x, y }) => placedOf(id, { turnDeg, x, y, offcutId: null, pinned: false })),
  ]
})
let keeping: Promise<void> = Promise.resolve()
function keep(): Promise<void> {
  const s = supply.value
  if (!s) return Promise.resolve()
  const all = plain(placed.value.filter(p => partOf(partId(p))))
  keeping = keeping.then(() => cutting.keepLay(s.id, all))
  return keeping
}
function stop(): void {
  laying.stop()
  void keep()
}
// What lies there as it was kept; other pieces than then are laid anew.
watch(
  [() => supply.value?.id, key, () => cutting.jobId],
  ([id], before) => {
    if (!id || !cutting.jobId) return
    laying.stop()
    if (id !== before?.[0] || placed.value.length === 0) placed.value = plain(cutting.drawnLay(id))
    const there = new Set(placed.value.map(partId))
    if (parts.value.length > 0 && parts.value.some(p => !there.has(p.id)) && !isKept()) void layAgain()
  },
  { immediate: true },
)
/** A part that is on no roll wide enough stays out; that alone is no reason to lay again. */
function isKept(): boolean {
  return placed.value.length > 0 && unplaced.value.every(p => leastWide(p) > wideMm.value)
}
onScopeDispose(() => laying.stop())

function choose(id: string): void {
  partChosen.value = id
  chosenId.value = partOf(id)?.pieceId ?? chosenId.value
}
const change = (id: string, to: Partial<LayPart>) => {
  placed.value = placed.value.map(p => (partId(p) === id ? { ...p, ...to } : p))
}
/** Moved by hand it is pinned: the next lay goes round it. */
function move(id: string, x: number, y: number): void {
  if (laying.running.value) laying.stop()
  const p = placed.value.find(q => partId(q) === id),
    part = partOf(id)
  if (!p || !part) return
  const { wideMm: w } = boundsOf(laidOutline(part.outline, p))
  change(id, { x: Math.min(Math.max(0, x), Math.max(0, wideMm.value - w)), y: Math.max(0, y), pinned: true })
  soon()
}
const soon = useDebounceFn(() => {
  void keep()
}, 600)
const now = computed(() => placed.value.find(p => partId(p) === partChosen.value) ?? null)
const nudge = (dx: number, dy: number) => () => {
  if (now.value) move(partChosen.value!, Math.round(now.value.x) + dx, Math.round(now.value.y) + dy)
}
function turn(): void {
  const p = now.value,
    part = p && partOf(partId(p))
  if (!p || !part) return
  const turns = turnsOf(part)
  change(part.id, { turnDeg: turns[(turns.indexOf(p.turnDeg) + 1) % turns.length]!, pinned: true })
  soon()
}
function pin(): void {
  if (!now.value) return
  change(partChosen.value!, { pinned: !now.value.pinned })
  soon()
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
useKeys({
  lay: layAgain,
  nextOne: nextPart,
  turn,
  pin,
  left: nudge(0, -1),
  right: nudge(0, 1),
  up: nudge(-1, 0),
  down: nudge(1, 0),
  take: askCut,
  leave: notYet,
})

/** Only what lies on what the shelf has. */
function onlyWhatFits(): void {
  laying.stop()
  const most = (supply.value?.stockM ?? 0) * 1000
  placed.value = placed.value.filter((p) => {
    const part = partOf(partId(p))
    return part && (p.offcutId !== null || boundsOf(laidOutline(part.outline, p)).top <= most)
  })
  void keep()
}
const pieceOf = (id: string | null) => cutting.pieces.find(p => p.id === id) ?? null
const piece = computed(() => pieceOf(now.value?.pieceId ?? chosenId.value) ?? pieceOf(parts.value[0]?.pieceId ?? null))
const made = computed(() => {
  try {
    return piece.value && cutPiece(piece.value, cutting.ground)
  } catch {
    return null
  }
})
const put = (p: JobPiece) => {
  cutting.pieces = cutting.pieces.map(q => (q.id === p.id ? p : q))
}
const colourOf = (p: JobPiece) => library.cloths.find(c => c.id === p.clothId)?.colourHex ?? '#e6dcc8'
watch(
  () => stock.value.short && !laying.running.value,
  (short) => {
    const p = pieceOf(parts.value[0]?.pieceId ?? null)
    if (short && p && supply.value) void substitutes.look(p.clothId, p.place, supply.value, metres.value)
  },
)
/** Another supply takes the place of the one that is short, on every piece that has it. */
function takeInstead(id: string): void {
  const from = supply.value!.id
  const swap = (v: string | null) => (v === from ? id : v)
  void library.bring(null, [id]).then(() => {
    cutting.pieces = cutting.pieces.map(p => ({ ...p, backingId: swap(p.backingId), foamId: swap(p.foamId), webId: swap(p.webId) }))
    supplyId.value = id
  })
}

const cutKey = ref(crypto.randomUUID())
const cutDone = ref<string | null>(null)
async function cutIt(): Promise<void> {
  laying.stop()
  await keeping
  const s = supply.value!,
    m = metres.value,
    before = cutting.offcutsFor(s.id).length
  const ok = await cutting.cut(s.id, plain(placed.value.filter(p => partOf(partId(p)))), m, cutKey.value)
  if (!ok) return
  cutSlip.value = false
  cutKey.value = crypto.randomUUID()
  placed.value = []
  const kept = cutting.offcutsFor(s.id).length - before
  cutDone.value = cutDoneSentence(m, s.name, kept)
}
const chalkUrl = computed(() => `/api/jobs/${cutting.jobId}/chalk?supplyId=${supply.value?.id}`)
const doneParts = computed(() =>
  cutting.lays.filter(l => l.supplyId === supply.value?.id && l.cutAt !== null).reduce((sum, l) => sum + l.parts.length, 0),
)
</script>

<template>
  <div v-if="supply" class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_310px] gap-4 px-4 pb-3 max-[1000px]:grid-cols-1">
    <div class="flex min-h-0 min-w-0 flex-col">
      <Choices
        v-model="chosenSupply"
        :options="OPTIONS"
        label="Which supply is laid"
        class="flex flex-wrap gap-1"
        shape="min-h-10 px-3"
      />
      <p v-if="parts.length === 0" class="mt-14 text-center text-xl" data-test="all-cut">
        {{ cutDone ?? '' }} {{ doneParts ? `All ${doneParts} parts of ${supply.name} are cut.` : 'Nothing to cut of it.' }}
        <NuxtLink v-if="doneParts" to="/press" class="slip mt-6 inline-flex min-h-14 items-center gap-2 px-5 font-semibold">
          To the press <UIcon name="i-lucide-arrow-right" /></NuxtLink>
      </p>
      <template v-else>
        <div class="mt-1 flex flex-wrap items-baseline gap-x-4" data-test="lay-figures">
          <b class="ticket text-2xl" data-test="lay-metres">{{ metresSentence(metres, supply.pricePerM) }}</b>
          <span>{{ Math.round(use * 100) }} % used; no lay is under {{ lengthWords(bound, bench.units) }} <Sourced from="model" /></span>
          <span :class="stock.short || stock.last ? 'font-semibold text-alert' : 'text-muted-ink'">{{ stock.words }}</span>
        </div>
        <div v-if="usedOffcuts.length" class="mt-1 flex h-32 shrink-0 gap-3" data-test="offcuts">
          <div v-for="o in usedOffcuts" :key="o.id" class="min-w-0 max-w-72 flex-1">
            <p class="text-sm text-muted-ink">offcut{{ o.lot ? `, lot ${o.lot}` : '' }}</p>
            <div class="h-26">
              <LayPicture
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
        <div class="mt-1 min-h-56 flex-1" data-test="lay">
          <LayPicture
            v-if="laid.length"
            :parts="laid"
            :wide-mm="wideMm"
            :length-mm="shownMm"
            :lay-mm="lengthMm"
            :stock-mm="supply.stockM * 1000"
            :chosen-id="partChosen"
            :colour="supply.colourHex"
            @choose="choose"
            @move="move"
          />
          <p v-else class="mt-10 text-center text-lg text-muted-ink">
            {{ usedOffcuts.length ? 'Everything lies on offcuts: nothing is taken from the roll.' : 'Laying…' }}
          </p>
        </div>
        <ul v-if="faults.length || tooWide.length" class="text-[15px] font-semibold text-alert" role="alert" data-test="lay-faults">
          <li v-for="(f, i) in faults.slice(0, 3)" :key="i">{{ layFaultSentence(f, nameOf) }}</li>
          <li v-for="w in tooWide" :key="w">{{ w }}</li>
        </ul>
        <div v-if="stock.short" class="text-[15px]" data-test="short">
          <UButton size="sm" variant="outline" color="neutral" @click="onlyWhatFits">Lay only what fits</UButton>
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
            >{{ s.name }}, {{ s.stockM }} m</UButton
            ></template
          >
          <span v-else-if="substitutes.found.value" class="ml-2 text-muted-ink"
          >Nothing else on the shelf would do and is long enough.</span
          >
        </div>
        <p v-if="laying.problem.value || substitutes.problem.value" class="font-semibold text-alert" role="alert">
          {{ laying.problem.value ?? substitutes.problem.value }}
        </p>
        <div class="mt-1 flex flex-wrap items-center gap-2">
          <UButton v-if="laying.running.value" size="lg" variant="outline" color="neutral" icon="i-lucide-square" @click="stop"
          >Good enough</UButton
          >
          <UButton v-else size="lg" variant="outline" color="neutral" icon="i-lucide-refresh-cw" @click="layAgain">
            Lay again <kbd class="text-sm opacity-80">{{ KEYS.lay.shown }}</kbd></UButton
          >
          <span role="status" class="text-sm text-muted-ink" data-test="lay-state">{{
            laying.running.value
              ? 'looking for a shorter one…'
              : unplaced.length
                ? `${unplaced.length} not laid`
                : `${placed.length} parts`
          }}</span>
          <a :href="chalkUrl" class="slip flex min-h-10 items-center gap-1 px-3" data-test="chalk"
          ><UIcon name="i-lucide-ruler" />Chalk strip</a
          >
          <a :href="`/api/jobs/${cutting.jobId}/templates?as=pdf`" class="slip flex min-h-10 items-center gap-1 px-3" data-test="pdf"
          ><UIcon name="i-lucide-printer" />Templates</a
          >
          <a :href="`/api/jobs/${cutting.jobId}/templates?as=svg`" class="slip flex min-h-10 items-center gap-1 px-3" data-test="svg"
          ><UIcon name="i-lucide-file-down" />SVG</a
          >
          <UButton
            size="lg"
            class="ml-auto"
            icon="i-lucide-scissors"
            :disabled="faults.length > 0 || stock.short || placed.length === 0"
            @click="askCut"
          >Cut this <kbd class="text-sm opacity-80">{{ KEYS.take.shown }}</kbd></UButton
          >
        </div>
        <div v-if="cutSlip" class="slip mt-2 flex items-center gap-4 p-3" data-test="cut-slip">
          <p class="text-lg">
            {{ metres.toFixed(2) }} m leave {{ supply.name }}; {{ stock.words }}
            {{ unplaced.length ? `${countWords(unplaced.length, 'part')} stay to be cut.` : '' }}
          </p>
          <UButton size="lg" class="ml-auto" :disabled="faults.length > 0 || stock.short" @click="cutIt">It is cut</UButton>
          <UButton size="lg" variant="outline" color="neutral" @click="notYet">Not yet</UButton>
        </div>
        <BlockOrPiece
          v-if="supply.resin"
          class="mt-2 max-[1000px]:hidden"
          :supply="supply"
          :parts="rollParts"
          :lay="laid"
          :length-mm="lengthMm"
          :wide-mm="wideMm"
          :laying="laying.running.value"
        />
      </template>
    </div>
    <div v-if="piece && made" class="flex min-h-0 flex-col overflow-auto">
      <h2 class="ticket text-xl font-semibold">{{ piece.name }}</h2>
      <div class="h-64 shrink-0">
        <PiecePicture :made="made" :grain="piece.grain" :colour="colourOf(piece)" :label="`${piece.name}, its outlines`" />
      </div>
      <OutlineStack class="mt-2" :piece="piece" :made="made" @inset="v => put({ ...piece!, inset: v })" />
      <div v-if="now" class="mt-3 space-y-1 text-[15px]" data-test="part">
        <hr class="stitch" />
        <p>
          {{ lengthWords(now.x, bench.units) }} from the selvedge, {{ lengthWords(now.y, bench.units) }} from the end{{
            now.turnDeg ? `, turned ${now.turnDeg}°` : ''
          }}
        </p>
        <div class="flex gap-1">
          <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-rotate-cw" @click="turn"
          >Turn <kbd>{{ KEYS.turn.shown }}</kbd></UButton
          >
          <UButton
            size="sm"
            :variant="now.pinned ? 'solid' : 'outline'"
            color="neutral"
            icon="i-lucide-pin"
            :aria-pressed="now.pinned"
            @click="pin"
          >
            {{ now.pinned ? 'Pinned' : 'Pin' }} <kbd>{{ KEYS.pin.shown }}</kbd></UButton
          >
        </div>
      </div>
      <p v-else class="mt-3 text-[15px] text-muted-ink">
        Take hold of a part to move it; <kbd>{{ KEYS.nextOne.shown }}</kbd> goes from one to the next.
      </p>
    </div>
  </div>
  <p v-else class="mt-16 text-center text-xl">Nothing to lay: no piece has a backing, foam or web yet. Give them one on Pieces.</p>
</template>
