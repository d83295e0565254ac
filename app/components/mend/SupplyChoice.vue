<script setup lang="ts">
import type { Suited } from '#shared/making'
import type { Supply } from '#shared/schemas'
import { celsius, fabricWords, washSentence } from '#shared/words'

/** What of the shelf serves, best first; what is short in the wash, heavy or used up says so. */
const { suited, chosen, label, none = null, washC } = defineProps<{
  suited: readonly Suited[]
  chosen: Supply | null
  label: string
  /** What may stand instead of one of the shelf. */
  none?: string | null
  washC: number
}>()
const emit = defineEmits<{ choose: [id: string | null] }>()
const selection = useSelection()
const NONE = 'none'
const mark = (s: Suited) => [
  ...(s.careShort ? [`takes only ${celsius(s.standsC!, selection.units)}`] : []), ...(s.heavy ? ['heavier than the fabric'] : []),
  ...(s.none ? ['used up'] : []),
]
const items = computed(() => [
  ...(none ? [{ label: none, value: NONE }] : []),
  ...suited.map(s => ({
    label: [s.supply.name, ...(mark(s).length > 0 ? mark(s) : [fabricWords(s.supply.stockM, selection.units)])].join(', '),
    value: s.supply.id,
  })),
])
const short = computed(() => {
  const s = suited.find(x => x.supply.id === chosen?.id)
  return s?.careShort ? washSentence(washC, s.standsC!, selection.units) : null
})
</script>

<template>
  <label class="block"><span class="block text-sm font-semibold">{{ label }}</span>
    <USelect :model-value="chosen?.id ?? (none ? NONE : undefined)" :items="items" class="w-full" :aria-label="label"
      placeholder="nothing in stock" @update:model-value="id => emit('choose', id === NONE ? null : id as string)" /></label>
  <p v-if="short" class="text-[15px] font-semibold text-alert" role="alert" data-test="care-short">{{ short }}</p>
</template>
