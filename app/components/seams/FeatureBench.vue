<script setup lang="ts">
import { useMagicKeys } from '@vueuse/core'
import { FEATURE_KEYS, SUPPORT_KEYS, type FeatureKey, type FeaturePlan, type SupportKey } from '#core/seam'
import {
  AGENT_NAME, agentsSentence, FEATURE_NAME, FEATURE_NOTE, featureReason, featureSentence, FINGER_CAUTION, houseReason, isHouseReason,
  restSentence, stepWords, STEAM_CAUTION, SUPPORT_NAME, supportWords,
} from '#shared/words'

/** One feature of any cloth: what lies on what, how the iron goes, which two of three, how long, and why. */
const bench = useBench()
const library = useLibrary()
const jobs = useJobs()
const kit = useKit()
const ways = useMakingWays()
const { making, chosen, ofJob, set, setWork, add, drop, choose, jobName } = useMakingDraft(
  'feature', () => freshMaking('Side seam', {
    format: 1, kind: 'feature', feature: bench.rules.seams === 'open' ? 'seamOpen' : 'seamOneSide', lengthMm: 600, count: 1,
  }),
)
const clothId = computed(() => making.value.clothId ?? jobs.cloth?.clothId ?? bench.cloth?.id ?? library.cloths[0]?.id ?? null)
const cloth = computed(() => library.cloths.find(c => c.id === clothId.value) ?? null)
const feature = computed(() => making.value.work.feature)
const { answer: plan, problem } = useAnswer<FeaturePlan>(
  () => [feature.value, cloth.value?.id, cloth.value?.version, bench.iron?.id, bench.iron?.version, bench.cover?.id, bench.chosen.bed,
    bench.rules, kit.value],
  () => (cloth.value && bench.iron ? ways.feature(feature.value, cloth.value, bench.iron) : null), { stays: true },
)
function take(f: FeatureKey): void {
  const usual = Object.values(FEATURE_NAME).includes(making.value.name) || making.value.name === 'Side seam'
  making.value = { ...making.value, name: usual ? FEATURE_NAME[f] : making.value.name, work: { ...making.value.work, feature: f } }
}
const step = (by: number): void => {
  const at = FEATURE_KEYS.indexOf(feature.value)
  take(FEATURE_KEYS[(at + by + FEATURE_KEYS.length) % FEATURE_KEYS.length]!)
}
const { shift } = useMagicKeys()
useKeys({
  nextFeature: () => step(shift?.value ? -1 : 1),
  take: () => { if (jobName.value && !chosen.value) addIt() },
})
function addIt(): void {
  set({ clothId: clothId.value })
  add()
}
const has = (key: SupportKey) => kit.value.includes(key)
const toggle = (key: SupportKey): void => { kit.value = has(key) ? kit.value.filter(k => k !== key) : [...kit.value, key] }
const OWN = SUPPORT_KEYS.filter(k => k !== 'boardEdge' && k !== 'flat' && k !== 'cards')
const clothItems = computed(() => library.cloths.map(c => ({ label: c.name, value: c.id })))
const clapped = computed(() => plan.value?.steps.some(s => s.do === 'clapper') ?? false)
const count = computed({ get: () => making.value.work.count, set: v => setWork({ count: Math.round(Number(v)) || 1 }) })
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div class="grid min-h-0 flex-1 grid-cols-[236px_minmax(0,1fr)_350px] gap-4 px-4 pb-2
      max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto">
      <div class="min-h-0 overflow-auto max-[1000px]:overflow-visible">
        <Choices :model-value="feature" :options="FEATURE_KEYS.map(k => ({ value: k, name: FEATURE_NAME[k] }))" label="Seam or detail"
          class="grid grid-cols-2 gap-1 max-[1000px]:grid-cols-5" shape="flex min-h-[67px] flex-col items-center justify-center px-1 py-0.5"
          @update:model-value="k => k && take(k)">
          <template #default="{ option }">
            <FeatureSection :feature="option.value" small class="!h-7" :label="''" aria-hidden="true" />
            <span class="text-[13px] leading-tight">{{ option.name }}</span>
          </template>
        </Choices>
      </div>
      <div v-if="cloth && plan" class="flex min-h-0 flex-col" data-test="feature">
        <p class="ticket text-[26px] font-semibold leading-tight" data-test="feature-says">{{ featureSentence(plan, bench.units) }}
          <Sourced from="model" /></p>
        <div class="min-h-56 flex-1 py-1">
          <FeatureSection :feature="feature" :plan="plan" :colour="cloth.colourHex"
            :label="`${FEATURE_NAME[feature]} cut across, ${plan.bulk.plies} plies`" />
        </div>
        <div class="grid grid-cols-[132px_minmax(0,1fr)] gap-4">
          <FeatureOnPiece :feature="feature" :cold="plan.means === 'cold'" :colour="cloth.colourHex" class="!h-32"
            :label="`Along the piece: ${FEATURE_NAME[feature]}`" />
          <ol class="list-inside list-decimal self-center text-[17px] leading-snug" data-test="feature-steps">
            <li v-for="(s, i) in plan.steps" :key="i">{{ stepWords(s, bench.units) }}</li>
          </ol>
        </div>
      </div>
      <p v-else class="mt-16 text-center text-xl">{{ problem ?? (cloth ? 'Working it out…' : 'No fabric yet. Add one on Fabrics.') }}</p>
      <div class="min-h-0 space-y-3 overflow-auto max-[1000px]:overflow-visible">
        <label class="block"><span class="block text-sm font-semibold">Fabric</span>
          <span class="flex items-center gap-2"><ClothSwatch v-if="cloth" :colour="cloth.colourHex" :construction="cloth.construction"
                                                  :nap="cloth.nap" :width="54" :height="42" />
            <USelect :model-value="clothId ?? undefined" :items="clothItems" class="w-full" aria-label="Fabric"
              @update:model-value="id => set({ clothId: id as string })" /></span></label>
        <template v-if="plan && cloth">
          <div>
            <div class="flex gap-2" role="img" :aria-label="`Two out of three: ${agentsSentence(plan.agents)}`">
              <span v-for="a in (['heat', 'steam', 'pressure'] as const)" :key="a" class="flex-1 border-2 py-1 text-center text-lg"
                :class="plan.agents.includes(a)
                  ? 'border-ink bg-ink font-bold text-paper'
                  : 'border-dashed border-seam text-muted-ink line-through'">
                {{ AGENT_NAME[a] }}</span>
            </div>
            <p class="mt-1 text-[15px]" data-test="agents">{{ agentsSentence(plan.agents) }}</p>
          </div>
          <FeatureRing :plan="plan" />
          <p v-if="plan.recipe" class="text-[15px]">{{ restSentence(plan.restS, plan.untilC, clapped, bench.units) }}
            <Sourced from="model" /></p>
          <p v-if="FEATURE_NOTE[feature] && plan.means !== 'cold'" class="text-[15px]">{{ FEATURE_NOTE[feature] }}</p>
          <p class="text-[15px]"><b>Under it:</b> {{ plan.supports.map(supportWords).join('; ') }}.</p>
          <p class="text-[15px]"><b>{{ plan.bulk.plies }} plies</b> of {{ `${(plan.bulk.thickMm / plan.bulk.plies).toFixed(2)} mm` }}
            under the iron<template v-if="plan.bulk.stepMm > 0">, {{ plan.bulk.stepMm.toFixed(1) }} mm over their neighbours</template>.
            <Sourced :from="cloth.thicknessOrigin" /></p>
          <ul class="list-inside list-disc space-y-0.5 text-[15px]" data-test="feature-reasons">
            <li v-if="feature === 'seamOpen' || feature === 'seamOneSide'" data-test="seam-rule">{{ houseReason('seams', bench.rules) }}
              <NuxtLink to="/rules" class="underline">House rules</NuxtLink></li>
            <li v-if="plan.recipe">{{ houseReason('cooling', bench.rules) }}</li>
            <li v-for="(r, i) in plan.reasons" :key="i">{{ featureReason(r, bench.units) }}
              <NuxtLink v-if="isHouseReason(r)" to="/rules" class="underline">House rules</NuxtLink></li>
          </ul>
          <p v-if="plan.agents.includes('steam')" class="text-sm text-alert">{{ STEAM_CAUTION }}</p>
          <p v-if="feature === 'binding'" class="text-sm text-alert">{{ FINGER_CAUTION }}</p>
        </template>
        <div class="grid grid-cols-2 gap-2">
          <LengthField label="How long" :least-mm="5" :most-mm="20000" :model-value="making.work.lengthMm"
            @update:model-value="v => setWork({ lengthMm: v })" />
          <label class="block"><span class="block text-sm font-semibold">How many</span>
            <UInput v-model.number="count" type="number" min="1" max="60" aria-label="How many" class="w-full" /></label>
        </div>
        <div>
          <p class="text-sm font-semibold">Pressing tools here</p>
          <div class="flex flex-wrap gap-1">
            <button v-for="k in OWN" :key="k" type="button" class="min-h-9 px-2 text-[15px]" :aria-pressed="has(k)"
              :class="has(k) ? 'bg-ink text-paper' : 'slip hover:bg-linen-200/60'" @click="toggle(k)">{{ SUPPORT_NAME[k] }}</button>
          </div>
        </div>
      </div>
    </div>
    <MakingBar :name="making.name" :list="ofJob" :chosen="chosen?.id ?? null" :job-name="jobName" @update:name="n => set({ name: n })"
      @add="addIt" @drop="drop" @choose="choose" />
  </div>
</template>
