<script setup lang="ts">
import { areaMm2, boundsOf } from '#core/geometry'
import { blockOf } from '#core/cut'
import { CONSTRUCTIONS } from '#core/materials'
import { typicalShrink } from '#core/shrink'
import { cutPiece, partsCutOf, type CutPiece } from '#shared/cutting'
import type { DrawnPiece } from '#shared/drawing'
import { areAllOneHand, drawnPieceOf, freshBlock, mirroredPiece, type PieceGround } from '#shared/piece'
import { MOST_PIECES, type JobPiece } from '#shared/schemas'
import { lengthWords, patchWords, shrinkSentence, timesWords } from '#shared/words'

/** The pieces of the job: each drawn to scale as its measures are written, with what goes on it. */
const cutting = useCutting()
const jobs = useJobs()
const selection = useSelection()
const library = useLibrary()
const wish = useWish()
const chosenId = defineModel<string | null>('chosen', { required: true })
const adding = ref<'block' | 'drawing' | 'earlier' | null>(null)
function lookFor(what: 'block' | 'drawing' | 'earlier' | null): void {
  adding.value = what
}
function choosePiece(id: string): void {
  chosenId.value = id
  adding.value = null
}
const chosen = computed(() => cutting.pieces.find(p => p.id === chosenId.value) ?? cutting.pieces[0] ?? null)
watch(
  chosen,
  (p) => {
    if (p && p.id !== chosenId.value) chosenId.value = p.id
  },
  { immediate: true },
)

interface Drawn {
  piece: JobPiece
  made: CutPiece | null
  why: string | null
  colour: string
  times: string
}
function draw(piece: JobPiece): Drawn {
  const colour = library.fabrics.find(c => c.id === piece.fabricId)?.colourHex ?? '#e6dcc8'
  const rest = { piece, colour, times: timesWords(piece) }
  try {
    return { ...rest, made: cutPiece(piece, cutting.ground), why: null }
  } catch (error) {
    return { ...rest, made: null, why: error instanceof RangeError ? faultWords(error) : 'It cannot be drawn.' }
  }
}
/** Only what changed is drawn anew: the one that is written on, not the others. */
const known = new WeakMap<JobPiece, { ground: unknown, drawn: Drawn }>()
const drawn = computed(() =>
  cutting.pieces.map((piece) => {
    const raw = toRaw(piece),
      kept = known.get(raw)
    if (kept && kept.ground === cutting.ground) return kept.drawn
    const made = draw(piece)
    known.set(raw, { ground: cutting.ground, drawn: made })
    return made
  }),
)
const shown = computed(() => drawn.value.find(d => d.piece.id === chosen.value?.id) ?? null)

const ground = computed<PieceGround>(() => {
  const own = jobs.fabric ?? jobs.job?.fabrics[0] ?? null
  return {
    own, fabric: library.fabrics.find(c => c.id === own?.fabricId) ?? null,
    supply: library.supplies.find(s => s.id === own?.supplyId) ?? null,
  }
})
function add(pieces: JobPiece[]): void {
  cutting.change(all => [...all, ...pieces])
  chosenId.value = pieces[0]?.id ?? chosenId.value
  adding.value = null
}
const takeBlock = (key: string) => add([freshBlock(crypto.randomUUID(), key, ground.value)])
const takeDrawing = (drawn: DrawnPiece[], drawnBy: 'seam' | 'cut') =>
  add(drawn.map(d => drawnPieceOf(crypto.randomUUID(), d, drawnBy, ground.value)))
const takeEarlier = (pieces: JobPiece[]) => add(pieces.map(p => ({ ...toPlain(p), id: crypto.randomUUID() })))

