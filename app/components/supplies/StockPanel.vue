<script setup lang="ts">
import { trimPreshrunkM } from '#core/shrink'
import { boundsOf } from '#core/geometry'
import { fromPayload } from '#shared/cutting'
import type { Offcut, StockMovementBody, Supply, SupplyRecords } from '#shared/schemas'
import { celsius, fabricWords, lengthWords } from '#shared/words'

/** What is left of a supply, what moved, and how far a trim has been shrunk. */
const { supply } = defineProps<{ supply: Supply }>()
const emit = defineEmits<{ moved: [] }>()
const records = ref<SupplyRecords | null>(null)
const { by } = usePersonNames()
const problem = ref<string | null>(null)
/** How many were put away since. */
const gone = ref(0)
const { answer: found } = useAnswer<Offcut[]>(
  () => [supply.id, gone.value], () => $fetch<Offcut[]>(`/api/supplies/${supply.id}/offcuts`), { stays: true, fault: () => null },
)
const offcuts = computed(() => found.value ?? [])
async function away(id: string): Promise<void> {
  try {
    await $fetch(`/api/offcuts/${id}`, { method: 'DELETE' })
    gone.value++
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
const selection = useSelection()
const pictured = computed(() => offcuts.value.map((o) => {
  const outline = fromPayload(o.outline), b = boundsOf(outline)
  return {
    ...o, d: outlinePath(outline), box: `${b.left} ${-b.top} ${b.wideMm} ${b.highMm}`,
    size: `${lengthWords(b.wideMm, selection.units)} × ${lengthWords(b.highMm, selection.units)}`,
  }
}))
const metres = ref(1)
const run = ref({ fromM: 0, toM: 1, heatC: 150 })
async function attempt(work: () => Promise<SupplyRecords>): Promise<void> {
  const of = supply.id
  try {
    const now = await work()
    // Another supply may be looked at by now.
    if (of !== supply.id) return
    records.value = now
    problem.value = null
    emit('moved')
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
watch(
  () => supply.id, id => attempt(() => $fetch<SupplyRecords>(`/api/supplies/${id}/records`)), { immediate: true },
)
const move = (reason: StockMovementBody['reason'], sign: number) =>
  attempt(() =>
    $fetch<SupplyRecords>(`/api/supplies/${supply.id}/stock`, { method: 'POST', body: { metres: sign * metres.value, reason } }),
  )
const shrink = () => attempt(() => $fetch<SupplyRecords>(`/api/supplies/${supply.id}/trim-runs`, { method: 'POST', body: run.value }))
const preshrunkM = computed(() => trimPreshrunkM(records.value?.trimRuns ?? [], run.value.heatC))
const lengthM = computed(() => Math.max(0.01, supply.stockM))
const REASON = { bought: 'bought', used: 'used', offcut: 'offcut back', counted: 'counted' }
</script>

<template>
  <div class="slip mt-4 p-4">
    <h2 class="text-xl font-semibold">{{ fabricWords(supply.stockM, selection.units) }} in stock</h2>
    <div class="mt-2 flex flex-wrap items-end gap-2">
      <label>Length<MeasureInput v-model="metres" quantity="fabricLength" label="Length" class="w-28" /></label>
      <UButton loading-auto @click="move('bought', 1)">Add to stock</UButton>
      <UButton variant="outline" color="neutral" loading-auto @click="move('used', -1)">Take from stock</UButton>
      <UButton variant="outline" color="neutral" loading-auto @click="move('offcut', 1)">Return offcut</UButton>
    </div>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert">{{ problem }}</p>
    <p class="mt-2 text-sm text-muted-ink">
      <span v-for="m in records?.movements.slice(0, 6)" :key="m.id" class="mr-3">
        {{ m.metres > 0 ? '+' : '−' }}{{ fabricWords(Math.abs(m.metres), selection.units) }} {{ REASON[m.reason] }} {{ by(m.personId) }}
      </span>
    </p>
    <template v-if="pictured.length">
      <hr class="stitch my-3">
      <h3 class="text-lg font-semibold">Offcuts, tried first in the next layout</h3>
      <ul class="mt-2 flex flex-wrap gap-3" data-test="shelf-offcuts">
        <li v-for="o in pictured" :key="o.id" class="flex items-center gap-2">
          <svg :viewBox="o.box" class="h-14 max-w-40" aria-hidden="true">
            <path :d="o.d" :fill="supply.colourHex" stroke="var(--rc-ink)" vector-effect="non-scaling-stroke" fill-rule="evenodd" /></svg>
          <span class="text-sm">{{ o.size }}<br><span class="text-muted-ink">{{ o.lot ? `lot ${o.lot}` : 'lot not known' }}</span></span>
          <UButton size="xs" variant="ghost" color="neutral" icon="i-lucide-x" class="min-h-9"
            :aria-label="`The offcut of ${o.size} is gone`" @click="away(o.id)" />
        </li>
      </ul>
    </template>
    <template v-if="supply.family === 'trim' || supply.family === 'stayTape'">
      <hr class="stitch my-3">
      <p class="text-lg" data-test="trim-preshrunk">Preshrunk to <b>
        {{ fabricWords(preshrunkM, selection.units) }} of
        {{ fabricWords(supply.stockM, selection.units) }}</b> at {{ celsius(run.heatC,
                                                                          selection.units) }} <Sourced from="measured" /></p
      >
      <svg viewBox="0 0 400 16" class="mt-1 w-full" aria-hidden="true">
        <rect width="400" height="16" fill="var(--rc-ground)" stroke="var(--rc-seam)" />
        <rect :width="Math.min(400, preshrunkM / lengthM * 400)" height="16" fill="var(--rc-good)" /></svg>
      <div class="mt-2 flex flex-wrap items-end gap-2">
        <label>From<MeasureInput v-model="run.fromM" quantity="fabricLength" label="From" class="w-28" /></label>
        <label>To<MeasureInput v-model="run.toM" quantity="fabricLength" label="To" class="w-28" /></label>
        <label>At<MeasureInput v-model="run.heatC" quantity="temperature" label="At" class="w-28" /></label>
        <UButton variant="outline" color="neutral" loading-auto @click="shrink">Record preshrinking</UButton>
      </div>
    </template>
  </div>
</template>
