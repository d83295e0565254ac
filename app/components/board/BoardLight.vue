<script setup lang="ts">
const mode = useColorMode()
const dark = computed(() => mode.value === 'dark')
const turn = () => { mode.preference = dark.value ? 'light' : 'dark' }
</script>

<template>
  <button type="button" class="my-3 flex w-12 shrink-0 items-center justify-center hover:bg-seam/20"
    :aria-label="dark ? 'Light board' : 'Dark board for the evening'" @click="turn">
    <UIcon :name="dark ? 'i-lucide-sun' : 'i-lucide-moon'" class="size-6" />
  </button>
</template>
