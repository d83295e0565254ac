<script setup lang="ts">
import { useEventListener } from '@vueuse/core'

/** Five stops round the board: each puts a ring about what it speaks of, and can be left at any moment. */
const at = defineModel<number | null>('at', { required: true })
const STOPS = [
  {
    mark: 'nav[aria-label="Stages of the job"]',
    says: 'A job goes along this tape, from fabric to care. It is drawn out as far as yours has come; press a stage, or its number.',
  },
  {
    // On a phone they are behind a button.
    mark: 'nav[aria-label=Drawers], [data-test=drawers]',
    says: 'What the workroom has lies in these drawers: jobs, fabrics, supplies, irons, and help when something went wrong.',
  },
  {
    mark: '[data-test=rest]',
    says: 'The iron in your hand: how hot it is now, and its dial. While you press, Space is “iron down” and “iron up”.',
  },
  { mark: '[data-test=find]', says: 'This finds anything: a fabric, a hem, a word of the guide. Ctrl K does the same.' },
  { mark: '[data-test=help]', says: 'On every screen this says what it is for, and its shortcuts. Begin with your fabric: press 1.' },
] as const
const ring = ref<DOMRect | null>(null)
function look(): void {
  ring.value = at.value === null ? null : document.querySelector(STOPS[at.value]!.mark)?.getBoundingClientRect() ?? null
}
watch(at, look, { immediate: true, flush: 'post' })
useEventListener(window, 'resize', look)
useEventListener(window, 'keydown', (e: KeyboardEvent) => {
  if (e.key !== 'Escape' || at.value === null) return
  e.stopPropagation()
  leave()
}, { capture: true })
const next = (): void => { at.value = at.value === STOPS.length - 1 ? null : at.value! + 1 }
const leave = (): void => { at.value = null }
</script>

<template>
  <div v-if="at !== null" class="pointer-events-none fixed inset-0 z-40" role="dialog" aria-label="Round the board" aria-modal="false">
    <i v-if="ring" class="absolute border-4 border-mark" :style="{
      left: `${ring.left + 2}px`, top: `${ring.top + 2}px`, width: `${ring.width - 4}px`, height: `${ring.height - 4}px`,
    }" />
    <div class="slip pointer-events-auto absolute top-1/2 left-1/2 w-[min(26rem,90vw)] -translate-x-1/2 -translate-y-1/2 p-5 shadow-xl"
      data-test="tour">
      <p class="text-sm text-muted-ink">{{ at + 1 }} of {{ STOPS.length }}</p>
      <p class="mt-1 min-h-24 text-lg leading-snug" aria-live="polite">{{ STOPS[at]!.says }}</p>
      <div class="mt-3 flex gap-3">
        <UButton size="lg" autofocus @click="next">{{ at === STOPS.length - 1 ? 'Done' : 'Next' }}</UButton>
        <UButton size="lg" variant="ghost" color="neutral" @click="leave">Leave</UButton>
      </div>
    </div>
  </div>
</template>
