<script setup lang="ts">
import { onKeyStroke, useLocalStorage } from '@vueuse/core'
import { BED_KIND_KEYS, BED_KINDS, FIBRES, RESINS } from '#core/materials'
import { clothLimit, limitingFibres } from '#core/limit'
import { courseOf, evaluate, type Method, type Recipe } from '#core/recipe'
import { toEvidence } from '#shared/mappers'
import { openerSentence, recipeSentence, whySentence, blockedSentence } from '#shared/words'

const library = useLibrary()
const bench = useBench()
const press = usePress()
const router = useRouter()

const METHODS = 4
const TABS = [{ key: 'ways', name: 'Ways' }, { key: 'window', name: 'Window' }, { key: 'plan', name: 'Plan' }, { key: 'history', name: 'History' }] as const
const tab = useLocalStorage<typeof TABS[number]['key']>('ready-cuff-swatch-tab', 'ways')
const pairing = usePairing()
/** The search waits for what the swatches of this pairing have to say. */
const { answers, best, openers, searching, looking, askOpeners, cancel } = useRecipeSearch(computed(() => pairing.settled ? bench.bench : null), toRef(pairing, 'taught'))
const scrubS = ref(0)
const done = computed(() => !searching.value && pairing.settled)
const barred = computed(() => {
  const first = answers.value[0]
  return answers.value.length === METHODS && answers.value.every(a => a.blocked && !a.course && a.blocked.why === first?.blocked?.why) ? first?.blocked ?? null : null
})
const chosenMethod = computed<Method | null>(() => {
  const wanted = answers.value.find(a => a.method === bench.chosen.method && a.blocked === null)
  if (wanted) return wanted.method
  if (pairing.provedRecipe) return pairing.provedRecipe.method
  // The house may prefer dry or moist; among those the widest margin leads.
  const school = library.workshop?.rules.moisture
  const liked = answers.value.filter(a => a.blocked === null && (school === 'dry' ? a.method === 'dry' : school === 'moist' ? a.method !== 'dry' : true)).sort((a, b) => b.score - a.score)[0]
  return searching.value ? null : liked?.method ?? best.value
})
const chosen = computed(() => answers.value.find(a => a.method === chosenMethod.value && a.blocked === null) ?? null)
/** Own swatches come first: until another way is chosen, the recipe they proved stands on the board. */
const proved = computed(() => bench.chosen.method === null || bench.chosen.method === pairing.provedRecipe?.method ? pairing.provedRecipe : null)
/** The recipe at the pin: the chosen way's, until the pin is moved. */
const pinned = ref<Recipe | null>(null)
watch(() => JSON.stringify(bench.bench), () => { pinned.value = null })
const fromSearch = computed(() => chosen.value?.recipe ?? answers.value.find(a => a.recipe)?.recipe ?? null)
const pinRecipe = computed({
  get: () => pinned.value ?? proved.value ?? fromSearch.value,
  set: (r) => {
    pinned.value = r
    if (r && answers.value.some(a => a.method === r.method && a.blocked === null)) bench.chosen.method = r.method
  },
})
/** What is written over the board and pressed: the pin's recipe on the window, the method's elsewhere. */
const atBoard = computed(() => tab.value === 'window' ? pinRecipe.value : pinned.value && pinned.value.method === chosen.value?.method ? pinned.value : proved.value ?? chosen.value?.recipe ?? null)
const proof = computed(() => atBoard.value ? pairing.proofFor(atBoard.value) : null)
const endS = computed(() => {
  const lasts = answers.value.filter(a => a.course && a.recipe).map(a => a.recipe!.holdS * a.recipe!.passes + (a.recipe!.passes - 1) * 3 + 12)
  return lasts.length ? Math.ceil(Math.max(...lasts) / 10) * 10 : 60
})
const hurtC = computed(() => {
  const fibres = bench.cloth ? limitingFibres(bench.cloth.fibres, bench.blendRule) : []
  return fibres.length ? Math.min(...fibres.map(f => FIBRES[f.fibre].hurtC)) : null
})
const provisional = computed(() => bench.cloth ? clothLimit(bench.cloth, bench.blendRule, toEvidence(bench.cloth)).provisional : false)

