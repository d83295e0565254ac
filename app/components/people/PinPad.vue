<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/** A PIN by touch or by keys: figures large enough for a thumb beside a hot iron. */
const { busy = false } = defineProps<{ busy?: boolean }>()
const emit = defineEmits<{ done: [pin: string], leave: [] }>()
const MOST = 8, LEAST = 4
const pin = ref('')
const add = (figure: string): void => { if (pin.value.length < MOST) pin.value += figure }
function go(): void {
  if (pin.value.length < LEAST || busy) return
  emit('done', pin.value)
  pin.value = ''
}
useEventListener('keydown', (e) => {
  if (/^\d$/.test(e.key)) add(e.key)
  else if (e.key === 'Backspace') pin.value = pin.value.slice(0, -1)
  else if (e.key === 'Enter') go()
  else if (e.key === 'Escape') emit('leave')
  else return
  e.preventDefault()
  e.stopPropagation()
}, { capture: true })
</script>

<template>
  <div class="w-[280px]" role="group" aria-label="PIN">
    <p class="flex h-12 items-center justify-center gap-2" role="status" :aria-label="`${pin.length} figures`">
      <i v-for="n in Math.max(LEAST, pin.length)" :key="n" class="size-4 rounded-full border-2 border-ink"
        :class="n <= pin.length ? 'bg-ink' : ''" /></p>
    <div class="grid grid-cols-3 gap-2">
      <button v-for="n in ['1', '2', '3', '4', '5', '6', '7', '8', '9']" :key="n" type="button" class="slip h-16 text-2xl font-semibold
        hover:bg-seam/20" @click="add(n)">{{ n }}</button>
      <button type="button" class="h-16 text-lg hover:bg-seam/20" @click="emit('leave')">Back</button>
      <button type="button" class="slip h-16 text-2xl font-semibold hover:bg-seam/20" @click="add('0')">0</button>
      <button type="button" class="h-16 text-lg font-semibold" :class="pin.length < LEAST ? 'text-muted-ink' : 'bg-ink text-paper'"
        :aria-disabled="pin.length < LEAST" @click="go">Enter</button>
    </div>
  </div>
</template>
