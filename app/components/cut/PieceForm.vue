<script setup lang="ts">
import { blockOf } from '#core/cut'
import type { JobPiece, Supply } from '#shared/schemas'
import { fabricWords, GRAIN_WORDS } from '#shared/words'

const selection = useSelection()

/** What a piece is and what goes on it; every figure changes the picture as it is written. */
const piece = defineModel<JobPiece>({ required: true })
const library = useLibrary()
const jobs = useJobs()
const wish = useWish()
const block = computed(() => (piece.value.shape.kind === 'block' ? blockOf(piece.value.shape.block) : null))
const set = (change: Partial<JobPiece>): void => {
  piece.value = { ...piece.value, ...change }
}
function measure(key: string, mm: number): void {
  const { shape } = piece.value
  if (shape.kind === 'block') set({ shape: { ...shape, measures: { ...shape.measures, [key]: mm } } })
}
const NONE = 'none'
const name = (s: Supply) => ({ label: `${s.name} (${fabricWords(s.stockM, selection.units)})`, value: s.id })
const of = (families: readonly string[]) => [
  { label: 'none', value: NONE },
  ...library.supplies.filter(s => families.includes(s.family)).map(name),
]
const interfacings = computed(() => of(['fusible', 'sewIn', 'hoop', 'stayTape']))
const foams = computed(() => of(['foam']))
const webs = computed(() => of(['web', 'hemTape']))
const idOr = (v: unknown): string | null => (v === NONE ? null : String(v))
const fabrics = computed(() => {
  const own = new Set(jobs.job?.fabrics.map(c => c.fabricId))
  return library.fabrics.filter(c => own.has(c.id) || c.id === piece.value.fabricId).map(c => ({ label: c.name, value: c.id }))
})
/** Another fabric brings its own interfacing, if the job has chosen one. */
function takeFabric(fabricId: string): void {
  const own = jobs.job?.fabrics.find(c => c.fabricId === fabricId)
  set({ fabricId, interfacingId: own?.supplyId ?? piece.value.interfacingId, place: own?.place ?? piece.value.place })
}
const places = computed(() => [{ label: 'no place', value: NONE }, ...wish.places.map(p => ({ label: p.name, value: p.key }))])
const GRAINS = (['along', 'across', 'bias', 'any'] as const).map(value => ({ value, name: GRAIN_WORDS[value] }))
const PAIRS = [
  { value: 'pair' as const, name: 'pairs' },
  { value: 'alike' as const, name: 'alike' },
]
const ways = computed({ get: () => (piece.value.pair ? 'pair' : 'alike'), set: v => set({ pair: v === 'pair' }) })
</script>

<template>
  <div class="space-y-2.5">
    <UInput
      :model-value="piece.name"
      class="w-full"
      size="lg"
      aria-label="Name of the piece"
      @update:model-value="v => set({ name: String(v) })"
    />
    <div v-if="block && piece.shape.kind === 'block'" class="grid grid-cols-2 gap-2">
      <LengthField
        v-for="m in block.measures"
        :key="`${piece.id} ${m.key}`"
        :label="m.name"
        :least-mm="m.leastMm"
        :most-mm="m.mostMm"
        :model-value="piece.shape.measures[m.key] ?? m.usualMm"
        @update:model-value="v => measure(m.key, v)"
      />
    </div>
    <p v-else class="text-muted-ink">
      Drawn by its {{ piece.shape.kind === 'outline' && piece.shape.drawnBy === 'cut' ? 'cut edge' : 'seam line' }}.
    </p>
    <div class="flex items-end gap-2">
      <label class="w-20"
      ><span class="block text-sm font-semibold leading-tight">How many</span>
        <UInput
          :model-value="piece.count"
          type="number"
          min="1"
          class="w-full"
          aria-label="How many"
          @update:model-value="v => set({ count: Math.round(Number(v)) })"
        /></label>
      <Choices v-model="ways" :options="PAIRS" label="Pairs or alike" class="flex flex-1 gap-1" shape="min-h-11 flex-1 px-2" />
    </div>
    <div class="grid grid-cols-3 gap-2">
      <LengthField
        :key="`${piece.id} seam`"
        label="Seam"
        noun="Seam allowance"
        :most-mm="100"
        :model-value="piece.allowances.seam"
        @update:model-value="v => set({ allowances: { ...piece.allowances, seam: v } })"
      />
      <LengthField
        :key="`${piece.id} hem`"
        label="Hem"
        noun="Hem allowance"
        :most-mm="200"
        :model-value="piece.allowances.hem"
        @update:model-value="v => set({ allowances: { ...piece.allowances, hem: v } })"
      />
      <LengthField
        :key="`${piece.id} front`"
        label="Front"
        noun="Allowance at the front"
        :most-mm="100"
        :model-value="piece.allowances.front"
        @update:model-value="v => set({ allowances: { ...piece.allowances, front: v } })"
      />
    </div>
    <div class="grid grid-cols-2 gap-2">
      <USelect :model-value="piece.fabricId" :items="fabrics" aria-label="Fabric" @update:model-value="v => takeFabric(String(v))" />
      <USelect :model-value="piece.place ?? NONE" :items="places" aria-label="Place" @update:model-value="v => set({ place: idOr(v) })" />
    </div>
    <Choices
      :model-value="piece.grain"
      :options="GRAINS"
      label="Grain"
      class="grid grid-cols-4 gap-1"
      shape="min-h-10 px-1"
      @update:model-value="v => set({ grain: v ?? 'any' })"
    />
    <USwitch :model-value="piece.oneWay" label="All one way (nap)" @update:model-value="v => set({ oneWay: v })" />
    <div class="space-y-1.5">
      <label class="flex items-center gap-2"
      ><span class="w-20 shrink-0 text-sm font-semibold">Interfacing</span>
        <USelect
          :model-value="piece.interfacingId ?? NONE"
          :items="interfacings"
          class="min-w-0 flex-1"
          aria-label="Interfacing of the piece"
          @update:model-value="v => set({ interfacingId: idOr(v) })"
        /></label>
      <label class="flex items-center gap-2"
      ><span class="w-20 shrink-0 text-sm font-semibold">Foam</span>
        <USelect
          :model-value="piece.foamId ?? NONE"
          :items="foams"
          class="min-w-0 flex-1"
          aria-label="Foam or board of the piece"
          @update:model-value="v => set({ foamId: idOr(v) })"
        /></label>
      <label class="flex items-center gap-2"
      ><span class="w-20 shrink-0 text-sm font-semibold">Web</span>
        <USelect
          :model-value="piece.webId ?? NONE"
          :items="webs"
          class="min-w-0 flex-1"
          aria-label="Web of the piece"
          @update:model-value="v => set({ webId: idOr(v) })"
        /></label>
    </div>
  </div>
</template>
