<script setup lang="ts">
/** Somebody, drawn as a tailor's tack: her first letters in a ring of stitches. */
const { name, size = 40 } = defineProps<{ name: string, size?: number }>()
const letters = computed(() => name.trim().split(/\s+/).map(w => [...w][0] ?? '').slice(0, 2).join('').toUpperCase())
</script>

<template>
  <svg viewBox="0 0 40 40" :width="size" :height="size" aria-hidden="true" class="shrink-0">
    <circle cx="20" cy="20" r="17.500" fill="var(--rc-paper)" stroke="var(--rc-ink)" stroke-width="1.800" stroke-dasharray="5 3" />
    <text x="20" y="26" text-anchor="middle" font-size="16" font-weight="700" fill="var(--rc-ink)">{{ letters }}</text>
  </svg>
</template>
