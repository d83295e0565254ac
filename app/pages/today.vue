<script setup lang="ts">
import { nextIn, pathOf } from '#shared/jobs'
import type { Job } from '#shared/schemas'
import { careWords, nextReason, nextWords, wantedWords } from '#shared/words'

/** The jobs in hand, the most pressing first, each with its fabrics, how far it has come and what is next. */
definePageMeta({ title: 'Today' })
const jobs = useJobs()
const selection = useSelection()
const router = useRouter()
const writing = useStored<string | null>('job-writing', null)
const today = useToday()
const isShownRound = useStored<boolean>('shown-round', false)
function showRound(): void {
  isShownRound.value = true
  tourStop.value = 0
}
const rows = computed(() => (jobs.page?.rows ?? []).map(job => ({ job, next: nextIn(job), late: (job.forWhen ?? '9999') <= today.value })))
const written = computed(() => jobs.page?.rows.find(j => j.id === writing.value))
const write = (what: string): void => { writing.value = what }
async function go(job: Job, fabricId?: string): Promise<void> {
  const next = nextIn(job)
  await jobs.open(job, fabricId)
  await router.push(next && !fabricId ? placeOfStep(next.step) : '/fabric')
}
/** A job of which nothing is chosen yet may be something else than interfacing. */
const isOpenEnded = (job: Job): boolean => job.makings.length === 0 && job.fabrics.every(f => f.place === null && f.supplyId === null)
const otherWork = (job: Job) => OTHER_WORK.map(o => ({ label: o.name, onSelect: async () => {
  await jobs.open(job)
  await router.push(o.to)
} }))
/** The whole row opens the job, but for what has a press of its own. */
function rowPressed(job: Job, event: MouseEvent): void {
  if (!(event.target as HTMLElement).closest('button, a, [role=menuitem]')) void go(job)
}
/** Finishing is asked once: a tick by the way is no end of a job. */
const finishing = ref<string | null>(null)
async function finish(job: Job): Promise<void> {
  finishing.value = null
  await jobs.finish(job, true)
}
/** What is due opens where it is seen to, whether its job is in hand or done. */
async function openDue(jobId: string, to: string): Promise<void> {
  await jobs.open(await $fetch<Job>(`/api/jobs/${jobId}`))
  await router.push(to)
}
async function saved(job: Job): Promise<void> {
  writing.value = null
  await jobs.load()
  await jobs.open(job)
}
useAsked('new', () => write('new'))
watch(() => jobs.shown, jobs.load, { immediate: true })
const LISTS = [{ value: 'inHand' as const, name: 'In progress' }, { value: 'done' as const, name: 'Done' }]
useShortcuts({ fresh: () => write('new'), leave: () => { writing.value = null } })
useDigits({ does: 'Open a job at its next step', from: 1, upTo: 9, act: (n) => {
  const row = rows.value[n - 1]
  if (!writing.value && row) void go(row.job)
} })
</script>

