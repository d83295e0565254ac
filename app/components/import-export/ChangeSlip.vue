<script setup lang="ts">
import type { KeptCounts, WorkroomPreview } from '#shared/schemas'
import { replaceSentence, unreadableWithin } from '#shared/words'

/** What would stand in place of what is kept, before it does. */
const { preview } = defineProps<{ preview: WorkroomPreview & { title: string }, busy: boolean }>()
defineEmits<{ replace: [], keep: [] }>()
const NAMES: Record<keyof KeptCounts, string> = {
  fabrics: 'Fabrics', supplies: 'Supplies', jobs: 'Jobs', swatches: 'Swatches', photos: 'Pictures',
}
const rows = computed(() => (Object.keys(NAMES) as (keyof KeptCounts)[])
  .map(key => ({ key, name: NAMES[key], now: preview.now[key], then: preview.kept[key] })))
const WHEN = { day: 'numeric', month: 'short', year: 'numeric', hour: '2-digit', minute: '2-digit' } as const
const written = computed(() => preview.written ? new Date(preview.written).toLocaleString('en-GB', WHEN) : null)
</script>

<template>
  <div class="mt-3 border-l-4 border-alert pl-4" data-test="change">
    <p class="text-lg font-semibold">{{ replaceSentence(preview.title) }}</p>
    <p class="text-muted-ink">{{ preview.name }}{{ written ? `, written ${written}` : '' }}</p>
    <table class="mt-2 text-lg">
      <thead><tr class="text-left text-sm text-muted-ink"><th class="pr-8 font-normal" /><th class="pr-8 font-normal">now</th>
        <th class="font-normal">then</th></tr></thead>
      <tbody>
        <tr v-for="r in rows" :key="r.key" class="border-t border-dashed border-seam">
          <th scope="row" class="pr-8 text-left font-normal">{{ r.name }}</th>
          <td class="pr-8 text-right tabular-nums">{{ r.now }}</td>
          <td class="text-right font-semibold tabular-nums" :class="r.then < r.now ? 'text-alert' : ''">{{ r.then }}</td></tr>
      </tbody>
    </table>
    <p v-if="preview.unreadable > 0" class="mt-2 text-lg">{{ unreadableWithin(preview.unreadable) }}</p>
    <div class="mt-3 flex gap-3">
      <UButton :loading="busy" @click="$emit('replace')">Replace what is here</UButton>
      <UButton variant="outline" color="neutral" :disabled="busy" @click="$emit('keep')">Cancel</UButton>
    </div>
  </div>
</template>
