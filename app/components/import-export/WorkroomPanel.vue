<script setup lang="ts">
import { copiedWords, type Copied, type CopiedKey } from '#shared/copying'
import type { Backup, KeptCounts, WorkroomPreview } from '#shared/schemas'
import { backupWords, BACKUP_REASON, megabytes, workroomSentence } from '#shared/words'

/** The whole workroom out and in, and its backups. */
const library = useLibrary()
const selection = useSelection()
const problem = ref<string | null>(null)
const done = ref<string | null>(null)
const backups = ref<Backup[] | null>(null)
/** What is about to be put in place, and how. */
interface Waiting {
  preview: WorkroomPreview & { title: string }
  put: () => Promise<KeptCounts>
  /** Some of it, beside what is here; of a backup all or nothing. */
  take?: (only: CopiedKey[]) => Promise<Copied>
}
const waiting = shallowRef<Waiting | null>(null)
const busy = ref<'looking' | 'putting' | 'writing' | null>(null)
let setting = new AbortController()

async function attempt(what: NonNullable<typeof busy.value>, work: () => Promise<void>): Promise<void> {
  busy.value = what
  problem.value = done.value = null
  setting = new AbortController()
  try {
    await work()
  } catch (error) {
    problem.value = setting.signal.aborted ? 'Stopped. Nothing was changed.' : problemOf(error).detail
  }
  busy.value = null
}
/** What would change is looked at before anything else. */
const change = useTemplateRef('change')
watch(waiting, async (now) => {
  if (!now) return
  await nextTick()
  change.value?.$el.scrollIntoView({ block: 'center' })
})
const list = async () => { backups.value = await $fetch<Backup[]>('/api/backups') }
onMounted(() => list().catch((error: unknown) => { problem.value = problemOf(error).detail }))

function send<T>(file: File, dryRun: boolean, only: readonly CopiedKey[] = []): Promise<T> {
  return $fetch('/api/import/workroom', {
    method: 'POST', query: { dryRun, ...(only.length > 0 ? { only: only.join(',') } : {}) }, body: file,
    headers: { 'content-type': 'application/octet-stream' }, signal: setting.signal,
  }) as Promise<T>
}
async function choose(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  waiting.value = null
  if (!file) return
  await attempt('looking', async () => {
    const preview = await send<WorkroomPreview>(file, true)
    waiting.value = {
      preview: { ...preview, title: file.name }, put: () => send<KeptCounts>(file, false),
      take: only => send<Copied>(file, false, only),
    }
  })
}
const look = (backup: Backup) => attempt('looking', async () => {
  const preview = await $fetch<WorkroomPreview>(`/api/backups/${backup.file}`)
  waiting.value = {
    preview: { ...preview, title: backupWords(backup, selection.units) },
    put: () => $fetch<KeptCounts>(`/api/backups/${backup.file}/restore`, { method: 'POST' }),
  }
})
const put = () => attempt('putting', async () => {
  done.value = workroomSentence(await waiting.value!.put())
  waiting.value = null
  // What lay on the board has other ids now.
  selection.clear()
  await Promise.all([library.load(), list()])
})
/** Some of it, beside what is here: what lies on the board stays. */
const take = (only: CopiedKey[]) => attempt('putting', async () => {
  done.value = `Taken: ${copiedWords(await waiting.value!.take!(only))}.`
  waiting.value = null
  await library.load()
})
const write = () => attempt('writing', async () => {
  await $fetch('/api/backups', { method: 'POST' })
  await list()
})
</script>

<template>
  <section class="slip p-4">
    <div class="flex flex-wrap items-center gap-4">
      <h2 class="text-xl font-semibold">Whole workroom</h2>
      <a class="underline" href="/api/export/workroom" download>Export as an archive</a>
      <a class="underline" href="/api/export/schema" download="workroom.schema.json">the JSON Schema of what is in it</a>
      <label class="slip ml-auto min-h-11 cursor-pointer px-4 py-2 font-semibold focus-within:outline-3 focus-within:outline-mark">
        Import a workroom<input type="file" accept=".zip,.json,application/zip,application/json" class="sr-only"
          aria-label="Import a workroom: its file" @change="choose"></label>
    </div>
    <p v-if="busy === 'looking'" class="mt-3 flex items-center gap-3 text-lg" role="status">Reading it…
      <UButton variant="outline" color="neutral" size="sm" @click="setting.abort()">Stop</UButton></p>
    <ChangeSlip v-if="waiting" ref="change" :preview="waiting.preview" :busy="busy === 'putting'" :takes="waiting.take !== undefined"
      @take="take" @replace="put" @keep="waiting = null" />
    <p v-if="done" class="mt-3 text-lg font-semibold text-good" role="status">{{ done }}</p>
    <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
    <hr class="stitch my-4">
    <div class="flex flex-wrap items-center gap-4">
      <h3 class="text-lg font-semibold">Backups</h3>
      <p class="text-muted-ink">We make one backup a day while the server runs, and keep the last ten.</p>
      <UButton class="ml-auto" variant="outline" color="neutral" :loading="busy === 'writing'" @click="write">Back up now</UButton>
    </div>
    <p v-if="backups?.length === 0" class="mt-2 text-lg">None yet.</p>
    <table v-else-if="backups" class="mt-2 w-full text-lg" data-test="backups">
      <tbody>
        <tr v-for="b in backups" :key="b.file" class="border-t border-dashed border-seam">
          <th scope="row" class="py-1 text-left font-semibold">{{ backupWords(b, selection.units) }}</th>
          <td class="text-muted-ink">{{ BACKUP_REASON[b.why] }}</td>
          <td class="text-right tabular-nums">{{ megabytes(b.bytes) }}</td>
          <td class="w-32 py-1 text-right"><UButton variant="outline" color="neutral" :disabled="busy !== null" @click="look(b)">
            Restore…</UButton></td></tr>
      </tbody>
    </table>
  </section>
</template>
