<script setup lang="ts">
import { replaceSentence, workroomSentence } from '#shared/words'

definePageMeta({ title: 'In and out' })
const library = useLibrary()
const bench = useBench()
const problem = ref<string | null>(null)
const done = ref<string | null>(null)
const waiting = ref<{ name: string, text: string } | null>(null)
async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  done.value = null
  if (file) waiting.value = { name: file.name, text: await file.text() }
  input.value = ''
}
async function replace(): Promise<void> {
  try {
    const kept = await $fetch<{ cloths: number, supplies: number, trials: number, jobs: number }>('/api/import/workroom', {
      method: 'POST', body: waiting.value!.text, headers: { 'content-type': 'application/json' },
    })
    done.value = workroomSentence(kept)
    problem.value = null
    // What lay on the board has other ids now.
    bench.clear()
    await library.load()
  } catch (error) {
    problem.value = problemOf(error).detail
  }
  waiting.value = null
}
const keep = (): void => { waiting.value = null }
</script>

<template>
  <div class="mx-auto max-w-5xl space-y-4 p-5">
    <h1 class="text-2xl font-semibold">In and out</h1>
    <CsvBench what="cloths" name="Cloths" />
    <CsvBench what="supplies" name="Shelf" />
    <CsvBench what="calibrations" name="Calibrations" />
    <section class="slip p-4">
      <div class="flex flex-wrap items-center gap-3">
        <h2 class="text-xl font-semibold">The whole workroom</h2>
        <a class="underline" href="/api/export/workroom" download>out as one JSON file</a>
        <a class="underline" href="/api/export/schema" download="workroom.schema.json">its JSON Schema</a>
        <label class="slip ml-auto min-h-11 cursor-pointer px-4 py-2 font-semibold">Bring a workroom in<input type="file"
          accept=".json,application/json" class="sr-only" aria-label="Workroom file" @change="choose"></label>
      </div>
      <div v-if="waiting" class="mt-3 border-l-4 border-alert pl-3">
        <p class="text-lg font-semibold">{{ replaceSentence(waiting.name) }}</p>
        <div class="mt-2 flex gap-3">
          <UButton @click="replace">Put it in place</UButton>
          <UButton variant="outline" color="neutral" @click="keep">Keep what is here</UButton>
        </div>
      </div>
      <p v-if="done" class="mt-3 text-lg font-semibold text-good" role="status">{{ done }}</p>
      <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
    </section>
  </div>
</template>
