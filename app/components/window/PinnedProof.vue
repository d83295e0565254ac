<script setup lang="ts">
import type { Swatch } from '#shared/schemas'
import { METHOD_NAME, holdFigure } from '#shared/words'

/** The proof card pinned over the board. */
const selection = useSelection()
const { answer: swatch } = useAnswer<Swatch>(
  () => selection.chosen.pinnedId, () => (selection.chosen.pinnedId ? $fetch<Swatch>(`/api/swatches/${selection.chosen.pinnedId}`) : null),
  { fault: () => null },
)
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
