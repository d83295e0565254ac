<script setup lang="ts">
import { appearanceOfPressing } from '#core/appearance'
import { EXERCISES } from '#core/practice'
import {
  celsius, DAMAGE_NAME, EXERCISE_NAME, lengthWords, massWords, PRACTICE_MARK, seconds, taskWords, thicknessWords,
} from '#shared/words'
import { bestOfEach } from '#shared/practised'

/** A place to practise: looks like the real board, and is plainly marked; nothing of it is kept in the records. */
definePageMeta({ title: 'Practice' })
const selection = useSelection()
const p = usePractising()
const { sheet, key, seedText, rate, problem, exercise, choice, held, tries, answer, judging, downAtMs, downS, complete, needs, pressable,
  touching, seen,
  marksMm } = p
const best = computed(() => bestOfEach(sheet.value.done))
const ALL = computed(() => [...EXERCISES, 'free' as const].map((value, i) => ({ value, name: EXERCISE_NAME[value], n: i + 1 })))
const RATES = [{ value: 1 as const, name: 'Real clock' }, { value: 5 as const, name: '5 × as quick' }]
useSpaceBar(() => !keysAtRest.value && (downAtMs.value !== null || pressable.value), p.iron)
const canJudge = computed(() => exercise.value !== null && !answer.value && complete.value && !judging.value
  && (exercise.value.clock === 'none' || exercise.value.clock === 'steps' || (exercise.value.key === 'braid' && held.value.length > 0)))
useShortcuts({ take: () => { if (canJudge.value) void p.judge() }, fresh: p.nextSeed,
  again: () => { if (tries.value.length && !answer.value) p.again() } })
/** The corner as its touches left it. */
const cornerAppearance = computed(() => appearanceOfPressing(seen.value.flatMap(t => (t.flag ? [t.flag] : [])), null))
const lastTry = computed(() => tries.value.at(-1)?.practised ?? null)
const more = computed(() => exercise.value !== null && !answer.value && tries.value.length > 0
  && tries.value.length < exercise.value.tries)
const fabricLine = computed(() => {
  const b = exercise.value
  if (!b?.fabric) return null
  return `${massWords(b.fabric.massGsm, selection.units)}, ${thicknessWords(b.fabric.thicknessMm, selection.units)}${b.supply
    ? `; behind it ${massWords(b.supply.massGsm, selection.units)}`
    : ''}`
})
const RADIUS = 92, around = 2 * Math.PI * RADIUS
</script>

