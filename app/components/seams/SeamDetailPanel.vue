<script setup lang="ts">
import { useMagicKeys } from '@vueuse/core'
import { SEAM_DETAIL_KEYS, SUPPORT_KEYS, type SeamDetailKey, type SeamDetailPlan, type SupportKey } from '#core/seam'
import {
  AGENT_NAME, agentsSentence, FINGER_CAUTION, houseReason, isHouseReason, restSentence, SEAM_DETAIL_NAME, SEAM_DETAIL_NOTE,
  seamDetailReason, seamDetailSentence, springsUpSentence, STEAM_CAUTION, stepWords, SUPPORT_NAME, supportWords, thicknessWords,
} from '#shared/words'

/** One feature of any fabric: what lies on what, how the iron goes, which two of three, how long, and why. */
const selection = useSelection()
const library = useLibrary()
const jobs = useJobs()
const kit = useKit()
const ways = useMakingWays()
const { making, chosen, ofJob, set, setSpec, add, drop, choose, jobName } = useMakingDraft(
  'seamDetail', () => freshMaking('Side seam', {
    format: 1, kind: 'seamDetail', seamDetail: selection.house.areSeamsOpen ? 'seamOpen' : 'seamOneSide', lengthMm: 600, count: 1,
  }),
)
const fabricId = computed(() => making.value.fabricId ?? jobs.fabric?.fabricId ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null)
const fabric = computed(() => library.fabrics.find(c => c.id === fabricId.value) ?? null)
const seamDetail = computed(() => making.value.spec.seamDetail)
const { answer: plan, problem } = useAnswer<SeamDetailPlan>(
  () => [seamDetail.value, fabric.value?.id, fabric.value?.version, selection.iron?.id, selection.iron?.version, selection.pressCloth?.id,
    selection.chosen.surface,
    selection.rules, kit.value],
  () => (fabric.value && selection.iron ? ways.seamDetail(seamDetail.value, fabric.value, selection.iron) : null), { stays: true },
)
function take(f: SeamDetailKey): void {
  const usual = Object.values(SEAM_DETAIL_NAME).includes(making.value.name) || making.value.name === 'Side seam'
  making.value = { ...making.value, name: usual ? SEAM_DETAIL_NAME[f] : making.value.name, spec: { ...making.value.spec, seamDetail: f } }
}
const step = (by: number): void => {
  const at = SEAM_DETAIL_KEYS.indexOf(seamDetail.value)
  take(SEAM_DETAIL_KEYS[(at + by + SEAM_DETAIL_KEYS.length) % SEAM_DETAIL_KEYS.length]!)
}
const { shift } = useMagicKeys()
useShortcuts({
  nextSeamDetail: () => step(shift?.value ? -1 : 1),
  take: () => { if (jobName.value && !chosen.value) addIt() },
})
function addIt(): void {
  set({ fabricId: fabricId.value })
  add()
}
const has = (key: SupportKey) => kit.value.includes(key)
const toggle = (key: SupportKey): void => { kit.value = has(key) ? kit.value.filter(k => k !== key) : [...kit.value, key] }
const OWN = SUPPORT_KEYS.filter(k => k !== 'boardEdge' && k !== 'flat' && k !== 'cards')
const fabricItems = useFabricItems()
const hangs = computed(() => seamDetail.value === 'finishHanging')
const lies = computed(() => (plan.value?.steps.some(s => s.do === 'clapper') ? 'clapper' : hangs.value ? 'hanging' : 'flat'))
const count = computed({ get: () => making.value.spec.count, set: v => setSpec({ count: Math.round(Number(v)) || 1 }) })
</script>

