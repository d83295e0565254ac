<script setup lang="ts">
import { FIBRES, ADHESIVES } from '#core/materials'
import { hasPassed } from '#core/learn'
import { fabricLimit, limitingFibres } from '#core/limit'
import {
  allowedSettings, courseOf, evaluate, METHODS, pressedS, settingAt, USUAL_METHODS, type IronSetting, type Method, type Opener, type Recipe,
} from '#core/recipe'
import { chanceAt, nearestToSafe, pinMargins, safestPlace, samplesFor, type WindowMap, type WindowQuestion } from '#core/window'
import { toEvidence, toRecipePayload } from '#shared/mappers'
import {
  celsius, learnedFigure, LEARNED_NAME, METHOD_NAME, nearestSentence, oddSentence, roomAroundSentence, safestSentence,
  UNKNOWN_NAME, UNKNOWN_REMEDY,
} from '#shared/words'
import type { Answer } from '~/workers/api'

/** The safe window of one way of pressing: the map, the pin on it, and section and trace that follow the pin. */
const { answers, openers, looking } = defineProps<{ answers: Answer[], openers: Opener[] | null, looking: boolean }>()
const emit = defineEmits<{ open: [] }>()
const recipe = defineModel<Recipe | null>('recipe', { required: true })
const selection = useSelection()
const pairing = usePairing()

const SEED = 7
/** The iron's dial settings as they are, for the pin to catch on. */
const settings = computed<IronSetting[]>(() => selection.iron?.settings ?? [])
const knowledge = computed(() => (pairing.learnt && !pairing.learnt.contradicts ? pairing.learnt.knowledge : pairing.known))
const questionOf = (r: Recipe | null): WindowQuestion | null =>
  r && selection.setup && knowledge.value
    ? { setup: selection.setup, recipe: r, knowledge: knowledge.value, seed: SEED, samples: samplesFor(r.passes) }
    : null
const question = computed(() => questionOf(recipe.value))
const { map, progress, sensitivity, firstMs, wholeMs, problem, stop, again } = useWindowMap(question)

const pin = computed(() => ({ soleC: recipe.value?.setting.meanC ?? 150, holdS: recipe.value?.holdS ?? 30 }))
const margins = computed(() =>
  map.value ? pinMargins(map.value, pin.value.soleC, pin.value.holdS) : { safe: false, lessS: 0, moreS: 0, coolerC: 0, hotterC: 0 },
)
const chance = computed(() => (map.value ? chanceAt(map.value, pin.value.soleC, pin.value.holdS) : null))
const limit = computed(() => (selection.fabric ? fabricLimit(selection.fabric, selection.blendRule, toEvidence(selection.fabric)) : null))
const limitC = computed(() => limit.value?.soleC ?? 200)
function turn(): void {
  if (recipe.value) recipe.value = { ...recipe.value, firstSide: recipe.value.firstSide === 'back' ? 'face' : 'back' }
}
/** Settings by what their sole is best known to be. */
const allowed = computed(() => (limit.value ? allowedSettings(settings.value, limit.value, pairing.taught.soleOffsetC) : []))
const safest = computed(() =>
  map.value
    ? safestPlace(
        map.value, allowed.value.map(s => Math.round(s.meanC)), selection.setup?.habits,
      )
    : null,
)
const between = computed(() =>
  map.value && !safest.value
    ? safestPlace(
        map.value, map.value.solesC.filter(c => c <= limitC.value), selection.setup?.habits,
      )
    : null,
)
const nearest = computed(() => (map.value ? nearestToSafe(map.value) : null))

