<script setup lang="ts">
import { SURFACE_KIND_KEYS, SURFACE_KINDS, FIBRES, ADHESIVES } from '#core/materials'
import { fabricLimit, limitingFibres } from '#core/limit'
import {
  adhesiveOf, courseOf, evaluate, METHODS, pressedS, USUAL_METHODS, type Recipe,
} from '#core/recipe'
import { toEvidence, toIronInput, toRecipe } from '#shared/mappers'
import {
  blockedSentence, holdFigure, massWords, METHOD_NAME,
  overLimitSentence, recipeHeadline, recipeSteps, scorePartWords, tackSentence, whySentence,
} from '#shared/words'

definePageMeta({ title: 'Test swatch' })
const library = useLibrary()
const selection = useSelection()
const press = usePress()
const router = useRouter()

const tabs = computed(() => tabsOf('swatch').map(t => ({ ...t, seldom: t.seldom && selection.isSimple })))
const tab = useTab('swatch', 'ways')
const pairing = usePairing()
const isWeb = computed(() => selection.supply?.family === 'web' || selection.supply?.family === 'transfer'
  || selection.supply?.family === 'lettering')
const otherIrons = computed(() =>
  library.irons.filter(i => i.id !== selection.iron?.id).map(i => ({ name: i.name, ...toIronInput(i) })))
/** The search waits for what the swatches of this pairing have to say. */
const { answers, best, carried, tack, openers, searching, looking, problem, askOpeners, again, cancel } = useRecipeSearch(
  computed(() => (pairing.settled ? selection.setup : null)), toRef(pairing, 'taught'), toRef(pairing, 'provedRecipe'), isWeb, otherIrons,
)
const scrubS = ref(0)
const done = computed(() => !searching.value && pairing.settled)
const { methods, chosenWay, compared, places, besides, chosen, proved, pinned, pinRecipe, atBoard, choose, pin } = useRecipeAtBoard({
  answers, searching, settled: toRef(pairing, 'settled'), provedRecipe: toRef(pairing, 'provedRecipe'),
  onWindow: computed(() => tab.value === 'window'),
})
const usual = computed(() => methods.value.filter(a => USUAL_METHODS.includes(a.method)))
const byMaker = computed(() => answers.value.find(a => a.way === 'sheet') ?? null)
const barred = computed(() => {
  const first = usual.value[0]
  return methods.value.length === METHODS.length
    && usual.value.every(a => a.blocked && !a.course && a.blocked.why === first?.blocked?.why)
    ? (first?.blocked ?? null)
    : null
})
const proof = computed(() => atBoard.value ? pairing.proofFor(atBoard.value) : null)
/** Where the recipe comes from when no swatch proves it: the sheet of this lot, or typical values. */
const fromMaker = computed(() => pairing.lot?.state === 'fits')
const endS = computed(() => {
  const lasts = answers.value.filter(a => a.course && a.recipe).map(a => pressedS(a.recipe!) + (a.recipe!.passes - 1) * 3 + 16)
  return lasts.length ? Math.ceil(Math.max(...lasts) / 10) * 10 : 60
})
const damageC = computed(() => {
  const fibres = selection.fabric ? limitingFibres(selection.fabric.fibres, selection.blendRule) : []
  return fibres.length ? Math.min(...fibres.map(f => FIBRES[f.fibre].damageC)) : null
})
const windowC = computed<[number, number]>(() => selection.setup?.supply.adhesive
  ? adhesiveOf(selection.setup, pairing.taught).windowC
  : [0, 0])
const limit = computed(() => selection.fabric ? fabricLimit(selection.fabric, selection.blendRule, toEvidence(selection.fabric)) : null)
const provisional = computed(() => limit.value?.provisional ?? false)
const overLimit = computed(() => limit.value && atBoard.value
  ? overLimitSentence(atBoard.value, limit.value, selection.pressCloth !== null, selection.units)
  : null)

