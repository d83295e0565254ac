<script setup lang="ts">
/** From the pieces of the job to what is cut of every supply. */
definePageMeta({ title: 'Cut' })
const jobs = useJobs()
const cutting = useCutting()
const tab = useTab('cut', 'pieces')
const chosen = useStored<string | null>('cut-piece', null)
useAsked('piece', (id) => { chosen.value = id })
watch(
  () => jobs.job?.id,
  () => {
    void cutting.load()
  },
  { immediate: true },
)
</script>

<template>
  <div class="flex h-full min-h-0 flex-col pt-2">
    <h1 class="sr-only">Cut{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <WhoMay may="manage" class="mx-4 mb-2" />
    <WhichJob v-if="!jobs.job" question="Which job is cut?" why="Pieces belong to a job." />
    <template v-else>
      <div v-if="cutting.problem && cutting.ready" class="mx-4 mb-2">
        <NewerSlip v-if="cutting.theirs" :problem="cutting.problem" @over="cutting.overThem" @take="cutting.takeTheirs">
          Stored now: {{ cutting.theirs.pieces.map(p => p.name).join(', ') || 'no pieces' }}.</NewerSlip
        >
        <p v-else class="font-semibold text-alert" role="alert" data-test="cut-problem">{{ cutting.problem }}</p>
      </div>
      <PanelTabs v-model="tab" :tabs="tabsOf('cut')" label="Cutting" class="min-h-0">
        <JobWait v-if="!cutting.ready && tab !== 'braid'" />
        <PiecesPanel v-else-if="tab === 'pieces'" v-model:chosen="chosen" />
        <LayoutPanel v-else-if="tab === 'layout'" v-model:chosen="chosen" />
        <LayersPanel v-else-if="tab === 'layers'" v-model:chosen="chosen" />
        <TrimPanel v-else />
      </PanelTabs>
    </template>
  </div>
</template>
