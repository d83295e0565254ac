<script setup lang="ts">
/** The whole job under the iron; a swatch that lies on the board comes first. */
definePageMeta({ title: 'Press' })
const press = usePress()
const jobs = useJobs()
const cutting = useCutting()
const makings = useMakings()
const planning = usePlanning()
const session = useSession()

type Tab = 'swatch' | TabOf<'press'>
const last = useTab('press', 'setdowns', 'press-tab', false)
/** Someone came to press this making: its place in the order is shown. */
const route = useRoute()
const comesFor = typeof route.query.making === 'string' ? route.query.making : null
if (comesFor) last.value = 'order'
/** A swatch that is laid up, pressed or cold is shown until someone looks elsewhere. */
const atSwatch = ref(press.phase !== 'none' && !comesFor)
watch(() => [press.phase, press.laid?.key] as const, ([phase], [before]) => {
  if (phase === 'none') atSwatch.value = false
  else if (before === 'none') atSwatch.value = true
})
const hasSwatch = computed(() => press.phase !== 'none')
const problems = computed(() => [planning.problem, session.problem].filter(p => p !== null))
const running = computed(() => session.plan !== null && !session.closed)
const tabs = computed(() => [
  ...(hasSwatch.value ? [{ key: 'swatch' as const, name: 'Test swatch', shown: KEYS.clock.shown }] : []),
  ...tabsOf('press'),
])
const tab = computed<Tab>({
  get: () => (hasSwatch.value && (atSwatch.value || !jobs.job) ? 'swatch' : last.value),
  set: (t) => {
    atSwatch.value = t === 'swatch'
    if (t !== 'swatch') last.value = t
  },
})
useShortcuts({
  setdowns: () => { tab.value = 'setdowns' }, order: () => { tab.value = 'order' }, session: () => { tab.value = 'session' },
  after: () => { tab.value = 'after' }, clock: () => { if (hasSwatch.value) tab.value = 'swatch' },
})
const toSession = (): void => { tab.value = 'session' }
const toOrder = (): void => { tab.value = 'order' }
/** Space is the session's wherever its clock is shown. */
watchEffect(() => { session.atHand = tab.value === 'session' })
onBeforeUnmount(() => { session.atHand = false })
watch(() => jobs.job?.id, () => {
  void cutting.load()
  void makings.load()
}, { immediate: true })
onMounted(() => planning.want())
</script>

<template>
  <div class="flex h-full min-h-0 flex-col" :class="jobs.job ? 'pt-2' : ''">
    <h1 class="sr-only">Press{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <WhichJob v-if="!jobs.job && !hasSwatch" question="Nothing to press yet"
      why="Pieces are pressed in a job. A test swatch needs none: choose its recipe, and it comes here with its clock.">
      <UButton to="/swatch" size="xl" variant="outline" color="neutral">To the test swatch</UButton>
    </WhichJob>
    <template v-else>
      <p v-for="p in problems" :key="p" class="mx-3 mb-1 font-semibold text-alert" role="alert"
        data-test="press-problem">{{ p }}</p>
      <SwatchPress v-if="!jobs.job" />
      <PanelTabs v-else v-model="tab" :tabs="tabs" label="Pressing" class="min-h-0">
        <SwatchPress v-if="tab === 'swatch'" />
        <JobWait v-else-if="!(cutting.ready && makings.ready) && (tab === 'setdowns' || tab === 'order')" />
        <PositionsPanel v-else-if="tab === 'setdowns'" />
        <PressingPlanPanel v-else-if="tab === 'order'" :comes-for="comesFor" @begun="toSession" />
        <div v-else-if="session.unread" class="mx-auto mt-16 max-w-xl text-center" role="status">
          <p class="text-3xl font-semibold">The server is away</p>
          <p class="mt-3 text-lg">Without it we cannot tell whether a session of this job has begun. There is none on this board. We ask
            again every few seconds.</p>
        </div>
        <div v-else-if="!session.plan" class="mx-auto mt-16 max-w-xl text-center">
          <p class="text-3xl font-semibold">{{ session.loading ? 'Looking for the session…' : 'No session yet' }}</p>
          <p class="mt-3 text-lg">Check the positions, then begin from the plan.</p>
          <UButton size="xl" class="mt-6" @click="toOrder">Go to the plan <kbd class="text-sm opacity-80">{{ KEYS.order.shown }}</kbd>
          </UButton>
        </div>
        <SessionPanel v-else-if="tab === 'session' && running" />
        <ResultsPanel v-else />
      </PanelTabs>
    </template>
  </div>
</template>
