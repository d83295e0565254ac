<script setup lang="ts">
import type { Answer } from '~/workers/api'
import { bondWords, blockedSentence, celsius, degreesApart, METHOD_NAME, holdFigure, seconds } from '#shared/words'

const { answer, chosen, best, scrubS, windowC, damageC, endS } = defineProps<{
  answer: Answer
  chosen: boolean
  best: boolean
  scrubS: number
  windowC: [number, number]
  damageC: number | null
  endS: number
}>()
defineEmits<{ choose: [], scrub: [timeS: number] }>()
const selection = useSelection()
const index = computed(() => {
  const times = answer.course?.timesS ?? []
  const i = times.findIndex(t => t > scrubS)
  return i < 0 ? Math.max(0, times.length - 1) : Math.max(0, i - 1)
})
const works = computed(() => answer.blocked === null && answer.recipe !== null)
const limits = computed(() => damageC === null ? {} : { fabric: damageC })
</script>

<template>
  <article
    class="slip flex min-h-0 flex-col px-3 py-1.5" :class="chosen ? 'outline-4 outline-mark' : ''" :data-test="`method-${answer.method}`"
    :aria-current="chosen ? 'true' : undefined"
  >
    <button type="button" class="flex w-full items-baseline gap-2 text-left" :disabled="!works" @click="$emit('choose')">
      <UIcon :name="works ? 'i-lucide-circle-check' : 'i-lucide-circle-slash'" class="size-5 shrink-0 self-center"
        :class="works ? 'text-good' : 'text-alert'" />
      <span class="ticket text-xl font-semibold">{{ METHOD_NAME[answer.method] }}</span>
      <span v-if="best" class="ml-auto rounded-[2px] bg-good px-2 text-sm font-semibold text-paper">best</span>
    </button>
    <p v-if="works && answer.recipe" class="mt-0.5 text-[1.3rem] font-bold leading-tight">
      {{ holdFigure(answer.recipe) }}<template
        v-if="answer.recipe.passes === 2">, turn, {{ seconds(answer.recipe.secondS ?? answer.recipe.holdS) }}</template>,
      {{ answer.recipe.setting.label }} <Sourced v-if="answer.isTested" from="tested" />
      <span class="block text-sm font-normal text-muted-ink">{{ celsius(answer.recipe.setting.meanC, selection.units) }} <Sourced
        :from="answer.recipe.setting.origin"
      /> · {{ answer.recipe.firstSide === 'back' ? 'interfacing up' : 'fabric up' }} ·
        {{ answer.recipe.lean === 'lean' ? 'firmly' : 'own weight' }}<template
          v-if="answer.recipe.warmS"> · warm {{ seconds(answer.recipe.warmS) }}</template></span>
    </p>
    <p v-else-if="answer.blocked" class="mt-1 leading-snug text-alert" data-test="blocked">
      {{ blockedSentence(answer.blocked, selection.units) }}</p>
    <template v-if="answer.course && answer.recipe">
      <p v-if="!works"
        class="mt-1 text-sm text-muted-ink">Closest: {{ holdFigure(answer.recipe) }} at
        {{ celsius(answer.recipe.setting.meanC, selection.units) }}</p>
      <SectionPicture :course="answer.course" :index="index" :limits="limits" class="mt-1" />
      <div class="relative mt-1 min-h-28 flex-1">
        <TraceChart class="absolute inset-0" :course="answer.course" :index="index" :window-c="windowC" :damage-c="damageC" :end-s="endS"
          @scrub="t => $emit('scrub', t)" />
      </div>
      <p v-if="works && answer.margins" class="text-[13px] leading-snug text-muted-ink">
        <b>{{ bondWords(answer.course.finalBond) }}
        </b>, −{{ answer.margins.lessS }}/+{{ answer.margins.moreS }} s,
        −{{ degreesApart(answer.margins.coolerC, selection.units) }}/+{{ degreesApart(answer.margins.hotterC, selection.units) }}
        <Sourced from="estimate" />
      </p>
    </template>
  </article>
</template>
