<script setup lang="ts">
import type { Origin } from '#core/materials'
import { ORIGIN_NAME } from '#shared/words'

/** The small word beside a figure that says where it comes from. */
defineProps<{ from: Origin }>()
</script>

<template>
  <span class="source">{{ ORIGIN_NAME[from] }}</span>
</template>