function put(piece: JobPiece): void {
  cutting.change(all => all.map(p => (p.id === piece.id ? piece : p)))
}
const setInset = (inset: JobPiece['inset']) => put({ ...chosen.value!, inset })
const setHalf = (half: JobPiece['half']) => put({ ...chosen.value!, half })
function copy(): void {
  if (chosen.value) add([{ ...toPlain(chosen.value), id: crypto.randomUUID(), name: `${chosen.value.name} copy`.slice(0, 40) }])
}
const mirror = (): void => { if (chosen.value) put(mirroredPiece(toPlain(chosen.value))) }
function drop(): void {
  const at = cutting.pieces.findIndex(p => p.id === chosen.value?.id)
  cutting.change(all => all.filter((_, i) => i !== at))
  chosenId.value = cutting.pieces[Math.min(at, cutting.pieces.length - 1)]?.id ?? null
}
const next = () => {
  const at = cutting.pieces.findIndex(p => p.id === chosen.value?.id)
  chosenId.value = cutting.pieces[(at + 1) % cutting.pieces.length]?.id ?? null
}
useShortcuts({
  fresh: () => {
    adding.value = 'block'
  },
  leave: () => {
    adding.value = null
  },
  undo: () => cutting.undo(),
  redo: () => cutting.redo(),
  copy,
  mirror,
  nextOne: next,
})
const size = computed(() => shown.value?.made && boundsOf(shown.value.made.cut))
const shrinking = computed(() => {
  const p = chosen.value,
    made = shown.value?.made
  const fabric = library.fabrics.find(c => c.id === p?.fabricId)
  if (!p || !made || !fabric) return null
  const known = cutting.shrink[p.fabricId] ?? null
  const knit = CONSTRUCTIONS[fabric.construction].stretch
  return {
    words: shrinkSentence(fabric.name, known, typicalShrink(fabric.fibres, knit), boundsOf(made.seam), selection.units),
    from: known ? 'measured' : 'typical',
    preshrunk: known?.preshrunkUpToC != null,
  } as const
})
const alikeOneSided = computed(() => chosen.value !== null
  && areAllOneHand(chosen.value, chosen.value.interfacingId ? cutting.supplyOfId(chosen.value.interfacingId) : null))
