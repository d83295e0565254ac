<script setup lang="ts">
import type { Page, Swatch, SwatchBody } from '#shared/schemas'
import {
  isAgreed, bondWords, celsius, DAMAGE_NAME, glueLineSentence, GRADE_WORDS, keptHereSentence, MARK_NAME, METHOD_NAME,
  holdFigure,
} from '#shared/words'
import type { DamageKind } from '#core/damage'

const { fabricId } = defineProps<{ fabricId: string }>()
const selection = useSelection()
const outbox = useOutbox()
const { by, among } = usePersonNames()
const whose = ref('')
/** All who pressed on it, however the list is narrowed. */
const pressers = ref<(string | null | undefined)[]>([])
const whoses = computed(() => among(pressers.value))
const { answer: data, problem } = useAnswer<Page<Swatch>>(
  () => [fabricId, outbox.sentCount.value, whose.value],
  () => $fetch<Page<Swatch>>(`/api/fabrics/${fabricId}/history`, whose.value ? { query: { by: whose.value } } : {}),
  { stays: true, fault: error => problemOf(error).detail },
)
watch(data, (page) => { if (page && !whose.value) pressers.value = page.rows.map(t => t.personId) })
const waiting = computed(() => outbox.waiting.value.flatMap((w) => {
  const body = w.body as SwatchBody
  return w.kind === 'swatch' && body.fabricId === fabricId ? [{ ...w, grade: body.grade }] : []
}))
const { dayInFull: day } = useInUnits()
const WIDE = 190
const glueX = (c: number) => Math.min(WIDE, Math.max(0, (c - 20) / 160 * WIDE))
</script>

<template>
  <section aria-labelledby="history">
    <h2 id="history" class="text-xl font-semibold">Test swatches on it</h2>
    <p v-if="problem" class="mt-2 text-alert" role="alert">{{ problem }}</p>
    <ul v-if="waiting.length" class="mt-2">
      <li v-for="w in waiting" :key="w.key" class="slip flex items-center gap-3 p-3">
        <UIcon name="i-lucide-mail" class="size-6 shrink-0" />
        <span class="min-w-0 flex-1">{{ keptHereSentence(w.grade, w.refused) }}</span>
        <SwatchPicture v-if="!w.refused" :swatch-key="w.key" :about="w.about" />
        <UButton v-else variant="outline" color="neutral" @click="openWaitingList">Correct entry</UButton>
      </li>
    </ul>
    <p v-if="data?.total === 0 && !waiting.length"
      class="mt-2 text-lg text-muted-ink">None yet. Cut a scrap as wide as the iron and press a test swatch.</p>
    <Choices v-if="whoses.length" v-model="whose" :options="whoses" label="Whose" class="mt-2 flex flex-wrap gap-1.5"
      shape="min-h-10 px-3" />
    <ul v-if="data" class="mt-3 space-y-3">
      <li v-for="t in data.rows" :key="t.id" class="slip grid grid-cols-[210px_1fr_1fr] gap-5 p-4 max-[1000px]:grid-cols-1"
        data-test="swatch">
        <div>
          <p class="font-semibold leading-tight">{{ t.supplyName }}</p>
          <p class="text-sm leading-snug text-muted-ink">
            {{ METHOD_NAME[t.recipe.method] }}, {{ t.recipe.setting.label }} {{ celsius(t.recipe.setting.meanC, selection.units) }} <Sourced
              :from="t.recipe.setting.origin"
            />, {{ holdFigure(t.recipe) }}{{ t.recipe.passes === 2 ? ' each side' : '' }},
            {{ t.pressClothName?.toLowerCase() ?? 'bare' }}, {{ t.ironName }}</p>
          <p class="text-sm text-muted-ink">{{ day(t.pressedAt) }} {{ by(t.personId) }}</p>
        </div>
        <div>
          <p><span class="text-muted-ink">Predicted:</span> <b>{{ bondWords(t.predicted.bond) }}</b>
            <Sourced from="estimate" /></p>
          <svg :viewBox="`0 0 ${WIDE} 30`" class="mt-1 w-full max-w-64" role="img"
            :aria-label="glueLineSentence(t.predicted.peakC, t.predicted.windowC, selection.units)">
            <rect x="0" y="6" :width="glueX(t.predicted.peakC)" height="9" :fill="heatColour(t.predicted.peakC)"
              stroke="var(--rc-ink)" stroke-width="0.5" />
            <rect :x="glueX(t.predicted.windowC[0])" y="2" :width="glueX(t.predicted.windowC[1]) - glueX(t.predicted.windowC[0])"
              height="17" fill="none" stroke="var(--rc-ink)" stroke-dasharray="3 2" />
            <text :x="glueX(t.predicted.windowC[0])" y="29" font-size="9.500"
              fill="currentColor">window {{ celsius(t.predicted.windowC[0], selection.units) }}</text>
            <text x="0" y="29" font-size="9.500" fill="currentColor">glue line {{ celsius(t.predicted.peakC, selection.units) }}</text>
          </svg>
          <p v-if="t.predicted.worst"
            class="text-sm text-alert">risk: {{ DAMAGE_NAME[t.predicted.worst as DamageKind] ?? t.predicted.worst }}</p>
        </div>
        <div>
          <p><span class="text-muted-ink">Judged:</span> <b :class="t.grade >= 3 ? 'text-good' : 'text-alert'">
            <span class="text-xl">{{ t.grade }}</span> {{ GRADE_WORDS[t.grade] }}</b> <span class="source">measured</span></p>
          <p v-if="t.marks.length" class="text-alert">{{ t.marks.map(m => MARK_NAME[m]).join(', ') }}</p>
          <p class="text-sm">
            {{ isAgreed(t.predicted.bond, t.grade) ? 'As predicted.' : 'Not as predicted.' }}
            <span class="text-muted-ink">{{ t.note }}</span>
          </p>
        </div>
      </li>
    </ul>
  </section>
</template>
