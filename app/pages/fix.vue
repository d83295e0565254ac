<script setup lang="ts">
import { SIGNS, type Sign } from '#core/rescue'
import { appearanceOfJudging } from '#core/appearance'
import { appearanceOfSigns, SIGN_APPEARANCE, SIGN_ON } from '#shared/rescuing'
import { WENT } from '#shared/schemas'
import {
  cannotWords, CAUSE_NAME, contradictWords, GRADE_WORDS, METHOD_NAME, NEXT_WORDS, QUESTION_WORDS, REMEDY_NAME,
  remedySteps, riskWords, SETTING_WORDS, shareWords, SIGN_NAME, WENT_NAME,
} from '#shared/words'

/** What went wrong, from what is seen; one question at a time; and what can be done about it. */
definePageMeta({ title: 'Fix a problem' })
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const makings = useMakings()
const r = useRescuing()
const { signs, answers, swatches, swatchId, swatch, untold, diagnosis, wanted, cause, belief, remedy, asked, ofJob, problem } = r

const fabricItems = useFabricItems()
const supplyItems = computed(() => library.supplies.filter(s => s.adhesive || s.id === selection.chosenSupply?.id)
  .map(s => ({ label: s.name, value: s.id })))
const setFabric = (id: unknown) => { selection.chosen.fabricId = String(id) }
const setSupply = (id: unknown) => { selection.takeSupply(String(id)) }
const { day } = useInUnits()
const swatchItems = computed(() => [
  { label: 'not known', value: UNKNOWN_PRESSING },
  ...swatches.value.map(t => ({
    label: `${day(t.pressedAt)}: ${METHOD_NAME[t.recipe.method].toLowerCase()}, ${t.recipe.holdS} s, grade ${t.grade}`, value: t.id,
  })),
])
const shownOn = (s: Sign) => SIGN_ON[s] ?? { construction: selection.fabric?.construction ?? 'poplin',
  nap: selection.fabric?.nap ?? 'none' }
const onSole = (s: Sign) => (s === 'adhesiveSole' ? true : s === 'adhesiveBoard' ? 'board' as const : false)
const colour = computed(() => selection.fabric?.colourHex ?? '#d9cdb4')
const question = computed(() => diagnosis.value?.ask?.question ?? null)
const words = computed(() => (question.value ? QUESTION_WORDS[question.value] : null))
const shown = computed(() => diagnosis.value?.beliefs.slice(0, 5) ?? [])
useDigits({
  does: 'Answer: the first, the second …; 0 not sure; without a question, the stages', from: 0, upTo: 3,
  takes: n => words.value !== null && n <= words.value.answers.length,
  act: n => r.answer(question.value!, n === 0 ? null : n - 1),
})
const size = reactive({ wideMm: 160, highMm: 200 })
/** It is in the job already and is due in its session: what comes next is to press it. */
const inJob = computed(() => ofJob.value.find(m =>
  m.spec.cause === cause.value && m.spec.remedy === remedy.value?.key && m.spec.went === null))
const take = (): void => {
  if (inJob.value) void navigateTo({ path: '/press', query: { making: inJob.value.id } })
  else r.take(size.wideMm, size.highMm)
}
useShortcuts({ take: () => { if (jobs.job && remedy.value && !remedy.value.cannot) take() }, fresh: r.afresh, takeBack: r.back })
const reported = computed(() => Object.entries(answers.value).map(([q, a]) => {
  const { asks, answers: all } = QUESTION_WORDS[q as keyof typeof QUESTION_WORDS]
  return { q, says: `${asks} ${a === null ? 'Not sure.' : `${all[a as number]}.`}` }
}))
</script>