<template>
  <MakingFrame :panel="{ making, chosen, ofJob, jobName, set, drop, choose }" @add="addIt">
    <template #choice>
      <Choices :model-value="seamDetail" :options="SEAM_DETAIL_KEYS.map(k => ({ value: k, name: SEAM_DETAIL_NAME[k] }))"
        label="Seam or detail"
        class="grid grid-cols-2 gap-1 max-[1000px]:grid-cols-5" shape="flex min-h-[51px] flex-col items-center justify-center px-1 py-0.5"
        @update:model-value="k => k && take(k)">
        <template #default="{ option }">
          <SeamDetailSection :seam-detail="option.value" small class="!h-6" :label="''" aria-hidden="true" />
          <span class="text-[13px] leading-tight">{{ option.name }}</span>
        </template>
      </Choices>
    </template>
    <div v-if="fabric && plan" class="flex min-h-0 flex-col" data-test="seam-detail">
      <p class="ticket text-[26px] font-semibold leading-tight"
        data-test="seam-detail-says">{{ seamDetailSentence(plan, selection.units) }}
        <Sourced from="estimate" /></p>
      <div class="min-h-56 flex-1 py-1">
        <SeamDetailSection :seam-detail="seamDetail" :plan="plan" :colour="fabric.colourHex"
          :label="`${SEAM_DETAIL_NAME[seamDetail]} cut across, ${plan.bulk.plies} layers`" />
      </div>
      <div class="grid grid-cols-[132px_minmax(0,1fr)] gap-4">
        <SeamDetailOnPiece :seam-detail="seamDetail" :cold="plan.means === 'cold'" :colour="fabric.colourHex" class="!h-32"
          :label="`Along the piece: ${SEAM_DETAIL_NAME[seamDetail]}`" />
        <ol class="list-inside list-decimal self-center text-[17px] leading-snug" data-test="seam-detail-steps">
          <li v-for="(s, i) in plan.steps" :key="i">{{ stepWords(s, selection.units, hangs) }}</li>
        </ol>
      </div>
    </div>
    <p v-else class="mt-16 text-center text-xl">{{ problem ?? (fabric ? 'Working it out…' : 'No fabric yet. Add one on Fabrics.') }}</p>
    <template #form>
      <label class="block"><span class="block text-sm font-semibold">Fabric</span>
        <span class="flex items-center gap-2"><FabricSwatch v-if="fabric" :colour="fabric.colourHex" :construction="fabric.construction"
                                                :nap="fabric.nap" :width="54" :height="42" />
          <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
            @update:model-value="id => set({ fabricId: id as string })" /></span></label>
      <template v-if="plan && fabric">
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
        <SeamDetailRing :plan="plan" />
        <p v-if="plan.recipe" class="text-[15px]">{{ restSentence(plan.restS, plan.untilC, lies, selection.units) }}
          <Sourced from="estimate" /></p>
        <p v-if="plan.springsUp" class="text-[15px]" data-test="springs-up">{{ springsUpSentence(plan.springsUp) }}
          <Sourced from="typical" /></p>
        <p v-if="SEAM_DETAIL_NOTE[seamDetail] && plan.means !== 'cold'" class="text-[15px]">{{ SEAM_DETAIL_NOTE[seamDetail] }}</p>
        <p class="text-[15px]"><b>{{ hangs ? 'On:' : 'Under it:' }}</b> {{ plan.supports.map(supportWords).join('; ') }}.</p>
        <p class="text-[15px]">
          <b>{{ plan.bulk.plies }} layer{{ plan.bulk.plies === 1 ? '' : 's' }}</b> of
          {{ thicknessWords(plan.bulk.thickMm / plan.bulk.plies, selection.units) }}
          under the iron<template v-if="plan.bulk.stepMm > 0">,
            {{ thicknessWords(plan.bulk.stepMm, selection.units) }} over their neighbours</template>.
          <Sourced :from="fabric.thicknessOrigin" /></p>
        <ul class="list-inside list-disc space-y-0.5 text-[15px]" data-test="seam-detail-reasons">
          <li v-if="seamDetail === 'seamOpen' || seamDetail === 'seamOneSide'"
            data-test="seam-rule">{{ houseReason('seams', selection.rules, selection.units) }}
            <NuxtLink to="/rules" class="underline">House rules</NuxtLink></li>
          <li v-if="plan.recipe">{{ houseReason('cooling', selection.rules, selection.units) }}</li>
          <li v-for="(r, i) in plan.reasons" :key="i">{{ seamDetailReason(r, selection.units) }}
            <NuxtLink v-if="isHouseReason(r)" to="/rules" class="underline">House rules</NuxtLink></li>
        </ul>
        <p v-if="plan.agents.includes('steam')" class="text-sm text-alert">{{ STEAM_CAUTION }}</p>
        <p v-if="seamDetail === 'binding'" class="text-sm text-alert">{{ FINGER_CAUTION }}</p>
      </template>
      <div class="grid grid-cols-2 gap-2">
        <LengthField label="How long" :least-mm="5" :most-mm="20000" :model-value="making.spec.lengthMm"
          @update:model-value="v => setSpec({ lengthMm: v })" />
        <label class="block"><span class="block text-sm font-semibold">How many</span>
          <UInput v-model.number="count" type="number" min="1" max="60" aria-label="How many" class="w-full" /></label>
      </div>
      <div>
        <p class="text-sm font-semibold">Pressing tools here</p>
        <div class="flex flex-wrap gap-1">
          <button v-for="k in OWN" :key="k" type="button" class="min-h-9 px-2 text-[15px]" :aria-pressed="has(k)"
            :class="has(k) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="toggle(k)">{{ SUPPORT_NAME[k] }}</button>
        </div>
      </div>
    </template>
  </MakingFrame>
</template>
