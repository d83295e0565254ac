<script setup lang="ts">
definePageMeta({ title: 'Import and export' })
</script>

<template>
  <div class="mx-auto max-w-5xl space-y-4 p-5">
    <h1 class="text-2xl font-semibold">Import and export</h1>
    <UnreadablePanel />
    <CsvPanel what="fabrics" name="Fabrics" />
    <CsvPanel what="supplies" name="Supplies" />
    <CsvPanel what="calibrations" name="Calibrations" />
    <WorkroomPanel />
  </div>
</template>
