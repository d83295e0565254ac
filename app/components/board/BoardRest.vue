<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { ORIGIN_NAME, celsius } from '#shared/words'

const bench = useBench()
const iron = useIron()
const outbox = useOutbox()
const press = usePress()

const STATE_WORDS = { off: 'off', warming: 'warming', ready: 'ready', cooling: 'cooling', shutOff: 'shut itself off' } as const
useIntervalFn(() => { if (press.step) press.tick() }, 250)
const moisture = computed(() => press.session ? press.moistureWords : null)
</script>

<template>
  <footer class="flex items-stretch gap-4 border-t-2 border-ink/70 bg-paper px-4 py-2" aria-label="The iron's rest">
    <template v-if="bench.iron">
      <div class="flex items-center gap-3" role="status">
        <div class="grid h-12 w-24 place-items-center rounded-[3px] border border-ink/40" :style="{ background: heatColour(iron.soleC), color: inkOnHeat(iron.soleC) }">
          <span class="text-2xl font-bold leading-none">{{ celsius(iron.soleC, bench.units) }}</span>
        </div>
        <div class="leading-tight">
          <p class="font-semibold">{{ bench.iron.name }}: {{ STATE_WORDS[iron.state] }}</p>
          <p class="text-sm text-muted-ink">sole now, estimated <span class="source">model</span></p>
        </div>
      </div>
      <div class="flex items-center gap-1" role="radiogroup" aria-label="Dial">
        <button
          type="button" role="radio" :aria-checked="iron.stopIndex === null" class="min-h-12 px-3" :class="iron.stopIndex === null ? 'bg-ink text-paper font-semibold' : 'slip'"
          @click="iron.setStop(null)"
        >
          off
        </button>
        <button
          v-for="(s, i) in bench.iron.stops" :key="s.label" type="button" role="radio" :aria-checked="iron.stopIndex === i"
          class="min-h-12 px-3 text-left leading-tight" :class="iron.stopIndex === i ? 'bg-ink text-paper font-semibold' : 'slip'" @click="iron.setStop(i)"
        >
          {{ s.label }}<span class="block text-sm opacity-80">{{ celsius(s.meanC, bench.units) }} <i>{{ ORIGIN_NAME[s.origin] }}</i></span>
        </button>
      </div>
      <div class="ml-auto flex items-center gap-5 text-base">
        <p v-if="press.step?.kind === 'cool'" class="flex items-center gap-2" role="timer">
          <svg width="40" height="40" viewBox="-20 -20 40 40" aria-hidden="true"><circle r="15" fill="none" stroke="var(--rc-seam)" stroke-width="6" /><circle r="15" fill="none" stroke="var(--rc-mark)" stroke-width="6" transform="rotate(-90)" :stroke-dasharray="94.25" :stroke-dashoffset="94.25 * Math.max(0, press.leftS / press.step.forS)" /></svg>
          <span class="leading-tight">{{ press.session!.clothName }}<br><b>{{ press.leftS > 0 ? `cooling ${Math.ceil(press.leftS)} s` : 'cold' }}</b></span>
        </p>
        <p v-if="moisture" class="leading-tight">{{ moisture }}</p>
        <p class="leading-tight text-muted-ink">{{ bench.cover ? bench.cover.name : 'bare sole' }}</p>
        <p v-if="outbox.waiting.value.length" class="slip flex items-center gap-2 px-3 py-2" role="status">
          <UIcon name="i-lucide-mail" class="size-5" />{{ outbox.waiting.value.length }} {{ outbox.waiting.value.length === 1 ? 'swatch waits' : 'swatches wait' }} for the server
        </p>
        <p v-if="iron.state === 'ready' || iron.soleC > 60" class="text-sm text-alert">Sole hot</p>
      </div>
    </template>
  </footer>
</template>