function move(to: { soleC: number, holdS: number }): void {
  if (recipe.value) recipe.value = { ...recipe.value, holdS: to.holdS, setting: settingAt(settings.value, to.soleC) }
}
const course = computed(() => selection.setup && recipe.value ? courseOf(evaluate(selection.setup, recipe.value, pairing.taught)) : null)
const scrubS = ref(20)
watch(() => recipe.value?.holdS, (s) => { if (s) scrubS.value = s - 0.5 }, { immediate: true })
const index = computed(() => Math.max(0, (course.value?.timesS.findIndex(t => t > scrubS.value) ?? 1) - 1))
const damageC = computed(() => {
  const fibres = selection.fabric ? limitingFibres(selection.fabric.fibres, selection.blendRule) : []
  return fibres.length ? Math.min(...fibres.map(f => FIBRES[f.fibre].damageC)) : null
})
const endS = computed(() => recipe.value ? Math.ceil((pressedS(recipe.value) + 20) / 10) * 10 : 60)

/** The other ways of pressing, drawn after the chosen one and kept while the selection stays. */
/** The usual methods, and a spare one where that is what is looked at. */
const offered = computed(() => METHODS.filter(m => USUAL_METHODS.includes(m) || m === recipe.value?.method))
const otherMaps = shallowRef<Partial<Record<Method, WindowMap>>>({})
const overlay = ref(false)
const otherMethod = ref<WindowQuestion | null>(null)
const other = useWindowMap(otherMethod)
watch(() => [JSON.stringify(selection.setup), pairing.learnt], () => { otherMaps.value = {}; otherMethod.value = null })
watch([overlay, () => progress.value, other.progress], () => {
  if (other.map.value && other.progress.value === null && otherMethod.value)
    otherMaps.value = { ...otherMaps.value, [otherMethod.value.recipe.method]: other.map.value }
  if (!overlay.value || progress.value) return
  const next = METHODS.find(
    m => m !== recipe.value?.method && !otherMaps.value[m] && answers.some(a => a.way === m && a.recipe && a.recipe.passes === 1),
  )
  const r = answers.find(a => a.way === next)?.recipe
  if (r) otherMethod.value = { ...questionOf(r)!, samples: 40 }
})
const others = computed(() =>
  overlay.value
    ? METHODS.filter(m => m !== recipe.value?.method && otherMaps.value[m]).map(m => ({ name: METHOD_NAME[m], map: otherMaps.value[m]! }))
    : [],
)
const swatches = computed(() =>
  pairing.swatches.map(t => ({
    id: t.id, holdS: t.recipe.holdS, soleC: t.recipe.setting.meanC, grade: t.grade, passed: hasPassed(t, pairing.washesAsked),
    same: t.recipe.method === recipe.value?.method,
  })),
)

function choose(method: Method): void {
  const a = answers.find(x => x.way === method)
  if (a?.recipe) recipe.value = a.recipe
}
const top = computed(() => {
  const s = sensitivity.value
  if (!s) return []
  return s.bond
    .map(b => ({ unknown: b.unknown, share: Math.max(b.share, s.harm.find(h => h.unknown === b.unknown)!.share) }))
    .sort((a, b) => b.share - a.share)
    .slice(0, 4)
})
const pct = (v: number) => `${Math.round(v * 100)} %`

/** The same window counted on the server, as a sheet of paper. */
const printing = ref(false)
const printProblem = ref<string | null>(null)
async function print(): Promise<void> {
  const { fabric, supply, iron, pressCloth, over, chosen } = selection
  if (!recipe.value || !fabric || !supply || !iron || printing.value) return
  printing.value = true
  printProblem.value = null
  try {
    const body = {
      fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: pressCloth?.id ?? null, overSupplyIds: over.map(s => s.id),
      surface: chosen.surface, recipe: toRecipePayload(recipe.value), seed: SEED,
    }
    saveBlob(await $fetch<Blob>('/api/reports/window', { method: 'POST', query: { as: 'pdf' }, body, responseType: 'blob' }), 'window.pdf')
  } catch (error) {
    printProblem.value = problemOf(error).detail
  } finally {
    printing.value = false
  }
}
</script>

