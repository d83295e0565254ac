<script setup lang="ts">
import { garmentCounts, LAYER_END_MM } from '#core/layout'
import { usableWidthMm, type Part } from '#shared/cutting'
import type { LaidPart } from '#shared/laidOut'
import { plotted, plottedLayout, PLOT_FORMATS } from '#shared/plot'
import type { Supply } from '#shared/schemas'
import {
  comparedOf, garmentsIn, leastOf, oneGarmentOf, otherRoll, rollOf, splitOf, type Compared, type Roll,
} from '#shared/spreading'
import {
  fabricWords, leastSentence, lengthWords, moneyWords, otherRollSentence, priceWords, splitSentence, spreadWords, togetherWords,
  wideWords,
} from '#shared/words'
import { watchDebounced } from '@vueuse/core'
import type { Marker } from '~/composables/job/spreading'

/** So many garments on this roll, on others that fit, and on any width: laid singly or several together, spread in layers. */
const { supply, whole } = defineProps<{
  supply: Supply
  /** The layout of all that the job wants of it, where it lies on the roll; null while some of it does not. */
  whole: { parts: readonly Part[], laid: readonly LaidPart[], lengthMm: number } | null
}>()
const open = defineModel<boolean>('open', { required: true })
const cutting = useCutting()
const selection = useSelection()
const substitutes = useSubstitutes()
const { markerOf, progress, problem, compare, stop } = useSpreading()

const MOST_GARMENTS = 200, MOST_LAYERS = 50, MOST_PIECES = 120, MOST_COLUMNS = 4
const parts = computed(() => (open.value ? oneGarmentOf(cutting.pieces, supply.id, cutting.ground) : []))
const wanted = ref(1)
/** Interfacing is cut with shears in few layers. */
const mostLayers = useStored('spread-layers', 4)
const widthsMm = useStored<number[]>('spread-widths', [])
const newWidthMm = ref(1500)
const rolls = computed<Roll[]>(() => [
  rollOf(supply, usableWidthMm(supply)),
  ...(substitutes.found.value ?? []).filter(s => s.stockM > 0).map(s => rollOf(s, usableWidthMm(s))),
  ...widthsMm.value.map(mm => ({
    id: `width ${mm}`, name: wideWords(mm, selection.units), wideMm: usableWidthMm({ widthMm: mm }), pricePerM: null, stockM: null,
  })),
])
const counts = computed(() => garmentCounts(wanted.value, parts.value.length, MOST_PIECES, MOST_COLUMNS))
const chosen = ref<{ rollId: string, garments: number } | null>(null)
/** As it lies on the layout: that question has its answer already. */
const asLaid = computed<Marker | null>(() => whole && {
  rollId: supply.id, garments: garmentsIn(cutting.pieces), parts: whole.parts, isSettled: true,
  layout: { lengthMm: whole.lengthMm, placements: whole.laid.map(({ id, turnDeg, x, y }) => ({ id, turnDeg, x, y })), unlaid: [] },
})
let lookedFor = ''
watch(open, (is) => {
  if (!is) return stop()
  wanted.value = garmentsIn(cutting.pieces)
  chosen.value = null
  const piece = cutting.pieces.find(p => parts.value.some(q => q.pieceId === p.id))
  if (!piece || lookedFor === supply.id) return
  lookedFor = supply.id
  void substitutes.look(piece.fabricId, piece.place, supply, 0)
}, { flush: 'post' })
const begin = (): void => { if (open.value) void compare(parts.value, rolls.value, counts.value, asLaid.value) }
watchDebounced([open, rolls, counts], begin, { debounce: 300 })

/** Rows of what was found; a roll that a piece does not fit has none. */
const rows = computed(() => rolls.value.map(roll => ({
  roll,
  cells: counts.value.map((garments) => {
    const marker = markerOf(roll.id, garments)
    if (!marker) return { garments, marker, compared: null }
    return {
      garments, marker,
      compared: marker.layout.unlaid.length > 0
        ? null
        : comparedOf(roll, marker.layout.lengthMm, garments, wanted.value, mostLayers.value),
    }
  }),
})))
const least = computed(() => leastOf(rows.value.flatMap(r => r.cells.flatMap(c => c.compared ?? []))))
const isLeast = (c: Compared): boolean => least.value?.best.rollId === c.rollId && least.value.best.garments === c.garments
const leastWords = computed(() => {
  const roll = rolls.value.find(r => r.id === least.value?.best.rollId)
  return roll ? leastSentence(least.value!, roll, selection.units) : null
})

