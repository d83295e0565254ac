<script setup lang="ts">
import type { Component } from 'vue'

/** Pressing while making: features of any fabric, grids of patches, hems, strips and wadding, what is done before the knife. */
definePageMeta({ title: 'Seams & hems' })
const jobs = useJobs()
const makings = useMakings()
const waits = useMakingsWait()
const tab = useTab('seams', 'seamDetail')
const PANELS = import.meta.glob<Component>('../components/seams/*Panel.vue', { eager: true, import: 'default' })
const panel = computed(() => panelOf('seams', tab.value, PANELS))
watch(() => jobs.job?.id, () => { void makings.load() }, { immediate: true })
</script>

<template>
  <div class="flex h-full min-h-0 flex-col pt-2">
    <h1 class="sr-only">Seams & hems{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <WhoMay may="manage" class="mx-4 mb-2" />
    <NewerSlip v-if="makings.theirs" :problem="makings.problem" class="mx-4" @over="makings.overThem" @take="makings.takeTheirs">
      Stored now: {{ makings.theirs.makings.map(m => m.name).join(', ') || 'nothing' }}.</NewerSlip>
    <PanelTabs v-model="tab" :tabs="tabsOf('seams')" label="Pressing while making" class="min-h-0">
      <JobWait v-if="waits" />
      <component :is="panel" v-else :key="tab" />
    </PanelTabs>
  </div>
</template>
