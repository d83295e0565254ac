<script setup lang="ts">
import type { MatchQuery, MatchSupply } from '#core/match'
import { toEvidence, toIronInput, toMatchFabric, toMatchSupply, type PairPast } from '#shared/mappers'
import { interfacingNeed } from '#shared/cutting'
import type { Supply } from '#shared/schemas'
import {
  BASTE_STEPS,
  bendingWords, CHANGE_NAME, clashSentence, drawnSentence, exclusionSentence, fabricWords, faultSentence, moneyWords, PART_NAME,
  recipeSentence, STIFFNESS_NAME, WISH_NAME,
} from '#shared/words'

definePageMeta({ title: 'Interfacing' })
const library = useLibrary()
const selection = useSelection()
const wish = useWish()
const jobs = useJobs()
const router = useRouter()
const areaM2 = ref(0)
/** Pieces of the open job that are drawn already say better how much is wanted than sizes by hand. */
const cutting = useCutting()
watch(() => jobs.job?.id, () => { void cutting.load() }, { immediate: true })
const drawn = computed(() => (jobs.job && selection.fabric
  ? interfacingNeed(cutting.pieces, selection.fabric.id, wish.place.key, cutting.ground)
  : { m2: 0, count: 0 }))
const { answer: stored, problem } = useAnswer<{ supplies: Supply[], past: Record<string, PairPast> }>(
  () => selection.fabric?.id,
  async () => {
    const [found] = await Promise.all([
      $fetch<{ supplies: Supply[], past: Record<string, PairPast> }>('/api/match/shelf', { query: { fabricId: selection.fabric?.id } }),
      wish.load(),
    ])
    return found
  },
  { stays: true, fault: error => problemOf(error).detail },
)
const shelf = computed<MatchSupply[] | null>(
  () => stored.value?.supplies.map(s => toMatchSupply(s, stored.value!.past[s.id], selection.fabric
    ? toMatchFabric(selection.fabric)
    : null)) ?? null,
)

const { taught, tested, problem: untaught } = useShelfLessons(stored)

const query = computed<MatchQuery | null>(() =>
  selection.fabric && selection.iron
    ? {
        fabric: toMatchFabric(selection.fabric), evidence: toEvidence(selection.fabric), blendRule: selection.blendRule,
        allowance: library.workroom?.rules.allowance ?? 'inside', place: { ...wish.place }, stiffness: wish.wished.stiffness,
        drapeKept: wish.wished.drapeKept, care: { ...wish.wished.care }, iron: toIronInput(selection.iron),
        pressCloth: selection.pressCloth?.kind ?? null,
        surface: selection.chosen.surface, needM2: drawn.value.count > 0 ? drawn.value.m2 : areaM2.value, habits: selection.house.habits,
        taught: taught.value, tested: tested.value,
      }
    : null,
)
const { match, ranked, whatIf, progress, problem: fault, stop, again } = useMatching(query, shelf)

const isPhone = useIsPhone()
const SHOWN = 9, SHOWN_SIMPLY = 3
/** Simply, the foremost are enough until somebody asks for all. */
const everyOne = ref(false)
/** The foremost, and the first sewn-in and self fabric however far down they stand. */
const shown = computed(() => {
  const all = match.value?.ranked ?? []
  if (selection.isSimple && !everyOne.value) return all.slice(0, SHOWN_SIMPLY)
  const first = all.slice(0, SHOWN)
  for (const kind of ['sewIn', 'selfFabric'] as const) {
    const one = all.find(c => c.kind === kind)
    if (one && !first.includes(one)) first.splice(first.length - 1, 1, one)
  }
  return first
})
const picked = ref<string[] | null>(null)
watch(() => [selection.fabric?.id, wish.place.key], () => { picked.value = null })
const chosenKeys = computed(() => (picked.value ?? shown.value.slice(0, 2).map(c => c.key)).filter(k => shown.value.some(c => c.key === k)))
function toggle(key: string): void {
  const now = chosenKeys.value
  picked.value = now.includes(key) ? now.filter(k => k !== key) : [...now, key].slice(-3)
}
const chosen = computed(() =>
  chosenKeys.value
    .map(key => ({ candidate: shown.value.find(c => c.key === key)!, rank: match.value!.ranked.findIndex(c => c.key === key) + 1 }))
    .sort((a, b) => a.rank - b.rank),
)
const lead = computed(() => chosen.value[0]?.candidate ?? null)
const nameOf = (c: { kind: string, supplies: readonly MatchSupply[] }) =>
  c.kind === 'selfFabric'
    ? 'self fabric'
    : c.kind === 'double'
      ? `${c.supplies[0]!.name}, two layers`
      : c.supplies.map(s => s.name).join(' + ')
