<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import {
  bearingWords, celsius, doubtSentence, followingWords, harmSoonWords, keyWords, layUpWords, METHOD_NAME, seconds, soleSentence,
  holdFigure,
} from '#shared/words'

const press = usePress()
const selection = useSelection()
const chime = useChime()
const iron = useIron()

const laid = computed(() => press.laid!)
const recipe = computed(() => press.recipe!)
function setDial(): void {
  const at = selection.iron?.settings.findIndex(s => s.label === recipe.value.setting.label) ?? -1
  iron.chooseSetting(at >= 0 ? at : { ...recipe.value.setting })
}
/** A place between two settings is set by hand: there is no mark to turn to. */
const onDial = computed(() => selection.iron?.settings.some(s => s.label === recipe.value.setting.label) ?? false)

const step = computed(() => press.step)
const over = computed(() => press.over)
const never = computed(() => !over.value && press.leftS === Infinity)
const shown = computed(() => {
  if (!step.value) return String(press.steps[0]?.forS ?? recipe.value.holdS)
  if (over.value) return press.byBond ? 'lift' : `+${Math.floor(-press.leftS)}`
  return never.value ? '…' : String(Math.max(0, Math.ceil(press.leftS)))
})
/** What the ring and its number are. */
const unit = computed(() => {
  if (press.byBond)
    return over.value
      ? `bond ${Math.round((press.under!.bond / press.under!.wanted) * 100)} %`
      : never.value
        ? 'not at this heat'
        : 's to a bond'
  return over.value ? 'seconds over' : 'seconds'
})
/** Harm that begins while the sole stays down. */
const harm = computed(() => {
  const u = press.under
  if (!u || !u.harmKind || u.harmInS === null || (!over.value && u.harmInS > 15)) return null
  return harmSoonWords(u.harmKind, u.harmInS)
})
const space = computed(() => keyWords(step.value?.kind ?? null, interrupted.value))
const following = computed(() => press.phase === 'running'
  ? followingWords(press.steps[press.pressing!.at + 1], press.pressing!.recipe.method)
  : null)
const side = computed(() => ((step.value?.side ?? recipe.value.firstSide) === 'back' ? 'interfacing side up' : 'face up'))
const layUp = computed(() => layUpWords(
  recipe.value, { fabric: laid.value.fabricName, supply: laid.value.supplyName, pressCloth: laid.value.pressClothName }, side.value,
))
/** A sole that is not where the recipe wants it, said before it is set down and while it is. */
const soleSays = computed(() => {
  if (iron.setting?.label !== recipe.value.setting.label) return null
  const shutOff = iron.state === 'shutOff'
  if (!shutOff && (iron.state === 'ready' || iron.state === 'off')) return null
  const down = press.phase !== 'ready'
  const c = down && !shutOff ? press.under?.soleC ?? iron.soleC : iron.soleC
  return soleSentence({ c, shutOff, readyInS: iron.readyIn }, down, selection.units)
})
const interrupted = computed(() => press.pressing?.interrupted !== null)
const canInterrupt = computed(() => !interrupted.value && (step.value?.kind === 'warm' || step.value?.kind === 'down'))
useShortcuts({ dial: () => { if (iron.setting?.label !== recipe.value.setting.label) setDial() }, interrupt: press.interrupt })
let warned = -1, rung = -1
useIntervalFn(() => {
  press.tick()
  if (!step.value) return
  const left = Math.ceil(press.leftS)
  if (step.value.kind === 'down' && left > 0 && left <= 3 && left !== warned) {
    warned = left
    chime.tick()
  }
  if (over.value && rung !== press.pressing!.at) {
    rung = press.pressing!.at
    if (step.value.kind === 'cool') chime.done()
    else chime.lift()
  }
}, 100)
// The transient runs along four times a second: some two milliseconds each.
useIntervalFn(() => { if (step.value?.kind === 'down') press.follow() }, 250)
onMounted(() => press.follow())
const RADIUS = 150
const around = 2 * Math.PI * RADIUS
</script>