<template>
  <div class="mx-auto max-w-6xl p-5 max-[640px]:p-3" :class="writing ? 'flex min-h-full flex-col' : ''">
    <JobForm v-if="writing === 'new'" @saved="saved" @leave="writing = null" />
    <JobForm v-else-if="writing && written" :key="written.id" :job="written" @saved="saved" @leave="writing = null" />
    <template v-else>
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 class="text-2xl font-semibold max-[640px]:basis-full">Today in the workroom</h1>
        <Choices v-model="jobs.shown" :options="LISTS" label="Which jobs" class="flex gap-1" />
        <span v-if="jobs.page" class="text-lg text-muted-ink">{{ jobs.page.total }}</span>
        <UButton size="lg" class="ml-auto" icon="i-lucide-plus" @click="write('new')">
          New job <kbd class="text-sm opacity-80">{{ KEYS.fresh.shown }}</kbd></UButton>
      </div>
      <p v-if="jobs.problem" class="mt-3 font-semibold text-alert" role="alert">{{ jobs.problem }}</p>
      <p v-if="jobs.page && !rows.length" class="mt-12 text-center text-xl text-muted-ink">
        {{ jobs.shown === 'done' ? 'Nothing is done yet.'
          : 'No jobs yet. Add one: its name, its date and its fabric.' }}</p>
      <p v-if="!isShownRound && tourStop === null" class="slip mt-3 flex flex-wrap items-center gap-3 px-4 py-2 text-lg" data-test="offer">
        <span class="mr-auto">New here? Five stops round the board, half a minute.</span>
        <UButton size="lg" icon="i-lucide-footprints" @click="showRound">Show me</UButton>
        <UButton size="lg" variant="ghost" color="neutral" @click="() => { isShownRound = true }">No, thanks</UButton></p>
      <div class="min-h-14"><DueStrip @open="openDue" /></div>
      <ul v-if="!jobs.page && !jobs.problem" class="mt-3" aria-hidden="true">
        <li v-for="n in 5" :key="n" class="flex h-[78px] items-center gap-4 border-t border-dashed border-seam">
          <i class="ml-8 h-14 w-18 bg-seam/30" /><i class="h-5 w-64 max-w-[50%] bg-seam/30" /></li>
      </ul>
      <ol class="mt-3" data-test="jobs">
        <li v-for="({ job, next, late }, i) in rows" :key="job.id"
          class="grid cursor-pointer grid-cols-[2rem_8rem_minmax(0,1fr)_minmax(0,1.1fr)_auto] items-center gap-x-4 border-t border-dashed
            border-seam py-2.5 max-[1000px]:grid-cols-[1.5rem_8rem_minmax(0,1fr)_auto]
            max-[640px]:grid-cols-[6rem_minmax(0,1fr)] max-[640px]:gap-y-1"
          :class="job.id === selection.chosen.jobId ? 'bg-paper shadow-[inset_6px_0_0_var(--rc-mark)]' : 'hover:bg-paper/60'"
          @click="e => rowPressed(job, e)">
          <kbd class="pl-3 text-lg text-muted-ink max-[640px]:hidden">{{ i < 9 ? i + 1 : '' }}</kbd>
          <div class="flex">
            <button v-for="c in job.progress" :key="c.fabricId" type="button" class="-mr-5 last:mr-0"
              :aria-label="`${job.name}: ${c.name}`"
              @click="go(job, c.fabricId)">
              <FabricSwatch :colour="c.colourHex" :construction="c.construction as never" :nap="c.nap as never" :width="72" :height="58" />
            </button>
          </div>
          <div class="min-w-0">
            <p class="ticket truncate text-xl font-semibold leading-tight">{{ job.name }}</p>
            <p class="truncate leading-tight">{{ job.garment }}, <span :class="late ? 'font-semibold text-alert' : ''">
              {{ wantedWords(job.forWhen, today) }}</span></p>
            <p class="truncate text-sm text-muted-ink">{{ careWords(job, selection.units) }}</p>
          </div>
          <div class="min-w-0 max-[1000px]:col-span-2 max-[1000px]:col-start-3 max-[1000px]:row-start-2
            max-[640px]:col-start-1">
            <svg v-if="next" viewBox="0 0 300 16" class="h-4 w-full" preserveAspectRatio="none" aria-hidden="true">
              <line x1="0" x2="300" y1="14" y2="14" stroke="var(--rc-seam)" stroke-dasharray="7 5" vector-effect="non-scaling-stroke" />
              <rect x="0" y="2" height="12" :width="300 * comeOf(job)" fill="var(--rc-paper)" stroke="var(--rc-ink)"
                vector-effect="non-scaling-stroke" />
              <line v-for="t in pathOf(job).length - 1" :key="t" :x1="t * 300 / pathOf(job).length" :x2="t * 300 / pathOf(job).length"
                y1="6" y2="14" stroke="var(--rc-ink)" vector-effect="non-scaling-stroke" /></svg>
            <p v-if="next" class="mt-1 leading-snug">
              <span v-if="job.progress.length > 1" class="font-semibold">{{ job.progress[next.fabric]!.name }}: </span>
              <span class="text-muted-ink">{{ nextReason(next.step) }}</span></p>
            <p v-if="job.note" class="truncate text-sm italic text-muted-ink">{{ job.note }}</p>
          </div>
          <div v-if="finishing === job.id" class="flex items-center gap-2 justify-self-end max-[640px]:col-span-2
            max-[640px]:justify-self-start" role="group"
            :aria-label="`Is ${job.name} done?`">
            <span class="font-semibold">Is it done?</span>
            <UButton size="lg" autofocus @click="finish(job)">Yes, it is done</UButton>
            <UButton size="lg" variant="ghost" color="neutral" @click="() => { finishing = null }">No</UButton>
          </div>
          <div v-else class="flex items-center gap-1 justify-self-end max-[640px]:col-span-2 max-[640px]:w-full
            max-[640px]:flex-wrap">
            <UDropdownMenu v-if="next?.step.do === 'match' && isOpenEnded(job)" :items="otherWork(job)">
              <UButton size="lg" variant="ghost" color="neutral" trailing-icon="i-lucide-chevron-down">Other work</UButton>
            </UDropdownMenu>
            <UButton v-if="next" size="lg"
              class="min-w-56 justify-between text-left max-[640px]:min-w-0 max-[640px]:flex-1" trailing-icon="i-lucide-arrow-right"
              @click="go(job)">{{ nextWords(next.step) }}</UButton>
            <UButton variant="ghost" color="neutral" icon="i-lucide-pencil" :aria-label="`Change ${job.name}`"
              @click="write(job.id)" />
            <UButton v-if="job.done" size="lg" variant="outline" color="neutral" @click="jobs.finish(job, false)">Pick it up again</UButton>
            <UButton v-else variant="ghost" color="neutral" icon="i-lucide-check" :aria-label="`${job.name} is done`"
              @click="() => { finishing = job.id }" />
          </div>
        </li>
      </ol>
    </template>
  </div>
</template>
