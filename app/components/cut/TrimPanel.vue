<script setup lang="ts">
import { edgeOf, mismatchMmPerM, trimCurlPerMm, trimLength, trimPreshrunkM } from '#core/shrink'
import type { SupplyRecords } from '#shared/schemas'
import { celsius, EDGE_WORDS, fabricWords, lengthWords, perLengthWords, thicknessWords } from '#shared/words'

/** A trim along a path with corners: how much to preshrink, and what its edge does where it shrinks and its ground does not. */
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const trims = computed(() => library.supplies.filter(s => s.family === 'trim'))
const trimId = useStored<string | null>('braid-trim', null)
const trim = computed(() => trims.value.find(s => s.id === trimId.value) ?? trims.value[0] ?? null)
const chosenTrim = computed({
  get: () => trim.value?.id ?? undefined,
  set: (id) => {
    trimId.value = id ?? null
  },
})
const path = useStored(
  'braid-path',
  { legsMm: [260, 70, 260, 70], endsMm: 20, joins: 0, joinMm: 25, times: 2, shrinkPct: 4, heatC: 150, widthMm: 14 },
  { mergeDefaults: true },
)
const ground = computed(() => library.fabrics.find(c => c.id === (jobs.fabric?.fabricId ?? selection.fabric?.id)) ?? null)
const length = computed(() => {
  try {
    return trimLength({ ...path.value, legsMm: path.value.legsMm, shrinkPct: path.value.shrinkPct })
  } catch {
    return null
  }
})
const { answer: records, problem: recordsFault } = useAnswer<SupplyRecords>(
  () => trim.value?.id, () => (trim.value ? $fetch<SupplyRecords>(`/api/supplies/${trim.value.id}/records`) : null),
)
const preshrunkM = computed(() => trimPreshrunkM(records.value?.trimRuns ?? [], path.value.heatC))
const needM = computed(() => (length.value ? (length.value.buyMm * path.value.times) / 1000 : 0))
/** What of the trim was preshrunk has shrunk already; what was not pulls its edge. */
const missing = computed(() => preshrunkM.value < needM.value)
const mismatch = computed(() => (missing.value ? path.value.shrinkPct : 0))
const curl = computed(() => trimCurlPerMm(trim.value?.thicknessMm ?? null, ground.value?.thicknessMm ?? null, path.value.shrinkPct))
const edges = computed(() => [
  { name: 'preshrunk first', edge: edgeOf(path.value.widthMm, 0) },
  { name: 'not preshrunk', edge: edgeOf(path.value.widthMm, curl.value) },
])
const sectionPath = (points: readonly { x: number, y: number }[]) =>
  points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x.toFixed(2)} ${(-p.y).toFixed(2)}`).join('')
function leg(i: number, mm: number): void {
  path.value = { ...path.value, legsMm: path.value.legsMm.with(i, mm) }
}
const addLeg = () => {
  path.value = { ...path.value, legsMm: [...path.value.legsMm, 70] }
}
const dropLeg = () => {
  path.value = { ...path.value, legsMm: path.value.legsMm.slice(0, -1) }
}
/** The path as it lies, a right angle at every corner. */
const drawn = computed(() => {
  const points = [{ x: 0, y: 0 }]
  path.value.legsMm.forEach((mm, i) => {
    const last = points.at(-1)!,
      turn = i % 4
    points.push({ x: last.x + (turn === 0 ? mm : turn === 2 ? -mm : 0), y: last.y + (turn === 1 ? mm : turn === 3 ? -mm : 0) })
  })
  const xs = points.map(p => p.x),
    ys = points.map(p => p.y),
    pad = path.value.widthMm + 12
  return {
    points,
    d: points.map((p, i) => `${i === 0 ? 'M' : 'L'}${p.x} ${p.y}`).join(''),
    box: [
      Math.min(...xs) - pad,
      Math.min(...ys) - pad,
      Math.max(...xs) - Math.min(...xs) + 2 * pad,
      Math.max(...ys) - Math.min(...ys) + 2 * pad,
    ].join(' '),
  }
})
</script>

<template>
  <div
    v-if="trim"
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_360px] gap-6 px-4 pb-3
      max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto"
  >
    <div class="flex min-h-0 flex-col">
      <p class="ticket text-2xl font-semibold" data-test="braid">
        <template v-if="length"
        >Preshrink {{ fabricWords(needM, selection.units) }} of {{ trim.name }}: {{ lengthWords(length.finishedMm,
                                                                                                selection.units) }} finished,
          {{ path.times }} times.</template
        ><template v-else>Nothing would be left of it.</template> <Sourced from="estimate" />
      </p>
      <p v-if="recordsFault" class="text-lg font-semibold text-alert" role="alert">{{ recordsFault }}</p>
      <p v-if="records" class="text-lg" :class="missing ? 'font-semibold text-alert' : 'text-good'">
        {{ fabricWords(preshrunkM, selection.units) }} preshrunk at {{ celsius(path.heatC, selection.units) }}<template v-if="missing"
        >: without preshrinking it pulls in by {{ perLengthWords(mismatchMmPerM(mismatch), selection.units) }},
          {{ length ? lengthWords((length.finishedMm * path.shrinkPct) / 100, selection.units) : '' }} on this piece</template
        >. <Sourced from="measured" />
      </p>
      <svg :viewBox="drawn.box" class="min-h-40 w-full flex-1" role="img" aria-label="The trim's path with its corners">
        <path :d="drawn.d" fill="none" :stroke="trim.colourHex" :stroke-width="path.widthMm" stroke-linejoin="miter" />
        <path :d="drawn.d" fill="none" stroke="var(--rc-ink)" stroke-width="1" stroke-dasharray="5 4" />
        <g v-for="(p, i) in drawn.points.slice(1, -1)" :key="i">
          <rect
            :x="p.x - path.widthMm / 2"
            :y="p.y - path.widthMm / 2"
            :width="path.widthMm"
            :height="path.widthMm"
            fill="var(--rc-mark)"
            fill-opacity="0.35"
            stroke="var(--rc-mark)"
          />
        </g>
      </svg>
      <h2 class="mt-2 text-lg font-semibold">Its edge at true scale, the fabric flat</h2>
      <div class="grid grid-cols-2 gap-4" data-test="curl">
        <figure v-for="e in edges" :key="e.name">
          <svg
            :viewBox="`-4 -16 ${path.widthMm + 12} 24`"
            class="h-32 w-full"
            role="img"
            :aria-label="`${e.name}: ${EDGE_WORDS[e.edge.verdict]}`"
          >
            <line x1="-4" :x2="path.widthMm + 8" y1="1.200" y2="1.200" stroke="var(--rc-muted)" stroke-width="1.200" />
            <path :d="sectionPath(e.edge.section)" fill="none" :stroke="trim.colourHex" stroke-width="1.400" />
            <path :d="sectionPath(e.edge.section)" fill="none" stroke="var(--rc-ink)" stroke-width="0.250" />
          </svg>
          <figcaption>
            {{ e.name }}: <b>{{ EDGE_WORDS[e.edge.verdict] }}</b>{{ e.edge.liftMm >= 0.05
              ? `, ${lengthWords(e.edge.liftMm, selection.units)}` : '' }}
            <Sourced from="estimate" />
          </figcaption>
        </figure>
      </div>
    </div>
    <div class="min-h-0 space-y-3 overflow-auto">
      <USelect
        v-model="chosenTrim"
        :items="trims.map(s => ({ label: `${s.name} (${fabricWords(s.stockM, selection.units)})`, value: s.id }))"
        class="w-full"
        aria-label="Trim"
      />
      <div class="grid grid-cols-2 gap-2">
        <LengthField
          v-for="(mm, i) in path.legsMm"
          :key="i"
          :label="`Length ${i + 1}`"
          :least-mm="1"
          :model-value="mm"
          @update:model-value="v => leg(i, v)"
        />
      </div>
      <div class="flex gap-2">
        <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" @click="addLeg">Add corner</UButton>
        <UButton size="sm" variant="outline" color="neutral" :disabled="path.legsMm.length < 2" @click="dropLeg">Remove corner</UButton>
      </div>
      <div class="grid grid-cols-2 gap-2">
        <LengthField v-model="path.widthMm" label="Width of the trim" :least-mm="1" :most-mm="100" />
        <LengthField v-model="path.endsMm" label="Turned under at the ends" :most-mm="200" />
        <label
        ><span class="block text-sm font-semibold">How many</span
        ><UInput v-model.number="path.times" type="number" min="1" aria-label="How many"
        /></label>
        <label
        ><span class="block text-sm font-semibold">Shrinks along, %</span>
          <UInput v-model.number="path.shrinkPct" type="number" step="0.1" aria-label="Shrinks along, %"
          /></label>
        <label><span class="block text-sm font-semibold">Hottest iron</span>
          <MeasureInput v-model="path.heatC" quantity="temperature" label="Hottest iron" /></label>
        <label
        ><span class="block text-sm font-semibold">Joins</span
        ><UInput v-model.number="path.joins" type="number" min="0" aria-label="Joins"
        /></label>
      </div>
      <p class="text-[15px] text-muted-ink">
        The fabric is {{ ground?.name ?? `a fabric of ${thicknessWords(1, selection.units)}` }}. We take the trim as three times as stiff:
        <i>typical</i>. Measure how
        much a length of it shrinks.
      </p>
    </div>
  </div>
  <p v-else class="mt-16 text-center text-xl">No trim on the shelf. Describe one there, as a trim.</p>
</template>
