<script setup lang="ts">
import type { LookPayload } from '#shared/schemas'

/** A fabric as it looks: its small picture, or its colours by share. */
const { look } = defineProps<{ look: LookPayload }>()
const starts = computed(() => look.palette.map((_, i) => look.palette.slice(0, i).reduce((s, p) => s + p.sharePct, 0)))
</script>

<template>
  <span class="relative block overflow-hidden border border-ink">
    <img v-if="look.tile" :src="look.tile.picture" alt="" class="h-full w-full object-cover" />
    <span v-else class="block h-full w-full" :style="{ background: look.palette[0]!.hex }" />
    <span class="absolute inset-x-0 bottom-0 flex h-2.5" aria-hidden="true">
      <span v-for="(p, i) in look.palette" :key="i" :data-from="starts[i]" :style="{ background: p.hex, width: `${p.sharePct}%` }" />
    </span>
  </span>
</template>
