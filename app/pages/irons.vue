<script setup lang="ts">
import { IRON_KINDS } from '#core/materials'
import { celsius, degreesApart, seconds } from '#shared/words'

const library = useLibrary()
const bench = useBench()
const iron = useIron()
const NOMINAL = [110, 150, 200]
const x = (c: number) => (c - 60) / 180 * 420
</script>

<template>
  <div class="p-5">
    <ul class="grid grid-cols-2 gap-4 max-[1000px]:grid-cols-1">
      <li v-for="i in library.irons" :key="i.id" class="slip flex gap-4 p-4" :class="i.id === bench.iron?.id ? 'outline-4 outline-mark' : ''">
        <SolePicture :kind="i.kind" :c="i.id === bench.iron?.id ? iron.soleC : 20" />
        <div class="min-w-0 flex-1">
          <p class="text-xl font-semibold leading-tight">{{ i.name }}</p>
          <p class="text-sm text-muted-ink">{{ IRON_KINDS[i.kind].name }}, {{ IRON_KINDS[i.kind].massKg ?? '–' }} kg, {{ IRON_KINDS[i.kind].steamGMin ? `${IRON_KINDS[i.kind].steamGMin} g steam a minute` : 'no steam' }} <Sourced from="typical" /></p>
          <p class="text-sm" :class="i.shutsOffAfterS ? '' : 'text-alert'">{{ i.shutsOffAfterS ? `shuts itself off after ${seconds(i.shutsOffAfterS)}` : 'never shuts itself off' }}</p>
          <svg :viewBox="`-6 0 440 ${i.stops.length * 24 + 18}`" class="mt-2 w-full" role="img" :aria-label="`Stops of ${i.name}`">
            <g v-for="(s, k) in i.stops" :key="s.label" :transform="`translate(0 ${k * 24 + 8})`" font-size="13" fill="currentColor">
              <line x1="0" x2="420" y1="6" y2="6" stroke="var(--rc-seam)" stroke-dasharray="3 4" />
              <rect :x="x(s.meanC - s.swingC)" width="1" y="0" height="12" :style="{ width: `${x(s.meanC + s.swingC) - x(s.meanC - s.swingC)}px` }" :fill="heatColour(s.meanC)" stroke="var(--rc-ink)" stroke-width=".6" />
              <line v-if="NOMINAL[k]" :x1="x(NOMINAL[k]!)" :x2="x(NOMINAL[k]!)" y1="-3" y2="15" stroke="currentColor" stroke-width="1.500" />
              <text :x="s.meanC > 150 ? x(s.meanC - s.swingC) - 6 : x(s.meanC + s.swingC) + 6" y="11" :text-anchor="s.meanC > 150 ? 'end' : 'start'">{{ s.label }} {{ celsius(s.meanC, bench.units) }} ± {{ degreesApart(s.swingC, bench.units) }} {{ s.origin }}</text>
            </g>
            <text x="0" :y="i.stops.length * 24 + 15" font-size="11" fill="var(--rc-muted)">bar: the thermostat's swing · upright line: what the dial's class says</text>
          </svg>
          <UButton v-if="i.id !== bench.iron?.id" class="mt-1" variant="outline" color="neutral" @click="bench.takeIron(i.id)">Take this one in hand</UButton>
        </div>
      </li>
    </ul>
    <CalibrateBench v-if="bench.iron" :key="bench.iron.id" :iron="bench.iron" class="mt-4" />
  </div>
</template>
