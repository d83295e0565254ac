<script setup lang="ts">
definePageMeta({ title: 'Import and export' })
const { may, whoMay } = useWho()
</script>

<template>
  <div class="mx-auto max-w-5xl space-y-4 p-5">
    <h1 class="text-2xl font-semibold">Import and export</h1>
    <UnreadablePanel />
    <template v-if="may('manage')">
      <CsvPanel what="fabrics" name="Fabrics" />
      <CsvPanel what="supplies" name="Supplies" />
      <CsvPanel what="calibrations" name="Calibrations" />
    </template>
    <p v-else class="slip p-4 text-lg">Fabrics, supplies and calibrations as CSV: {{ whoMay('manage') }}</p>
    <WorkroomPanel v-if="may('own')" />
    <p v-else class="slip p-4 text-lg">The whole workroom as an archive, backups and restoring: {{ whoMay('own') }}</p>
  </div>
</template>
