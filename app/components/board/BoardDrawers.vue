<script setup lang="ts">
const route = useRoute()
const drawers = [
  { to: '/today', name: 'Today', icon: 'i-lucide-calendar-days', key: KEYS.today.shown },
  { to: '/fabric', name: 'Fabrics', icon: 'i-lucide-layers' },
  { to: '/supplies', name: 'Supplies', icon: 'i-lucide-archive', key: KEYS.shelf.shown },
  { to: '/irons', name: 'Irons', icon: 'i-lucide-thermometer', key: KEYS.irons.shown },
  { to: '/seams', name: 'Seams & hems', icon: 'i-lucide-scissors-line-dashed', key: KEYS.seams.shown },
  { to: '/mend', name: 'Mend & add', icon: 'i-lucide-bandage', key: KEYS.mend.shown },
  { to: '/fix', name: 'Fix a problem', icon: 'i-lucide-life-buoy', key: KEYS.rescue.shown },
  { to: '/practice', name: 'Practice', icon: 'i-lucide-graduation-cap', key: KEYS.practice.shown },
  { to: '/rules', name: 'House rules', icon: 'i-lucide-scroll-text', key: KEYS.rules.shown },
  { to: '/import-export', name: 'Import, export', icon: 'i-lucide-arrow-left-right' },
]
</script>

<template>
  <nav class="flex flex-col overflow-y-auto border-r border-seam bg-paper/70 py-1" aria-label="Drawers">
    <NuxtLink
      v-for="d in drawers"
      :key="d.to"
      :to="d.to"
      class="flex min-h-[58px] flex-col items-center justify-center gap-0.5 border-l-4 text-center text-[13px] leading-tight"
      :class="route.path.startsWith(d.to) ? 'border-mark font-bold' : 'border-transparent hover:bg-linen-200/40'">
      <UIcon :name="d.icon" class="size-5" />
      <span>{{ d.name }}<kbd v-if="d.key" class="ml-1 text-[11px] text-muted-ink">{{ d.key }}</kbd></span>
    </NuxtLink>
    <WhoIsHere />
  </nav>
</template>
