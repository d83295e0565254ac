<script setup lang="ts">
import type { May } from '#shared/people'

/** What is within is for those who may; the others see it, and who may. */
const { may } = defineProps<{ may: May }>()
const { may: isAllowed } = useWho()
</script>

<template>
  <WhoMay :may="may" />
  <fieldset :disabled="!isAllowed(may)" class="contents"><slot /></fieldset>
</template>
