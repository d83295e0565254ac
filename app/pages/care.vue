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
    <WhichJob v-if="!jobs.job" question="Whose care?" why="Care limits are a job's." />
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
