<script setup lang="ts">
import { makerStoredSentence } from '#shared/words'
import { CSV_MOST_BYTES, type ImportReport } from '#shared/schemas'

/** A file in: its rows' fates are shown before anything is stored, then all of it or none. */
const { what, name } = defineProps<{ what: 'fabrics' | 'supplies' | 'calibrations', name: string }>()
const library = useLibrary()
const report = ref<ImportReport | null>(null)
const problem = ref<string | null>(null)
const csv = ref<string | null>(null)
const busy = ref(false)
const SHOWN = 60
const shown = computed(() =>
  report.value ? [...report.value.rows].sort((a, b) => Number(b.fate === 'refused') - Number(a.fate === 'refused')).slice(0, SHOWN) : [],
)

async function send(dryRun: boolean): Promise<void> {
  busy.value = true
  try {
    report.value = await $fetch<ImportReport>(`/api/import/${what}`, { method: 'POST', body: { csv: csv.value, dryRun } })
    problem.value = null
    if (report.value.stored) await library.load()
  } catch (error) {
    report.value = null
    problem.value = problemOf(error).detail
  } finally {
    busy.value = false
  }
}
async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  report.value = null
  if (file.size > CSV_MOST_BYTES) {
    problem.value = `That file is ${Math.round(file.size / 1e6)} MB; 5 MB is the most at a time. Split it.`
    return
  }
  csv.value = await file.text()
  input.value = ''
  await send(true)
}
const FATE = { new: 'new', changes: 'changes', same: 'already here', refused: 'refused' } as const
</script>

<template>
  <section class="slip p-4" :aria-label="name">
    <div class="flex flex-wrap items-center gap-3">
      <h2 class="text-xl font-semibold">{{ name }}</h2>
      <a v-if="what !== 'calibrations'" class="underline" :href="`/api/export/${what}`" download>out as CSV</a>
      <a class="underline" :href="`/api/export/${what}?template=yes`" download>template</a>
      <label class="slip ml-auto min-h-11 cursor-pointer px-4 py-2 font-semibold">Import CSV<input type="file"
        accept=".csv,text/csv" class="sr-only" :aria-label="`Import CSV of ${name.toLowerCase()}`" @change="choose"></label>
    </div>
    <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
    <template v-if="report">
      <p class="mt-3 text-lg" data-test="import-report">
        <b>{{ report.counts.new }}</b> new, <b>{{ report.counts.changes }}</b> change, <b>{{ report.counts.same }}</b> the same,
        <b :class="report.counts.refused ? 'text-alert' : ''">{{ report.counts.refused }}</b> refused.
        {{ makerStoredSentence(report) }}</p>
      <UButton v-if="!report.stored && !report.counts.refused && report.rows.length" size="lg" class="mt-2" :loading="busy"
        @click="send(false)">Store these</UButton>
      <ul class="mt-2 max-h-64 overflow-auto">
        <li v-for="r in shown" :key="r.line" class="border-t border-dashed border-seam py-1">
          <span class="text-muted-ink">line {{ r.line }}</span> <b>{{ r.code || '–' }}</b> <span
            :class="r.fate === 'refused' ? 'text-alert' : ''">{{ FATE[r.fate] }}</span> {{ r.problems.join(' ') }}</li></ul>
    </template>
  </section>
</template>
