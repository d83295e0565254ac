<script setup lang="ts">
import { FIBRES, moveBorder, type LabelShare } from '#core/materials'

/** What a fabric is made of, as a bar: the borders between two fibres can be dragged, or moved by the arrow keys. */
const { fibres } = defineProps<{ fibres: readonly LabelShare[] }>()
const emit = defineEmits<{ shares: [shares: number[]] }>()
const bar = useTemplateRef<HTMLElement>('bar')
const COLOURS = ['#333a73', '#7077b0', '#a89a82', '#5f5648'], LIGHT = 2
const shares = computed(() => fibres.map(f => Number(f.sharePct) || 0))
const upTo = (i: number) => shares.value.slice(0, i + 1).reduce((sum, s) => sum + s, 0)
const nameOf = (i: number) => FIBRES[fibres[i]!.fibre].name.split(/[,(]/)[0]!.trim()
const move = (border: number, toPct: number): void => emit('shares', moveBorder(shares.value, border, toPct))
function drag(border: number, event: PointerEvent): void {
  const knob = event.currentTarget as HTMLElement
  knob.setPointerCapture(event.pointerId)
  const on = (e: PointerEvent) => {
    const room = bar.value!.getBoundingClientRect()
    move(border, (e.clientX - room.left) / room.width * 100)
  }
  knob.addEventListener('pointermove', on)
  knob.addEventListener('lostpointercapture', () => knob.removeEventListener('pointermove', on), { once: true })
}
const STEPS: Record<string, number> = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -5, PageUp: 5 }
function key(border: number, event: KeyboardEvent): void {
  const step = STEPS[event.key]
  if (step === undefined) return
  event.preventDefault()
  event.stopPropagation()
  move(border, upTo(border) + step)
}
</script>

<template>
  <div ref="bar" class="relative flex h-12 touch-none select-none border border-ink/50">
    <span v-for="(f, i) in fibres" :key="f.fibre" class="flex min-w-0 items-center justify-center overflow-hidden px-1 text-[15px]
      leading-tight whitespace-nowrap" :style="{
        width: `${Math.min(100, shares[i]!)}%`, background: COLOURS[i % 4], color: i % 4 === LIGHT ? '#25211d' : '#faf6ec',
      }">{{ shares[i]! >= 12 ? `${shares[i]} % ${shares[i]! >= 25 ? nameOf(i).toLowerCase() : ''}` : '' }}</span>
    <button v-for="i in Math.max(0, fibres.length - 1)" :key="`b${i}`" type="button" role="slider"
      class="absolute -top-1 flex h-14 w-11 -translate-x-1/2 cursor-ew-resize items-center justify-center"
      :style="{ left: `${Math.min(100, upTo(i - 1))}%` }" :aria-label="`Border between ${nameOf(i - 1)} and ${nameOf(i)}`"
      :aria-valuenow="Math.round(upTo(i - 1))" aria-valuemin="1" aria-valuemax="99"
      :aria-valuetext="`${shares[i - 1]} % ${nameOf(i - 1)}, ${shares[i]} % ${nameOf(i)}`"
      @pointerdown="e => drag(i - 1, e)" @keydown="e => key(i - 1, e)">
      <i class="block h-14 w-3 border-2 border-ink bg-paper" /></button>
  </div>
</template>
