<script setup lang="ts">
definePageMeta({ title: 'In and out' })
</script>

<template>
  <div class="mx-auto max-w-5xl space-y-4 p-5">
    <h1 class="text-2xl font-semibold">In and out</h1>
    <UnreadableBench />
    <CsvBench what="cloths" name="Cloths" />
    <CsvBench what="supplies" name="Shelf" />
    <CsvBench what="calibrations" name="Calibrations" />
    <WorkroomBench />
  </div>
</template>
