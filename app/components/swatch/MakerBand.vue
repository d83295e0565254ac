<script setup lang="ts">
import type { LotReading } from '#core/instructions'
import { sheetOf, type CarriedOver } from '#core/recipe'
import { blockedSentence, carriedSentence, doneSoHere, instructionsWords, lotSentence } from '#shared/words'
import type { Answer } from '~/workers/api'

/** The sheet's own recipe, what it would do on this selection, and what it comes to when it is carried over. */
const { answer, carried, lot, chosen } = defineProps<{
  answer: Answer | null
  carried: CarriedOver | null
  lot: LotReading | null
  chosen: boolean
}>()
defineEmits<{ choose: [], press: [] }>()
const selection = useSelection()
const holds = computed(() => answer !== null && answer.blocked === null)
const own = computed(() => selection.setup?.supply.sheet !== undefined)
const sheet = computed(() => selection.setup ? sheetOf(selection.setup.supply) : null)
const short = computed(() => answer?.blocked && answer.blocked.why === 'makerShort' ? answer.course : null)
</script>

<template>
  <div
    class="slip grid grid-cols-[minmax(0,1fr)_minmax(0,0.8fr)_minmax(0,1.5fr)_auto] items-center
      gap-x-5 px-4 py-1 text-[14px] max-[900px]:grid-cols-2"
    :class="chosen ? 'outline-4 outline-mark' : ''" data-test="sheet">
    <template v-if="sheet && answer">
      <button type="button" class="text-left leading-tight" :disabled="!holds" :aria-current="chosen ? 'true' : undefined"
        @click="$emit('choose')">
        <span class="ticket block text-[1.1rem] font-semibold">{{ own ? 'As the maker says' : 'As is usual for its adhesive' }}</span>
        <span>{{ instructionsWords(sheet, selection.units) }} <Sourced :from="own ? 'maker' : 'typical'" /></span>
      </button>
      <p class="leading-tight" data-test="sheet-here">
        <UIcon :name="holds ? 'i-lucide-circle-check' : 'i-lucide-circle-slash'"
          class="mr-1 inline-block size-5 align-text-bottom" :class="holds ? 'text-good' : 'text-alert'" />
        <template v-if="holds && answer.course">{{ doneSoHere(answer.course.finalBond, false) }}</template>
        <template v-else-if="short">{{ doneSoHere(short.finalBond, true) }}</template>
        <template v-else-if="answer.blocked">{{ blockedSentence(answer.blocked, selection.units) }}</template>
        {{ ' ' }}<Sourced from="estimate" />
      </p>
      <p v-if="carried" class="leading-tight" data-test="carried">{{ carriedSentence(carried, own) }} <Sourced from="estimate" /></p>
      <p v-else class="leading-tight text-muted-ink">That way would damage this fabric.</p>
      <UButton variant="outline" color="neutral" class="min-h-11" :disabled="!answer.recipe"
        @click="$emit('press')">{{ own ? 'Press as the maker says' : 'Press as usual' }}</UButton>
    </template>
    <p v-if="lot && lot.state !== 'fits'" class="col-span-full leading-tight"
      :class="lot.state === 'contradicts' ? 'font-semibold text-alert' : 'text-muted-ink'" data-test="lot">
      {{ lotSentence(lot, selection.units) }}
    </p>
  </div>
</template>
