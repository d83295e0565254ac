<script setup lang="ts">
/** Where a bench asks for a job and none is open: one of what lies on the board is a press away, the others are on today's list. */
defineProps<{ question: string, why: string }>()
const jobs = useJobs()
const selection = useSelection()
const wish = useWish()
const { may } = useWho()
const mayBegin = computed(() => selection.fabric !== null && may('manage'))
async function begin(): Promise<void> {
  await wish.beginJob(selection.chosenSupply?.id ?? null)
}
</script>

<template>
  <div class="mx-auto mt-16 max-w-xl px-4 text-center">
    <p class="text-3xl font-semibold">{{ question }}</p>
    <p class="mt-3 text-lg">{{ why }} {{ mayBegin ? 'Begin a job, or open one from today\'s list.' : 'Open a job from today\'s list.' }}</p>
    <p v-if="jobs.problem" class="mt-2 text-lg font-semibold text-alert" role="alert">{{ jobs.problem }}</p>
    <div class="mt-6 flex flex-wrap justify-center gap-3">
      <UButton v-if="mayBegin" size="xl" loading-auto
        @click="begin">New job with {{ selection.fabric!.name }}</UButton>
      <slot />
      <UButton to="/today" size="xl" variant="outline" color="neutral">To today's jobs</UButton>
    </div>
  </div>
</template>
