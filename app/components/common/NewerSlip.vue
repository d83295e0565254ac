<script setup lang="ts">
/** Someone else saved meanwhile: what is stored now and what is here, until one of the two is chosen. */
defineProps<{ problem: string | null }>()
defineEmits<{ over: [], take: [] }>()
</script>

<template>
  <div class="slip p-4" role="alert">
    <p class="font-semibold">{{ problem }}</p>
    <p class="mt-1"><slot /></p>
    <div class="mt-3 flex gap-3">
      <UButton type="button" @click="$emit('over')">Save mine instead</UButton>
      <UButton type="button" variant="outline" color="neutral" @click="$emit('take')">Use theirs</UButton>
    </div>
  </div>
</template>
