<script setup lang="ts">
import { BLOCKS, usualMeasures } from '#core/cut'
import { boundsOf } from '#core/geometry'

/** The house's blocks as they look at their usual measures; one is taken and then measured. */
const emit = defineEmits<{ take: [block: string] }>()
const shown = BLOCKS.map((b) => {
  const { seam } = b.draw(usualMeasures(b)),
    { left, top, wideMm, highMm } = boundsOf(seam)
  const pad = Math.max(wideMm, highMm) * 0.06
  return {
    key: b.key,
    name: b.name,
    d: outlinePath(seam),
    box: `${left - pad} ${-top - pad} ${wideMm + 2 * pad} ${highMm + 2 * pad}`,
    half: b.half,
  }
})
</script>

<template>
  <ul class="grid grid-cols-4 gap-2 max-[1000px]:grid-cols-3" data-test="blocks">
    <li v-for="b in shown" :key="b.key">
      <button type="button" class="slip flex h-28 w-full flex-col items-center p-2 hover:bg-seam/20" @click="emit('take', b.key)">
        <svg :viewBox="b.box" class="min-h-0 w-full flex-1" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
          <path :d="b.d" fill="var(--rc-ground)" stroke="var(--rc-ink)" stroke-width="1.500" vector-effect="non-scaling-stroke" />
        </svg>
        <span class="mt-1 leading-tight">{{ b.name }}<span v-if="b.half" class="text-sm text-muted-ink"> on the fold</span></span>
      </button>
    </li>
  </ul>
</template>