const supplyItems = computed(() => library.supplies.map(s => ({ label: `${s.name} · ${Math.round(s.massGsm)} g/m²${s.resin ? ` · ${RESINS[s.resin].name.toLowerCase()}` : ''}`, value: s.id })))
const ironItems = computed(() => library.irons.map(i => ({ label: i.name, value: i.id })))
const coverItems = computed(() => [...library.covers.map(c => ({ label: c.name, value: c.id })), { label: 'Bare sole', value: 'bare' }])
const bedItems = BED_KIND_KEYS.map(k => ({ label: BED_KINDS[k].name, value: k }))
const supplyId = computed({ get: () => bench.supply?.id, set: v => v && bench.takeSupply(v) })
const ironId = computed({ get: () => bench.iron?.id, set: (v) => { bench.chosen.ironId = v ?? null; bench.chosen.method = null } })
const coverId = computed({ get: () => bench.cover?.id ?? 'bare', set: (v) => { bench.chosen.coverId = v; bench.chosen.method = null } })

/** Only what differs in hold, side or stop can simply be taken back; other lots and irons cannot. */
const provedTrial = (id: string) => pairing.trials.find(t => t.id === id)
const canTake = (id: string) => { const t = provedTrial(id); return t !== undefined && pairing.proofFor(pairing.recipeOf(t)).state === 'proved' }
function takeProved(id: string): void {
  const recipe = pairing.recipeOf(provedTrial(id)!)
  bench.chosen.method = recipe.method
  pinned.value = recipe
}
function choose(method: Method): void {
  bench.chosen.method = method
  pinned.value = null
}
/** The pictures open on a moment at which every iron is still down. */
watch(() => searching.value, (busy) => {
  const holds = answers.value.filter(a => a.recipe).map(a => a.recipe!.holdS)
  if (!busy && holds.length) scrubS.value = Math.min(...holds) - 0.5
})
onKeyStroke(['ArrowLeft', 'ArrowRight'], (e) => {
  if (document.activeElement && ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON'].includes(document.activeElement.tagName)) return
  e.preventDefault()
  scrubS.value = Math.min(endS.value, Math.max(0, scrubS.value + (e.key === 'ArrowLeft' ? -0.5 : 0.5)))
})
onKeyStroke('Enter', (e) => {
  if (document.activeElement === document.body) {
    e.preventDefault()
    toPress()
  }
})
function toPress(): void {
  if (atBoard.value) press1(atBoard.value, null)
}
function press1(recipe: Recipe, plan: { planId: string, scrap: number } | null): void {
  if (!bench.bench) return
  bench.chosen.method = recipe.method
  press.lay(recipe, courseOf(evaluate(bench.bench, recipe, pairing.taught)), plan)
  void router.push('/press')
}
for (const [i, key] of (['w', 'm', 'p', 'h'] as const).entries()) {
  onKeyStroke(key, (e) => {
    if (document.activeElement !== document.body || e.ctrlKey || e.metaKey) return
    e.preventDefault()
    tab.value = TABS[i]!.key
  })
}
</script>

<template>
  <div v-if="!bench.cloth" class="mx-auto mt-20 max-w-xl text-center">
    <h1 class="text-3xl font-semibold">No cloth on the board</h1>
    <p class="mt-3 text-lg">A swatch needs a cloth first.</p>
    <UButton to="/cloth" size="xl" class="mt-6">Choose a cloth</UButton>
  </div>
  <div v-else class="flex min-h-full flex-col gap-2 px-3 py-2">
    <div class="grid grid-cols-[1.5fr_1fr_1fr_1fr] gap-3 max-[900px]:grid-cols-2">
      <label class="flex min-w-0 items-center gap-2"><span class="text-sm text-muted-ink">Backing</span><USelect v-model="supplyId" :items="supplyItems" class="w-full min-w-0" aria-label="Backing" /></label>
      <label class="flex min-w-0 items-center gap-2"><span class="text-sm text-muted-ink">Iron</span><USelect v-model="ironId" :items="ironItems" class="w-full" aria-label="Iron" /></label>
      <label class="flex min-w-0 items-center gap-2"><span class="text-sm text-muted-ink">Cover</span><USelect v-model="coverId" :items="coverItems" class="w-full" aria-label="Cover" /></label>
      <label class="flex min-w-0 items-center gap-2"><span class="text-sm text-muted-ink">Bed</span><USelect v-model="bench.chosen.bed" :items="bedItems" class="w-full" aria-label="Bed" /></label>
    </div>

    <p v-if="provisional" class="text-lg font-semibold text-alert">The fibre is unknown: these recipes stay at the lowest class. Try a hidden corner first.</p>

    <div v-if="barred" class="slip mx-auto mt-4 max-w-3xl p-8 text-center" role="alert" data-test="barred">
      <h1 class="text-3xl font-semibold text-alert">{{ blockedSentence(barred, bench.units) }}</h1>
      <ul v-if="openers" class="mt-5 space-y-2 text-xl"><li v-for="(o, i) in openers" :key="i">{{ openerSentence(o, bench.units) }}</li></ul>
    </div>
    <template v-else>
      <div class="slip flex items-center gap-5 px-4 py-2">
        <div v-if="atBoard" class="flex-1">
          <p class="ticket text-[1.45rem] font-semibold leading-snug" data-test="sentence">{{ recipeSentence(atBoard, bench.cover?.name ?? null, bench.units) }}</p>
          <p class="mt-0.5 text-sm text-muted-ink"><ProofBadge v-if="proof" :proof="proof" />
            <UButton v-if="proof?.state === 'stale' && canTake(proof.trial.id)" size="xs" variant="outline" color="neutral" class="mx-1 min-h-8" @click="takeProved(proof.trial.id)">take the proved one</UButton>
            <template v-if="!pinned && !proved && tab === 'ways' && chosen?.margins && chosen.course"> {{ whySentence(chosen.margins, chosen.course.flags, bench.units) }}</template> The maker's sheet and your own swatch come before this.
          </p>
        </div>
        <div v-else-if="done" class="flex-1">
          <p class="ticket text-2xl font-semibold text-alert">No way of pressing bonds this safely.</p>
          <p v-if="!openers" class="text-lg">Looking for what would open it…</p>
          <ul v-else class="mt-1 text-lg" data-test="openers"><li v-for="(o, i) in openers" :key="i">{{ openerSentence(o, bench.units) }}</li></ul>
        </div>
        <p v-else class="flex-1 text-lg text-muted-ink">Comparing dry and moist, from the back and from the face…</p>
        <UButton size="xl" trailing-icon="i-lucide-arrow-right" :disabled="!atBoard" class="min-h-16 text-xl" @click="toPress">Press this</UButton>
      </div>
      <div role="tablist" aria-label="The swatch bench" class="flex gap-1 border-b border-seam">
        <button v-for="t in TABS" :key="t.key" type="button" role="tab" :aria-selected="tab === t.key" class="min-h-11 border-b-4 px-5 text-lg" :class="tab === t.key ? 'border-mark font-bold' : 'border-transparent hover:bg-linen-200/40'" @click="tab = t.key">{{ t.name }}<span v-if="t.key === 'history' && pairing.total" class="ml-1 text-sm font-normal text-muted-ink">{{ pairing.total }}</span></button>
      </div>
      <KeepAlive>
        <WindowBench v-if="tab === 'window'" v-model:recipe="pinRecipe" :answers="answers" :openers="openers" :looking="looking" @open="askOpeners" />
        <PlanBench v-else-if="tab === 'plan'" :recipe="atBoard ?? pinRecipe" @press="press1" />
        <HistoryBench v-else-if="tab === 'history'" />
      </KeepAlive>
      <template v-if="tab === 'ways'">
        <div class="flex items-center gap-5 max-[1100px]:flex-wrap">
          <label class="flex flex-1 items-center gap-3 text-lg"><span class="w-16 font-semibold tabular-nums">{{ scrubS.toFixed(1) }} s</span>
            <input v-model.number="scrubS" type="range" min="0" :max="endS" step="0.5" class="h-8 flex-1 accent-[var(--rc-mark)]" aria-label="Moment shown in the pictures, seconds"></label>
          <TraceKey :window-c="RESINS[bench.supply!.resin!].windowC" :hurt-c="hurtC" />
          <UButton v-if="searching" variant="outline" color="neutral" @click="cancel">Stop</UButton>
        </div>
        <div class="grid flex-1 grid-cols-4 gap-3 max-[1100px]:grid-cols-2">
          <MethodCard
            v-for="a in answers" :key="a.method" :answer="a" :chosen="a.method === chosenMethod" :best="a.method === best" :scrub-s="scrubS" :resin="bench.supply!.resin!"
            :hurt-c="hurtC" :end-s="endS" @choose="choose(a.method)" @scrub="t => scrubS = t"
          />
          <div v-for="i in METHODS - answers.length" :key="`w${i}`" class="slip grid min-h-72 place-items-center p-4 text-muted-ink" role="status">
            <template v-if="searching && i === 1">Working it out: {{ answers.length }} of {{ METHODS }} methods…</template>
          </div>
        </div>
      </template>
    </template>
  </div>
</template>