const cutOnes = computed(() => (chosen.value ? partsCutOf(chosen.value.id, cutting.cutIds) : 0))
onMounted(() => {
  void wish.load().catch(() => undefined)
})
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[230px_minmax(0,1fr)_340px] gap-4 px-4 pb-3 max-[1000px]:grid-cols-[minmax(0,1fr)_320px]
    max-[640px]:block max-[640px]:overflow-auto max-[640px]:px-3">
    <div class="flex min-h-0 flex-col max-[1000px]:col-span-2">
      <div class="flex flex-wrap gap-1">
        <UButton size="sm" icon="i-lucide-plus" @click="lookFor('block')">Add block <kbd class="opacity-80">N</kbd></UButton>
        <UButton size="sm" variant="outline" color="neutral" @click="lookFor('drawing')">Import drawing</UButton>
        <UButton size="sm" variant="outline" color="neutral" @click="lookFor('earlier')">Copy from another job</UButton>
      </div>
      <ul
        class="mt-2 min-h-0 flex-1 space-y-1 overflow-auto max-[1000px]:flex max-[1000px]:space-x-1 max-[1000px]:space-y-0"
        data-test="pieces"
      >
        <li v-for="d in drawn" :key="d.piece.id" class="max-[1000px]:w-40 max-[1000px]:shrink-0">
          <button
            type="button"
            class="flex w-full items-center gap-2 p-1.5 text-left"
            :class="d.piece.id === chosen?.id ? 'bg-paper shadow-[inset_5px_0_0_var(--rc-mark)]' : 'hover:bg-seam/20'"
            :aria-current="d.piece.id === chosen?.id ? 'true' : undefined"
            @click="choosePiece(d.piece.id)"
          >
            <span class="h-12 w-14 shrink-0"
            ><PiecePicture v-if="d.made" :made="d.made" :grain="'any'" :colour="d.colour" :label="d.piece.name"
            /></span>
            <span class="min-w-0"
            ><b class="block truncate leading-tight">{{ d.piece.name }}</b>
              <span class="block text-sm leading-tight" :class="d.why ? 'text-alert' : 'text-muted-ink'">{{
                d.why ? 'cannot be cut' : d.times
              }}</span></span
            >
          </button>
        </li>
      </ul>
      <p class="mt-1 text-sm text-muted-ink" role="status">{{ cutting.total }} in all; {{ cutting.saved ? 'saved' : 'saving…' }}</p>
    </div>

    <div v-if="adding" class="slip col-span-2 min-h-0 overflow-auto p-4">
      <div class="mb-3 flex items-center">
        <h2 class="text-xl font-semibold">
          {{ adding === 'block' ? 'Which block?' : adding === 'drawing' ? 'Pieces from a drawing' : 'Pieces of another job' }}
        </h2>
        <UButton class="ml-auto" variant="ghost" color="neutral" icon="i-lucide-x" aria-label="Leave" @click="lookFor(null)" />
      </div>
      <BlockPicker v-if="adding === 'block'" @take="takeBlock" />
      <DrawingPicker v-else-if="adding === 'drawing'" :room="MOST_PIECES - cutting.pieces.length" @take="takeDrawing" />
      <EarlierPicker v-else @take="takeEarlier" />
    </div>
    <template v-else-if="chosen && shown">
      <div class="flex min-h-0 flex-col">
        <div class="flex items-baseline gap-3">
          <h2 class="ticket text-2xl font-semibold leading-tight">{{ chosen.name }}</h2>
          <span class="text-muted-ink">{{ shown.times }}</span>
          <span v-if="size" class="ml-auto text-muted-ink"
          >cut {{ lengthWords(size.wideMm, selection.units) }} × {{ lengthWords(size.highMm, selection.units) }},
            {{ patchWords(areaMm2(shown.made!.cut) / 100, selection.units) }}</span
          >
        </div>
        <div class="min-h-0 flex-1 py-2 max-[640px]:h-56">
          <PiecePicture
            v-if="shown.made"
            :made="shown.made"
            :grain="chosen.grain"
            :colour="shown.colour"
            :fold="chosen.shape.kind === 'block' && blockOf(chosen.shape.block)!.half"
            :label="`${chosen.name}, to scale`"
          />
          <p v-else class="mt-20 text-center text-xl font-semibold text-alert" role="alert">{{ shown.why }}</p>
        </div>
        <OutlineStack v-if="shown.made" :piece="chosen" :made="shown.made" class="grid grid-cols-2 items-start gap-x-6 pb-1"
          @inset="setInset" @half="setHalf" />
        <p v-if="shrinking" class="text-[15px]" :class="shrinking.preshrunk ? 'text-muted-ink' : 'text-alert'" data-test="shrinking">
          {{ shrinking.words }} <Sourced :from="shrinking.from" />
        </p>
        <p v-if="shown.made?.narrow.length" class="text-[15px] text-alert">The red part is too narrow for interfacing.</p>
        <p v-if="alikeOneSided" class="text-[15px] text-alert">
          The adhesive is on one side, so these are all left or all right. For left and right, choose pairs.
        </p>
        <p v-if="cutOnes" class="text-[15px] text-muted-ink">{{ cutOnes }} of its parts are cut already. Changes apply to the rest only.</p>
        <div class="mt-1 flex flex-wrap gap-1">
          <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-copy" @click="copy">Copy piece <kbd>C</kbd></UButton>
          <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-flip-horizontal-2" @click="mirror"
          >Mirror piece <kbd>F</kbd></UButton
          >
          <UButton
            size="sm"
            variant="outline"
            color="neutral"
            icon="i-lucide-undo-2"
            :disabled="!cutting.canUndo"
            aria-label="Undo"
            @click="cutting.undo()"
          ><kbd>U</kbd></UButton
          >
          <UButton
            size="sm"
            variant="outline"
            color="neutral"
            icon="i-lucide-redo-2"
            :disabled="!cutting.canRedo"
            aria-label="Redo"
            @click="cutting.redo()"
          ><kbd>Y</kbd></UButton
          >
          <span v-if="cutting.isCut(chosen.id)" class="text-sm text-muted-ink">Already cut, so it stays in the job.</span>
          <UButton v-else size="sm" variant="ghost" color="neutral" icon="i-lucide-trash-2" @click="drop">Delete piece</UButton>
        </div>
      </div>
      <div class="min-h-0 space-y-3 overflow-auto pr-1">
        <PieceForm :model-value="chosen" @update:model-value="put" />
      </div>
    </template>
    <div v-else class="col-span-2 mt-16 text-center">
      <p class="text-2xl font-semibold">No pieces yet.</p>
      <p class="mt-2 text-lg text-muted-ink">Start with a block and its measurements, or import a drawing.</p>
      <UButton size="xl" class="mt-5" icon="i-lucide-plus" @click="lookFor('block')">Add a first block</UButton>
    </div>
  </div>
</template>
