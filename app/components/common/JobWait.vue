<script setup lang="ts">
/** Stands where the pieces of the job and what is made of them would, until they are here. */
const cutting = useCutting()
const makings = useMakings()
const problem = computed(() => (cutting.ready ? null : cutting.problem) ?? (makings.ready ? null : makings.problem))
</script>

<template>
  <div class="mt-16 text-center text-xl">
    <p v-if="!problem" role="status">Loading this job…</p>
    <template v-else>
      <p role="status">We could not load this job. Try again.</p>
      <p class="mt-2 text-lg font-semibold text-alert" role="alert">{{ problem }}</p>
    </template>
  </div>
</template>
