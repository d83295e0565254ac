<script setup lang="ts">
import {
  asWished, beyond, bondThrough, careLimits, coolerWashC, gentler, HOLDS_FROM, roundsHeld, softensC, staysAllowed, STROKE_S, wakenedBy,
  type CareLimits, type CareReason,
} from '#core/care'
import type { useCaring } from '~/composables/job/caring'
import { bondBefore, careParts, insteadOf, inWash, pairKey, roundOf } from '#shared/caring'
import type { Supply } from '#shared/schemas'
import {
  careFar, careFault, coolerLine, careWhy, celsius, cleanLine, dryLine, ironLine, roundsLine, stayLine, wakesLine, washLine, wearLine,
} from '#shared/words'

/** What the garment withstands, as a chain of reasons; and its bonds through the washes that are wished. */
const { caring } = defineProps<{ caring: ReturnType<typeof useCaring> }>()
const jobs = useJobs()
const selection = useSelection()
const library = useLibrary()
const { things, pairs, stays, of, log } = caring
const ROUNDS = 20, LEAST_WASH_C = 30
const job = computed(() => jobs.job!)
const parts = computed(() => careParts(job.value, things.value, stays.value))
const limits = computed(() => careLimits(parts.value))
const card = computed(() => asWished(limits.value, job.value))
/** What the card says, and where the wish is the stricter what the parts would stand. */
const said = (words: (l: CareLimits) => string) => {
  const [says, stands] = [words(card.value), words(limits.value)]
  return { says, stands: says === stands ? null : stands }
}
const faults = computed(() => beyond(limits.value, job.value))
const never = computed(() => job.value.washC === 0 && job.value.tumble === 'no')
const at = ref(0)
const pair = computed(() => pairs.value[Math.min(at.value, pairs.value.length - 1)] ?? null)
const known = computed(() => (pair.value ? of(pairKey(pair.value)) : null))
const washed = computed(() => {
  const p = pair.value
  const adhesive = p && inWash(p.supply, p.fabric, known.value!.wear.factor)
  if (!p || !adhesive) return null
  // What is never washed is shown as if someone did so all the same, as coolly as can be.
  const before = bondBefore(known.value!.grade), wish = never.value ? { ...roundOf(job.value), washC: LEAST_WASH_C } : roundOf(job.value)
  const through = (r: typeof adhesive, washC: number, tumble = wish.tumble) =>
    bondThrough(before.bond, r, { ...wish, washC, tumble }, ROUNDS)
  const held = roundsHeld(before.bond, adhesive, wish), short = held < ROUNDS && !never.value
  // Cooler, and dried no hotter than it withstands.
  const dryer = gentler(wish.tumble, adhesive.tumble), coolerC = short
    ? coolerWashC(before.bond, adhesive, { ...wish, tumble: dryer }, ROUNDS)
    : 0
  const instead: Supply | null = short ? insteadOf(p, library.supplies, job.value.washC, job.value.tumble)[0] ?? null : null
  const other = instead && inWash(instead, p.fabric)
  return {
    ...before, adhesive, held, coolerC, dryer, instead, wakes: wakenedBy(adhesive, wish), wet: softensC(adhesive, true),
    dry: softensC(adhesive, false),
    lines: [
      { name: never.value ? `if it were washed at ${celsius(LEAST_WASH_C, selection.units)}` : 'as wished',
        bond: through(adhesive, wish.washC),
        dash: [], strong: true },
      ...(coolerC > 0
        ? [{ name: `at ${celsius(coolerC, selection.units)}`, bond: through(adhesive, coolerC, dryer), dash: [8, 4],
            strong: false }]
        : []),
      ...(other
        ? [{ name: instead.name, bond: bondThrough(bondBefore(null).bond, other, wish, ROUNDS), dash: [2, 4], strong: false }]
        : []),
    ],
  }
})
const cooler = computed(() => {
  const { coolerC, dryer } = washed.value!
  return coolerLine(coolerC, dryer === job.value.tumble ? null : dryer, ROUNDS, selection.units)
})
const seen = computed(() => {
  const p = pair.value
  if (!p) return []
  let rounds = 0
  return log.value.events.filter(e => e.fabricId === p.fabric.id && e.supplyId === p.supply.id).toReversed()
    .map(e => ({ rounds: rounds += e.rounds, bond: bondBefore(e.grade).bond })).filter(s => s.rounds <= ROUNDS)
})
const headline = computed(() => {
  const { supply } = pair.value!, { held, bond } = washed.value!
  if (!never.value) return roundsLine(held, ROUNDS, supply.name, bond >= HOLDS_FROM)
  const line = roundsLine(held, ROUNDS, supply.name, bond >= HOLDS_FROM)
  return `It is not meant to be washed. If it were, at ${celsius(LEAST_WASH_C, selection.units)}: ${line}`
})
const LIMITS = computed(() => [
  { key: 'wash', icon: 'i-lucide-waves', chain: limits.value.wash.reasons, ...said(l => washLine(l.wash.value, selection.units)) },
  { key: 'dry', icon: 'i-lucide-wind', chain: limits.value.tumble.reasons, ...said(l => dryLine(l.tumble.value)) },
  { key: 'iron', icon: 'i-lucide-thermometer', chain: limits.value.iron.reasons, ...said(l => ironLine(l, selection.units)) },
  { key: 'clean', icon: 'i-lucide-sparkles', chain: limits.value.dryClean.reasons, ...said(l => cleanLine(l.dryClean.value)) },
] as const)
const open = ref<string | null>(null)
const line = (r: CareReason<unknown>) => `${careWhy(r)}, ${careFar(r.limit as never, selection.units)}`
/** How long the wearer's iron may rest on it, as far as it may be ironed. */
const rests = computed(() => staysAllowed(known.value?.stays ?? [], limits.value))
const trims = computed(() => library.supplies.filter(s => s.family === 'trim').map(s => ({ label: s.name, value: s.id })))
const setTrims = (ids: unknown) => jobs.change(() => ({ trimIds: (ids as string[]).slice(0, 6) }))
</script>