<template>
  <div class="flex h-full min-h-0 flex-col gap-2 px-4 pt-2">
    <h1 class="sr-only">Fix a problem</h1>
    <div class="grid grid-cols-[1fr_1fr_1.3fr_auto] items-end gap-3 max-[900px]:grid-cols-2">
      <label class="flex min-w-0 items-center gap-2 max-[640px]:flex-col max-[640px]:items-start
        max-[640px]:gap-0"><span class="text-sm text-muted-ink">Fabric</span>
        <USelect :model-value="selection.fabric?.id" :items="fabricItems" placeholder="not chosen" class="w-full min-w-0"
          aria-label="Fabric" @update:model-value="setFabric" /></label>
      <label class="flex min-w-0 items-center gap-2 max-[640px]:flex-col max-[640px]:items-start
        max-[640px]:gap-0"><span class="text-sm text-muted-ink">Interfacing</span>
        <USelect :model-value="selection.chosenSupply?.id" :items="supplyItems" placeholder="not chosen" class="w-full min-w-0"
          aria-label="Interfacing" @update:model-value="setSupply" /></label>
      <label class="flex min-w-0 items-center gap-2 max-[640px]:flex-col max-[640px]:items-start
        max-[640px]:gap-0"><span class="shrink-0 text-sm text-muted-ink">Pressed</span>
        <USelect :model-value="swatch?.id ?? UNKNOWN_PRESSING" :items="swatchItems" class="w-full min-w-0" aria-label="How it was pressed"
          @update:model-value="v => (swatchId = String(v))" /></label>
      <UButton variant="outline" color="neutral" :disabled="!signs.length" @click="r.afresh">Begin again
        <kbd class="text-sm opacity-80">{{ KEYS.fresh.shown }}</kbd></UButton>
    </div>
    <p v-if="untold" class="font-semibold" role="status" data-test="untold">That press has no recorded seconds: only its grade counts
      here, and what
      you see.</p>
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <div class="grid min-h-0 flex-1 gap-4 pb-2 max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto"
      :class="diagnosis ? 'grid-cols-[minmax(0,0.9fr)_minmax(0,1.1fr)]' : 'grid-cols-1'">
      <div class="min-h-0 overflow-auto pr-1 max-[1000px]:overflow-visible">
        <p class="mb-1 flex flex-wrap items-center gap-x-4"><span class="ticket text-2xl font-semibold leading-tight">What do you
                                                              see?</span>
          <template v-if="!diagnosis"><span class="text-lg text-muted-ink">One picture or more; then one question at a time.</span>
            <span v-if="swatch" class="flex items-center gap-2 text-lg">Its pressing was judged {{ swatch.grade }},
              {{ GRADE_WORDS[swatch.grade] }}
              <SwatchAppearance :look="appearanceOfJudging(swatch.grade, swatch.marks)" :colour="colour" :wide="64" :high="44" /></span>
          </template></p>
        <ul class="grid gap-1.5" :class="diagnosis ? 'grid-cols-5 max-[700px]:grid-cols-3' : 'grid-cols-7 max-[1000px]:grid-cols-4'"
          data-test="signs">
          <li v-for="s in SIGNS" :key="s">
            <button type="button" :aria-pressed="signs.includes(s)" class="flex h-full w-full flex-col items-center p-1"
              :class="signs.includes(s) ? 'bg-ink text-paper outline-3 outline-mark' : 'slip hover:bg-seam/20'" @click="r.toggle(s)">
              <SwatchAppearance :look="SIGN_APPEARANCE[s]" :colour="colour" v-bind="shownOn(s)" :on-sole="onSole(s)" :wide="132"
                :high="diagnosis ? 62 : 92" />
              <span class="text-center font-semibold leading-tight"
                :class="diagnosis ? 'text-[12.5px]' : 'text-[15px]'">{{ SIGN_NAME[s] }}</span>
            </button>
          </li>
        </ul>
      </div>
      <div v-if="diagnosis" class="flex min-h-0 flex-col gap-2 overflow-auto max-[1000px]:overflow-visible" data-test="diagnosis">
        <p v-if="diagnosis.contradicts" class="border-l-4 border-l-alert pl-3 text-lg font-semibold text-alert" role="alert"
          data-test="contradicts">{{ contradictWords(diagnosis.contradicts) }}</p>
        <template v-else>
          <div v-if="question && words" class="slip p-3" data-test="question">
            <p class="ticket text-xl font-semibold leading-tight">{{ words.asks }}</p>
            <div class="mt-2 flex flex-wrap items-center gap-2">
              <UButton v-for="(a, i) in words.answers" :key="a" size="lg" variant="outline" color="neutral" @click="r.answer(question!, i)">
                <kbd class="text-sm opacity-80">{{ i + 1 }}</kbd> {{ a }}</UButton>
              <UButton size="lg" variant="ghost" color="neutral" @click="r.answer(question!, null)"><kbd
                class="text-sm opacity-80">0</kbd> Not sure
              </UButton>
              <span class="ml-auto text-sm text-muted-ink">question {{ asked + 1 }} of at most {{ r.most }}</span>
            </div>
          </div>
          <p v-else class="text-muted-ink"
            data-test="asked-out">{{ asked > 0 ? 'Nothing more to ask that would help.' : 'The pictures say enough.' }}
            A scrap pressed the changed way tells the rest.</p>
          <div v-if="reported.length" class="flex items-start gap-2 text-sm">
            <details class="flex-1"><summary class="cursor-pointer">{{ reported.length }} answered</summary>
              <p v-for="t in reported" :key="t.q">{{ t.says }}</p></details>
            <button type="button" class="underline" @click="r.back">take the last back</button>
          </div>
          <ol class="space-y-0.5" aria-label="Possible causes" data-test="causes">
            <li v-for="(b, i) in shown" :key="b.cause">
              <button type="button" class="relative flex min-h-9 w-full items-center gap-2 px-2 text-left"
                :class="b.cause === cause ? 'outline-2 outline-ink' : 'hover:bg-seam/20'" :aria-pressed="b.cause === cause"
                @click="wanted = i === 0 ? null : b.cause">
                <span class="absolute inset-y-1 left-0 bg-linen-300/70 dark:bg-linen-700/70" :style="{ width: `${b.share * 100}%` }"
                  aria-hidden="true" />
                <span class="relative flex-1 leading-tight" :class="i === 0 ? 'text-lg font-bold' : ''">{{ CAUSE_NAME[b.cause] }}</span>
                <span class="relative shrink-0 text-sm">{{ shareWords(b.share) }} <Sourced v-if="i === 0" from="estimate" /></span>
              </button>
            </li>
          </ol>
          <article v-if="cause" class="slip p-3" data-test="remedy">
            <p v-if="!remedy" class="text-muted-ink">{{ r.missing.value
              ? `Choose its ${r.missing.value}, and what can be done is worked out.` : 'Working out what can be done…' }}</p>
            <template v-else-if="remedy.cannot">
              <p class="ticket text-xl font-semibold leading-tight">{{ REMEDY_NAME[remedy.key] }}</p>
              <p class="mt-1 text-lg leading-snug" data-test="cannot">{{ cannotWords(remedy.cannot, selection.units) }}</p>
            </template>
            <template v-else>
              <div class="flex flex-wrap items-center justify-between gap-x-3 gap-y-1">
                <p class="ticket text-xl font-semibold leading-tight">{{ REMEDY_NAME[remedy.key] }}</p>
                <UButton v-if="jobs.job" size="lg" :icon="inJob ? 'i-lucide-check' : 'i-lucide-plus'" data-test="take" @click="take">
                  {{ inJob ? 'In the job: press it' : `Add to ${jobs.job.name}` }}
                  <kbd class="opacity-80">{{ KEYS.take.shown }}</kbd></UButton>
              </div>
              <ol class="mt-1 list-outside list-decimal space-y-0.5 pl-6 text-[17px] leading-snug">
                <li v-for="(s, i) in remedySteps(remedy, selection.units)" :key="i">{{ s }}</li></ol>
              <p v-if="remedy.recipe || remedy.hover" class="mt-1 text-sm">{{ SETTING_WORDS }}</p>
              <p class="mt-1 font-semibold">{{ riskWords(remedy) }} <Sourced from="estimate" /></p>
            </template>
            <p v-if="remedy" class="mt-1"><b>Next time:</b> {{ NEXT_WORDS[cause] }}</p>
            <div v-if="jobs.job && remedy?.recipe && !remedy.cannot" class="mt-2 flex flex-wrap items-end gap-2">
              <span class="text-sm text-muted-ink">How much of it:</span>
              <LengthField label="Wide" :least-mm="5" :most-mm="3000" :model-value="size.wideMm"
                @update:model-value="v => (size.wideMm = v)" />
              <LengthField label="High" :least-mm="5" :most-mm="3000" :model-value="size.highMm"
                @update:model-value="v => (size.highMm = v)" />
            </div>
            <p v-else-if="!jobs.job && remedy && !remedy.cannot" class="mt-2 text-sm text-muted-ink">Open its job on Today to press this
              in its session; we remember how it went.</p>
          </article>
        </template>
        <div v-if="ofJob.length" class="border-t border-dashed border-seam pt-2" data-test="remedies">
          <p class="font-semibold">Repair in this job</p>
          <div v-for="m in ofJob" :key="m.id" class="flex flex-wrap items-center gap-2 py-1">
            <SwatchAppearance :look="appearanceOfSigns(m.spec.signs)" :colour="colour" :wide="60" :high="42" />
            <span class="min-w-0 flex-1 leading-tight">{{ m.name }}</span>
            <button v-for="w in WENT" :key="w" type="button" :aria-pressed="m.spec.went === w" class="min-h-9 px-2 text-sm"
              :class="m.spec.went === w ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="r.went(m.id,
                                                                                                        w)">{{ WENT_NAME[w] }}</button>
            <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-trash-2" :aria-label="`Take ${m.name} out`"
              @click="makings.drop(m.id)" />
          </div>
          <p class="text-sm text-muted-ink">Your answer counts in the next estimate. <Sourced from="measured" />
            <NuxtLink to="/press" class="underline">Press it</NuxtLink></p>
        </div>
      </div>
    </div>
    <p v-if="belief > 0 && belief < 0.4 && !diagnosis?.contradicts && !question" class="pb-2 text-sm text-muted-ink">None of these is
      sure. Start with
      the remedy that risks least, on one place.</p>
  </div>
</template>
