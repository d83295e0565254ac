<script setup lang="ts">
import { useIntervalFn, useWakeLock } from '@vueuse/core'
import type { Iron } from '#shared/schemas'
import { unreadableCount } from '#shared/words'

const PRELOAD_AFTER_MS = 1500
const library = useLibrary()
const selection = useSelection()
const jobs = useJobs()
const outbox = useOutbox()
const press = usePress()
const session = useSession()
const router = useRouter()
const route = useRoute()
const { stages } = useStages()
const shortcutList = shortcutListOpen
const waitingList = waitingListOpen
const tourAt = tourStop
useAsked('find', () => { paletteOpen.value = true })
const palette = paletteOpen
const isPhone = useIsPhone()

useDigits({
  does: 'Stages', from: 1, upTo: stages.length,
  act: (n) => {
    const to = stages[n - 1]?.to
    if (to) void router.push(to)
  },
})
useDigitKeys()
useShortcuts({
  keys: () => { shortcutListOpen.value = true },
  today: () => router.push('/today'), shelf: () => router.push('/supplies'), irons: () => router.push('/irons'),
  rules: () => router.push('/rules'), seams: () => router.push('/seams'), mend: () => router.push('/mend'),
  rescue: () => router.push('/fix'), practice: () => router.push('/practice'),
})
/** At the press all its steps are Space's; elsewhere only while the iron is at work, so that nothing is taken up cold unasked. */
const spaceRuns = () => route.path.startsWith('/press')
  ? press.phase === 'ready' || press.phase === 'running'
  : press.phase === 'running' && press.step?.kind !== 'cool'
/** The session's iron is Space's where the session is shown, and anywhere while its sole is down. */
const sessions = () => session.plan !== null && !session.closed && (session.atHand || (session.down && !session.heldElsewhere))
useSpaceBar(() => !keysAtRest.value && (sessions() || spaceRuns()), () => (sessions() ? void session.space() : press.next()))
// The screen stays awake while something is pressed or lies to cool.
const wake = useWakeLock()
watch(() => press.running || session.moving, on => on ? wake.request('screen').catch(() => undefined) : wake.release(), { immediate: true })
// The clock runs on whatever screen one looks at.
useIntervalFn(() => { if (press.running) press.tick() }, 250)

// A calibration that waited has changed its iron.
watch(outbox.lastSent, (sent) => {
  if (sent?.kind === 'calibration') library.keepIron((sent.answer as { iron: Iron }).iron)
})

useWorkAhead()

useHead({ title: () => [route.meta.title, jobs.job?.name, 'Ready Cuff'].filter(Boolean).join(' · ') })
/** A new screen is read from its heading on. */
const main = useTemplateRef('main')
async function toHeading(): Promise<void> {
  await nextTick()
  const heading = main.value?.querySelector<HTMLElement>('h1')
  if (!heading || main.value?.contains(document.activeElement)) return
  heading.tabIndex = -1
  heading.focus({ preventScroll: true })
}
router.afterEach(() => { setTimeout(() => { void toHeading() }, 60) })

// What was shown out of the copies is read anew.
whenFreshAgain(() => {
  void load()
  void jobs.resume()
  if (jobs.page) void jobs.load()
})
const { rows: unreadable, load: loadUnreadable } = useUnreadable()
const load = () => library.load({ fabricId: selection.chosen.fabricId,
  supplyIds: [selection.chosen.supplyId, ...selection.chosen.overIds] })
onMounted(async () => {
  await Promise.all([load(), outbox.start(), jobs.resume()])
  void loadUnreadable()
  useBoardWorkers()
  // What is looked at next is fetched while the board has nothing else to do.
  setTimeout(() => {
    for (const stage of stages) void preloadRouteComponents(stage.to)
  }, PRELOAD_AFTER_MS)
})
</script>

<template>
  <div class="grid h-full grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_minmax(0,1fr)_auto]">
    <a href="#work" class="skip slip" @click.prevent="main?.focus()">Skip to the work</a>
    <BoardTop @keys="shortcutList = true" @find="palette = true" />
    <SignedOutStrip class="row-start-2" />
    <div class="row-start-3 grid min-h-0 grid-cols-[76px_minmax(0,1fr)] max-[640px]:grid-cols-[minmax(0,1fr)]">
      <BoardDrawers v-if="!isPhone" />
      <main id="work" ref="main" class="min-h-0 overflow-auto" tabindex="-1">
        <div v-if="library.problem" class="m-6 slip p-6 text-lg" role="alert">
          <p>{{ library.problem }}</p>
          <UButton class="mt-4" size="lg" @click="load">Try again</UButton>
        </div>
        <template v-else-if="library.ready">
          <p v-if="unreadable.length > 0 && route.path !== '/import-export'" class="mx-5 mt-3 border-l-4 border-alert pl-3 text-lg"
            role="status">
            {{ unreadableCount(unreadable.length) }}
            <NuxtLink to="/import-export" class="font-semibold underline">See what is wrong</NuxtLink></p>
          <slot />
        </template>
        <p v-else class="m-8 text-lg text-muted-ink">Laying out the board…</p>
      </main>
    </div>
    <BoardRest class="row-start-4" />
    <HelpSheet v-model:open="shortcutList" @tour="tourAt = 0" />
    <FindAnything />
    <BoardTour v-model:at="tourAt" />
    <WaitingList v-model:open="waitingList" />
    <BoardVoice />
  </div>
</template>