/** Where no roll that lies here has enough, two of them together. */
const split = computed(() => {
  const here = rows.value.filter(r => r.roll.stockM !== null).flatMap(r => r.cells)
  // Nothing is said of a roll that was not looked at yet.
  if (here.some(c => !c.marker || c.compared?.isShort === false)) return null
  const found = rows.value.flatMap(({ roll, cells }) => cells.flatMap(({ garments, marker, compared }) =>
    (marker && compared ? [{ roll, garments, layoutMm: marker.layout.lengthMm }] : [])))
  return splitOf(found, wanted.value, mostLayers.value)
})
/** What is recommended of another interfacing than the job's own, or of another lot of it; another width is the same one. */
const otherWords = computed(() => {
  const ids = split.value ? split.value.halves.map(h => h.of.rollId) : [least.value?.best.rollId ?? supply.id]
  const taken = (substitutes.found.value ?? []).filter(s => ids.includes(s.id))
  return taken.flatMap(s => otherRollSentence(s.name, otherRoll(s, supply)) ?? []).join(' ')
})
const rollName = (id: string): string => rolls.value.find(r => r.id === id)?.name ?? ''

const show = ({ rollId, garments }: Compared): void => { chosen.value = { rollId, garments } }
const shown = computed(() => {
  const own = chosen.value && markerOf(chosen.value.rollId, chosen.value.garments) ? chosen.value : null
  const at = own ?? least.value?.best, marker = at && markerOf(at.rollId, at.garments)
  const roll = rolls.value.find(r => r.id === at?.rollId)
  if (!marker || !roll) return null
  const byId = new Map(marker.parts.map(p => [p.id, p]))
  const laid = marker.layout.placements.map((at): LaidPart => {
    const { id, name, outline, marks, grain, oneWay } = byId.get(at.id)!
    return { id, name, outline, marks, grain, oneWay, x: at.x, y: at.y, turnDeg: at.turnDeg, pinned: false, bad: false }
  })
  return { marker, roll, laid }
})
function addWidth(): void {
  if (!widthsMm.value.includes(newWidthMm.value)) widthsMm.value = [...widthsMm.value, newWidthMm.value]
}
function dropWidth(id: string): void {
  widthsMm.value = widthsMm.value.filter(mm => `width ${mm}` !== id)
  chosen.value = null
}
/** The layout that is shown, for a plotter or another program. */
function save(as: 'dxf' | 'hpgl'): void {
  if (!shown.value) return
  const { marker, roll } = shown.value
  const laid = plottedLayout(marker.parts, marker.layout.placements, roll.wideMm), { type, ending } = PLOT_FORMATS[as]
  const text = plotted(laid, as, selection.house.pens)
  saveBlob(new Blob([text], { type }), `${roll.name}, ${togetherWords(marker.garments)}.${ending}`.replaceAll('/', '-'))
}
</script>

