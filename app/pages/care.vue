<script setup lang="ts">
/** Afterwards: care limits, care card, wear and wash log. */
definePageMeta({ title: 'Care' })
const jobs = useJobs()
const cutting = useCutting()
const makings = useMakings()
const caring = useCaring()
const tab = useTab('care', 'limits', 'care-panel')
</script>

<template>
  <div class="flex h-full min-h-0 flex-col pt-2">
    <h1 class="sr-only">Care{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <div v-if="!jobs.job" class="mx-auto mt-20 max-w-xl text-center">
      <p class="text-3xl font-semibold">Whose care?</p>
      <p class="mt-3 text-lg">Open a job to see its care limits.</p>
      <UButton to="/today" size="xl" class="mt-6">To today's jobs</UButton>
    </div>
    <template v-else>
      <p v-if="caring.problem.value" class="mx-4 mb-1 font-semibold text-alert" role="alert">{{ caring.problem.value }}</p>
      <PanelTabs v-model="tab" :tabs="tabsOf('care')" label="Care" class="min-h-0">
        <JobWait v-if="!cutting.ready || !makings.ready" />
        <CareLimitsPanel v-else-if="tab === 'limits'" :caring="caring" />
        <CareCardPanel v-else-if="tab === 'card'" :caring="caring" />
        <WearLogPanel v-else :caring="caring" />
      </PanelTabs>
    </template>
  </div>
</template>
