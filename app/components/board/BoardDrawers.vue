<script setup lang="ts">
const route = useRoute()
const keyOf = (d: (typeof DRAWERS)[number]): string | null => ('shortcut' in d ? KEYS[d.shortcut].shown : null)
</script>

<template>
  <nav class="flex flex-col overflow-y-auto border-r border-seam bg-paper/70 py-1" aria-label="Drawers">
    <NuxtLink
      v-for="d in DRAWERS"
      :key="d.to"
      :to="d.to"
      class="flex min-h-[58px] flex-col items-center justify-center gap-0.5 border-l-4 text-center text-[13px] leading-tight"
      :class="route.path.startsWith(d.to) ? 'border-mark font-bold' : 'border-transparent hover:bg-seam/20'">
      <UIcon :name="d.icon" class="size-5" />
      <span>{{ d.name }}<kbd v-if="keyOf(d)" class="ml-1 text-[11px] text-muted-ink">{{ keyOf(d) }}</kbd></span>
    </NuxtLink>
    <WhoIsHere />
  </nav>
</template>
