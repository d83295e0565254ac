<script setup lang="ts">
import type { Swatch } from '#shared/schemas'
import { METHOD_NAME, holdFigure } from '#shared/words'

/** The proof card pinned over the board. */
const selection = useSelection()
const swatch = ref<Swatch | null>(null)
watch(() => selection.chosen.pinnedId, async (id) => {
  const found = id ? await $fetch<Swatch>(`/api/swatches/${id}`).catch(() => null) : null
  if (selection.chosen.pinnedId === id) swatch.value = found
}, { immediate: true })
</script>

<template>
  <aside v-if="swatch" class="slip max-w-72 -rotate-1 p-3 text-ink shadow-md" aria-label="Proof pinned over the board">
    <p class="ticket text-lg font-semibold leading-tight">Proved: {{ swatch.fabricName }}</p>
    <p class="leading-snug">{{ swatch.supplyName }}. <b>
      {{ holdFigure(swatch.recipe) }}{{ swatch.recipe.passes === 2 ? ' each side' : '' }}
    </b>, {{ swatch.recipe.setting.label }}, {{ METHOD_NAME[swatch.recipe.method].toLowerCase() }},
      {{ swatch.pressClothName?.toLowerCase() ?? 'bare iron' }}.</p>
    <button type="button" class="mt-1 text-sm underline" @click.stop="selection.chosen.pinnedId = null">Unpin</button>
  </aside>
</template>