const nameById = (ids: string[]) => ids.map(id => stored.value?.supplies.find(s => s.id === id)?.name ?? '').join(' + ') || 'self fabric'
const wants = computed(() => {
  const stiffness = wish.wished.stiffness ?? wish.place.stiffness
  const give = { stay: 'the give stays', stop: 'no give', any: '' }[wish.place.give]
  return [stiffness === 'keep' ? 'the drape of the fabric' : STIFFNESS_NAME[stiffness], give].filter(Boolean).join('; ')
})
/** Where the recipe's seconds come from: the same as in the table beside it. */
const recipeFrom = computed(() => lead.value?.parts.find(p => p.key === 'seconds')?.origin ?? 'estimate')
const fused = computed(() => lead.value && lead.value.reachC !== null)

function take(): void {
  const c = lead.value
  if (!c) return
  if (!fused.value) return void baste(c.supplies[0]?.id ?? null)
  const glued = c.supplies.find(s => s.adhesive)!
  const over = [...c.supplies]
  over.splice(over.indexOf(glued), 1)
  for (const s of c.supplies) library.keepSupply(stored.value!.supplies.find(x => x.id === s.id)!)
  selection.takeSupply(glued.id, over.map(s => s.id))
  if (jobs.fabric) void jobs.note({ place: wish.place.key, supplyId: glued.id })
  void router.push('/swatch')
}
/** A sew-in is basted to the piece: it is cut with it, and needs no swatch and no iron. Without a job one is begun for it. */
async function baste(supplyId: string | null): Promise<void> {
  const supply = supplyId && stored.value!.supplies.find(s => s.id === supplyId)
  if (!supply) return
  library.keepSupply(supply)
  if (jobs.fabric) void jobs.note({ place: wish.place.key, supplyId: supply.id })
  else if (!await wish.beginJob(supply.id)) return
  void router.push('/cut')
}
useShortcuts({ take })
</script>

