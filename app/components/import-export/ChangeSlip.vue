<script setup lang="ts">
import type { KeptCounts, WorkroomPreview } from '#shared/schemas'
import { COPIED, COPIED_KEYS, type CopiedKey } from '#shared/copying'
import { replaceSentence, unreadableWithin } from '#shared/words'

/** What would stand in place of what is kept, before it does. */
const { preview, takes = false } = defineProps<{ preview: WorkroomPreview & { title: string }, busy: boolean, takes?: boolean }>()
const emit = defineEmits<{ replace: [], keep: [], take: [only: CopiedKey[]] }>()
/** What is taken beside what is here, if not all of it in its place. */
const only = ref<CopiedKey[]>([])
const toggle = (key: CopiedKey) => { only.value = only.value.includes(key) ? only.value.filter(k => k !== key) : [...only.value, key] }
const names = computed(() => only.value.map(key => COPIED[key].name.toLowerCase()).join(', '))
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
    <div v-if="takes" class="mt-3">
      <p class="font-semibold">Or take some of it, beside what is here</p>
      <div class="mt-1 flex flex-wrap gap-2" role="group" aria-label="What to take">
        <button v-for="key in COPIED_KEYS" :key="key" type="button" class="min-h-11 px-4" :aria-pressed="only.includes(key)"
          :class="only.includes(key) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="toggle(key)">
          {{ only.includes(key) ? '✓ ' : '' }}{{ COPIED[key].name }}</button>
      </div>
      <p class="mt-1 min-h-6 text-sm text-muted-ink">{{ only.length > 0
        ? 'What bears a code or name that is here already stays as it is.' : '' }}</p>
      <UButton size="lg" :loading="busy" :disabled="only.length === 0" @click="emit('take', only)">
        {{ only.length === 0 ? 'Take…' : `Take ${names}` }}</UButton>
    </div>
    <p v-if="preview.unreadable > 0" class="mt-2 text-lg">{{ unreadableWithin(preview.unreadable) }}</p>
    <div class="mt-3 flex gap-3">
      <UButton :loading="busy" :color="takes ? 'error' : 'primary'" :variant="takes ? 'outline' : 'solid'" @click="emit('replace')">
        Replace what is here</UButton>
      <UButton variant="outline" color="neutral" :disabled="busy" @click="emit('keep')">Cancel</UButton>
    </div>
  </div>
</template>
