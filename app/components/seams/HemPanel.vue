<script setup lang="ts">
import { easeMm, easesRound, longestStraightMm, shortenLegs, tapeFor, UNDER_MM, type HemPlan, type ShortenedPair } from '#core/hem'
import { washLimit } from '#core/match'
import { BASE_GIVE_PCT } from '#core/materials'
import { tapeOf } from '#shared/making'
import { toMatchSupply } from '#shared/mappers'
import {
  celsius, fabricWords, HEM_INSTEAD, HEM_SIDE, hemRefusal, legSentence, liningSentence, seconds, STEAM_CAUTION, TRY_SHOES,
  washSentence, coolingWords, sentence,
} from '#shared/words'

/** A hem that came down, or is to be shortened: how much of which tape, how it is pressed, and whether the lining is safe. */
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const ways = useMakingWays()
const { making, chosen, ofJob, set, setSpec, add, drop, choose, jobName } = useMakingDraft('hem', () => freshMaking('Hem', {
  format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 0, aroundMm: 1200, stretches: [{ fromMm: 200, lengthMm: 300 }], curve: null,
  legs: [
    { name: 'Left', nowMm: 1040, fabricMm: 1090, wantedMm: 1000 }, { name: 'Right', nowMm: 1036, fabricMm: 1086, wantedMm: 1000 },
  ], taper: null, count: 1,
}))
const spec = computed(() => making.value.spec)
const fabricId = computed(() => making.value.fabricId ?? jobs.fabric?.fabricId ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null)
const fabric = computed(() => library.fabrics.find(c => c.id === fabricId.value) ?? null)
const lining = computed(() => library.fabrics.find(c => c.id === making.value.liningId) ?? null)
const tapes = computed(() => library.supplies.filter(s => s.family === 'hemTape' && s.widthMm !== null)
  .map(s => ({ id: s.id, wideMm: s.widthMm!, stockM: s.stockM, supply: s })))
const suited = computed(() => {
  try {
    return tapeFor(spec.value.depthMm, tapes.value)
  } catch {
    return null
  }
})
const tape = computed(() => tapes.value.find(t => t.id === making.value.supplyId) ?? suited.value)
const covered = computed(() => tape.value !== null && tape.value.wideMm < spec.value.depthMm - UNDER_MM)
const easing = computed(() => tape.value
  ? { wideMm: tape.value.wideMm, givePct: tape.value.supply.givePct ?? BASE_GIVE_PCT[tape.value.supply.base] }
  : undefined)
