<script setup lang="ts">
import { boundsOf } from '#core/geometry'
import type { DrawnPiece } from '#shared/drawing'
import { DXF_MOST_BYTES, DXF_UNITS, type DxfUnit } from '#shared/dxf'
import { said } from '#shared/region'
import { SVG_MOST_BYTES } from '#shared/svg'
import type { Drawing } from '~/workers/api'
import {
  countWords, DXF_UNIT_WORDS, dxfNoteSentence,
  dxfProblemSentence, fabricWords, lengthWords, svgNoteSentence, svgProblemSentence, timesWords,
} from '#shared/words'

/** Pieces out of a drawing in true units, each shown with its size before it is taken; of several sizes those that are wanted. */
/** @property room for so many more pieces; the rest of a larger drawing must wait */
const { room = Infinity } = defineProps<{ room?: number }>()
const emit = defineEmits<{ take: [pieces: DrawnPiece[], drawnBy: 'seam' | 'cut'] }>()
const selection = useSelection()
const workers = useBoardWorkers()
const drawing = shallowRef<Drawing | null>(null)
const tooLarge = ref<string | null>(null)
const reading = ref(false)
const drawnBy = ref<'seam' | 'cut'>('seam')
const unit = ref<DxfUnit | null>(null)
const file = shallowRef<File | null>(null)
const LINES = [
  { value: 'seam' as const, name: 'the seam line' },
  { value: 'cut' as const, name: 'the cut edge' },
]
const UNITS = (Object.keys(DXF_UNITS) as DxfUnit[]).map(value => ({ value, name: DXF_UNIT_WORDS[value] }))

const DRAWING = 'drawing'
let reads = 0
async function read(): Promise<void> {
  const from = file.value, mine = ++reads
  drawing.value = null
  tooLarge.value = null
  workers.end(DRAWING)
  if (!from) return
  // Too large a file is not even opened.
  const isDxf = /\.dxf$/i.test(from.name), most = isDxf ? DXF_MOST_BYTES : SVG_MOST_BYTES
  if (from.size > most) {
    const why = { why: 'tooLarge' as const, mb: from.size / 1e6, mostMb: most / 1e6 }
    tooLarge.value = isDxf ? dxfProblemSentence(why) : svgProblemSentence(why)
    return
  }
  reading.value = true
  try {
    drawing.value = await workers.ask(DRAWING, async remote => remote.drawing(await from.arrayBuffer(), from.name, unit.value))
    chosenSizes.value = null
  } catch (error) {
    if (mine === reads) tooLarge.value = faultOf(error)
  } finally {
    // A newer one may be read by now.
    if (mine === reads) reading.value = false
  }
}
function stop(): void {
  reads++
  workers.end(DRAWING)
  reading.value = false
}
onScopeDispose(stop)
function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0] ?? null
  unit.value = null
  void read().then(() => { input.value = '' })
}
function takeUnit(chosen: DxfUnit): void {
  unit.value = chosen
  void read()
}

const problem = computed(() => {
  const d = drawing.value
  if (tooLarge.value || !d || !('problem' in d)) return tooLarge.value
  return d.kind === 'svg' ? svgProblemSentence(d.problem) : dxfProblemSentence(d.problem, selection.units)
})
/** What is largest in a drawing without units, so that the right one can be told by it. */
const largest = computed(() => (drawing.value?.kind === 'dxf' && 'problem' in drawing.value && drawing.value.problem.why === 'noUnits'
  ? drawing.value.problem.largest
  : null))
const unitChoices = computed(() => (largest.value === null
  ? []
  : UNITS.map(u => ({ ...u, name: said(u.name, selection.units), long: longWords(largest.value! * DXF_UNITS[u.value]) }))))
/** A length of fabric in metres or yards, anything smaller as pieces are measured. */
const longWords = (mm: number): string => (mm >= 2000 ? fabricWords(mm / 1000, selection.units) : lengthWords(mm, selection.units))
const notes = computed(() => {
  const d = drawing.value
  if (!d || 'problem' in d) return []
  return d.kind === 'svg'
    ? d.notes.map(n => svgNoteSentence(n, selection.units))
    : d.notes.map(n => dxfNoteSentence(n, selection.units))
})
const all = computed(() => (drawing.value && 'pieces' in drawing.value ? drawing.value.pieces : []))
const sizes = computed(() => [...new Set(all.value.map(p => p.size))])
/** The sizes that are taken; at first only one of several. */
const chosenSizes = ref<string[] | null>(null)
const taken = computed(() => chosenSizes.value ?? sizes.value.slice(0, 1))
const found = computed(() => (sizes.value.length > 1 ? all.value.filter(p => taken.value.includes(p.size)) : all.value))
function toggleSize(size: string): void {
  chosenSizes.value = taken.value.includes(size) ? taken.value.filter(s => s !== size) : [...taken.value, size]
}
const isUnsaid = computed(() => all.value.some(p => p.drawnBy === null))
const shown = computed(() =>
  found.value.map((o) => {
    const b = boundsOf(o.outline),
      pad = Math.max(b.wideMm, b.highMm) * 0.06
    return {
      ...o,
      d: outlinePath(o.outline),
      strokes: marksPath(o.outline, o.marks, Math.max(b.wideMm, b.highMm) / 30),
      box: `${b.left - pad} ${-b.top - pad} ${b.wideMm + 2 * pad} ${b.highMm + 2 * pad}`,
      measured: `${lengthWords(b.wideMm, selection.units)} × ${lengthWords(b.highMm, selection.units)}`,
      times: o.count > 1 || o.pair ? timesWords(o) : null,
    }
  }),
)
</script>

