<script setup lang="ts">
import type { PracticeSetup } from '#core/practice'
import { adhesiveOf } from '#core/recipe'
import { celsius, findingWords, GRADE_WORDS, nearWords, optionWords, seconds, TOPIC_NAME } from '#shared/words'
import type { Practised } from '~/workers/api'

/** What became of it, why, how near the best one was, and what that would have been. */
const { setup, practised, scrap = false } = defineProps<{
  setup: PracticeSetup
  practised: Practised
  /** A scrap before the one that counts: what is hidden stays so. */
  scrap?: boolean
}>()
const board = useSelection()
const verdict = computed(() => practised.verdict)
const colours: Record<string, string> = { wool: '#4a5568', cotton: '#e9dfc8', polyester: '#8b6f9c' }
const colour = computed(() => (setup.key === 'free'
  ? board.fabric?.colourHex
  : colours[setup.fabric?.fibres[0]?.fibre ?? '']) ?? '#d6c6a5')
const windowC = computed<[number, number] | null>(() => (setup.supply?.adhesive && setup.fabric
  ? adhesiveOf({ supply: setup.supply }).windowC
  : null))
const best = computed(() => Object.entries(practised.best.choice).map(([topic, o]) => {
  const t = topic as keyof typeof TOPIC_NAME
  return `${TOPIC_NAME[t].toLowerCase()} ${o.split(/[+>]/).map(x => optionWords(setup, t, x, board.units)).join(', ')}`
}).join('; '))
const holds = computed(() => (setup.clock === 'hold' || setup.clock === 'touches'
  ? `, held ${practised.best.heldS.map(s => seconds(s)).join(', ')}`
  : ''))
</script>

<template>
  <div class="flex min-h-0 flex-col gap-2" data-test="answer">
    <p class="ticket text-2xl font-semibold leading-tight" :class="verdict.passed ? 'text-good' : 'text-alert'">
      <template v-if="scrap">{{ verdict.passed ? 'This scrap passes' : 'This scrap fails' }}</template>
      <template v-else>{{ verdict.passed ? 'Done' : 'Not yet' }}: {{ nearWords(verdict.near) }}</template> <Sourced from="estimate" /></p>
    <div class="flex flex-wrap items-start gap-4">
      <SwatchAppearance :look="verdict.look" :colour="colour" :construction="setup.fabric?.construction ?? 'twill'"
        :nap="setup.fabric?.nap ?? 'none'" :wide="220" :high="154" label="What happened to the fabric" />
      <ul class="min-w-44 flex-1 space-y-0.5 text-lg leading-snug">
        <li v-if="verdict.grade !== null"><b>{{ verdict.grade }}</b> {{ GRADE_WORDS[verdict.grade] }}</li>
        <li v-for="(f, i) in verdict.findings" :key="i">{{ findingWords(f, board.units) }}</li>
      </ul>
    </div>
    <p v-if="!scrap" class="text-lg leading-snug"><b>The best here:</b> {{ best }}{{ holds }}.</p>
    <p v-if="!scrap && verdict.truth.soleC !== undefined" class="text-sm text-muted-ink">Hidden until now: at that setting the iron reached
      {{ celsius(verdict.truth.soleC, board.units) }}.</p>
    <div v-if="verdict.course && windowC" class="relative h-36 shrink-0"><TraceChart class="absolute inset-0" :index="0"
      :course="verdict.course" :window-c="windowC" :end-s="Math.ceil((verdict.course.timesS.at(-1) ?? 60) / 10) * 10" /></div>
    <TraceKey v-if="verdict.course && windowC" :window-c="windowC" :damage-c="null" />
  </div>
</template>