const need = computed((): { pieces: number, metres: number } | { why: string } => {
  try {
    return tapeOf(spec.value, easing.value)
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const pair = computed((): ShortenedPair | { why: string } | null => {
  if (spec.value.task !== 'shorten') return null
  try {
    return shortenLegs(spec.value.legs, spec.value.depthMm, spec.value.turnMm, spec.value.taper)
  } catch (error) {
    return { why: faultWords(error) }
  }
})
const curve = computed(() => {
  const c = spec.value.curve
  if (!c) return null
  try {
    return { easeMm: easeMm(spec.value.depthMm, c.turnDeg), straightMm: longestStraightMm(c.radiusMm),
      eases: easing.value ? easesRound(c.radiusMm, easing.value) : false }
  } catch {
    return null
  }
})
const { answer: plan, problem } = useAnswer<HemPlan>(
  () => [fabric.value?.id, fabric.value?.version, lining.value?.id, tape.value?.supply.id, tape.value?.supply.version,
    spec.value.turnMm > 0,
    selection.iron?.id, selection.iron?.version, selection.pressCloth?.id, selection.chosen.surface, selection.rules],
  () => (fabric.value && selection.iron && tape.value
    ? ways.hem(fabric.value, lining.value, tape.value.supply, spec.value.turnMm > 0 ? 2 : 1, selection.iron)
    : null),
)
const pressed = computed(() => (plan.value?.how === 'damp' ? plan.value : plan.value?.dry ?? null))
const why = computed(() => {
  if (problem.value || 'why' in need.value) return problem.value ?? (need.value as { why: string }).why
  return pair.value && 'why' in pair.value ? pair.value.why : null
})
/** Washed hotter than the tape withstands, it comes down again. */
const washes = computed(() => {
  const s = plan.value?.how === 'refused' ? ways.dryTape() : tape.value?.supply, washC = jobs.job?.washC ?? 0
  const standsC = s?.adhesive ? washLimit(toMatchSupply(s)).limitC : null
  return standsC !== null && pressed.value && washC > standsC ? washSentence(washC, standsC, selection.units) : null
})
const able = computed(() => why.value === null && tape.value !== null && covered.value && pressed.value !== null)
function addIt(): void {
  set({ fabricId: fabricId.value, supplyId: tape.value?.id ?? null })
  add()
}
useShortcuts({ take: () => { if (jobName.value && !chosen.value && able.value) addIt() } })
const fabricItems = useFabricItems()
const NO_LINING = 'none'
const liningItems = computed(() => [{ label: 'No lining', value: NO_LINING }, ...fabricItems.value])
const tapeItems = computed(() => tapes.value.map(t =>
  ({ label: `${t.supply.name}, ${mm(t.wideMm)} (${fabricWords(t.stockM, selection.units)})`, value: t.id })))
const setRun = (i: number, more: Partial<{ fromMm: number, lengthMm: number }>): void =>
  setSpec({ stretches: spec.value.stretches.map((r, k) => (k === i ? { ...r, ...more } : r)) })
const setLeg = (i: number, more: Partial<{ nowMm: number, fabricMm: number, wantedMm: number }>): void =>
  setSpec({ legs: spec.value.legs.map((l, k) => (k === i ? { ...l, ...more } : l)) })
const { mm } = useInUnits()
const TASKS = [{ value: 'fallen' as const, name: 'Come down' }, { value: 'shorten' as const, name: 'Shorten' }]
const headline = computed(() => {
  if (!fabric.value) return 'No fabric yet. Add one on Fabrics.'
  if (!tape.value) return `No tape in stock is narrow enough for a hem of ${mm(spec.value.depthMm)}.`
  if (plan.value?.how === 'refused' && !plan.value.dry) return `Not with tape. ${HEM_INSTEAD}`
  const p = pressed.value
  if (!p || 'why' in need.value) return 'Working it out…'
  const pressCloth = p.recipe.method === 'damp' ? 'under a damp press cloth' : 'dry, by the iron\'s weight'
  return `${fabricWords(need.value.metres, selection.units)} of tape in ${need.value.pieces} piece${need.value.pieces === 1 ? '' : 's'}; `
    + `${seconds(p.recipe.holdS)} a place ${pressCloth}, ${HEM_SIDE[p.recipe.firstSide]}, side by side.`
})
</script>

<template>
  <MakingFrame :panel="{ making, chosen, ofJob, jobName, set, drop, choose }" :able="able" @add="addIt">
    <div class="flex min-h-0 flex-col" data-test="hem">
      <p class="ticket text-[26px] font-semibold leading-tight" data-test="hem-says">{{ headline }} <Sourced from="estimate" /></p>
      <p v-if="why" class="text-lg font-semibold text-alert" role="alert" data-test="hem-problem">{{ why }}</p>
      <div class="min-h-60 flex-1 py-1">
        <HemPicture :spec="spec" :colour="fabric?.colourHex ?? '#d9cdb4'" :tape-mm="covered ? tape!.wideMm : null" :easing="easing"
          :tape-colour="tape?.supply.colourHex" :legs="pair && 'legs' in pair ? pair.legs : []"
          :label="spec.task === 'shorten' ? 'Both legs, where they are folded and cut' : 'The hem opened flat'" />
      </div>
      <div class="space-y-1 text-[17px] leading-snug" data-test="hem-how">
        <template v-if="pair && 'legs' in pair">
          <p v-for="l in pair.legs" :key="l.name">{{ legSentence(l, mm(l.foldMm), mm(l.cutMm), mm(l.cutAwayMm)) }}</p>
          <p v-if="pair.unequalNowMm >= 1" class="font-semibold">They differ now by {{ mm(pair.unequalNowMm) }}<template
            v-if="pair.unequalWantedMm >= 1">, and by {{ mm(pair.unequalWantedMm) }} as wanted</template>. {{ TRY_SHOES }}</p>
          <p v-if="Math.abs(pair.easeMm) >= 1">The edge is {{ mm(Math.abs(pair.easeMm)) }} {{ pair.easeMm > 0 ? 'longer' : 'shorter' }}
            than where
            it comes to lie: {{ pair.easeMm > 0 ? 'ease it in' : 'open the side seam as far as the hem' }}.</p>
        </template>
        <p v-if="curve">{{ mm(curve.easeMm) }} to ease along this curve.
          <template v-if="curve.eases">The tape goes round it in one piece: ease it with your fingers.</template>
          <template v-else>The tape follows it for {{ mm(curve.straightMm) }} at a time: snip it, or cut it in lengths.</template>
          <Sourced from="estimate" /></p>
        <p v-if="plan?.how === 'refused'" class="font-semibold text-alert" data-test="hem-refused">{{ hemRefusal(plan.because) }}
          {{ plan.dry ? 'Use a low-melt tape, dry:' : HEM_INSTEAD }}</p>
        <p v-if="pressed">{{ pressed.recipe.setting.label }} {{ celsius(pressed.recipe.setting.meanC, selection.units) }}<template
          v-if="pressed.pressClothDryS !== null">; the press cloth is dry after {{ seconds(pressed.pressClothDryS) }}</template>,
          the tape holds
          after
          {{ seconds(pressed.bondS) }}. {{ sentence(coolingWords(pressed.recipe)) }}. <Sourced from="estimate" /></p>
        <p v-if="pressed?.lining && lining" :class="pressed.lining.holdClear ? 'font-semibold text-alert' : ''" data-test="hem-lining">
          {{ liningSentence(pressed.lining, lining.name, selection.units) }} <Sourced from="estimate" /></p>
        <p v-if="washes" class="font-semibold text-alert" data-test="hem-wash">{{ washes }}</p>
        <p v-if="pressed?.recipe.method === 'damp'" class="text-sm text-alert">{{ STEAM_CAUTION }}</p>
      </div>
    </div>
    <template #form>
      <Choices :model-value="spec.task" :options="TASKS" label="What to do" class="flex gap-1"
        @update:model-value="t => t && setSpec({ task: t })" />
      <label class="block"><span class="block text-sm font-semibold">Fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <label class="block"><span class="block text-sm font-semibold">Lining</span>
        <USelect :model-value="making.liningId ?? NO_LINING" :items="liningItems" class="w-full" aria-label="Lining"
          @update:model-value="id => set({ liningId: id === NO_LINING ? null : id as string })" /></label>
      <label class="block"><span class="block text-sm font-semibold">Tape</span>
        <USelect :model-value="tape?.id" :items="tapeItems" placeholder="none is narrow enough" class="w-full" aria-label="Tape"
          @update:model-value="id => set({ supplyId: id as string })" /></label>
      <p v-if="tape && !covered" class="text-[15px] font-semibold text-alert" role="alert">{{ mm(tape.wideMm) }} of tape under a hem of
        {{ mm(spec.depthMm) }}: it has to be deeper by more than {{ mm(UNDER_MM) }}.</p>
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Depth of the hem" :least-mm="3" :most-mm="300" :model-value="spec.depthMm"
          @update:model-value="v => setSpec({ depthMm: v })" />
        <LengthField label="Turned under" :most-mm="100" :model-value="spec.turnMm"
          @update:model-value="v => setSpec({ turnMm: v })" />
        <LengthField label="Length around the hem" :least-mm="20" :most-mm="20000" :model-value="spec.aroundMm"
          @update:model-value="v => setSpec({ aroundMm: v })" />
        <label v-if="spec.task === 'fallen'" class="block"><span class="block text-sm font-semibold">How many</span>
          <UInput type="number" min="1" max="60" class="w-full" aria-label="How many" :model-value="spec.count"
            @update:model-value="v => setSpec({ count: Math.max(1, Math.round(Number(v)) || 1) })" /></label>
      </div>
      <div v-if="spec.task === 'fallen'" class="space-y-1">
        <div v-for="(r, i) in spec.stretches" :key="i" class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
          <LengthField label="Down from" noun="From" :most-mm="20000" :model-value="r.fromMm"
            @update:model-value="v => setRun(i, { fromMm: v })" />
          <LengthField label="for" noun="Come down" :least-mm="1" :most-mm="20000" :model-value="r.lengthMm"
            @update:model-value="v => setRun(i, { lengthMm: v })" />
          <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Without the ${i + 1}. place`"
            @click="setSpec({ stretches: spec.stretches.filter((_, k) => k !== i) })" />
        </div>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-plus" :disabled="spec.stretches.length >= 40"
          @click="setSpec({ stretches: [...spec.stretches, { fromMm: 0, lengthMm: 100 }] })">Add a place</UButton>
      </div>
      <div v-else class="space-y-2">
        <div v-for="(l, i) in spec.legs" :key="i">
          <p class="text-sm font-semibold">{{ l.name }} leg</p>
          <div class="grid grid-cols-3 gap-2">
            <LengthField label="now" :noun="`${l.name}, now`" :least-mm="1" :most-mm="3000" :model-value="l.nowMm"
              @update:model-value="v => setLeg(i, { nowMm: v })" />
            <LengthField label="let down" :noun="`${l.name}, let down`" :least-mm="1" :most-mm="3000" :model-value="l.fabricMm"
              @update:model-value="v => setLeg(i, { fabricMm: v })" />
            <LengthField label="wanted" :noun="`${l.name}, wanted`" :least-mm="1" :most-mm="3000" :model-value="l.wantedMm"
              @update:model-value="v => setLeg(i, { wantedMm: v })" />
          </div>
        </div>
        <USwitch :model-value="spec.taper !== null" label="It tapers"
          @update:model-value="v => setSpec({ taper: v ? { foldRoundMm: 400, edgeRoundMm: 392 } : null })" />
        <div v-if="spec.taper" class="grid grid-cols-2 gap-2">
          <LengthField label="Round at the fold" :least-mm="10" :model-value="spec.taper.foldRoundMm"
            @update:model-value="v => setSpec({ taper: { ...spec.taper!, foldRoundMm: v } })" />
          <LengthField label="Round at the cut edge" :least-mm="10" :model-value="spec.taper.edgeRoundMm"
            @update:model-value="v => setSpec({ taper: { ...spec.taper!, edgeRoundMm: v } })" />
        </div>
      </div>
      <USwitch :model-value="spec.curve !== null" label="Curved"
        @update:model-value="v => setSpec({ curve: v ? { radiusMm: 900, turnDeg: 360 } : null })" />
      <div v-if="spec.curve" class="grid grid-cols-2 gap-2">
        <LengthField label="Radius" :least-mm="1" :most-mm="20000" :model-value="spec.curve.radiusMm"
          @update:model-value="v => setSpec({ curve: { ...spec.curve!, radiusMm: v } })" />
        <label class="block"><span class="block text-sm font-semibold">Turns by, °</span>
          <UInput type="number" min="1" max="360" class="w-full" aria-label="Turns by, °" :model-value="spec.curve.turnDeg"
            @update:model-value="v => setSpec({ curve: { ...spec.curve!, turnDeg: Math.min(360, Math.max(1, Number(v) || 1)) } })"
          /></label>
      </div>
    </template>
  </MakingFrame>
</template>