<template>
  <div>
    <label class="slip flex min-h-16 cursor-pointer items-center gap-3 px-4 text-lg focus-within:outline-3 focus-within:outline-mark">
      <UIcon name="i-lucide-file-up" class="size-6" />
      <span>Choose a DXF or SVG drawing
        <span class="text-base text-muted-ink">from a pattern program, or one that says how large it is</span>
      </span>
      <input type="file" accept=".svg,image/svg+xml,.dxf,image/vnd.dxf" class="sr-only" aria-label="Drawing" @change="choose" />
    </label>
    <div v-if="reading" class="mt-2 flex flex-wrap items-center gap-4 text-lg">
      <p role="status">Reading {{ file?.name }}…</p>
      <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-square" data-test="stop-reading" @click="stop">Stop</UButton>
    </div>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert" data-test="drawing-problem">{{ problem }}</p>
    <div v-if="unitChoices.length" class="mt-2" role="group" aria-label="Measured in" data-test="drawing-units">
      <p>The longest thing in it would be:</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <UButton v-for="u in unitChoices" :key="u.value" size="lg" variant="outline" color="neutral" @click="takeUnit(u.value)">
          <b>{{ u.long }}</b> if it is in {{ u.name }}</UButton
        >
      </div>
    </div>
    <template v-if="shown.length || sizes.length > 1">
      <div class="mt-3 flex flex-wrap items-center gap-x-3 gap-y-2">
        <div v-if="sizes.length > 1" class="flex flex-wrap items-center gap-2" role="group" aria-label="Sizes" data-test="drawing-sizes">
          <span>Sizes</span>
          <UButton
            v-for="s in sizes"
            :key="s"
            size="lg"
            :variant="taken.includes(s) ? 'solid' : 'outline'"
            color="neutral"
            :aria-pressed="taken.includes(s)"
            @click="toggleSize(s)"
          >{{ s || 'without a size' }}</UButton
          >
        </div>
        <template v-if="isUnsaid">
          <span>Drawn is</span><Choices v-model="drawnBy" :options="LINES" label="Drawn is" class="flex gap-1" />
        </template>
        <UButton size="lg" class="ml-auto" :disabled="found.length === 0 || found.length > room" @click="emit('take', found, drawnBy)">
          {{ shown.length === 1 ? 'Add piece' : `Add ${countWords(shown.length, 'piece')}` }}</UButton
        >
      </div>
      <p v-if="found.length > room" class="mt-2 font-semibold text-alert" role="alert" data-test="drawing-room">
        These are {{ found.length }} pieces, and this job has room for {{ room }} more. Choose fewer sizes, or add them one at a time.
      </p>
      <ul class="mt-2 grid grid-cols-4 gap-2 max-[1000px]:grid-cols-3 max-[640px]:grid-cols-2">
        <li v-for="(o, i) in shown" :key="i">
          <button
            type="button"
            class="slip flex h-36 w-full flex-col items-center p-2 hover:bg-seam/20"
            @click="emit('take', [found[i]!], drawnBy)"
          >
            <svg :viewBox="o.box" class="min-h-0 w-full flex-1" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
              <path
                :d="o.d"
                fill="var(--rc-ground)"
                fill-rule="evenodd"
                stroke="var(--rc-ink)"
                stroke-width="1.500"
                vector-effect="non-scaling-stroke"
              />
              <path :d="o.strokes" fill="none" stroke="var(--rc-mark)" stroke-width="1.200" vector-effect="non-scaling-stroke" />
            </svg>
            <span class="mt-1 max-w-full truncate leading-tight">{{ o.name }}{{ o.size && `, size ${o.size}` }}</span>
            <span class="text-sm text-muted-ink">{{ o.measured }}{{ o.times && `, ${o.times}` }}</span>
          </button>
        </li>
      </ul>
    </template>
    <ul v-if="notes.length" class="mt-3 text-[15px]" aria-label="How it was read" data-test="drawing-notes">
      <li v-for="(n, i) in notes" :key="i">{{ n }}</li>
    </ul>
  </div>
</template>
