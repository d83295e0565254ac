<script setup lang="ts">
import { cutSizeMm, shrinkageOf, PRESHRUNK_PCT } from '#core/shrink'
import type { Fabric, PreshrinkPassBody } from '#shared/schemas'
import { celsius, lengthWords, preshrinkSentence } from '#shared/words'

/** Marks before and after each pressing or wash, until a pass changes nothing more. */
const { fabric } = defineProps<{ fabric: Fabric }>()
const selection = useSelection()
const { records, problem, busy, add } = useFabricRecords(() => fabric.id)
const wantedC = ref(150)
const passes = computed(() => records.value?.preshrinkPasses ?? [])
const settling = computed(() => shrinkageOf(passes.value, wantedC.value))
const draft = ref<PreshrinkPassBody>({
  kind: 'press', heatC: 150, alongBeforeMm: 250, alongAfterMm: 250, acrossBeforeMm: 250, acrossAfterMm: 250,
})
watch(
  () => passes.value.at(-1),
  (last) => {
    if (last)
      draft.value = {
        kind: 'press', heatC: last.heatC, alongBeforeMm: last.alongAfterMm, alongAfterMm: last.alongAfterMm,
        acrossBeforeMm: last.acrossAfterMm, acrossAfterMm: last.acrossAfterMm,
      }
  },
)
const headline = computed(() => preshrinkSentence(settling.value, selection.units))
const tall = (pct: number) => Math.min(80, Math.abs(pct) * 18)
const cut = computed(() => ({
  along: cutSizeMm(1000, settling.value.totalAlongPct), across: cutSizeMm(1000, settling.value.totalAcrossPct),
}))
</script>

<template>
  <section>
    <p class="ticket text-2xl font-semibold"
      :class="settling.preshrunk ? 'text-good' : settling.reopenedBy !== null ? 'text-alert' : ''" data-test="preshrunk">
      {{ headline }} <Sourced v-if="passes.length" from="measured" /></p>
    <label class="mt-2 flex items-center gap-3 text-lg">The hottest iron it will meet <MeasureInput v-model="wantedC"
      quantity="temperature" label="The hottest iron it will meet" class="w-32" /></label>
    <p v-if="passes.length"
      class="mt-2 text-lg">Cut {{ lengthWords(1000, selection.units) }} as <b>
      {{ lengthWords(cut.along, selection.units) }}</b> along and <b>
      {{ lengthWords(cut.across, selection.units) }}</b> across if you use it without preshrinking. <Sourced from="measured" /></p>
    <div class="mt-4 grid grid-cols-[1fr_380px] gap-6 max-[1000px]:grid-cols-1">
      <svg v-if="passes.length" :viewBox="`0 0 ${Math.max(420, passes.length * 92 + 60)} 150`" class="w-full" role="img"
        aria-label="Change in each pass">
        <line x1="40" :x2="Math.max(420, passes.length * 92 + 60)" y1="110" y2="110" stroke="currentColor" />
        <line x1="40" :x2="Math.max(420, passes.length * 92 + 60)" :y1="110 - tall(PRESHRUNK_PCT)" :y2="110 - tall(PRESHRUNK_PCT)"
          stroke="var(--rc-seam)" stroke-dasharray="6 4" />
        <text x="0" :y="114 - tall(PRESHRUNK_PCT)" font-size="12" fill="currentColor">0.5 %</text>
        <g v-for="(p, i) in settling.passes" :key="i" :transform="`translate(${56 + i * 92} 0)`" font-size="12" fill="currentColor">
          <rect x="0" :y="110 - tall(p.alongPct)" width="26" :height="Math.max(1, tall(p.alongPct))" fill="var(--rc-mark)" />
          <text x="13" :y="104 - tall(p.alongPct)" text-anchor="middle">{{ p.alongPct.toFixed(1) }}</text>
          <rect x="32" :y="110 - tall(p.acrossPct)" width="26" :height="Math.max(1, tall(p.acrossPct))" fill="var(--rc-muted)" />
          <text x="45" :y="104 - tall(p.acrossPct)" text-anchor="middle">{{ p.acrossPct.toFixed(1) }}</text>
          <text x="29" y="126" text-anchor="middle">
            {{ passes[i]!.kind === 'press' ? celsius(passes[i]!.heatC, selection.units) : `wash ${passes[i]!.heatC}` }}
          </text>
          <text x="29" y="142" text-anchor="middle" fill="var(--rc-muted)">along · across %</text>
        </g>
      </svg>
      <p v-else
        class="text-lg text-muted-ink">Mark a square of {{ lengthWords(250, selection.units) }} with thread,
        along and across. Press it at the heat you will use,
        let it go cold, and measure again.</p>
      <form class="slip p-4" @submit.prevent="add('preshrink', draft)">
        <div class="grid grid-cols-2 gap-3">
          <label>
            <span class="font-semibold">What was done</span>
            <USelect v-model="draft.kind"
              :items="[
                { label: 'pressed', value: 'press' }, { label: 'washed', value: 'wash' },
              ]"
              class="w-full"
              aria-label="What was done" />
          </label>
          <label>
            <span class="font-semibold">Heat</span>
            <MeasureInput v-model="draft.heatC" quantity="temperature" label="Heat" />
          </label>
          <label>
            <span class="font-semibold">Along before</span>
            <MeasureInput v-model="draft.alongBeforeMm" quantity="length" label="Along before" />
          </label>
          <label>
            <span class="font-semibold">after</span>
            <MeasureInput v-model="draft.alongAfterMm" quantity="length" label="Along after" />
          </label>
          <label>
            <span class="font-semibold">Across before</span>
            <MeasureInput v-model="draft.acrossBeforeMm" quantity="length" label="Across before" />
          </label>
          <label>
            <span class="font-semibold">after</span>
            <MeasureInput v-model="draft.acrossAfterMm" quantity="length" label="Across after" />
          </label>
        </div>
        <UButton type="submit" size="xl" class="mt-4" :loading="busy">Save pass</UButton>
        <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
      </form>
    </div>
  </section>
</template>