const supplyItems = computed(() =>
  library.supplies.map(s => ({
    label: `${s.name} · ${massWords(s.massGsm, selection.units)}${s.adhesive ? ` · ${ADHESIVES[s.adhesive].name.toLowerCase()}` : ''}`,
    value: s.id,
  })),
)
const ironItems = computed(() => library.irons.map(i => ({ label: i.name, value: i.id })))
const pressClothItems = computed(() => [...library.pressCloths.map(c => ({ label: c.name, value: c.id })), { label: 'Bare iron',
  value: 'bare' }])
const surfaceItems = SURFACE_KIND_KEYS.map(k => ({ label: SURFACE_KINDS[k].name, value: k }))
const supplyId = computed({ get: () => selection.supply?.id, set: v => v && selection.takeSupply(v) })
const ironId = computed({ get: () => selection.iron?.id, set: (v) => { selection.chosen.ironId = v ?? null; selection.chosen.way = null } })
const pressClothId = computed({ get: () => selection.pressCloth?.id ?? 'bare',
  set: (v) => { selection.chosen.pressClothId = v; selection.chosen.way = null } })

/** Only what differs in hold, side or setting can simply be taken back; other lots and irons cannot. */
const provedSwatch = (id: string) => pairing.swatches.find(t => t.id === id)
const canTake = (id: string) => {
  const t = provedSwatch(id)
  return t !== undefined && pairing.proofFor(toRecipe(t.recipe)).state === 'proved'
}
const takeProved = (id: string): void => pin(toRecipe(provedSwatch(id)!.recipe))
/** The pictures open on a moment at which every iron is still down. */
watch(() => searching.value, (busy) => {
  const lasts = methods.value.filter(a => a.recipe).map(a => pressedS(a.recipe!) + (a.recipe!.warmS > 0 ? 4 : 0))
  if (!busy && lasts.length) scrubS.value = Math.min(...lasts) - 0.5
})
const scrub = (byS: number) => { scrubS.value = Math.min(endS.value, Math.max(0, scrubS.value + byS)) }
useShortcuts({
  earlier: () => scrub(-0.5), later: () => scrub(0.5), take: toPress,
})
function toPress(): void {
  if (atBoard.value) press1(atBoard.value, null)
}
function press1(recipe: Recipe, plan: { planId: string, scrap: number } | null): void {
  if (!selection.setup) return
  // Who presses with it has chosen it.
  selection.chosen.supplyId = selection.supply!.id
  press.lay(recipe, courseOf(evaluate(selection.setup, recipe, pairing.taught)), pairing.taught, plan)
  if (chosenWay.value !== 'sheet') selection.chosen.way = recipe.method
  void router.push('/press')
}
function pressByMaker(): void {
  if (!byMaker.value?.recipe) return
  selection.chosen.way = 'sheet'
  press1(byMaker.value.recipe, null)
}
</script>

