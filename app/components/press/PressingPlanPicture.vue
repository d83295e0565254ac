<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { changeS, type IronAt, type Schedule } from '#core/order'
import { celsius, clockWords, unitWords } from '#shared/words'

/** One line of time: what the hands are at, each iron's heat, and what lies on which flat place until it is cold. */
const { schedule, irons, places, shares, names, nowS = null, lying = [], chosen = null } = defineProps<{
  schedule: Schedule
  irons: readonly (IronAt & { name: string })[]
  places: number
  /** How much of a flat place each takes; a whole one where it is not said. */
  shares: ReadonlyMap<string, number>
  names: ReadonlyMap<string, string>
  /** Where the hands are now; null while nothing has begun. */
  nowS?: number | null
  lying?: readonly { id: string, coldS: number }[]
  chosen?: string | null
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const selection = useSelection()
const svg = useTemplateRef<SVGSVGElement>('svg')
const { width } = useElementSize(svg)
const LEFT = 120, ROW = 46, IRON = 40, TOP = 24, PLACE = 30
const wide = computed(() => Math.max(320, width.value))
const x = (s: number) => LEFT + (s / Math.max(1, schedule.finishS)) * (wide.value - LEFT - 16)
const high = computed(() => TOP + ROW + 14 + irons.length * (IRON + 8) + 10 + places * (PLACE + 4) + 22)
const boardY = TOP
const ironY = (i: number) => TOP + ROW + 14 + i * (IRON + 8)
const placeY = (i: number) => TOP + ROW + 14 + irons.length * (IRON + 8) + 10 + i * (PLACE + 4)

/** Each iron's sole over the time, °C: turned as soon as it is free. */
const soles = computed(() => irons.map((iron) => {
  const points: { s: number, c: number }[] = [{ s: 0, c: iron.nowC }]
  const blocks: { from: number, to: number, c: number }[] = []
  let c = iron.nowC, s = 0
  for (const slot of schedule.slots.filter(q => q.ironId === iron.id)) {
    const there = s + changeS(iron, c, slot.soleC)
    points.push({ s: Math.min(there, slot.fromS), c: slot.soleC }, { s: slot.liftS, c: slot.soleC })
    const reached = Math.min(there, slot.fromS)
    blocks.push({ from: s, to: reached, c: (c + slot.soleC) / 2 }, { from: reached, to: slot.liftS, c: slot.soleC })
    c = slot.soleC
    s = slot.liftS
  }
  return { ...iron, points, blocks: blocks.filter(b => b.to > b.from), until: s }
}))
const y = (i: number, c: number) => ironY(i) + IRON - (Math.min(220, Math.max(20, c)) - 20) / 200 * IRON
const line = (i: number) => soles.value[i]!.points.map((p, k) => `${k === 0 ? 'M' : 'L'}${x(p.s)} ${y(i, p.c)}`).join('')
const areaOf = (i: number) => `${line(i)}L${x(soles.value[i]!.until)} ${ironY(i) + IRON}L${x(0)} ${ironY(i) + IRON}Z`
/** On which flat place each lies, and in which part of it: small pieces lie beside each other. */
const surfaces = computed(() => {
  const at = new Map(schedule.lying.map(l => [l.id, l.place]))
  const all = [
    ...lying.map(l => ({ id: l.id, from: 0, to: l.coldS, place: at.get(l.id) ?? 0 })),
    ...schedule.slots.map(s => ({ id: s.id, from: s.liftS, to: s.coldS, place: s.place ?? 0 })),
  ].filter(b => b.to > b.from).sort((a, b) => a.from - b.from)
  const laid: (typeof all[number] & { top: number, share: number })[] = []
  for (const b of all) {
    const share = Math.min(1, shares.get(b.id) ?? 1)
    const beside = laid.filter(o => o.place === b.place && o.to > b.from + 1e-6).sort((p, q) => p.top - q.top)
    let top = 0
    for (const o of beside) if (o.top < top + share - 1e-6 && o.top + o.share > top + 1e-6) top = o.top + o.share
    laid.push({ ...b, share, top: Math.min(top, 1 - share) })
  }
  return laid
})
const STEPS = [15, 30, 60, 120, 300, 600, 1200, 1800, 3600]
const step = computed(() => STEPS.find(s => (x(s) - x(0)) > 60) ?? 7200)
const ticks = computed(() => Array.from({ length: Math.floor(schedule.finishS / step.value) + 1 }, (_, i) => i * step.value))
const fits = (name: string, from: number, to: number, letter = 7.6) => {
  const room = Math.floor((x(to) - x(from) - 6) / letter)
  return room >= name.length ? name : room > 3 ? `${name.slice(0, room - 1)}…` : ''
}
</script>

<template>
  <svg ref="svg" :viewBox="`0 0 ${wide} ${high}`" class="w-full" :style="{ height: `${high}px` }" role="group" data-test="order-picture"
    :aria-label="`Pressing plan, finished after ${clockWords(schedule.finishS)}`">
    <g v-for="t in ticks" :key="t">
      <line :x1="x(t)" :x2="x(t)" :y1="TOP - 4" :y2="high - 18" stroke="var(--rc-seam)" stroke-dasharray="2 5" />
      <text :x="x(t)" y="14" text-anchor="middle" font-size="13" fill="var(--rc-muted)">
        {{ clockWords(t) }}{{ t === 0 ? ' min' : '' }}</text>
    </g>
    <text x="4" :y="boardY + ROW / 2 + 5" font-size="15" font-weight="700" fill="currentColor">At the board</text>
    <g v-for="(s, i) in schedule.slots" :key="s.id" role="button" tabindex="0" class="cursor-pointer"
      :aria-label="`${i + 1}. ${names.get(s.id)}, from ${clockWords(s.fromS)} to ${clockWords(s.liftS)}`"
      @click="emit('choose', s.id)" @keydown.enter.prevent="emit('choose', s.id)">
      <rect :x="x(s.fromS)" :y="boardY" :width="Math.max(2, x(s.liftS) - x(s.fromS) - 1)" :height="ROW" rx="2"
        :fill="s.ironId ? heatColour(s.soleC) : 'var(--rc-paper)'" :stroke="s.id === chosen ? 'var(--rc-mark)' : 'var(--rc-ink)'"
        :stroke-width="s.id === chosen ? 4 : 1" />
      <text :x="x(s.fromS) + 4" :y="boardY + 17" font-size="13" :fill="s.ironId ? inkOnHeat(s.soleC) : 'currentColor'"
        class="pointer-events-none">{{ fits(String(i + 1), s.fromS, s.liftS) }}</text>
      <text :x="x(s.fromS) + 4" :y="boardY + 36" font-size="13" :fill="s.ironId ? inkOnHeat(s.soleC) : 'currentColor'"
        class="pointer-events-none">{{ fits(names.get(s.id) ?? '', s.fromS, s.liftS) }}</text>
    </g>
    <g v-for="(iron, i) in soles" :key="iron.id">
      <text x="4" :y="ironY(i) + 18" font-size="14" font-weight="600" fill="currentColor">{{ iron.name.slice(0, 14) }}</text>
      <text x="4" :y="ironY(i) + 35" font-size="12" fill="var(--rc-muted)">iron, {{ unitWords('temperature', selection.units) }}</text>
      <path :d="areaOf(i)" fill="var(--rc-seam)" fill-opacity="0.35" />
      <rect v-for="(b, k) in iron.blocks" :key="k" :x="x(b.from)" :width="x(b.to) - x(b.from)" :y="ironY(i) + IRON - 6" height="6"
        :fill="heatColour(b.c)" />
      <path :d="line(i)" fill="none" stroke="var(--rc-ink)" stroke-width="2" />
      <template v-for="(p, k) in iron.points" :key="`t${k}`">
        <text v-if="k > 0 && k % 2 === 1 && Math.abs(p.c - (iron.points[k - 1]?.c ?? 0)) > 1" :x="x(p.s) + 3" :y="y(i, p.c) - 3"
          font-size="12" fill="currentColor">{{ celsius(p.c, selection.units) }}</text></template>
    </g>
    <g v-for="p in places" :key="`p${p}`">
      <text x="4" :y="placeY(p - 1) + 20" font-size="14" fill="currentColor">Flat place {{ p }}</text>
      <line :x1="LEFT" :x2="wide - 16" :y1="placeY(p - 1) + PLACE" :y2="placeY(p - 1) + PLACE" stroke="var(--rc-seam)" />
    </g>
    <g v-for="b in surfaces" :key="`b${b.id}`">
      <rect :x="x(b.from)" :y="placeY(b.place) + 3 + b.top * (PLACE - 6)" :width="Math.max(2, x(b.to) - x(b.from) - 1)"
        :height="b.share * (PLACE - 6)" rx="2"
        fill="var(--rc-water)" fill-opacity="0.14" stroke="var(--rc-ink)" stroke-opacity="0.6" stroke-dasharray="4 3" />
      <text v-if="b.share > 0.5" :x="x(b.from) + 4" :y="placeY(b.place) + 20" font-size="12.5" fill="currentColor">
        {{ fits(`${names.get(b.id) ?? ''} cools`, b.from, b.to, 7) }}</text>
    </g>
    <line v-if="nowS !== null" :x1="x(nowS)" :x2="x(nowS)" :y1="TOP - 8" :y2="high - 18" stroke="var(--rc-alert)" stroke-width="3" />
    <g>
      <line :x1="x(schedule.finishS)" :x2="x(schedule.finishS)" :y1="TOP - 4" :y2="high - 18" stroke="var(--rc-ink)" stroke-width="2" />
      <text :x="x(schedule.finishS) - 4" :y="high - 4" text-anchor="end" font-size="14" font-weight="700" fill="currentColor">
        cold at {{ clockWords(schedule.finishS) }} min</text>
    </g>
  </svg>
</template>
