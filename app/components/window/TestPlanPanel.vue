<script setup lang="ts">
import { allowedSettings, type Recipe } from '#core/recipe'
import { fabricLimit } from '#core/limit'
import { samplesFor, type PlannedScrap, type WindowQuestion } from '#core/window'
import { toEvidence, toRecipe, toRecipePayload } from '#shared/mappers'
import type { Plan } from '#shared/schemas'
import type { Answer } from '~/workers/api'
import { celsius, dayWords, METHOD_NAME, scrapAsks, holdFigure } from '#shared/words'

/** The fewest scraps that would answer the question, as a strip to cut, mark and press. */
const { recipe, answers } = defineProps<{ recipe: Recipe | null, answers: readonly Answer[] }>()
const emit = defineEmits<{ press: [recipe: Recipe, plan: { planId: string, scrap: number }] }>()
const selection = useSelection()
const pairing = usePairing()
const scraps = shallowRef<PlannedScrap[] | null>(null)
const plans = ref<Plan[]>([])
const problem = ref<string | null>(null)
const working = ref(false)
const { answer, end } = useBoardWorkers()
const PLAN = 'plan'
onScopeDispose(() => end(PLAN))

async function load(): Promise<void> {
  if (!selection.fabric || !selection.supply) return
  try {
    plans.value = await $fetch<Plan[]>('/api/plans', { query: { fabricId: selection.fabric.id, supplyId: selection.supply.id } })
    problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
void load()

/** Dry against moist: what the other school would do here. */
const others = computed(() => {
  const best = answers.filter(a => a.blocked === null && a.recipe && a.way !== 'sheet' && a.recipe.touches === undefined)
    .filter(a => (a.method === 'dry') !== (recipe?.method === 'dry')).sort((a, b) => b.score - a.score)[0]
  return best ? [best.recipe!] : []
})
let asked = 0
async function think(): Promise<void> {
  const mine = ++asked
  const knowledge = pairing.learnt && !pairing.learnt.contradicts ? pairing.learnt.knowledge : pairing.known
  end(PLAN)
  working.value = false
  if (!recipe || !selection.setup || !knowledge) return
  working.value = true
  try {
    const q: WindowQuestion = { setup: selection.setup, recipe, knowledge, seed: 7, samples: samplesFor(recipe.passes) }
    const limit = fabricLimit(selection.fabric!, selection.blendRule, toEvidence(selection.fabric!))
    const settings = allowedSettings(selection.iron?.settings ?? [], limit, pairing.taught.soleOffsetC)
    const planned = await answer(PLAN, 'plan', [q, settings, others.value], 1)
    if (mine === asked) [scraps.value, problem.value] = [planned, null]
  } catch (error) {
    problem.value = faultOf(error) ?? problem.value
  } finally {
    if (mine === asked) working.value = false
  }
}
watch(() => recipe && JSON.stringify([recipe, others.value]), think, { immediate: true })
async function keep(): Promise<void> {
  try {
    const plan = await $fetch<Plan>('/api/plans', {
      method: 'POST',
      body: {
        fabricId: selection.fabric!.id, supplyId: selection.supply!.id, ironId: selection.iron!.id,
        pressClothId: selection.pressCloth?.id ?? null,
        surface: selection.chosen.surface,
        scraps: scraps.value!.map((s, i) => ({ number: i + 1, recipe: toRecipePayload(s.recipe), asks: scrapAsks(s) })),
      },
    })
    plans.value = [plan, ...plans.value]
    problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
const pressed = (p: Plan, scrap: number) => pairing.swatches.find(t => t.planId === p.id && t.scrap === scrap)
const payload = (p: Plan['scraps'][number]): Recipe => toRecipe(p.recipe)
</script>

<template>
  <div class="flex-1">
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <template v-if="recipe">
      <div class="flex items-center gap-4">
        <h2 class="text-xl font-semibold">
          {{ scraps ? `${scraps.length} scraps would answer it` : 'Working out which scraps would answer it…' }}
          <Sourced from="estimate" />
        </h2>
        <UButton v-if="scraps" size="lg" icon="i-lucide-scissors" :disabled="working" loading-auto @click="keep">Save plan</UButton>
      </div>
      <ol v-if="scraps" class="mt-3 grid grid-cols-3 gap-4 max-[1000px]:grid-cols-2" data-test="scraps">
        <li v-for="(s, i) in scraps" :key="i" class="relative h-[168px] max-w-[380px]">
          <FabricSwatch v-if="selection.fabric" :colour="selection.fabric.colourHex" :construction="selection.fabric.construction"
            :nap="selection.fabric.nap"
            :width="380" :height="168" class="absolute inset-0 max-w-full" />
          <div class="absolute inset-4 overflow-hidden bg-paper/95 px-4 py-2 leading-snug">
            <p class="flex items-baseline gap-2">
              <b class="text-4xl leading-none">{{ i + 1 }}</b>
              <b class="text-xl">{{ s.recipe.holdS }} s, {{ s.recipe.setting.label }}</b>
            </p>
            <p class="text-base leading-tight">
              {{ METHOD_NAME[s.recipe.method] }}, {{ celsius(s.recipe.setting.meanC, selection.units) }}. {{ scrapAsks(s) }}
            </p>
            <svg viewBox="0 0 150 10" class="mt-1 w-full" role="img" :aria-label="`adds ${s.bits.toFixed(1)} bits`">
              <rect width="150" height="10" fill="var(--rc-ground)" stroke="var(--rc-seam)" />
              <rect :width="Math.min(150, (s.bits / 1.6) * 150)" height="10" fill="var(--rc-ink)" />
            </svg>
            <p class="text-[12px] text-muted-ink">how much it would tell</p>
          </div>
        </li>
      </ol>
    </template>
    <p v-else
      class="text-lg text-muted-ink">Nothing bonds safely here, so there is nothing to plan scraps for. See what would open it.</p>
    <section v-for="p in plans" :key="p.id" class="slip mt-4 p-4" data-test="plan">
      <p class="flex items-center gap-4">
        <b>Plan of {{ dayWords(p.createdAt, selection.units) }}</b>
        <a :href="`/api/plans/${p.id}/strip`" target="_blank" class="underline">Print the strip (PDF, true size)</a>
      </p>
      <ol class="mt-2 flex flex-wrap gap-2">
        <li v-for="s in p.scraps" :key="s.number" class="flex items-center gap-2 border border-dashed border-seam px-3 py-2">
          <b class="text-xl">{{ s.number }}</b>
          <span class="text-sm leading-tight">
            {{ holdFigure(s.recipe) }}, {{ s.recipe.setting.label }}<br>{{ METHOD_NAME[s.recipe.method] }}</span>
          <b v-if="pressed(p, s.number)" class="ml-1"
            :class="pressed(p, s.number)!.grade >= 3 ? 'text-good' : 'text-alert'">grade {{ pressed(p, s.number)!.grade }}</b>
          <UButton v-else size="sm" variant="outline" color="neutral"
            @click="emit('press', payload(s), { planId: p.id, scrap: s.number })">Press scrap {{ s.number }}</UButton>
        </li>
      </ol>
    </section>
  </div>
</template>
