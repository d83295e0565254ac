<script setup lang="ts">
import type { May } from '#shared/people'

/** Says who may, where whoever is at the board may not. */
const { may } = defineProps<{ may: May }>()
const { whoMay } = useWho()
</script>

<template>
  <p v-if="whoMay(may)" class="border-l-4 border-mark py-1 pl-3 text-lg" data-test="who-may">{{ whoMay(may) }} You may look.</p>
</template>
