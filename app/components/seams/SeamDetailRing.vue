<script setup lang="ts">
import type { SeamDetailPlan } from '#core/seam'

/** The ring to press by: how long the sole is down, then until it may be touched. */
const { plan } = defineProps<{ plan: SeamDetailPlan | null }>()
const run = useSession()
const press = usePress()
const { phase, side, leftS, forS, share, press: next } = useSeamDetailRing(computed(() => plan))
const able = computed(() => plan?.recipe != null)
useSpaceBar(() => able.value && !keysAtRest.value && press.phase !== 'running' && !run.down, next)
const R = 52, ROUND = 2 * Math.PI * R
const over = computed(() => leftS.value <= 0 && phase.value === 'down')
const big = computed(() => {
  if (phase.value === 'done') return 'now'
  if (phase.value === 'turn') return 'turn'
  if (over.value) return 'lift'
  return String(Math.max(0, Math.ceil(phase.value === 'ready' ? forS.value : leftS.value)))
})
const under = computed(() => ({
  ready: 'seconds', down: over.value ? 'it is set' : side.value === 0 ? 'iron down' : 'other side', turn: 'it over',
  rest: 'do not move it', done: 'you can move it',
})[phase.value])
const does = computed(() => ({ ready: 'down', down: 'lift', turn: 'down', rest: 'again', done: 'again' })[phase.value])
</script>

<template>
  <button type="button" class="flex items-center gap-3 text-left" :disabled="!able" data-test="seam-detail-ring" :data-phase="phase"
    :aria-label="`${big} ${under}; Space: ${does}`" @click="next">
    <svg viewBox="0 0 120 120" class="size-36 shrink-0" aria-hidden="true">
      <circle cx="60" cy="60" :r="R" fill="var(--rc-paper)" stroke="var(--rc-seam)" stroke-width="9" />
      <circle cx="60" cy="60" :r="R" fill="none" :stroke="over ? 'var(--rc-alert)' : phase === 'rest' ? 'var(--rc-mark)' : 'var(--rc-good)'"
        stroke-width="9" transform="rotate(-90 60 60)" :stroke-dasharray="ROUND" :stroke-dashoffset="ROUND * (1 - share)" />
      <text x="60" y="68" text-anchor="middle" :font-size="big.length > 3 ? 26 : 38" font-weight="700" fill="var(--rc-ink)">{{ big }}</text>
      <text x="60" y="86" text-anchor="middle" font-size="11" fill="var(--rc-ink)">{{ under }}</text>
    </svg>
    <span v-if="able" class="text-lg"><kbd>Space</kbd> {{ does }}</span>
  </button>
</template>