<template>
  <div class="grid flex-1 grid-cols-[minmax(0,1.280fr)_minmax(0,1fr)] gap-4 max-[1000px]:grid-cols-1">
    <section aria-label="Window map" class="min-w-0">
      <div class="flex flex-wrap items-center gap-1.5">
        <button v-for="m in offered" :key="m" type="button" class="min-h-10 whitespace-nowrap px-2 text-[15px]"
          :class="recipe?.method === m ? 'bg-ink text-paper' : 'slip'" :aria-pressed="recipe?.method === m"
          :disabled="!answers.some(a => a.way === m && a.recipe)" @click="choose(m)">{{ METHOD_NAME[m] }}</button>
        <button v-if="recipe && !limit?.backOnly" type="button"
          class="slip ml-1 flex min-h-10 items-center gap-1 whitespace-nowrap px-2" aria-label="Turn the first side"
          @click="turn">
          <UIcon name="i-lucide-flip-vertical-2" class="size-4" />
          {{ recipe.firstSide === 'back' ? 'interfacing up' : 'fabric up' }}</button>
        <UCheckbox v-model="overlay" label="others" class="ml-1 whitespace-nowrap" />
        <span v-if="problem ?? printProblem" class="ml-auto flex items-center gap-2 text-sm font-semibold text-alert" role="alert">
          {{ problem ?? printProblem }}
          <UButton v-if="problem" size="xs" variant="outline" color="neutral" @click="again">Try again</UButton>
        </span>
        <span v-else-if="progress" class="ml-auto flex items-center gap-2 text-sm text-muted-ink" role="status">
          {{ progress.of > 1 ? `${Math.round(progress.done / progress.of * 100)} %` : '…' }} <UButton size="xs" variant="outline"
            color="neutral" @click="stop">Stop</UButton></span>
        <span v-else-if="wholeMs" class="ml-auto text-right text-[13px] leading-tight text-muted-ink"
          :title="`first picture after ${Math.round(firstMs ?? 0)} ms, whole after ${Math.round(wholeMs)} ms`"
          data-test="map-done">{{ question?.samples }} drawings</span>
      </div>
      <WindowPicture v-if="map && recipe" class="mt-1" :map="map" :pin="pin" :margins="margins" :settings="settings" :swatches="swatches"
        :others="others" :limit-c="limitC" @move="move" />
      <div v-else class="slip mt-1 grid aspect-[640/352] place-items-center text-lg text-muted-ink">
        {{ recipe ? 'Drawing the window…' : 'No method, so there is no window to draw.' }}</div>
      <ul class="flex flex-wrap gap-x-4 text-[13px] text-muted-ink" aria-label="Key to the map">
        <li class="flex items-center gap-1"><svg width="20" height="12" aria-hidden="true">
          <rect x="1" y="1" width="18" height="10" fill="var(--rc-good)" fill-opacity=".25" stroke="var(--rc-good)"
            stroke-width="2" /></svg>safe: 95 of 100 bond, 95 unhurt</li>
        <li class="flex items-center gap-1"><svg width="20" height="12" aria-hidden="true">
          <rect x="1" y="1" width="18" height="10" fill="var(--rc-good)" fill-opacity=".13" stroke="var(--rc-good)"
            stroke-dasharray="4 2" /></svg>80 of 100</li>
        <li>hatched: may not bond</li><li>dotted: may be damaged</li>
        <li v-if="swatches.length">numbers: your swatches' grades (filled = passed)</li>
        <li v-if="recipe" class="ml-auto">
          <UButton size="xs" variant="link" color="neutral" class="min-h-6 py-0" icon="i-lucide-printer" :loading="printing"
            aria-label="This window as a PDF" @click="print">Save as PDF</UButton></li>
      </ul>
    </section>
    <section aria-label="At the pin" class="min-w-0">
      <p v-if="chance" class="text-lg leading-snug" data-test="pin-chances">
        <b>{{ pct(chance.bond) }}</b> likely to bond, <b>{{ pct(chance.damage) }}</b> to be damaged <Sourced from="estimate" />.
        <template v-if="margins.safe">{{ roomAroundSentence(margins, selection.units) }}</template>
        <template v-else-if="safest">
          <button type="button" class="underline"
            @click="move(safest)">{{ safestSentence(safest, true, selection.units) }}</button></template>
        <template v-else-if="between">
          <button type="button" class="underline"
            @click="move(between)">{{ safestSentence(between, false, selection.units) }}</button></template>
        <template v-else-if="nearest && !progress">
          <span class="text-alert">{{ nearestSentence(nearest) }}</span>
          <button type="button" class="mx-1 underline" @click="move(nearest)">
            Go to {{ nearest.holdS }} s at {{ celsius(nearest.soleC, selection.units) }}</button>
          <UButton v-if="!openers" size="xs" variant="outline" color="neutral" class="min-h-8"
            :loading="looking" @click="emit('open')">What would open it?</UButton></template>
      </p>
      <OpenerList v-if="openers" :openers="openers" class="mt-1 text-[15px]" />
      <div v-if="course && recipe && selection.supply?.adhesive"
        class="mt-1 grid grid-cols-[minmax(0,1fr)_minmax(0,1.100fr)] items-start gap-2">
        <SectionPicture :course="course" :index="index" :limits="damageC === null ? {} : { fabric: damageC }" />
        <div class="relative h-40 overflow-hidden">
          <TraceChart class="absolute inset-0" :course="course" :index="index" :window-c="ADHESIVES[selection.supply.adhesive].windowC"
            :damage-c="damageC" :end-s="endS" @scrub="t => (scrubS = t)" />
        </div>
      </div>
      <TraceKey v-if="course && recipe && selection.supply?.adhesive" class="mt-1" :window-c="ADHESIVES[selection.supply.adhesive].windowC"
        :damage-c="damageC" />
      <template v-if="top.length">
        <h2 class="mt-2 text-lg font-semibold">What moves the edge most</h2>
        <ul data-test="edge"><li v-for="t in top" :key="t.unknown" class="flex items-center gap-2 leading-snug">
          <svg viewBox="0 0 60 9" class="w-[60px] shrink-0" aria-hidden="true">
            <rect width="60" height="9" fill="var(--rc-ground)" stroke="var(--rc-seam)" />
            <rect :width="60 * Math.min(1, t.share)" height="9" fill="var(--rc-ink)" /></svg>
          <span>{{ UNKNOWN_NAME[t.unknown] }} {{ pct(t.share) }}<span
            class="text-muted-ink">: {{ UNKNOWN_REMEDY[t.unknown] }}</span></span></li></ul>
      </template>
      <template v-if="pairing.learnt">
        <h2 class="mt-2 text-lg font-semibold">What
          {{ pairing.swatches.length === 1 ? 'your swatch' : `your ${Math.min(12, pairing.swatches.length)} swatches` }} taught</h2>
        <p v-if="pairing.learnt.contradicts"
          class="font-semibold text-alert">They contradict each other or the estimate, so we did not use them. Check those that
          stand out in the history.</p>
        <table v-else class="w-full text-[14px] leading-snug" data-test="learnt"><tbody>
          <tr v-for="s in pairing.learnt.shifts" :key="s.what" class="border-t border-dashed border-seam">
            <th scope="row" class="text-left font-normal">{{ LEARNED_NAME[s.what] }}</th>
            <td class="text-muted-ink">{{ learnedFigure(s.what, s.before, s.beforeSd, selection.units) }}</td>
            <td class="px-1">to</td>
            <td class="font-semibold">{{ learnedFigure(s.what, s.after, s.afterSd, selection.units) }}</td></tr></tbody></table>
        <p v-if="pairing.learnt.odd.length && !pairing.learnt.contradicts" class="text-sm text-muted-ink">
          {{ oddSentence(pairing.learnt.odd.length) }}</p>
      </template>
    </section>
  </div>
</template>
