<script setup lang="ts">
/** Nothing of the board: there is no workroom yet whose board it could be. */
const route = useRoute()
useHead({ title: () => [route.meta.title, 'Ready Cuff'].filter(Boolean).join(' · ') })
</script>

<template>
  <main class="h-full overflow-auto" tabindex="-1"><slot /></main>
</template>
