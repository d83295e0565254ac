<script setup lang="ts">
import type { May } from '#shared/people'

/** What is within is for those who may; the others see it, and who may. */
const { may } = defineProps<{ may: May }>()
const { whoMay } = useWho()
const said = computed(() => whoMay(may))
</script>

<template>
  <p v-if="said" class="border-l-4 border-mark py-1 pl-3 text-lg" data-test="who-may">{{ said }} You may look.</p>
  <fieldset :disabled="said !== null" class="contents"><slot /></fieldset>
</template>
