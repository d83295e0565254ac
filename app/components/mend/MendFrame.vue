<script setup lang="ts">
import type { MendKind } from '#shared/making'
import type { MakingPanel } from '~/composables/making/makingPanel'

/** The frame of a making panel: what is said, the picture, how it is done; the form beside; the job below. */
const { panel, test, problem = null } = defineProps<{
  panel: Pick<MakingPanel<MendKind>, 'making' | 'chosen' | 'ofJob' | 'jobName' | 'able' | 'addIt' | 'set' | 'drop' | 'choose'>
  test: string
  problem?: string | null
}>()
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div
      class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_370px] gap-4 px-4 pb-2 max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1
      max-[1000px]:overflow-auto">
      <div class="flex min-h-0 flex-col overflow-auto max-[1000px]:overflow-visible" :data-test="test">
        <p class="ticket text-[26px] font-semibold leading-tight" :data-test="`${test}-says`"><slot name="says" /></p>
        <p v-if="problem" class="text-lg font-semibold text-alert" role="alert" :data-test="`${test}-problem`">{{ problem }}</p>
        <div class="min-h-64 flex-1 py-1 max-[1000px]:h-[420px] max-[1000px]:flex-none"><slot name="picture" /></div>
        <div v-if="$slots.how" class="space-y-1 text-[17px] leading-snug" :data-test="`${test}-how`"><slot name="how" /></div>
      </div>
      <div class="min-h-0 space-y-3 overflow-auto max-[1000px]:overflow-visible"><slot name="form" /></div>
    </div>
    <MakingBar :name="panel.making.value.name" :list="panel.ofJob.value" :chosen="panel.chosen.value?.id ?? null"
      :job-name="panel.jobName.value" :able="panel.able.value && problem === null" @update:name="n => panel.set({ name: n })"
      @add="panel.addIt" @drop="panel.drop" @choose="panel.choose" />
  </div>
</template>
