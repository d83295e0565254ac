<script setup lang="ts">
import type { Component } from 'vue'

/** Mend and put on: patches, badges, transfers, letters, labels, shapes, embroidery. */
definePageMeta({ title: 'Mend & add' })
const jobs = useJobs()
const makings = useMakings()
const waits = useMakingsWait()
const scraps = useScraps()
const tab = useTab('mend', 'hole')
const PANELS = import.meta.glob<Component>('../components/mend/*Panel.vue', { eager: true, import: 'default' })
const panel = computed(() => panelOf('mend', tab.value, PANELS))
watch(() => jobs.job?.id, () => { void makings.load() }, { immediate: true })
onMounted(() => { void scraps.load() })
</script>

<template>
  <div class="flex h-full min-h-0 flex-col pt-2">
    <h1 class="sr-only">Mend & add{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <WhoMay may="manage" class="mx-4 mb-2" />
    <NewerSlip v-if="makings.theirs" :problem="makings.problem" class="mx-4" @over="makings.overThem" @take="makings.takeTheirs">
      Stored now: {{ makings.theirs.makings.map(m => m.name).join(', ') || 'nothing' }}.</NewerSlip>
    <PanelTabs v-model="tab" :tabs="tabsOf('mend')" label="Mend and add" class="min-h-0">
      <JobWait v-if="waits" />
      <component :is="panel" v-else :key="tab" />
    </PanelTabs>
  </div>
</template>