<template>
  <div v-if="!selection.fabric" class="mx-auto mt-20 max-w-xl text-center">
    <h1 class="text-3xl font-semibold">No fabric on the board</h1>
    <p class="mt-3 text-lg">An interfacing is matched to a fabric: choose one first.</p>
    <UButton to="/fabric" size="xl" class="mt-6">Choose a fabric</UButton>
  </div>
  <div v-else
    class="grid h-full grid-cols-[284px_minmax(0,0.950fr)_minmax(0,1.120fr)] gap-4 px-3 py-2
      max-[1000px]:h-auto max-[1000px]:grid-cols-[262px_minmax(0,1fr)]
      max-[640px]:grid-cols-[minmax(0,1fr)]">
    <section class="min-h-0 min-w-0 overflow-y-auto overflow-x-hidden pr-1" aria-label="Place and wishes">
      <GarmentPicture :places="wish.places" :chosen-key="wish.place.key" class="mx-auto max-w-[248px] max-[1000px]:max-w-[230px]"
        @choose="wish.choosePlace" />
      <USelect v-if="isPhone" :model-value="wish.place.key" :items="wish.places.map(p => ({ label: p.name, value: p.key }))" size="xl"
        class="w-full" aria-label="Place on the garment" @update:model-value="v => wish.choosePlace(String(v))" />
      <p class="mt-1 flex items-baseline justify-between">
        <b class="ticket text-2xl">{{ wish.place.name }}</b>
        <OwnPlaceForm />
      </p>
      <p class="mb-2 text-[15px] leading-tight text-muted-ink">wants {{ wants }}</p>
      <WishSlip />
      <hr class="stitch my-2">
      <p v-if="drawn.count" class="text-[15px]"
        data-test="drawn">{{ drawnSentence(drawn.count, drawn.m2, selection.units) }} <Sourced from="estimate" /></p>
      <PieceSizes v-else :key="`${selection.fabric.id} ${wish.place.key}`" v-model:area-m2="areaM2" :fabric-id="selection.fabric.id"
        :place-key="wish.place.key" />
    </section>

    <section class="flex min-h-0 min-w-0 flex-col max-[1000px]:min-h-[36rem]" aria-label="Candidates">
      <ul v-if="match?.clashes.length" class="mb-2 space-y-1" role="alert" data-test="clashes">
        <li v-for="c in match.clashes" :key="c.why"
          class="border-l-4 border-alert bg-paper px-3 py-1 font-semibold leading-snug text-alert">
          {{ clashSentence(c, selection.units) }}
          <NuxtLink v-if="c.why === 'shelfEmpty'" to="/supplies?new=1" class="underline">Add a supply</NuxtLink>
        </li>
      </ul>
      <p v-if="problem ?? untaught ?? jobs.problem" class="slip p-4 text-lg font-semibold text-alert" role="alert">
        {{ problem ?? untaught ?? jobs.problem }}</p>
      <p v-if="fault" class="slip flex items-center gap-3 p-3 font-semibold text-alert" role="alert">
        {{ fault }}
        <UButton size="sm" variant="outline" color="neutral" @click="again">Try again</UButton>
      </p>
      <StiffnessLadder v-if="match" class="flex-1" :match="match" :shown="shown" :chosen-keys="chosenKeys" :progress="progress"
        @toggle="toggle" />
      <p v-else-if="!problem" class="m-6 text-lg text-muted-ink">Judging the shelf…</p>
      <UButton v-if="selection.isSimple && !everyOne && ranked && ranked.rankedCount > SHOWN_SIMPLY" class="mt-1 self-start" size="sm"
        variant="outline" color="neutral" @click="() => { everyOne = true }">Show all {{ ranked.rankedCount }}</UButton>
      <p v-if="progress" class="mt-1 flex min-h-10 items-center gap-3 text-sm text-muted-ink"
        role="status">Trying the heat: {{ progress.done }} of {{ progress.of }} <UButton size="xs" variant="outline"
        color="neutral" @click="stop">Stop</UButton></p>
      <details v-else-if="match && ranked" class="mt-1" data-test="excluded">
        <summary class="min-h-10 cursor-pointer py-2 text-[15px]">
          <span role="status">{{ ranked.rankedCount }} could be used; <b>{{ ranked.excludedCount }} not, and why</b>
          </span> <Sourced from="estimate" /></summary>
        <ul class="max-h-72 overflow-auto" tabindex="0" aria-label="What could not be used, and why">
          <li v-for="w in match.wishes.slice(0, 2)" :key="w.wish" class="py-1 text-[15px] font-semibold">
            {{ WISH_NAME[w.wish] }} alone keeps out {{ w.excludes }}{{ w.excludes === 1 ? ` (${w.firstName})` : '' }}.</li>
          <li v-for="e in match.excluded" :key="e.supply.id"
            class="border-t border-dashed border-seam py-1 text-[15px] leading-snug">
            <b>{{ e.supply.name }}</b> <span class="text-muted-ink">{{ e.supply.code }}
            </span>: {{ e.reasons.map(r => exclusionSentence(r, selection.units)).join(' ') }}</li>
        </ul>
      </details>
    </section>

    <section v-if="match && lead" class="min-h-0 min-w-0 overflow-y-auto overflow-x-hidden pr-1 max-[1000px]:col-span-2
      max-[640px]:order-first
      max-[640px]:col-span-1"
      aria-label="Compared">
      <div class="slip px-4 py-2">
        <div class="flex items-start gap-3">
          <p class="ticket min-w-0 flex-1 text-[1.45rem] font-semibold leading-tight first-letter:uppercase" data-test="first-answer">
            {{ nameOf(lead) }}</p>
          <UButton v-if="fused" size="xl" trailing-icon="i-lucide-arrow-right" class="shrink-0 text-base"
            @click="take">Use this interfacing</UButton>
          <UButton v-else-if="lead.kind === 'sewIn'" size="xl" trailing-icon="i-lucide-arrow-right"
            class="shrink-0 text-base"
            @click="take">Baste this in</UButton>
        </div>
        <div class="mt-1">
          <p class="text-[15px] leading-snug">
            {{ bendingWords(lead.bendingMm, selection.units) }}.
            <template v-if="lead.recipe">
              {{ recipeSentence(lead.recipe, selection.pressCloth?.name ?? null, selection.units) }}
              <Sourced :from="recipeFrom" />
            </template>
            <template v-else-if="lead.kind === 'sewIn'">{{ BASTE_STEPS }}</template>
            <template v-else-if="!fused">Sewn in: no heat, no adhesive.</template>
            <template
              v-if="lead.need">{{ ' Needs ' }}{{ fabricWords(lead.need.metres, selection.units) }}{{
              lead.need.cost !== null ? `, costs ${moneyWords(lead.need.cost, selection.units)}` : '' }}<template
              v-if="lead.need.shortM > 0">; {{ fabricWords(lead.need.shortM, selection.units) }} missing<template
              v-if="shown.find(c => c.need && c.need.shortM === 0)">:
              {{ nameOf(shown.find(c => c.need && c.need.shortM === 0)!) }} would do</template></template>.</template>
          </p>
          <p v-for="f in lead.faults" :key="f.why"
            class="border-l-4 border-alert pl-2 text-[15px] font-semibold leading-tight text-alert" data-test="fault">
            {{ faultSentence(f, selection.units) }}</p>
          <p v-if="lead.tie"
            class="text-[13px] leading-tight text-muted-ink">As good as the next; first by
            {{ lead.tie.by === 'code' ? 'its code alone' : PART_NAME[lead.tie.by] }}.</p>
        </div>
      </div>
      <HangPicture class="mt-1" :fabric-bending-mm="match.fabricBendingMm"
        :chosen="chosen.map(c => ({ rank: c.rank, bendingMm: c.candidate.bendingMm }))" />
      <details :open="!selection.isSimple" class="mt-1" data-test="why">
        <summary class="min-h-10 cursor-pointer py-2 text-[15px]" :class="selection.isSimple ? '' : 'sr-only'">Why this one</summary>
        <PartBars :chosen="chosen" />
      </details>
      <p v-if="match.companions.length" class="mt-1 text-[15px]"
        data-test="companions">With it, and away again after stitching:
        {{ match.companions.map(s => s.name.toLowerCase()).join(', ') }}.</p>
      <div v-if="!selection.isSimple" class="mt-1 grid grid-cols-3 gap-1 text-[13px] leading-tight" aria-label="What if"
        data-test="what-if">
        <p v-for="w in whatIf" :key="w.change" class="slip px-2 py-1" :class="w.differs ? 'border-l-4 border-l-ink' : ''">
          <b>{{ CHANGE_NAME[w.change] }}:</b>
          {{ w.differs ? nameById(w.becomes) : 'the same' }}
        </p>
      </div>
    </section>
  </div>
</template>
