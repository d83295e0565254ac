<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { celsius, METHOD_NAME, seconds } from '#shared/words'

const press = usePress()
const bench = useBench()
const chime = useChime()
const iron = useIron()

function setDial(): void {
  const at = bench.iron?.stops.findIndex(s => s.label === session.value.recipe.stop.label) ?? -1
  if (at >= 0) iron.setStop(at)
}

/** A place between two stops is set by hand: there is no mark to turn to. */
const onDial = computed(() => bench.iron?.stops.some(s => s.label === session.value.recipe.stop.label) ?? false)

const step = computed(() => press.step)
const session = computed(() => press.session!)
const over = computed(() => step.value !== null && press.leftS <= 0)
const share = computed(() => step.value ? Math.min(1, press.elapsedS / step.value.forS) : 0)
const shown = computed(() => step.value ? (over.value ? `+${Math.floor(-press.leftS)}` : String(Math.ceil(press.leftS))) : String(session.value.recipe.holdS))
const command = computed(() => {
  if (press.phase === 'ready') return 'Lay it up, then set the iron down'
  if (step.value?.kind === 'down') return over.value ? 'Lift' : step.value.pass === 0 ? 'Hold still' : 'Second side: hold still'
  if (step.value?.kind === 'turn') return `Turn it over${over.value ? ', then set down' : ''}`
  return over.value ? 'Cold: judge it' : 'Cooling flat under the clapper. Do not handle'
})
const space = computed(() => press.phase === 'ready' || step.value?.kind === 'turn' ? 'set down' : step.value?.kind === 'down' ? 'lift' : 'it is cold')
const following = computed(() => {
  const next = press.steps[session.value.at + 1]
  if (press.phase !== 'running') return null
  if (!next) return 'judge the edge'
  return { down: `set down, ${seconds(next.forS)}`, turn: 'lift, turn it over', cool: `lift, flat under the clapper for ${seconds(next.forS)}` }[next.kind]
})
const side = computed(() => (step.value?.side ?? session.value.recipe.firstSide) === 'back' ? 'backing side up' : 'face up')
const layUp = computed(() => {
  const r = session.value.recipe
  return [
    `${session.value.supplyName}: resin side to the wrong side of ${session.value.clothName}`,
    r.method === 'mist' ? 'Mist the cloth lightly' : r.method === 'damp' ? 'Wring the cover out well' : null,
    `${session.value.coverName ?? 'No cover'} on top, ${side.value}`,
    'No sliding: down, hold, lift',
  ].filter(Boolean)
})

let warned = -1, rung = -1
useIntervalFn(() => {
  press.tick()
  if (!step.value) return
  const left = Math.ceil(press.leftS)
  if (step.value.kind === 'down' && left > 0 && left <= 3 && left !== warned) {
    warned = left
    chime.tick()
  }
  if (over.value && rung !== session.value.at) {
    rung = session.value.at
    if (step.value.kind === 'cool') chime.done()
    else chime.lift()
  }
}, 100)
const RADIUS = 150
const around = 2 * Math.PI * RADIUS
</script>

<template>
  <div class="grid h-full cursor-pointer grid-cols-[1fr_380px] select-none max-[900px]:grid-cols-1 max-[900px]:grid-rows-[auto_1fr]" data-test="clock" @click="press.next()">
    <div class="relative grid place-items-center p-4">
      <svg viewBox="-180 -180 360 360" class="h-full max-h-[70vh] w-full max-[900px]:max-h-[38vh]" role="timer" :aria-label="`${command}. ${shown} seconds`">
        <circle :r="RADIUS" fill="var(--rc-paper)" stroke="var(--rc-seam)" stroke-width="22" />
        <circle
          :r="RADIUS" fill="none" :stroke="over ? 'var(--rc-alert)' : step?.kind === 'down' ? heatColour(session.recipe.stop.meanC) : 'var(--rc-mark)'" stroke-width="22" transform="rotate(-90)"
          :stroke-dasharray="around" :stroke-dashoffset="around * (1 - share)"
        />
        <text y="46" text-anchor="middle" :font-size="shown.length > 2 ? 120 : 150" font-weight="700" fill="currentColor">{{ shown }}</text>
        <text y="92" text-anchor="middle" font-size="24" fill="var(--rc-muted)">{{ over ? 'seconds over' : 'seconds' }}</text>
      </svg>
    </div>
    <div class="flex min-h-0 flex-col gap-4 overflow-auto border-l border-seam bg-paper/60 p-5">
      <p class="ticket font-semibold leading-tight" :class="[press.phase === 'ready' ? 'text-[1.9rem]' : 'text-[2.6rem]', over && step?.kind === 'down' ? 'text-alert' : '']" aria-live="assertive" data-test="command">{{ command }}</p>
      <div class="leading-snug" :class="press.phase === 'ready' ? 'text-xl' : 'text-[1.7rem]'">
        <p><b>{{ session.recipe.stop.label }}</b> {{ celsius(session.recipe.stop.meanC, bench.units) }} <Sourced :from="session.recipe.stop.origin" /></p>
        <p>{{ METHOD_NAME[session.recipe.method] }}</p>
        <p>{{ session.coverName ?? 'Bare sole' }}, {{ side }}</p>
      </div>
      <p v-if="following" class="text-xl"><span class="text-muted-ink">Then:</span> {{ following }}</p>
      <ol class="flex gap-2" aria-label="Steps">
        <li v-for="(s, i) in press.steps" :key="i" class="flex-1 border-t-[6px] pt-1 text-sm" :class="i < session.at ? 'border-good' : i === session.at ? 'border-ink font-bold' : 'border-seam text-muted-ink'">
          {{ s.kind === 'down' ? 'hold' : s.kind }} {{ seconds(s.forS) }}
        </li>
      </ol>
      <div v-if="iron.stop?.label !== session.recipe.stop.label" class="slip p-3">
        <p class="font-semibold">The iron is {{ iron.stop ? `at ${iron.stop.label}` : 'off' }}.</p>
        <UButton v-if="onDial" class="mt-2" size="lg" @click.stop="setDial">Turn it to {{ session.recipe.stop.label }}</UButton><p v-else>Set the dial {{ session.recipe.stop.label }}.</p>
      </div>
      <p v-else-if="iron.state !== 'ready'" class="slip p-3 font-semibold" role="status">Sole at {{ celsius(iron.soleC, bench.units) }} <Sourced from="model" />, not there yet.</p>
      <ul v-if="press.phase === 'ready'" class="list-outside list-disc space-y-1 pl-5 text-base leading-snug"><li v-for="l in layUp" :key="l!">{{ l }}</li></ul>
      <p v-if="press.phase === 'ready'" class="text-sm text-alert">Keep the other hand clear of sole and steam. Ventilate: warm resin smells.</p>
      <p class="mt-auto text-xl"><kbd class="slip px-3 py-1 font-semibold">Space</kbd> or tap anywhere: <b>{{ space }}</b></p>
      <UButton variant="outline" color="neutral" class="self-start" @click.stop="press.putAway()">Stop and put away</UButton>
    </div>
  </div>
</template>