<template>
  <div class="grid h-full cursor-pointer grid-cols-[1fr_380px] select-none max-[900px]:grid-cols-1 max-[900px]:grid-rows-[auto_1fr]"
    data-test="clock" @click="press.next()">
    <div class="relative grid place-items-center p-4">
      <svg viewBox="-180 -180 360 360" class="h-full max-h-[70vh] w-full max-[900px]:max-h-[38vh]" role="timer"
        :aria-label="`${press.order}. ${shown} ${unit}`">
        <circle :r="RADIUS" fill="var(--rc-paper)" stroke="var(--rc-seam)" stroke-width="22" />
        <circle
          :r="RADIUS"
          fill="none"
          :stroke="
            over ? 'var(--rc-alert)' : step?.kind === 'down' ? heatColour(press.under?.soleC ?? recipe.setting.meanC) : 'var(--rc-mark)'
          "
          stroke-width="22"
          transform="rotate(-90)"
          :stroke-dasharray="around"
          :stroke-dashoffset="around * (1 - press.share)" />
        <text y="46" text-anchor="middle" :font-size="shown.length > 2 ? 110 : 150" font-weight="700" fill="currentColor">
          {{ shown }}</text>
        <text y="92" text-anchor="middle" font-size="24" fill="var(--rc-muted)">{{ unit }}</text>
        <text v-if="press.byBond" y="-88" text-anchor="middle" font-size="20"
          fill="var(--rc-muted)">glue line {{ celsius(press.under!.glueC, selection.units) }}</text>
        <text v-if="press.byBond" y="114" text-anchor="middle" font-size="15" font-style="italic" fill="var(--rc-muted)">estimate</text>
      </svg>
      <p v-if="harm" class="absolute bottom-5 text-2xl font-bold text-alert" role="alert" data-test="harm">{{ harm }}</p>
    </div>
    <div class="flex min-h-0 flex-col gap-3 overflow-auto border-l border-seam bg-paper/60 p-5">
      <p class="ticket font-semibold leading-tight"
        :class="[
          press.phase === 'ready' ? 'text-[1.9rem]' : 'text-[2.6rem]',
          over && (step?.kind === 'down' || step?.kind === 'warm') ? 'text-alert' : '',
        ]"
        aria-live="assertive"
        data-test="command">
        {{ press.order }}
      </p>
      <div class="leading-snug" :class="press.phase === 'ready' ? 'text-xl' : 'text-[1.7rem]'">
        <p><b>{{ recipe.setting.label }}</b> {{ celsius(recipe.setting.meanC, selection.units) }} <Sourced :from="recipe.setting.origin"
        /></p>
        <p>{{ METHOD_NAME[recipe.method] }}<template
          v-if="press.phase === 'ready'">. {{ bearingWords(recipe, selection.units) }} {{ holdFigure(recipe) }}</template></p>
        <p>{{ laid.pressClothName ?? 'Bare iron' }}, {{ side }}</p>
      </div>
      <p v-if="following" class="text-xl"><span class="text-muted-ink">Then:</span> {{ following }}</p>
      <ol class="flex gap-2" aria-label="Steps">
        <li v-for="(s, i) in press.steps" :key="i" class="flex-1 border-t-[6px] pt-1 text-sm"
          :class="i < press.pressing!.at ? 'border-good' : i === press.pressing!.at ? 'border-ink font-bold'
            : 'border-seam text-muted-ink'">
          {{ s.kind === 'down' ? 'hold' : s.kind }} {{ seconds(s.forS) }}
        </li>
      </ol>
      <div v-if="iron.setting?.label !== recipe.setting.label" class="slip p-3">
        <p class="font-semibold">The iron is {{ iron.setting ? `at ${iron.setting.label}` : 'off' }}.</p>
        <p v-if="!onDial">Set the dial {{ recipe.setting.label }}.</p>
        <UButton class="mt-2" size="lg" @click.stop="setDial">
          {{ onDial ? `Turn it to ${recipe.setting.label}` : 'It is set' }}
          <kbd class="text-sm opacity-80">{{ KEYS.dial.shown }}</kbd>
        </UButton>
      </div>
      <p v-else-if="soleSays" class="slip p-3 font-semibold" role="status" data-test="sole">{{ soleSays }} <Sourced from="estimate" /></p>
      <p v-for="(d, i) in press.doubts.slice(-1)" :key="i" class="slip border-l-4 border-l-alert p-3 font-semibold text-alert"
        role="alert" data-test="doubt">{{ doubtSentence(d) }}</p>
      <ul v-if="press.phase === 'ready'" class="list-outside list-disc space-y-1 pl-5 text-base leading-snug">
        <li v-for="l in layUp" :key="l">{{ l }}</li></ul>
      <p v-if="press.phase === 'ready'"
        class="text-sm text-alert">Keep the other hand clear of iron and steam. Ventilate: warm adhesive smells.</p>
      <p class="mt-auto text-xl">
        <kbd class="slip px-3 py-1 font-semibold">{{ KEYS.iron.shown }}</kbd> or tap anywhere: <b>{{ space }}</b></p>
      <div class="flex flex-wrap gap-2">
        <UButton v-if="canInterrupt" variant="outline" color="neutral" @click.stop="press.interrupt()">
          Interrupted: lift <kbd class="text-sm opacity-80">{{ KEYS.interrupt.shown }}</kbd></UButton>
        <UButton variant="outline" color="neutral" @click.stop="press.putAway()">Stop and discard</UButton>
      </div>
    </div>
  </div>
</template>