<template>
  <UModal v-model:open="open" title="Widths and layers"
    description="How much so many garments take, on this roll and on others."
    :ui="{ content: 'max-w-5xl bg-paper', header: 'min-h-20 py-3', title: 'text-2xl ticket', description: 'text-muted-ink' }">
    <template #body>
      <div class="space-y-4" data-test="spread">
        <div class="flex flex-wrap items-end gap-x-5 gap-y-3">
          <CountField v-model="wanted" label="Garments wanted" :most="MOST_GARMENTS" class="w-36" />
          <CountField v-model="mostLayers" label="Layers cut at once" :most="MOST_LAYERS" class="w-36" />
          <div class="flex items-end gap-2">
            <LengthField v-model="newWidthMm" label="Another width" class="w-36" :least-mm="200" :most-mm="5000" />
            <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-plus" data-test="add-width" @click="addWidth">Add</UButton>
          </div>
        </div>
        <p v-if="parts.length === 0" class="text-lg">No piece of this job is cut from {{ supply.name }}.</p>
        <template v-else>
          <div v-if="split" class="flex flex-wrap items-center gap-3 border-l-4 border-mark pl-3" data-test="split">
            <p class="min-w-64 flex-1 text-xl font-bold" role="status">{{ splitSentence(split, rollName, selection.units) }} <Sourced
              class="font-normal" from="estimate" /></p>
            <UButton v-for="half in split.halves" :key="half.of.rollId" variant="outline" color="neutral"
              @click="show(half.of)">Show {{ rollName(half.of.rollId) }}</UButton>
          </div>
          <p v-if="leastWords" :class="split ? 'text-lg' : 'text-xl font-bold'" role="status" data-test="least">{{ leastWords }} <Sourced
            class="font-normal" from="estimate" /></p>
          <p v-if="otherWords" class="text-lg" data-test="other-interfacing">{{ otherWords }}</p>
          <div v-if="shown">
            <div class="flex flex-wrap items-center gap-3">
              <b>{{ shown.roll.name }}, {{ togetherWords(shown.marker.garments) }}</b>
              <UButton class="ml-auto" variant="outline" color="neutral" icon="i-lucide-file-down" data-test="marker-dxf"
                @click="save('dxf')">DXF</UButton>
              <UButton variant="outline" color="neutral" icon="i-lucide-file-down" @click="save('hpgl')">HPGL</UButton>
            </div>
            <div class="h-52" data-test="marker">
              <LayoutPicture :parts="shown.laid" :wide-mm="shown.roll.wideMm" :length-mm="shown.marker.layout.lengthMm * 1.06 + 40"
                :layout-mm="shown.marker.layout.lengthMm" :chosen-id="null" is-still :colour="supply.colourHex" />
            </div>
          </div>
          <div class="overflow-x-auto">
            <table class="w-full border-collapse text-left" data-test="rolls">
              <thead>
                <tr class="border-b border-ink align-bottom text-sm">
                  <th class="py-1 pr-3 font-semibold">Roll</th>
                  <th v-for="n in counts" :key="n" class="px-2 py-1 font-semibold">{{ togetherWords(n) }} <Sourced from="estimate" /></th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="{ roll, cells } in rows" :key="roll.id" class="border-b border-ink/25 align-top">
                  <th class="py-2 pr-3 font-normal">
                    <b class="block">{{ roll.name }}</b>
                    <span class="block text-sm text-muted-ink">{{ lengthWords(roll.wideMm, selection.units) }} usable,
                      {{ roll.pricePerM === null ? 'price not known' : priceWords(roll.pricePerM, selection.units) }}</span>
                    <UButton v-if="roll.id.startsWith('width')" size="sm" variant="link" color="neutral" class="px-0"
                      @click="dropWidth(roll.id)">Leave out</UButton>
                  </th>
                  <td v-for="c in cells" :key="c.garments" class="p-1">
                    <button v-if="c.compared" type="button" class="w-full min-w-32 p-2 text-left"
                      :class="[shown?.marker === c.marker ? 'bg-ink text-paper' : 'slip', isLeast(c.compared) && 'outline-2 outline-mark']"
                      :aria-pressed="shown?.marker === c.marker"
                      @click="show(c.compared)">
                      <b class="block text-lg leading-tight">{{ fabricWords(c.compared.metres, selection.units) }}</b>
                      <span v-if="c.compared.price !== null" class="block leading-tight">{{
                        moneyWords(c.compared.price, selection.units) }}</span>
                      <span class="block text-sm leading-tight">{{ spreadWords(c.compared, selection.units) }}</span>
                      <span v-if="c.compared.isShort" class="block text-sm font-semibold leading-tight">more than in stock</span>
                    </button>
                    <span v-else-if="c.marker" class="block p-2 text-sm">A piece is wider than this roll.</span>
                    <span v-else class="block p-2 text-muted-ink">…</span>
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
          <div class="flex flex-wrap items-center gap-3">
            <template v-if="progress">
              <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-square" @click="stop">Stop searching</UButton>
              <span role="status" class="text-sm text-muted-ink">looking for shorter ones, {{
                Math.round(100 * progress.done / progress.of) }} %</span>
            </template>
            <span class="text-sm text-muted-ink">Where there are several layers, each is spread
              {{ lengthWords(LAYER_END_MM, selection.units) }} longer than its
              layout at both ends <Sourced from="typical" /></span>
          </div>
        </template>
        <p v-if="problem || substitutes.problem.value" class="font-semibold text-alert" role="alert">
          {{ problem ?? substitutes.problem.value }}</p>
      </div>
    </template>
  </UModal>
</template>
