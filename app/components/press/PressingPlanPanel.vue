<script setup lang="ts">
import { changedSince, planOver, sessionPlan, whyItWaits } from '#shared/planned'
import {
  changedSentence, clockWords, fabricWords, finishDifference, OPERATION_NAME, operationLine, orderQuality, seconds, waitsWords,
} from '#shared/words'

/** What is to be done under the iron, and in which order: low heat before high, cooling while the next is pressed. */
const { comesFor } = defineProps<{ /** The making that someone came to press. */ comesFor: string | null }>()
const emit = defineEmits<{ begun: [] }>()
const planning = usePlanning()
const cutting = useCutting()
const makings = useMakings()
const session = useSession()
const library = useLibrary()
const selection = useSelection()
const jobs = useJobs()
const chosen = ref<string | null>(null)
const putOff = ref<ReadonlySet<string>>(new Set())
const { main, task, irons, ironIds, toggle, places, open, layOutAgain, withAllAfter, whatIf } = usePressOrder(putOff, chosen)
const running = computed(() => session.plan !== null && !session.closed)
const names = computed(() => new Map<string, string>([
  ...planning.works.map((w): [string, string] => [w.id, w.name]), ...session.operations.map((o): [string, string] => [o.id, o.name]),
]))
const made = computed(() => new Map<string, string | null>([
  ...planning.works.map((w): [string, string | null] => [w.id, w.makingId]),
  ...session.operations.map((o): [string, string | null] => [o.id, o.makingId ?? null]),
]))
const schedule = computed(() => main.order.value?.schedule ?? null)
/** An order is being worked out, or about to be: room is kept for it. */
const isComing = computed(() => !schedule.value
  && (planning.progress !== null || main.running.value || (task.value?.operations.length ?? 0) > 0))
const shares = computed(() => new Map([...task.value?.operations ?? [], ...task.value?.lying ?? []].map(o => [o.id, o.placeShare ?? 1])))
const ironName = (id: string | null) => library.irons.find(i => i.id === id)?.name ?? ''
/** Everything in its order: what the schedule says, then what waits for sewing, for another time, or cannot be done. */
const rows = computed(() => {
  const slots = schedule.value?.slots ?? []
  const known = (id: string) => planning.works.find(w => w.id === id)
  const rowOf = (id: string, n: number | null, ironId: string | null) => {
    const w = known(id), o = session.byId.get(id)
    const way = w?.ways.find(x => x.ironId === (ironId ?? o?.ironId)) ?? w?.ways[0]
    const placements = o?.placements.length ?? way?.placements.length ?? 0
    return {
      id, n, name: names.value.get(id) ?? '', kind: OPERATION_NAME[o?.kind ?? w!.kind], ironId: ironId ?? o?.ironId ?? null, placements,
      recipe: o?.recipe ?? way?.recipe ?? null, standing: o?.standing ?? way?.standing ?? 'hands' as const,
    }
  }
  const said = (r: ReturnType<typeof rowOf>, why: string) => ({
    ...r, said: operationLine(r, irons.value.length > 1 ? ironName(r.ironId) : null, why, selection.units),
  })
  const inOrder = slots.map((s, i) => ({ ...said(rowOf(s.id, i + 1, s.ironId), ''), fromS: s.fromS as number | null }))
  const there = new Set(slots.map(s => s.id))
  const rest = (running.value ? session.operations : open.value)
    .filter(o => !there.has(o.id) && !['done', 'skipped'].includes(session.state.ops.get(o.id)?.phase ?? ''))
    .map(o => ({ ...said(rowOf(o.id, null, null), whyNot(o.id)), fromS: null }))
  return [...inOrder, ...rest]
})
const waits = (id: string) => whyItWaits({
  work: planning.works.find(x => x.id === id), isPutOff: putOff.value.has(id), ironIds: ironIds.value,
  phase: running.value ? session.state.ops.get(id)?.phase : undefined,
})
const whyNot = (id: string): string => waitsWords(waits(id), selection.units)
const doneBefore = computed(() => planning.works.length - open.value.length)
function wait(): void {
  if (!chosen.value) return
  const off = new Set(putOff.value)
  if (off.has(chosen.value)) withAllAfter(chosen.value).forEach(id => off.delete(id))
  else withAllAfter(chosen.value).forEach(id => off.add(id))
  putOff.value = off
}

