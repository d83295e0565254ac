<script setup lang="ts">
const route = useRoute()
const drawers = [
  { to: '/cloth', name: 'Cloths', icon: 'i-lucide-layers' },
  { to: '/shelf', name: 'Shelf', icon: 'i-lucide-archive' },
  { to: '/irons', name: 'Irons', icon: 'i-lucide-thermometer' },
  { to: '/rules', name: 'Rules', icon: 'i-lucide-scroll-text' },
  { to: '/inout', name: 'In, out', icon: 'i-lucide-arrow-left-right' },
]
</script>

<template>
  <nav class="flex flex-col gap-1 border-r border-seam bg-paper/70 py-2" aria-label="Drawers">
    <NuxtLink
      v-for="d in drawers" :key="d.to" :to="d.to" class="flex min-h-16 flex-col items-center justify-center gap-1 border-l-4 text-[13px]"
      :class="route.path.startsWith(d.to) ? 'border-mark font-bold' : 'border-transparent hover:bg-linen-200/40'"
    >
      <UIcon :name="d.icon" class="size-6" />{{ d.name }}
    </NuxtLink>
  </nav>
</template>
