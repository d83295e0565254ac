<script setup lang="ts">
/** Where a bench asks for a job and none is open: one of what lies on the board is a press away, the others are on today's list. */
defineProps<{ question: string, why: string }>()
const jobs = useJobs()
const selection = useSelection()
const wish = useWish()
const { may } = useWho()
const begin = async (): Promise<void> => {
  if (selection.fabric)
    await jobs.begin(selection.fabric, wish.place.key, wish.place.name, selection.supply?.id ?? null, toPlain(wish.wished.care))
}
</script>

<template>
  <div class="mx-auto mt-16 max-w-xl px-4 text-center">
    <p class="text-3xl font-semibold">{{ question }}</p>
    <p class="mt-3 text-lg">{{ why }}</p>
    <p v-if="jobs.problem" class="mt-2 text-lg font-semibold text-alert" role="alert">{{ jobs.problem }}</p>
    <div class="mt-6 flex flex-wrap justify-center gap-3">
      <UButton v-if="selection.fabric && may('manage')" size="xl" loading-auto
        @click="begin">New job with {{ selection.fabric.name }}</UButton>
      <slot />
      <UButton to="/today" size="xl" variant="outline" color="neutral">To today's jobs</UButton>
    </div>
  </div>
</template>