/** The plan as a session keeps it. */
function planned() {
  const slots = schedule.value?.slots ?? [], there = new Set(slots.map(s => s.id))
  const sewn = open.value.filter(w => !there.has(w.id) && !putOff.value.has(w.id) && waits(w.id).why === 'sewing')
  return sessionPlan(planning.works, slots, sewn, ironIds.value, selection.chosen.surface)
}
let beginning = false
async function begin(): Promise<void> {
  if (beginning || running.value || !schedule.value || main.problem.value) return
  beginning = true
  main.stop()
  try {
    await Promise.all([cutting.save(), makings.save()])
    const { operations, order } = planned()
    await session.begin(operations, order, planning.version)
  } finally {
    beginning = false
  }
  emit('begun')
}
const printing = ref(false)
const printProblem = ref<string | null>(null)
/** What is planned, or what the session presses, on paper to be pinned up. */
async function print(): Promise<void> {
  printing.value = true
  printProblem.value = null
  try {
    const operations = running.value ? session.operations : planned().operations
    const sheet = await $fetch<Blob>(`/api/jobs/${jobs.job!.id}/press-sheet`,
      { method: 'POST', body: { operations: toPlain(operations) }, responseType: 'blob' })
    saveBlob(sheet, 'press-sheet.pdf')
  } catch (error) {
    printProblem.value = problemOf(error).detail
  } finally {
    printing.value = false
  }
}
useShortcuts({ begin: () => { void begin() } })
const list = useTemplateRef('list')
const wanted = computed(() => (comesFor ? rows.value.find(r => made.value.get(r.id) === comesFor)?.id ?? null : null))
watch(wanted, async (id) => {
  if (!id) return
  chosen.value = id
  await nextTick()
  list.value?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest' })
}, { immediate: true })

/** The pieces are other ones than when the session was planned. */
const changed = computed(() => {
  if (!running.value || planning.progress || !cutting.saved || !makings.saved || cutting.jobId !== session.plan!.jobId) return null
  if (planning.version === session.plan!.piecesVersion) return null
  return changedSince(session.operations, session.state, planning.works, session.doneBefore, selection.chosen.surface)
})
async function planAgain(): Promise<void> {
  const { fresh, order } = planOver(session.operations, session.state, open.value, ironIds.value, selection.chosen.surface)
  await session.replan(fresh, order, planning.version)
  layOutAgain()
}
/** The order of what is left, recorded in the session. */
function saveOrder(): void {
  if (schedule.value) void session.appendOrder(schedule.value.slots.map(s => s.id))
}