<template>
  <div class="practice flex h-full min-h-0 flex-col">
    <h1 class="sr-only">Practice</h1>
    <p class="practice-band px-4 py-1 text-lg font-bold print:hidden" data-test="practice-band">{{ PRACTICE_MARK }}</p>
    <div class="grid min-h-0 flex-1 grid-cols-[250px_minmax(0,1fr)] gap-4 px-3 py-2
      max-[900px]:auto-rows-max max-[900px]:grid-cols-1 max-[900px]:overflow-auto">
      <nav class="flex min-h-0 flex-col gap-2 overflow-auto max-[900px]:overflow-visible" aria-label="Exercises">
        <ol class="max-[900px]:grid max-[900px]:grid-cols-2 print:hidden">
          <li v-for="e in ALL" :key="e.value">
            <button type="button" class="flex min-h-[31px] w-full items-center gap-2 px-2 text-left leading-tight"
              :aria-current="e.value === key ? 'true' : undefined"
              :class="e.value === key ? 'bg-ink text-paper' : 'hover:bg-seam/20'" @click="key = e.value">
              <span class="w-5 text-sm opacity-80">{{ e.n }}</span><span class="flex-1">{{ e.name }}</span>
              <span v-if="e.value !== 'free' && best.has(e.value)" class="text-sm">{{ best.get(e.value)!.passed ? '✓ ' : '' }}{{
                Math.round(best.get(e.value)!.near * 100) }}</span>
            </button>
          </li>
        </ol>
        <ProgressPanel v-model="sheet" />
      </nav>
      <div class="flex min-h-0 flex-col gap-2 overflow-auto max-[900px]:overflow-visible print:hidden" data-test="practice-bench">
        <div class="flex flex-wrap items-center gap-3">
          <p class="ticket min-w-0 flex-1 basis-60 text-2xl font-semibold leading-tight">{{ EXERCISE_NAME[key] }}</p>
          <Choices v-model="rate" :options="RATES" label="Clock" class="flex gap-1" shape="min-h-9 px-2 text-sm" />
          <label class="flex items-center gap-2">Seed<UInput v-model="seedText" class="w-24" aria-label="Seed"
            inputmode="numeric" /></label>
          <UButton variant="outline" color="neutral" @click="p.nextSeed">New exercise <kbd
            class="text-sm opacity-80">{{ KEYS.fresh.shown }}</kbd></UButton>
        </div>
        <p v-if="problem" class="text-lg font-semibold text-alert" role="alert" data-test="practice-problem">{{ problem }}</p>
        <template v-if="exercise">
          <p class="text-lg leading-snug" data-test="task">{{ taskWords(exercise, selection.units) }}</p>
          <p v-if="fabricLine" class="text-sm text-muted-ink">{{ fabricLine }} <Sourced from="typical" /></p>
          <div class="grid min-h-0 flex-1 gap-5 max-[1100px]:grid-cols-1" :class="exercise.clock === 'none' && !answer ? 'grid-cols-1'
            : 'grid-cols-[minmax(0,1fr)_minmax(0,1.05fr)]'">
            <div class="space-y-2.5">
              <ChoiceRow v-for="a in exercise.asks" :key="`${exercise.key} ${exercise.seed} ${a.topic}`"
                v-model="choice[a.topic]" :asked="a"
                :setup="exercise"
                :locked="answer !== null || downAtMs !== null" />
              <div v-if="exercise.clock === 'steps'" class="space-y-1" data-test="corner">
                <p class="text-sm font-semibold">Touch the corner, coolest first</p>
                <div class="flex flex-wrap gap-1">
                  <UButton v-for="(s, i) in exercise.settings" :key="i" size="lg" variant="outline" color="neutral"
                    :disabled="answer !== null || touching !== null"
                    @click="p.touch(i)">{{ celsius(s.meanC, selection.units) }}</UButton>
                </div>
                <p v-if="touching !== null" role="status">Touching…</p>
                <ol aria-live="polite"><li v-for="(t, i) in seen" :key="i">{{ celsius(t.c, selection.units) }}:
                  <b>{{ t.flag ? DAMAGE_NAME[t.flag.kind] : 'nothing to be seen' }}</b></li></ol>
              </div>
              <p v-if="marksMm !== null" class="text-lg"
                data-test="marks">The marked length is now <b>{{ lengthWords(marksMm, selection.units) }}</b>
                <Sourced from="measured" />. Choose how much longer to cut.
                <UButton v-if="!answer" size="sm" variant="outline" color="neutral" @click="p.again">Add a piece, preshrunk
                  differently</UButton></p>
              <UButton v-if="exercise.clock === 'none' || exercise.clock === 'steps' || exercise.key === 'braid'" size="xl"
                :disabled="!canJudge"
                :loading="judging"
                @click="p.judge">Show the answer <kbd class="text-base opacity-80">{{ KEYS.take.shown }}</kbd></UButton>
            </div>
            <div class="flex min-h-0 flex-col">
              <PracticeAnswer v-if="answer" :setup="exercise" :practised="answer" />
              <figure v-else-if="exercise.clock === 'steps'" class="m-auto text-center">
                <SwatchAppearance :look="cornerAppearance" colour="#d6c6a5" :wide="380" :high="266" label="The hidden corner" />
                <figcaption
                  class="text-lg">{{ seen.length ? `the corner after ${celsius(seen.at(-1)!.c, selection.units)}`
                  : 'the corner, untouched' }}
                </figcaption></figure>
              <p v-else-if="judging" class="m-auto text-lg text-muted-ink" role="status">Checking it, and looking for the best answer…</p>
              <template v-else-if="more && lastTry">
                <PracticeAnswer :setup="exercise" :practised="lastTry" scrap />
                <div class="mt-2 flex gap-2"><UButton size="lg" @click="p.count()">This one counts</UButton>
                  <UButton v-if="held.length >= needs" size="lg" variant="outline" color="neutral" @click="p.again">Another scrap
                    ({{ exercise.tries
                      - tries.length }} left) <kbd class="text-sm opacity-80">{{ KEYS.again.shown }}</kbd></UButton></div>
              </template>
              <div v-if="needs > 0 && !answer && !judging && held.length < needs" class="m-auto flex flex-col items-center"
                data-test="practice-clock">
                <button type="button" class="rounded-full" :disabled="!pressable && downAtMs === null"
                  :aria-label="downAtMs === null ? 'Set the iron down' : 'Lift'"
                  @click="p.iron">
                  <svg viewBox="-110 -110 220 220" class="size-64 max-[900px]:size-52" role="timer"
                    :aria-label="`${Math.floor(downS)} seconds down`">
                    <circle :r="RADIUS" fill="var(--rc-paper)" stroke="var(--rc-seam)" stroke-width="14" />
                    <circle :r="RADIUS" fill="none" stroke="var(--rc-mark)" stroke-width="14" transform="rotate(-90)"
                      :stroke-dasharray="around"
                      :stroke-dashoffset="around * (1 - Math.min(1, downS / 60))" />
                    <text y="28" text-anchor="middle" font-size="80" font-weight="700" fill="currentColor">{{ Math.floor(downS) }}</text>
                    <text y="58" text-anchor="middle" font-size="18" fill="var(--rc-muted)">seconds</text>
                  </svg>
                </button>
                <p class="text-xl"><kbd class="slip px-3 py-1 font-semibold">{{ KEYS.iron.shown }}</kbd> {{ downAtMs !== null ? 'lifts'
                  : pressable ? 'sets the iron down' : 'once everything is chosen' }}</p>
                <p v-if="needs > 1" class="text-muted-ink">{{ held.length + (downAtMs === null ? 0 : 1) }} of {{ needs }}<template
                  v-if="held.length">:
                  {{ held.map(s => seconds(s)).join(', ') }}</template></p>
              </div>
            </div>
          </div>
        </template>
      </div>
    </div>
  </div>
</template>

<style>
.practice { box-shadow: inset 0 0 0 6px var(--rc-mark); }
.practice-band {
  background: repeating-linear-gradient(135deg, var(--rc-paper) 0 14px, color-mix(in srgb, var(--rc-mark) 16%, var(--rc-paper)) 14px 28px);
  border-bottom: 2px dashed var(--rc-mark);
}
@media print {
  body:has(.practice) header, body:has(.practice) nav[aria-label='Drawers'], body:has(.practice) [data-test='rest'] { display: none; }
  .practice { box-shadow: none; }
}
</style>
