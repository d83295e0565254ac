<script setup lang="ts">
import { EXERCISES } from '#core/practice'
import { EXERCISE_NAME } from '#shared/words'
import { bestOfEach, practiceRecordFrom, type PracticeRecord } from '#shared/practised'

/** How far one has come: kept in this browser, printed, saved to a file, taken up again. */
const sheet = defineModel<PracticeRecord>({ required: true })
const library = useLibrary()
const best = computed(() => bestOfEach(sheet.value.done))
const passed = computed(() => [...best.value.values()].filter(b => b.passed).length)
const problem = ref<string | null>(null)
const save = () => saveBlob(new Blob([JSON.stringify(sheet.value, null, 1)], { type: 'application/json' }), 'practice.json')
async function open(e: Event): Promise<void> {
  const input = e.target as HTMLInputElement, file = input.files?.[0]
  if (!file) return
  takeUp(await file.text())
  input.value = ''
}
function takeUp(text: string): void {
  try {
    sheet.value = practiceRecordFrom(text)
    problem.value = null
  } catch (error) {
    problem.value = faultWords(error)
  }
}
/** The demo's workroom has an apprentice who is half-way. */
const lying = computed(() => library.workroom?.demo && sheet.value.done.length === 0)
async function takeLying(): Promise<void> {
  try {
    takeUp(await (await fetch('/practice/apprentice.json')).text())
  } catch {
    problem.value = 'The progress file on this device cannot be read.'
  }
}
const print = () => window.print()
const { day } = useInUnits()
</script>

<template>
  <section class="practice-sheet" aria-label="How far you have come" data-test="progress">
    <label class="flex items-center gap-2"><span class="shrink-0 font-semibold">Name</span>
      <UInput :model-value="sheet.name" :maxlength="60" class="w-full" aria-label="Name" placeholder="a name"
        @update:model-value="v => (sheet = { ...sheet, name: String(v) })" /></label>
    <p class="mt-0.5 font-semibold">{{ passed }} of {{ EXERCISES.length }} done</p>
    <table class="mt-1 hidden w-full text-left print:table">
      <thead><tr><th>Exercise</th><th>Best, of 100</th><th>Times</th><th>Done</th></tr></thead>
      <tbody><tr v-for="k in EXERCISES"
        :key="k"><td>{{ EXERCISE_NAME[k] }}</td><td>{{ best.has(k) ? Math.round(best.get(k)!.near * 100) : '' }}</td>
        <td>{{ best.get(k)?.times ?? '' }}</td><td>{{ best.get(k)?.passed ? 'yes' : '' }}</td></tr></tbody>
    </table>
    <p class="hidden text-sm print:block">Practice on {{ sheet.done.length ? day(sheet.done.at(-1)!.at) : 'no day yet' }}. We keep none
      of it in the workroom's records.</p>
    <p v-if="problem" class="font-semibold text-alert print:hidden" role="alert">{{ problem }}</p>
    <div class="mt-1 flex flex-wrap gap-1 print:hidden">
      <UButton v-if="lying" size="sm" @click="takeLying">Continue the apprentice's file</UButton>
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-printer" @click="print">Print record</UButton>
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-download" @click="save">Save record</UButton>
      <label
        class="inline-flex min-h-8 cursor-pointer items-center border border-seam px-2 text-sm focus-within:outline-3
        focus-within:outline-mark">
        Open<input type="file" accept="application/json" class="sr-only" aria-label="Open a file of exercises" @change="open"></label>
    </div>
  </section>
</template>
