<script setup lang="ts">
import { countWords } from '#shared/words'
import type { Cutting, Job, JobPiece, Page } from '#shared/schemas'

/** Pieces out of an earlier job. */
const emit = defineEmits<{ take: [pieces: JobPiece[]] }>()
const jobs = useJobs()
const rows = ref<{ job: Job, pieces: JobPiece[] }[]>([])
const problem = ref<string | null>(null)
const ready = ref(false)
onMounted(async () => {
  try {
    const lists = await Promise.all([false, true].map(done => $fetch<Page<Job>>('/api/jobs', { query: { size: 50, done } })))
    const others = lists.flatMap(l => l.rows).filter(j => j.id !== jobs.job?.id && j.progress.some(p => p.parts > 0))
    rows.value = await Promise.all(
      others.map(async job => ({ job, pieces: (await $fetch<Cutting>(`/api/jobs/${job.id}/cutting`)).pieces })),
    )
  } catch (error) {
    problem.value = problemOf(error).detail
  }
  ready.value = true
})
</script>

<template>
  <div>
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <p v-if="ready && !rows.length" class="mt-4 text-lg text-muted-ink">No other job has pieces yet.</p>
    <ul class="space-y-2">
      <li v-for="r in rows" :key="r.job.id" class="slip flex items-center gap-3 p-3">
        <span class="min-w-0 flex-1"
        ><b class="ticket text-lg">{{ r.job.name }}</b>
          <span class="block truncate text-muted-ink">{{ r.pieces.map(p => p.name).join(', ') }}</span></span
        >
        <UButton @click="emit('take', r.pieces)">Take {{ countWords(r.pieces.length, 'piece') }}</UButton>
      </li>
    </ul>
  </div>
</template>
