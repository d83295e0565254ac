<script setup lang="ts">
import { fitSetting } from '#core/iron'
import { fieldText } from '#core/units'
import { readReadings } from '#shared/csv/readings'
import type { CalibrationBody, CalibrationRecord, Iron } from '#shared/schemas'
import { celsius, degreesApart, exactDegrees, exactTemperature, KEPT_HERE, troubleSentence, unitWords } from '#shared/words'

/** What each dial setting really gives: from the probe, typed, or loaded as seconds and degrees. */
const { iron } = defineProps<{ iron: Iron }>()
const selection = useSelection()
const outbox = useOutbox()
const { readings, running, start, stop, load } = useProbe()
const position = ref(1)
const source = ref<CalibrationBody['source']>('probe')
const problem = ref<string | null>(null)
const kept = ref<CalibrationRecord | null>(null)
const typed = ref('')
const SPEEDS = [{ label: 'as the clock runs', value: 1 }, { label: '20 times', value: 20 }, { label: '200 times', value: 200 }]
/** How typed readings look: seconds, °C. */
const EXAMPLE = [[0, 21], [10, 42], [20, 63]] as const
const speed = ref(20)
const every = ref(0)
const fit = computed(() => {
  void every.value
  return readings.value.length ? fitSetting(readings.value) : null
})
const fitted = computed(() => fit.value && 'fit' in fit.value ? fit.value.fit : null)
const last = computed(() => readings.value.at(-1))

function run(): void {
  kept.value = null
  problem.value = null
  source.value = 'probe'
  start(iron.id, position.value, speed.value)
}
function take(text: string, from: CalibrationBody['source']): void {
  const rows = readReadings(text, selection.units)
  problem.value = typeof rows === 'string' ? rows : null
  if (typeof rows === 'string') return
  source.value = from
  load(rows)
}
async function file(event: Event): Promise<void> {
  const chosen = (event.target as HTMLInputElement).files?.[0]
  if (!chosen) return
  if (chosen.size > 2_000_000) {
    problem.value = `That file is ${Math.round(chosen.size / 1e6)} MB; a calibration is a few kB of seconds and degrees.`
    return
  }
  take(await chosen.text(), 'csv')
}
async function keep(): Promise<void> {
  stop()
  const key = crypto.randomUUID()
  const { answer, refused } = await outbox.send<{ iron: Iron, calibration: CalibrationRecord }>({
    key, kind: 'calibration', url: `/api/irons/${iron.id}/calibrations`, about: `${iron.name}, ${iron.settings[position.value]!.label}`,
    body: { position: position.value, source: source.value, readings: readings.value, clientKey: key },
  })
  if (refused) await outbox.forget(key)
  problem.value = refused ?? (answer ? null : KEPT_HERE)
  kept.value = answer?.calibration ?? null
}
</script>

<template>
  <div class="slip p-4">
    <div class="flex flex-wrap items-center gap-3">
      <h2 class="text-xl font-semibold">What a setting really gives</h2>
      <USelect v-model="position" :items="iron.settings.map((s, i) => ({ label: s.label, value: i }))" class="w-44"
        aria-label="Setting to measure" />
      <UButton v-if="!running" icon="i-lucide-play" @click="run">Start the probe</UButton>
      <UButton v-else icon="i-lucide-square" variant="outline" color="neutral" @click="stop">Stop</UButton>
      <label class="flex items-center gap-2 text-sm">stand-in probe, <USelect v-model="speed" :items="SPEEDS" class="w-44"
        aria-label="Stand-in probe: how quick" /></label>
      <label class="slip min-h-11 cursor-pointer px-4 py-2">Load CSV<input type="file" accept=".csv,text/csv,text/plain"
        class="sr-only" @change="file"></label>
    </div>
    <ProbeTrace v-if="readings.length" class="mt-3" :readings="readings" :mean-c="fitted?.meanC.value ?? null"
      :swing-c="fitted?.swingC.value ?? null" />
    <p v-else
      class="mt-3 text-lg text-muted-ink">Set the iron on the probe, cold, then switch on. It needs one whole cycle: warm up,
      switch off, on again.</p>
    <p v-if="last" class="mt-2 text-lg" role="status" data-test="probe-fit">
      <b>{{ celsius(last.c, selection.units) }}</b> now, {{ Math.round(last.atS) }} s.
      <template v-if="fitted">Mean <b>
        {{ exactTemperature(fitted.meanC.value, selection.units) }} ± {{ exactDegrees(fitted.meanC.plusMinus, selection.units) }}</b>,
        swings ±
        {{ exactDegrees(fitted.swingC.value, selection.units) }} (± {{ exactDegrees(fitted.swingC.plusMinus, selection.units) }}) every
        {{ Math.round(fitted.periodS.value) }} s, there after {{ Math.round(fitted.settledAfterS) }} s. <Sourced from="measured"
        /></template>
      <template v-else-if="fit && 'trouble' in fit"><span class="text-muted-ink">{{ troubleSentence(fit.trouble) }}</span></template>
    </p>
    <details class="mt-2">
      <summary class="cursor-pointer">Type readings by hand</summary>
      <UTextarea v-model="typed" :rows="4" class="mt-1 w-full"
        :aria-label="`Readings, seconds and ${unitWords('temperature', selection.units)}`"
        :placeholder="EXAMPLE.map(([s, c]) => `${s} ${fieldText(c, 'temperature', selection.units)}`).join('\n')" />
      <UButton class="mt-2" variant="outline" color="neutral" @click="take(typed, 'typed')">Use readings</UButton>
    </details>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert">{{ problem }}</p>
    <div class="mt-3 flex items-center gap-4">
      <UButton size="xl" :disabled="!fitted" loading-auto @click="keep">Save calibration</UButton>
      <p v-if="kept" class="text-lg font-semibold text-good" data-test="calibrated">
        {{ iron.settings[kept.position]?.label }} is {{ exactTemperature(kept.meanC, selection.units) }}
        ± {{ degreesApart(kept.meanPmC, selection.units) }}, saved.</p>
    </div>
  </div>
</template>
