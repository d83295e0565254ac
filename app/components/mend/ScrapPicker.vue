<script setup lang="ts">
import type { Ranking, Scrap } from '#core/colour'
import { plainPayload, toLook } from '#shared/making'
import type { Fabric, LookPayload, ScrapKept, SpecOf } from '#shared/schemas'
import { colourReason, holeTooLarge, scrapBar } from '#shared/words'

/** Which of the scraps mends it best, and why; a new one goes into the box here. */
const { spec, fabric, washC, room, chosenId } = defineProps<{
  spec: SpecOf<'hole'>
  fabric: Fabric | null
  washC: number
  /** What the patch takes. */
  room: { wideMm: number, highMm: number } | null
  chosenId: string | null
}>()
const emit = defineEmits<{ take: [id: string, side: 'face' | 'back', marker: string | null], look: [look: LookPayload | null] }>()
const selection = useSelection()
const scraps = useScraps()
const workers = useBoardWorkers()
const look = computed(() => spec.look ?? plainPayload(fabric?.colourHex ?? '#999999'))
const markers = useStored<string[]>('markers', ['#704828', '#2d3b6b', '#7d2f3a', '#3a3a3a'])
const tookMs = ref<number | null>(null)
const toScrap = (s: ScrapKept): Scrap =>
  ({ ...s, face: toLook(s.face), back: s.back && toLook(s.back) })
const { answer: ranking, problem: fault } = useAnswer(() => [
  scraps.scraps, look.value, room, fabric?.id, washC, markers.value,
], async () => {
  if (!room || !fabric) return null
  const ground = {
    look: toLook(look.value), massGsm: fabric.massGsm, givePct: Math.max(fabric.giveAlongPct ?? 0, fabric.giveAcrossPct ?? 0), washC,
    ...room,
  }
  const from = performance.now(), all = scraps.scraps.map(toScrap)
  const found: Ranking = await workers.ask('scraps', remote => remote.scraps(toPlain(ground), toPlain(all), toPlain(markers.value)))
  tookMs.value = performance.now() - from
  return found
}, { stays: true })
const scrapOf = (id: string) => scraps.scraps.find(s => s.id === id)!
const { mm } = useInUnits()
const size = (s: { wideMm: number, highMm: number }) => `${mm(s.wideMm)} × ${mm(s.highMm)}`
const tooLarge = computed(() => {
  const r = ranking.value
  if (!r || !room || r.ranked.length > 0 || r.largestMm === null || r.barred.some(b => b.bar.why !== 'tooSmall')) return null
  return holeTooLarge(size(room), size(r.largestMm))
})
const adding = ref(false)
const fresh = reactive({ name: '', wideMm: 120, highMm: 90, face: null as LookPayload | null, back: null as LookPayload | null })
async function keep(): Promise<void> {
  const kept = fresh.face && await scraps.keep({
    name: fresh.name.trim() || 'Scrap', fabricId: null, wideMm: fresh.wideMm, highMm: fresh.highMm, massGsm: fabric?.massGsm ?? 120,
    givePct: 0, washC: 40, face: toPlain(fresh.face), back: fresh.back && toPlain(fresh.back),
  })
  if (!kept) return
  adding.value = false
  Object.assign(fresh, { name: '', face: null, back: null })
}
const lookOfRank = (r: Ranking['ranked'][number]): LookPayload => {
  const s = scrapOf(r.id), own = r.treatment.side === 'back' && s.back ? s.back : s.face
  return r.treatment.marker
    ? { palette: r.look.palette.map(({ hex, sharePct }) => ({ hex, sharePct })), figureMm: own.figureMm,
        tile: null }
    : own
}
const asking = ref(false)
</script>

<template>
  <div class="h-full space-y-2 overflow-auto" data-test="scraps">
    <div class="flex items-center gap-3">
      <LookPicture :look="look" class="h-16 w-24" />
      <p class="text-lg">The fabric about the hole<template v-if="!spec.look">, by its colour alone</template>.</p>
      <UButton size="sm" variant="outline" color="neutral" class="ml-auto" @click="() => { asking = !asking }">
        {{ asking ? 'Done' : 'Take a picture' }}</UButton>
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" @click="() => { adding = !adding }">Add scrap</UButton>
    </div>
    <LookCapture v-if="asking" :model-value="spec.look" label="The fabric about the hole" class="slip p-3"
      @update:model-value="(l: LookPayload | null) => emit('look', l)" />
    <div v-if="adding" class="slip space-y-2 p-3">
      <div class="grid grid-cols-3 gap-2">
        <label class="block"><span class="block text-sm font-semibold">Name</span>
          <UInput v-model="fresh.name" maxlength="60" class="w-full" aria-label="Name of the scrap" /></label>
        <LengthField v-model="fresh.wideMm" label="Wide" noun="Scrap" :least-mm="5" :most-mm="3000" />
        <LengthField v-model="fresh.highMm" label="Long" noun="Scrap" :least-mm="5" :most-mm="3000" />
      </div>
      <div class="grid grid-cols-2 gap-4"><LookCapture v-model="fresh.face" label="Its face" /><LookCapture v-model="fresh.back"
        label="Its back, if it may be out" /></div>
      <UButton :disabled="!fresh.face" loading-auto @click="keep">Add to the scrap box</UButton>
    </div>
    <p v-if="scraps.problem ?? fault" class="font-semibold text-alert" role="alert" data-test="scrap-problem">{{
      scraps.problem ?? fault }}</p>
    <p v-if="tooLarge" class="text-lg font-semibold text-alert" role="alert" data-test="too-large">{{ tooLarge }}</p>
    <p v-else-if="ranking && ranking.ranked.length === 0 && ranking.barred.length === 0" class="text-lg">The scrap box is empty. Add a
      scrap: its name, size and colour are enough.</p>
    <ol class="grid grid-cols-2 gap-2 max-[1000px]:grid-cols-1">
      <li v-for="(r, i) in ranking?.ranked.slice(0, 12) ?? []" :key="r.id">
        <button type="button" class="slip flex w-full items-center gap-3 p-2 text-left hover:bg-seam/20"
          :class="r.id === chosenId ? 'border-2 border-mark' : ''" :aria-pressed="r.id === chosenId"
          @click="emit('take', r.id, r.treatment.side, r.treatment.marker)">
          <LookPicture :look="lookOfRank(r)" class="h-16 w-20 shrink-0" />
          <span class="min-w-0 leading-tight"><b>{{ i + 1 }}. {{ scrapOf(r.id).name }}</b><template v-if="r.treatment.side === 'back'">, its
            back</template><template v-if="r.treatment.marker">, under the marker <span class="inline-block size-3 border border-ink"
            :style="{ background: r.treatment.marker }" /></template><br />
            <span class="text-[15px]">{{ r.reasons.map(x => colourReason(x, selection.units)).join('; ') }}.</span></span>
        </button>
      </li>
    </ol>
    <p class="text-sm text-muted-ink">Weight, stretch and care first, then how it looks: {{ ranking?.ranked.length ?? 0 }} could be
      it<template
        v-if="tookMs !== null">, looked through in {{ Math.round(tookMs) }} ms</template>. <Sourced from="estimate" /></p>
    <details v-if="ranking?.barred.length" class="text-[15px]"><summary>{{ ranking.barred.length }} do not fit</summary>
      <p v-for="b in ranking.barred" :key="b.id">{{ scrapOf(b.id).name }}: {{ scrapBar(b.bar, selection.units) }}</p></details>
  </div>
</template>