<template>
  <div
    class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-5 px-4 pb-2
      max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto">
    <div class="min-h-0 overflow-auto pr-1 max-[1000px]:overflow-visible" data-test="limits">
      <p v-for="(f, i) in faults" :key="i" class="mb-1 border-l-4 border-l-alert pl-3 text-lg font-semibold leading-snug text-alert"
        role="alert" data-test="beyond">{{ careFault(f, selection.units) }}</p>
      <ul>
        <li v-for="l in LIMITS" :key="l.key" class="border-b border-dashed border-seam py-1.5">
          <button type="button" class="flex w-full items-start gap-3 text-left hover:bg-seam/20" :aria-expanded="open === l.key"
            @click="open = open === l.key ? null : l.key">
            <UIcon :name="l.icon" class="mt-1 size-7 shrink-0" />
            <span class="min-w-0 flex-1"><b class="ticket block text-[1.45rem] leading-tight">{{ l.says }}</b>
              <span v-if="l.stands" class="block leading-snug">As this job wishes; its parts would stand: {{ l.stands }}.</span>
              <span v-if="l.chain[0]" class="block leading-snug">{{ careWhy(l.chain[0]) }} <Sourced :from="l.chain[0].origin" /></span>
              <span v-else-if="!l.stands" class="block text-muted-ink">Nothing in it says otherwise.</span></span>
            <span v-if="l.chain.length > 1"
              class="shrink-0 pt-1 text-sm text-muted-ink">{{ open === l.key ? 'less' : `${l.chain.length} reasons` }}
            </span>
          </button>
          <ol v-if="open === l.key" class="ml-10 mt-1 space-y-0.5 text-[15px]" :data-test="`chain-${l.key}`">
            <li v-for="(r, i) in l.chain" :key="i" :class="i === 0 ? 'font-semibold' : ''">{{ line(r) }} <Sourced
              :from="r.origin" /></li></ol>
        </li>
      </ul>
      <label class="mt-3 flex items-center gap-3 text-[15px]"><span class="shrink-0 font-semibold">Trim on it</span>
        <USelect :model-value="job.trimIds" multiple :items="trims" class="w-full min-w-0" placeholder="none"
          aria-label="Trim on it"
          @update:model-value="setTrims" /></label>
      <div v-if="rests.length" class="mt-2 text-[15px]" data-test="stays">
        <p class="font-semibold">How long an iron may rest on it before the glue line softens <Sourced from="estimate" /></p>
        <ul class="grid grid-cols-2 gap-x-4 max-[1150px]:grid-cols-1">
          <li v-for="s in rests" :key="`${s.classC}${s.steam}`" :class="s.restS !== null && s.restS < STROKE_S ? 'text-alert' : ''">
            {{ stayLine(s, selection.units) }}</li></ul>
      </div>
    </div>
    <div class="flex min-h-0 flex-col max-[1000px]:min-h-[560px]">
      <template v-if="pair && washed">
        <Choices v-if="pairs.length > 1" v-model="at"
          :options="pairs.map((p, i) => ({ value: i, name: `${p.supply.name} on ${p.fabric.name}` }))"
          label="Which interfacing" class="mb-1 flex flex-wrap gap-1" shape="min-h-9 px-2 text-sm" />
        <p class="ticket text-xl font-semibold leading-tight" data-test="rounds">
          {{ headline }}
          <Sourced from="estimate" /></p>
        <p class="leading-snug">Bond before: {{ Math.round(washed.bond * 100) }} % <Sourced :from="washed.from" />.
          {{ wakesLine(washed.wakes, washed.wet, washed.dry, selection.units) }}<template v-if="known && known.wear.seen > 0">{{ ' ' }}
            {{ wearLine(known.wear.seen, known.wear.factor) }} <Sourced from="measured" /></template></p>
        <div class="relative min-h-56 flex-1"><RoundsChart class="absolute inset-0" :lines="washed.lines" :seen="seen" :rounds="ROUNDS"
          :label="`Bond of ${pair.supply.name} through ${ROUNDS} washes`" /></div>
        <p v-if="washed.held < ROUNDS && !never" class="mt-1 text-lg leading-snug" data-test="instead">
          <template v-if="washed.coolerC > 0">{{ cooler }}
          </template><template v-if="washed.instead">Or {{ washed.instead.name }} instead: it takes this wash (dotted).
            <NuxtLink to="/interfacing" class="underline">To the match</NuxtLink></template>
          <template v-if="washed.coolerC === 0 && !washed.instead">No cooler wash helps, and no supply in stock survives this wash: sew
            an interfacing in.
          </template></p>
      </template>
      <p v-else class="m-auto max-w-md text-center text-lg text-muted-ink">{{ caring.working.value > 0 ? 'Working it out…'
        : 'Nothing is fused in this garment yet. Its care limits are those of its fabrics and trims.' }}</p>
    </div>
  </div>
</template>
