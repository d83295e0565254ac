<script setup lang="ts">
import type { MendKind } from '#shared/making'
import type { MakingPanel } from '~/composables/making/makingPanel'

/** The frame of a mend: what is said, the picture, how it is done; the form beside; the job below. */
const { panel, test, problem = null } = defineProps<{
  panel: Pick<MakingPanel<MendKind>, 'making' | 'chosen' | 'ofJob' | 'jobName' | 'able' | 'addIt' | 'set' | 'drop' | 'choose'>
  test: string
  problem?: string | null
}>()
const of = computed(() => {
  const { making, chosen, ofJob, jobName, set, drop, choose } = panel
  return { making: making.value, chosen: chosen.value, ofJob: ofJob.value, jobName: jobName.value, set, drop, choose }
})
</script>

<template>
  <MakingFrame :panel="of" :able="panel.able.value && problem === null" @add="panel.addIt">
    <div class="flex min-h-0 flex-col overflow-auto max-[1000px]:overflow-visible" :data-test="test">
      <p class="ticket text-[26px] font-semibold leading-tight" :data-test="`${test}-says`"><slot name="says" /></p>
      <p v-if="problem" class="text-lg font-semibold text-alert" role="alert" :data-test="`${test}-problem`">{{ problem }}</p>
      <div class="min-h-64 flex-1 py-1 max-[1000px]:h-[420px] max-[1000px]:flex-none"><slot name="picture" /></div>
      <div v-if="$slots.how" class="space-y-1 text-[17px] leading-snug" :data-test="`${test}-how`"><slot name="how" /></div>
    </div>
    <template #form><slot name="form" /></template>
  </MakingFrame>
</template>
