<script setup lang="ts">
import { FIBRES } from '#core/materials'
import type { Cloth } from '#shared/schemas'

defineProps<{ cloths: Cloth[], chosenId: string | null }>()
defineEmits<{ choose: [cloth: Cloth], describe: [] }>()

const fibreWords = (c: Cloth) => c.fibres.length === 0 ? 'fibre unknown' : c.fibres.map(f => `${f.sharePct} % ${FIBRES[f.fibre].name.split(',')[0]!.toLowerCase()}`).join(', ')
</script>

<template>
  <div>
    <button type="button" class="sticky top-0 z-10 flex min-h-14 w-full items-center gap-3 border-b border-seam bg-paper px-4 text-lg font-semibold text-mark hover:bg-linen-200/60" @click="$emit('describe')">
      <UIcon name="i-lucide-plus" class="size-6" />Describe a new cloth <kbd class="ml-auto text-sm text-muted-ink">N</kbd>
    </button>
    <ul>
      <li v-for="c in cloths" :key="c.id" class="border-b border-dashed border-seam">
        <button type="button" class="flex min-h-20 w-full items-center gap-4 px-4 py-2 text-left" :class="c.id === chosenId ? 'bg-paper shadow-[inset_6px_0_0_var(--rc-mark)]' : 'hover:bg-paper/60'" :aria-pressed="c.id === chosenId" @click="$emit('choose', c)">
          <ClothSwatch :colour="c.colourHex" :construction="c.construction" :nap="c.nap" :width="72" :height="60" />
          <span class="min-w-0">
            <span class="block text-[1.05rem] font-semibold leading-tight">{{ c.name }}</span>
            <span class="block text-sm leading-snug text-muted-ink">{{ fibreWords(c) }}</span>
            <span class="block text-sm text-muted-ink">{{ c.code }} · {{ Math.round(c.massGsm) }} g/m²</span>
          </span>
        </button>
      </li>
    </ul>
  </div>
</template>
