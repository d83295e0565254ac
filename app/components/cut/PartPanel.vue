<script setup lang="ts">
import { cutPiece } from '#shared/cutting'
import type { JobPiece, LayoutPart } from '#shared/schemas'
import { lengthWords } from '#shared/words'

/** The piece that a part belongs to, its outlines one within another; and where the part lies. */
const { piece, part } = defineProps<{ piece: JobPiece, part: LayoutPart | null }>()
const emit = defineEmits<{ put: [piece: JobPiece], turn: [], pin: [] }>()
const cutting = useCutting()
const selection = useSelection()
const library = useLibrary()
const made = computed(() => {
  try {
    return cutPiece(piece, cutting.ground)
  } catch {
    return null
  }
})
const colour = computed(() => library.fabrics.find(c => c.id === piece.fabricId)?.colourHex ?? '#e6dcc8')
</script>

<template>
  <div v-if="made" class="flex min-h-0 flex-col overflow-auto">
    <h2 class="ticket text-xl font-semibold">{{ piece.name }}</h2>
    <div class="h-64 shrink-0">
      <PiecePicture :made="made" :grain="piece.grain" :colour="colour" :label="`${piece.name}, its outlines`" />
    </div>
    <OutlineStack class="mt-2" :piece="piece" :made="made" @inset="v => emit('put', { ...piece, inset: v })"
      @half="v => emit('put', { ...piece, half: v })" />
    <div v-if="part" class="mt-3 space-y-1 text-[15px]" data-test="part">
      <hr class="stitch">
      <p>
        {{ lengthWords(part.x, selection.units) }} from the selvedge, {{ lengthWords(part.y, selection.units) }} from the end{{
          part.turnDeg ? `, turned ${part.turnDeg}°` : '' }}
      </p>
      <div v-if="part.offcutId === null" class="flex gap-1">
        <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-rotate-cw" @click="emit('turn')">
          Turn part <kbd>{{ KEYS.turn.shown }}</kbd></UButton>
        <UButton size="sm" :variant="part.pinned ? 'solid' : 'outline'" color="neutral" icon="i-lucide-pin" :aria-pressed="part.pinned"
          @click="emit('pin')">{{ part.pinned ? 'Pinned' : 'Pin' }} <kbd>{{ KEYS.pin.shown }}</kbd></UButton>
      </div>
    </div>
    <p v-else class="mt-3 text-[15px] text-muted-ink">
      Drag a part to move it. <kbd>{{ KEYS.nextOne.shown }}</kbd> selects the next.
    </p>
  </div>
</template>