const trimOf = ref<string>()
const trimM = ref(2)
const trimItems = computed(() => library.supplies.filter(s => s.family === 'trim').map(s => ({ label: s.name, value: s.id })))
function addTrim(): void {
  if (!trimOf.value) return
  const metres = Math.min(200, Math.max(0.1, Number(trimM.value) || 1))
  planning.setTrims([...planning.jobTrims.filter(t => t.supplyId !== trimOf.value), { supplyId: trimOf.value, metres }])
  trimOf.value = undefined
}
const supplyName = (id: string) => library.supplies.find(s => s.id === id)?.name ?? ''
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_310px] gap-3 px-3 pb-2 max-[1000px]:block
    max-[1000px]:space-y-3 max-[1000px]:overflow-auto">
    <div class="min-h-0 space-y-2 overflow-auto max-[1000px]:overflow-visible">
      <p v-if="main.problem.value" class="slip border-l-4 border-l-alert p-3 font-semibold text-alert" role="alert">
        {{ main.problem.value }}</p>
      <div v-if="changed" class="slip border-l-4 border-l-alert p-3" role="alert" data-test="changed">
        <p class="font-semibold">{{ changedSentence(changed) }}</p>
        <UButton class="mt-2" @click="planAgain">Plan the rest again</UButton>
      </div>
      <PressingPlanPicture v-if="schedule && task" :schedule="schedule" :irons="irons" :places="places" :shares="shares" :names="names"
        :lying="task.lying ?? []"
        :now-s="running ? 0 : null" :chosen="chosen" @choose="id => (chosen = id)" />
      <!-- Room for the picture, so that the list beneath stays where it is when it comes. -->
      <p v-else-if="isComing"
        class="slip grid min-h-[190px] place-items-center text-lg text-muted-ink" role="status">
        <template v-if="planning.progress">Working out each recipe:
          {{ planning.progress.done }} of {{ planning.progress.of }}…</template></p>
      <p v-else-if="running" class="p-6 text-xl">Nothing left to press in this session.</p>
      <p v-else class="p-6 text-xl">Nothing to plan: {{ open.length === 0 && doneBefore > 0
        ? 'all of it was pressed in an earlier session.' : 'draw pieces on Cut and choose their interfacing.' }}</p>
      <ol ref="list" class="grid grid-cols-2 gap-x-4 max-[1000px]:grid-cols-1" aria-label="Order">
        <li v-for="r in rows" :key="r.id">
          <button type="button" class="flex w-full items-baseline gap-2 border-b border-seam px-1 py-1 text-left leading-tight"
            :class="r.id === chosen ? 'bg-ink text-paper' : 'hover:bg-seam/20'" :aria-pressed="r.id === chosen" @click="chosen = r.id">
            <b class="w-7 shrink-0 text-right">{{ r.n ?? '–' }}</b>
            <span class="min-w-0 flex-1"><b>{{ r.name }}</b> <span class="text-sm">{{ r.kind.toLowerCase() }}</span>
              <span class="block text-sm opacity-80">{{ r.said }}</span></span>
            <span v-if="r.fromS !== null" class="shrink-0 text-sm">at {{ clockWords(r.fromS) }}</span>
          </button>
        </li>
      </ol>
    </div>
    <aside class="min-h-0 space-y-3 overflow-auto pr-1 max-[1000px]:overflow-visible" aria-label="How long it takes">
      <div v-if="schedule" class="min-h-[170px]">
        <p class="ticket text-3xl font-semibold leading-tight" data-test="finish">{{ seconds(schedule.finishS) }}
          <Sourced from="estimate" /></p>
        <p class="text-lg">until the last is cold, {{ schedule.heatChanges }} change{{ schedule.heatChanges === 1 ? '' : 's' }} of heat</p>
        <p v-if="planning.progress" class="text-sm text-muted-ink" role="status">Working out each recipe:
          {{ planning.progress.done }} of {{ planning.progress.of }}…</p>
        <p v-else class="text-sm text-muted-ink">{{ orderQuality(schedule.finishS, main.boundS.value, main.order.value?.exact ?? false) }}
          {{ main.running.value ? 'Looking for a quicker order…' : '' }}</p>
        <UButton v-if="main.running.value" size="sm" variant="outline" color="neutral" class="mt-1" @click="main.stop()">
          Use this one</UButton>
      </div>
      <div v-else-if="isComing" class="min-h-[170px]" aria-hidden="true" />
      <UButton v-if="!running" size="xl" class="w-full justify-center" :disabled="!schedule || planning.progress !== null" @click="begin">
        Begin session <kbd class="text-sm opacity-80">{{ KEYS.begin.shown }}</kbd></UButton>
      <UButton v-else size="lg" class="w-full justify-center" :disabled="!schedule" @click="saveOrder">Use this order</UButton>
      <div class="flex flex-wrap gap-2">
        <UButton v-if="running" size="sm" variant="outline" color="neutral" @click="layOutAgain">Plan again from now</UButton>
        <UButton v-if="schedule && !planning.progress" size="sm" variant="outline" color="neutral" icon="i-lucide-printer"
          :loading="printing" @click="print">Print press sheet</UButton>
      </div>
      <p v-if="printProblem" class="font-semibold text-alert" role="alert">{{ printProblem }}</p>
      <fieldset class="space-y-1"><legend class="font-semibold">Irons</legend>
        <button v-for="i in library.irons" :key="i.id" type="button" class="block w-full px-2 py-1.5 text-left leading-tight"
          :aria-pressed="ironIds.includes(i.id)" :class="ironIds.includes(i.id) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'"
          @click="toggle(i.id)">{{ ironIds.includes(i.id) ? '✓ ' : '' }}{{ i.name }}
          <span class="block text-sm opacity-80">{{ i.shutsOffAfterS ? 'shuts itself off' : 'never shuts itself off' }}</span></button>
      </fieldset>
      <div class="space-y-1 text-base" data-test="what-if">
        <p class="font-semibold">What if</p>
        <p v-if="whatIf.irons !== null">{{ ironIds.length === 1 ? 'Use the second iron' : 'Use one iron' }}:
          <b>{{ finishDifference(whatIf.irons) }}</b></p>
        <template v-if="chosen">
          <p v-if="whatIf.off !== null">Without {{ names.get(chosen) }}: <b>{{ finishDifference(whatIf.off) }}</b></p>
          <p v-if="whatIf.more !== null">One more {{ names.get(chosen) }}: <b>{{ finishDifference(whatIf.more) }}</b></p>
          <UButton size="sm" variant="outline" color="neutral" @click="wait">
            {{ putOff.has(chosen) ? 'Press it' : 'Skip for now' }}</UButton>
        </template>
        <p v-else class="text-sm text-muted-ink">Select one to see its times.</p>
      </div>
      <p v-if="doneBefore > 0" class="text-sm text-muted-ink">{{ doneBefore }} pressed in an earlier session.</p>
      <fieldset v-if="!running && trimItems.length > 0" class="space-y-1">
        <legend class="font-semibold">Trim to preshrink</legend>
        <p v-for="t in planning.jobTrims" :key="t.supplyId"
          class="text-sm">{{ supplyName(t.supplyId) }}, {{ fabricWords(t.metres, selection.units) }}
          <UButton size="xs" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Do not preshrink ${supplyName(t.supplyId)}`"
            @click="planning.setTrims(planning.jobTrims.filter(x => x.supplyId !== t.supplyId))" /></p>
        <div class="flex gap-1">
          <USelect v-model="trimOf" :items="trimItems" placeholder="Trim" class="min-w-0 flex-1" aria-label="Trim" />
          <MeasureInput v-model="trimM" quantity="fabricLength" label="Length" class="w-28" :least-metric="0.1" :most-metric="200" />
          <UButton size="sm" variant="outline" color="neutral" :disabled="!trimOf" @click="addTrim">Add trim</UButton>
        </div>
      </fieldset>
    </aside>
  </div>
</template>
