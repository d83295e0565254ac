<script setup lang="ts">
import type { Origin } from '#core/materials'

/** The small word beside a figure that says where it comes from. */
defineProps<{ from: Origin }>()
</script>

<template>
  <span class="source">{{ from }}</span>
</template>