<template>
  <div v-if="!selection.fabric" class="mx-auto mt-20 max-w-xl text-center">
    <h1 class="text-3xl font-semibold">No fabric on the board</h1>
    <p class="mt-3 text-lg">A swatch needs a fabric first.</p>
    <UButton to="/fabric" size="xl" class="mt-6">Choose a fabric</UButton>
  </div>
  <div v-else class="flex min-h-full flex-col gap-1.5 px-3 py-1.5">
    <div class="grid grid-cols-[1.5fr_1fr_1fr_1fr] gap-3 max-[900px]:grid-cols-2 max-[640px]:grid-cols-[minmax(0,1fr)]
      max-[640px]:gap-1">
      <label class="flex min-w-0 items-center gap-2">
        <span class="text-sm text-muted-ink">Interfacing</span>
        <USelect v-model="supplyId" :items="supplyItems" class="w-full min-w-0" aria-label="Interfacing" />
      </label>
      <label class="flex min-w-0 items-center gap-2">
        <span class="text-sm text-muted-ink">Iron</span>
        <USelect v-model="ironId" :items="ironItems" class="w-full min-w-0" aria-label="Iron" />
      </label>
      <label class="flex min-w-0 items-center gap-2">
        <span class="text-sm text-muted-ink">Press cloth</span>
        <USelect v-model="pressClothId" :items="pressClothItems" class="w-full min-w-0" aria-label="Press cloth" />
      </label>
      <label class="flex min-w-0 items-center gap-2">
        <span class="text-sm text-muted-ink">Pressing surface</span>
        <USelect v-model="selection.chosen.surface" :items="surfaceItems" class="w-full min-w-0" aria-label="Pressing surface" />
      </label>
    </div>

    <p v-if="provisional"
      class="text-lg font-semibold text-alert">The fibre is unknown: these recipes stay at the lowest class. Try a hidden corner
      first.</p>

    <div v-if="barred" class="slip mx-auto mt-4 max-w-3xl p-8 text-center" role="alert" data-test="barred">
      <h1 class="text-3xl font-semibold text-alert">{{ blockedSentence(barred, selection.units) }}</h1>
      <OpenerList v-if="openers" :openers="openers" class="mt-5 space-y-2 text-xl" />
    </div>
    <template v-else>
      <div class="slip flex min-h-[172px] items-center gap-5 px-4 py-1.5 max-[640px]:flex-col max-[640px]:items-stretch max-[640px]:gap-2">
        <div v-if="atBoard" class="flex-1">
          <p class="ticket text-[1.9rem] font-semibold leading-tight" data-test="recipe"><template
            v-for="(part, i) in recipeHeadline(atBoard, selection.units).split(' · ')" :key="i">{{ i > 0 ? ' · ' : '' }}<span
            class="whitespace-nowrap">{{ part }}</span></template></p>
          <ol class="flex flex-wrap gap-x-4 text-[1.05rem] leading-snug" data-test="sentence" aria-label="Recipe">
            <li v-for="(step, i) in recipeSteps(atBoard, selection.pressCloth?.name ?? null, selection.units)" :key="i">
              <b class="tabular-nums">{{ i + 1 }}</b> {{ step }}</li></ol>
          <div class="mt-0.5 text-sm text-muted-ink"><ProofBadge v-if="proof" :proof="proof" />
            <UButton v-if="proof?.state === 'stale' && canTake(proof.swatch.id)" size="xs" variant="outline" color="neutral"
              class="mx-1 min-h-8" @click="takeProved(proof.swatch.id)">use the proved recipe</UButton>
            <template v-if="proof?.state === 'none' && fromMaker">{{ ' ' }}Carried over from the maker's instructions <Sourced from="maker"
            />.</template>
            <template v-if="!pinned && !proved && tab === 'ways' && chosen?.margins && chosen.course">
              {{ ' ' }}{{ whySentence(chosen.margins, chosen.course.flags, selection.units) }}</template>
            <template v-if="overLimit">{{ ' ' }}<span data-test="over-limit">{{ overLimit }}</span></template>
            <details v-if="!pinned && !proved && chosen?.parts.length" class="ml-1 inline-block align-top" data-test="score">
              <summary class="cursor-pointer underline">why this method</summary>
              <span v-for="p in chosen.parts.filter(x => x.points !== 0)" :key="p.key" class="mr-3 whitespace-nowrap">
                {{ scorePartWords(p, selection.units) }}</span><Sourced from="estimate" /></details>
          </div>
        </div>
        <div v-else-if="done" class="flex-1">
          <p class="ticket text-2xl font-semibold text-alert">No method bonds this safely.</p>
          <p v-if="!openers" class="text-lg">Looking for what would make it safe…</p>
          <OpenerList v-else :openers="openers" class="mt-1 text-lg" data-test="openers" />
        </div>
        <p v-else class="flex-1 text-lg text-muted-ink">Comparing methods: dry and moist, from the wrong side and the right side…</p>
        <UButton size="xl" trailing-icon="i-lucide-arrow-right" :disabled="!atBoard" class="min-h-16 text-xl"
          @click="toPress">Press this</UButton>
      </div>
      <p v-if="problem ?? pairing.problem" class="flex items-center gap-3 font-semibold text-alert" role="alert">
        {{ problem ?? pairing.problem }}
        <UButton size="sm" variant="outline" color="neutral" @click="problem ? again() : pairing.load()">Try again</UButton>
      </p>
      <!-- Room is kept for what the maker says, so that nothing moves as it is read. -->
      <div v-if="tab === 'ways'" :class="selection.supply?.instructions === 'maker' ? 'min-h-[76px]' : ''">
        <MakerBand v-if="byMaker || pairing.lot" :answer="byMaker" :carried="carried" :lot="pairing.lot" :chosen="chosenWay === 'sheet'"
          @choose="choose('sheet')" @press="pressByMaker" />
      </div>
      <p v-if="tab === 'ways' && tack && 'recipe' in tack" class="text-lg" data-test="tack">
        {{ tackSentence(tack.recipe, selection.units) }}
        <Sourced from="estimate" />
      </p>
      <PanelTabs v-model="tab" :tabs="tabs" label="Test swatch">
        <template #more="{ tab: t }">
          <span v-if="t.key === 'history' && pairing.total" class="text-sm font-normal text-muted-ink">{{ pairing.total }}</span>
        </template>
        <KeepAlive>
          <SafeWindowPanel v-if="tab === 'window'" v-model:recipe="pinRecipe" :answers="answers" :openers="openers" :looking="looking"
            @open="askOpeners" />
          <TestPlanPanel v-else-if="tab === 'plan'" :key="`${selection.fabric?.id} ${selection.supply?.id}`"
            :recipe="atBoard ?? pinRecipe" :answers="answers" @press="press1" />
          <HistoryPanel v-else-if="tab === 'history'" />
        </KeepAlive>
        <template v-if="tab === 'ways'">
          <div class="flex items-center gap-5 max-[1100px]:flex-wrap">
            <label class="flex flex-1 items-center gap-3 text-lg">
              <span class="w-16 font-semibold tabular-nums">{{ scrubS.toFixed(1) }} s</span>
              <input v-model.number="scrubS" type="range" min="0" :max="endS" step="0.5" class="h-8 flex-1 accent-[var(--rc-mark)]"
                aria-label="Moment shown in the pictures, seconds" />
            </label>
            <TraceKey v-if="selection.supply?.adhesive" :window-c="windowC" :lot="pairing.lot" :damage-c="damageC" />
            <UButton variant="outline" color="neutral" icon="i-lucide-square" aria-label="Stop" :class="searching ? '' : 'invisible'"
              :disabled="!searching" @click="cancel" />
          </div>
          <div class="grid flex-1 gap-3 max-[1100px]:grid-cols-2 max-[600px]:grid-cols-1"
            :class="selection.isSimple && chosenWay ? 'grid-cols-2' : 'grid-cols-4'">
            <!-- A place for each stays where it is: what comes in changes what stands there, and moves nothing. -->
            <template v-for="i in places" :key="i">
              <MethodCard v-if="compared[i - 1]" :answer="compared[i - 1]!" :chosen="compared[i - 1]!.way === chosenWay"
                :best="compared[i - 1]!.way === best" :scrub-s="scrubS" :window-c="windowC" :damage-c="damageC" :end-s="endS"
                @choose="choose(compared[i - 1]!.way)" @scrub="t => (scrubS = t)" />
              <div v-else class="slip grid min-h-72 place-items-center p-4 text-muted-ink" role="status">
                <template v-if="searching && i === compared.length + 1">Working it out: {{ methods.length }} of
                  {{ METHODS.length }} methods…</template>
              </div>
            </template>
          </div>
          <p v-if="besides.length" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1" data-test="besides">
            <span class="text-muted-ink">Works here too:</span>
            <UButton v-for="a in besides" :key="a.way" variant="outline" color="neutral" @click="choose(a.way)">
              {{ METHOD_NAME[a.method] }}, {{ holdFigure(a.recipe!) }}{{ a.recipe!.passes === 2 ? ` and ${a.recipe!.secondS} s` : '' }},
              {{ a.recipe!.setting.label }} <Sourced :from="a.isTested ? 'tested' : 'estimate'" /></UButton>
          </p>
        </template>
      </PanelTabs>
    </template>
  </div>
</template>
