<script setup lang="ts">
import { labOf } from '#core/colour'
import type { Body, FlattenPlan } from '#core/seam'
import {
  beforeCutting, BODY_NAME, celsius, restSentence, seamDetailReason, seconds, SPRAY_CAUTION, widthSentence,
} from '#shared/words'

/** Before the knife: creases out, body put in, dry and cold again, and its width measured anew. */
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const ways = useMakingWays()
const { making, chosen, ofJob, set, setSpec, add, drop, choose, jobName } = useMakingDraft(
  'flatten', () => freshMaking('Preparing fabric', {
    format: 1, kind: 'flatten', body: 'water', lengthMm: 2000, wideMm: 1400, wideAfterMm: null,
  }),
)
const spec = computed(() => making.value.spec)
const fabricId = computed(() => making.value.fabricId ?? jobs.fabric?.fabricId ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null)
const fabric = computed(() => library.fabrics.find(c => c.id === fabricId.value) ?? null)
const { answer: flat, problem } = useAnswer<FlattenPlan>(
  () => [spec.value.body, fabric.value?.id, fabric.value?.version, selection.iron?.id, selection.iron?.version, selection.pressCloth?.id,
    selection.chosen.surface, selection.rules],
  () => (fabric.value && selection.iron ? ways.flatten(spec.value.body, fabric.value, selection.iron) : null), { stays: true },
)
const plan = computed(() => flat.value?.crease ?? null)
const DARK_L = 45
const dark = computed(() => fabric.value !== null && labOf(fabric.value.colourHex).l < DARK_L)
const wet = computed(() => fabric.value !== null && fabric.value.mayGetWet)
const soaks = computed(() => flat.value?.soakS ?? null)
const steps = computed(() => beforeCutting(wet.value ? spec.value.body : null, soaks.value, dark.value, flat.value?.dryS ?? null))
const lostPct = computed(() => (spec.value.wideAfterMm === null ? null : (1 - spec.value.wideAfterMm / spec.value.wideMm) * 100))
const bodies = (Object.keys(BODY_NAME) as Body[]).map(value => ({ value, name: BODY_NAME[value] }))
const able = computed(() => plan.value?.recipe != null)
function addIt(): void {
  set({ fabricId: fabricId.value })
  add()
}
useShortcuts({ take: () => { if (jobName.value && !chosen.value && able.value) addIt() } })
const fabricItems = useFabricItems()
const { mm } = useInUnits()
</script>

<template>
  <MakingFrame :panel="{ making, chosen, ofJob, jobName, set, drop, choose }" :able="able" @add="addIt">
    <div v-if="fabric && plan" class="flex min-h-0 flex-col" data-test="before">
      <p class="ticket text-[26px] font-semibold leading-tight">
        <template v-if="!plan.recipe">No heat on this fabric. Hang it, or leave it under a weight.</template>
        <template v-else>{{ wet && soaks !== null ? `Soaked in after ${seconds(soaks)}, ` : ''
        }}{{ seconds(flat?.recipe?.holdS ?? plan.recipe.holdS) }} a place at
          {{ plan.recipe.setting.label }} {{ celsius(plan.recipe.setting.meanC, selection.units) }}, {{ seconds(plan.restS) }} until it is
          cool.</template>
        <Sourced from="estimate" /></p>
      <svg viewBox="0 0 700 230" class="min-h-52 w-full flex-1" role="img" aria-label="The fabric with its fold creases"
        preserveAspectRatio="xMidYMid meet">
        <path d="M20 40 L340 14 L680 40 L680 200 L340 174 L20 200 Z" :fill="fabric.colourHex" stroke="var(--rc-ink)"
          stroke-width="1.500" />
        <path d="M340 14 V174" stroke="var(--rc-paper)" stroke-width="5" /><path d="M340 14 V174" stroke="var(--rc-ink)"
          stroke-width="2" stroke-dasharray="8 5" />
        <g v-for="[c, wide] in [['var(--rc-paper)', 9], ['var(--rc-mark)', 4]]" :key="c" fill="none" :stroke="String(c)"
          :stroke-width="wide" stroke-linecap="round">
          <path d="M90 180 V74 m-8 12 l8 -12 l8 12" /><path d="M600 180 V74 m-8 12 l8 -12 l8 12" />
        </g>
        <g v-if="wet" fill="var(--rc-water)"><circle v-for="i in 12" :key="i" :cx="312 + (i * 37) % 56" :cy="30 + i * 11" r="3" /></g>
        <g font-size="16" font-weight="700" fill="var(--rc-ink)" stroke="var(--rc-paper)" stroke-width="4" paint-order="stroke">
          <text x="106" y="120">along the grain</text><text x="352" y="104">fold crease</text></g>
      </svg>
      <ol class="list-inside list-decimal text-[17px] leading-snug" data-test="before-steps"><li v-for="s in steps"
        :key="s">{{ s }}</li></ol>
      <p v-if="!wet" class="text-[15px] font-semibold text-alert">Water leaves marks on this fabric. No spray: press it dry from the
        wrong side, or hang it.</p>
      <p v-if="plan.recipe" class="text-[15px]">{{ restSentence(plan.restS, plan.untilC, 'flat', selection.units) }}</p>
      <p v-for="(r, i) in plan.reasons" :key="i" class="text-[15px] text-muted-ink">{{ seamDetailReason(r, selection.units) }}</p>
      <p v-if="spec.body !== 'water'" class="text-sm text-alert">{{ SPRAY_CAUTION }}</p>
    </div>
    <p v-else class="mt-16 text-center text-xl" role="status">
      {{ problem ?? (fabric ? 'Working it out…' : 'No fabric yet. Add one on Fabrics.') }}</p>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Fabric</span>
        <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
          @update:model-value="id => set({ fabricId: id as string })" /></label>
      <Choices :model-value="spec.body" :options="bodies" label="Moisture" class="flex gap-1"
        @update:model-value="b => b && setSpec({ body: b })" />
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="Length to press" :least-mm="50" :most-mm="50000" :model-value="spec.lengthMm"
          @update:model-value="v => setSpec({ lengthMm: v })" />
        <LengthField label="Its width before" :least-mm="50" :most-mm="5000" :model-value="spec.wideMm"
          @update:model-value="v => setSpec({ wideMm: v })" />
        <LengthField label="Its width after" :least-mm="50" :most-mm="5000" :model-value="spec.wideAfterMm ?? spec.wideMm"
          @update:model-value="v => setSpec({ wideAfterMm: v })" />
      </div>
      <p v-if="lostPct !== null" class="text-[15px]" :class="Math.abs(lostPct) > 1 ? 'font-semibold text-alert' : ''"
        data-test="width-lost">
        {{ widthSentence(mm(Math.abs(spec.wideMm - spec.wideAfterMm!)), lostPct) }}
        <Sourced from="measured" /></p>
    </template>
  </MakingFrame>
</template>
