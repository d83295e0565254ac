<script setup lang="ts">
definePageMeta({ title: 'Import and export' })
</script>

<template>
  <div class="mx-auto max-w-5xl space-y-4 p-5">
    <h1 class="text-2xl font-semibold">Import and export</h1>
    <UnreadableBench />
    <CsvBench what="cloths" name="Fabrics" />
    <CsvBench what="supplies" name="Supplies" />
    <CsvBench what="calibrations" name="Calibrations" />
    <WorkroomBench />
  </div>
</template>
