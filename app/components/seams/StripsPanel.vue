<script setup lang="ts">
import { foldingS, stripsFor, waddingFrom, type SeamDetailPlan, type Strips, type Wadding } from '#core/seam'
import { FIBRE_KEYS, FIBRES, IRON_KINDS, type FibreKey } from '#core/materials'
import { isPressed, type HemPressed } from '#core/hem'
import type { StackShort } from '#core/recipe'
import { REACH_SHARE, waddingFabric } from '#shared/making'
import { celsius, FINGER_CAUTION, FOLD_NAME, FOLD_STEP, joinsWords, seconds } from '#shared/words'

/** Strips for bindings, and wadding joined from what is at hand. */
const selection = useSelection()
const library = useLibrary()
const ways = useMakingWays()
const strips = useMakingDraft('strips', () => freshMaking('Binding', {
  format: 1, kind: 'strips', wideMm: 60, aroundMm: 4000, corners: 4, fabricMm: 1100, bias: false, join: 'slant', seamMm: 6, fold: 'double',
}))
const wadding = useMakingDraft('wadding', () => freshMaking('Wadding', {
  format: 1, kind: 'wadding', top: { wideMm: 1200, highMm: 900 }, marginMm: 50, fibre: 'cotton', massGsm: 180, thicknessMm: 4,
  sheets: [{ wideMm: 1400, highMm: 600 }, { wideMm: 1400, highMm: 450 }],
}))
const which = useStored<'strips' | 'wadding'>('strips-or-wadding', 'strips')
const WHICH = [{ value: 'strips' as const, name: 'Strips, binding' }, { value: 'wadding' as const, name: 'Wadding' }]
const s = computed(() => strips.making.value.spec), w = computed(() => wadding.making.value.spec)
function tried<T>(make: () => T): { made: T, why: null } | { made: null, why: string } {
  try {
    return { made: make(), why: null }
  } catch (error) {
    return { made: null, why: faultWords(error) }
  }
}
const cut = computed(() => tried<Strips>(() => stripsFor(s.value)))
const joined = computed(() => tried<Wadding | null>(() => waddingFrom(w.value.top, w.value.marginMm, w.value.sheets)))
const fabricId = computed(() => strips.making.value.fabricId ?? selection.fabric?.id ?? library.fabrics[0]?.id ?? null)
const fabric = computed(() => library.fabrics.find(c => c.id === fabricId.value) ?? null)
/** What both hang on besides. */
const ground = () => [selection.iron?.id, selection.iron?.version, selection.pressCloth?.id, selection.chosen.surface, selection.rules]
const { answer: plan, problem: planFault } = useAnswer<SeamDetailPlan>(
  () => [fabric.value?.id, fabric.value?.version, ...ground()],
  () => (fabric.value && selection.iron ? ways.seamDetail('binding', fabric.value, selection.iron) : null), { stays: true },
)
const tape = computed(() => library.supplies.find(x => x.id === wadding.making.value.supplyId)
  ?? library.supplies.find(x => x.family === 'hemTape' && x.adhesive) ?? null)
const { answer: tapedOrNot, problem: tapeFault } = useAnswer<HemPressed | StackShort | null>(
  () => [w.value.fibre, w.value.massGsm, w.value.thicknessMm, tape.value?.id, tape.value?.version, ...ground()],
  () => (tape.value && selection.iron ? ways.join(waddingFabric(w.value), tape.value, selection.iron) : null),
  { stays: true },
)
const taped = computed(() => (tapedOrNot.value && isPressed(tapedOrNot.value) ? tapedOrNot.value : null))
const minutes = computed(() => {
  const r = plan.value?.recipe
  if (!cut.value.made || !r || !selection.iron) return null
  const placeS = r.holdS + (r.passes === 2 ? r.secondS ?? r.holdS : 0)
  return seconds(foldingS(cut.value.made, IRON_KINDS[selection.iron.kind].soleMm[0] * REACH_SHARE, placeS))
})
const now = computed(() => (which.value === 'strips' ? strips : wadding))
const able = computed(() => (which.value === 'strips' ? cut.value.made !== null : (joined.value.made?.joinsMm.length ?? 0) > 0))
function addIt(): void {
  if (which.value === 'strips') strips.set({ fabricId: fabricId.value })
  else wadding.set({ supplyId: tape.value?.id ?? null })
  now.value.add()
}
useShortcuts({ take: () => { if (now.value.jobName.value && !now.value.chosen.value && able.value) addIt() } })
const { mm } = useInUnits()
const fabricItems = useFabricItems()
const FOLDS = (['double', 'single', 'flat'] as const).map(value => ({ value, name: FOLD_NAME[value] }))
const JOINS = [{ value: 'slant' as const, name: 'Slanting' }, { value: 'straight' as const, name: 'Straight' }]
const waddingItems = FIBRE_KEYS.filter(key => FIBRES[key].isWadding).map(value => ({ value, label: FIBRES[value].name }))
const setSheet = (i: number, more: Partial<{ wideMm: number, highMm: number }>): void =>
  wadding.setSpec({ sheets: w.value.sheets.map((x, k) => (k === i ? { ...x, ...more } : x)) })
const colour = computed(() => fabric.value?.colourHex ?? '#d9cdb4')
const ROWS_SHOWN = 14
const rows = computed(() => Array.from({ length: Math.min(ROWS_SHOWN, cut.value.made?.count ?? 0) }, (_, i) => i))
const SHADES = ['#efe6d2', '#e2d6ba', '#d3c39f', '#c6b48c', '#b9a57a', '#ad9869', '#a08a58', '#937c48']
/** Of the one that is looked at. */
const panel = computed(() => {
  const { making, chosen, ofJob, jobName, set, drop, choose } = now.value
  return { making: making.value, chosen: chosen.value, ofJob: ofJob.value, jobName: jobName.value, set, drop, choose }
})
</script>

<template>
  <MakingFrame :panel="panel" :able="able" @add="addIt">
    <div v-if="which === 'strips'" class="flex min-h-0 flex-col" data-test="strips">
      <template v-if="cut.made">
        <p class="ticket text-[26px] font-semibold leading-tight" data-test="strips-say">{{ cut.made.count }}
          strip{{ cut.made.count === 1 ? '' : 's' }}
          of {{ mm(s.wideMm) }}, {{ cut.made.joins }} join{{ cut.made.joins === 1 ? '' : 's' }}: {{ mm(cut.made.lengthMm) }} in all.
          <Sourced from="estimate" /></p>
        <p class="text-lg">{{ mm(cut.made.fabricLongMm) }} of the fabric; {{ mm(cut.made.spareMm) }} over. <template v-if="minutes">
          Folding takes {{ minutes }} at the board.</template></p>
        <svg viewBox="0 0 700 250" class="min-h-48 w-full flex-1" role="img" aria-label="The strips on the fabric"
          preserveAspectRatio="xMidYMid meet">
          <rect x="10" y="10" width="680" height="230" :fill="colour" fill-opacity="0.35" stroke="var(--rc-ink)" stroke-width="1.200" />
          <clipPath id="rc-strips"><rect x="10" y="10" width="680" height="230" /></clipPath>
          <g clip-path="url(#rc-strips)">
            <g v-for="i in rows" :key="i"
              :transform="s.bias ? `translate(${60 + i * 46} 240) rotate(-45)` : `translate(10 ${14 + i * (226 / rows.length)})`">
              <rect :width="s.bias ? 420 : 680" :height="s.bias ? 28 : 226 / rows.length - 3" :fill="colour" stroke="var(--rc-ink)"
                stroke-width="1" />
              <g v-if="!s.bias" :transform="`translate(20 ${226 / rows.length / 2})`"><circle r="10" fill="var(--rc-paper)"
                                                                                        stroke="var(--rc-ink)" />
                <text y="4.500" text-anchor="middle" font-size="13" font-weight="700" fill="var(--rc-ink)">{{ i + 1 }}</text></g>
            </g>
          </g>
        </svg>
        <svg viewBox="0 0 640 90" class="h-24 w-full" role="img" aria-label="How it is folded, cut across">
          <g v-for="(f, i) in cut.made.folds" :key="f" :transform="`translate(${10 + i * 158} 20)`" fill="none" :stroke="colour"
            stroke-width="8" stroke-linejoin="round">
            <path :d="{ half: 'M0 26 H60 L120 26',
                        edgeToMiddle: 'M60 14 H0 V26 H120',
                        otherEdgeToMiddle: 'M58 14 H0 V26 H120 V14 H62',
                        together: 'M60 6 H0 V18 H120 V30 H0 V42 H60',
                        edge: 'M30 14 H0 V26 H120' }[f]" stroke="var(--rc-ink)"
              stroke-width="10" />
            <path :d="{ half: 'M0 26 H60 L120 26',
                        edgeToMiddle: 'M60 14 H0 V26 H120',
                        otherEdgeToMiddle: 'M58 14 H0 V26 H120 V14 H62',
                        together: 'M60 6 H0 V18 H120 V30 H0 V42 H60',
                        edge: 'M30 14 H0 V26 H120' }[f]" />
            <line v-if="f === 'half'" x1="60" x2="60" y1="14" y2="38" stroke="var(--rc-mark)" stroke-width="2.500"
              stroke-dasharray="4 3" />
            <text x="0" y="66" font-size="14" font-weight="700" fill="var(--rc-ink)" stroke="none">{{ i + 1 }}</text>
          </g>
        </svg>
        <ol class="list-inside list-decimal text-[17px]"><li v-for="f in cut.made.folds" :key="f">{{ FOLD_STEP[f] }}</li></ol>
        <p v-if="planFault" class="text-[15px] font-semibold text-alert" role="alert">{{ planFault }}</p>
        <p class="text-[15px]">Trim the ends of the strips square before you cut anything from them.</p>
        <p class="text-[15px]">Dry while it is folded<template v-if="plan?.recipe">, {{ seconds(plan.recipe.holdS) }} a
          place</template>; steam only to
          set it, then leave it until it is cold.</p>
        <p class="text-sm text-alert">{{ FINGER_CAUTION }}</p>
      </template>
      <p v-else class="mt-24 text-center text-xl font-semibold text-alert" role="alert">{{ cut.why }}</p>
    </div>
    <div v-else class="flex min-h-0 flex-col" data-test="wadding">
      <template v-if="joined.made">
        <p class="ticket text-[26px] font-semibold leading-tight" data-test="wadding-says">Wadding {{ mm(joined.made.wideMm) }} ×
          {{ mm(joined.made.highMm) }}:
          {{ joinsWords(joined.made.joinsMm.length) }}.
          <Sourced from="estimate" /></p>
        <p v-if="taped && joined.made.joinsMm.length"
          class="text-lg">Both edges trued, butted, taped dry: {{ taped.recipe.setting.label }}
          {{ celsius(taped.recipe.setting.meanC, selection.units) }}, {{ seconds(taped.recipe.holdS) }} a place, at the heat of
          {{ FIBRES[w.fibre].name.toLowerCase() }}. <Sourced from="estimate" /></p>
        <p v-else-if="tapeFault" class="text-lg font-semibold text-alert" role="alert">{{ tapeFault }}</p>
        <p v-else-if="joined.made.joinsMm.length && tapedOrNot" class="text-lg text-alert">No iron here bonds the tape at a heat this
          wadding survives. Sew the join.</p>
        <svg :viewBox="`-20 -20 ${joined.made.wideMm + 40} ${joined.made.highMm + 40}`" class="min-h-60 w-full flex-1" role="img"
          aria-label="The wadding and the pieces it is joined from" preserveAspectRatio="xMidYMid meet">
          <g v-for="p in joined.made.parts" :key="p.sheet">
            <rect :x="p.x" :y="p.y" :width="p.wideMm" :height="p.highMm" :fill="SHADES[p.sheet % SHADES.length]" stroke="var(--rc-ink)"
              :stroke-width="joined.made.wideMm / 250" />
            <text :x="p.x + p.wideMm / 2" :y="p.y + p.highMm / 2" text-anchor="middle" :font-size="joined.made.wideMm / 22"
              font-weight="700"
              fill="#25211d">piece {{ p.sheet + 1 }}</text>
          </g>
          <rect :x="w.marginMm" :y="w.marginMm" :width="w.top.wideMm" :height="w.top.highMm" fill="none" stroke="var(--rc-mark)"
            :stroke-width="joined.made.wideMm / 200" :stroke-dasharray="`${joined.made.wideMm / 60} ${joined.made.wideMm / 100}`" />
        </svg>
      </template>
      <p v-else class="mt-24 text-center text-xl font-semibold text-alert" role="alert">
        {{ joined.why ?? 'These pieces are not enough, however you join them.' }}</p>
    </div>
    <template #form>
      <Choices v-model="which" :options="WHICH" label="Strips or wadding" class="flex gap-1" />
      <template v-if="which === 'strips'">
        <label class="block"><span class="block text-sm font-semibold">Fabric</span>
          <USelect :model-value="fabricId ?? undefined" :items="fabricItems" class="w-full" aria-label="Fabric"
            @update:model-value="id => strips.set({ fabricId: id as string })" /></label>
        <div class="grid grid-cols-2 gap-2">
          <LengthField label="Width of a strip" :least-mm="5" :most-mm="400" :model-value="s.wideMm"
            @update:model-value="v => strips.setSpec({ wideMm: v })" />
          <LengthField label="It goes round" :least-mm="10" :most-mm="50000" :model-value="s.aroundMm"
            @update:model-value="v => strips.setSpec({ aroundMm: v })" />
          <label class="block"><span class="block text-sm font-semibold">Corners</span>
            <UInput type="number" min="0" max="40" class="w-full" aria-label="Corners" :model-value="s.corners"
              @update:model-value="v => strips.setSpec({ corners: Math.min(40, Math.max(0, Math.round(Number(v)) || 0)) })" /></label>
          <LengthField label="Width of the fabric" :least-mm="20" :most-mm="5000" :model-value="s.fabricMm"
            @update:model-value="v => strips.setSpec({ fabricMm: v })" />
          <LengthField label="Seam of a join" :least-mm="1" :most-mm="40" :model-value="s.seamMm"
            @update:model-value="v => strips.setSpec({ seamMm: v })" />
        </div>
        <Choices :model-value="s.fold" :options="FOLDS" label="How it is folded" class="flex flex-wrap gap-1"
          @update:model-value="f => f && strips.setSpec({ fold: f })" />
        <Choices :model-value="s.join" :options="JOINS" label="How it is joined" class="flex gap-1"
          @update:model-value="j => j && strips.setSpec({ join: j })" />
        <USwitch :model-value="s.bias" label="Cut on the bias" @update:model-value="v => strips.setSpec({ bias: v })" />
      </template>
      <template v-else>
        <div class="grid grid-cols-2 gap-2">
          <LengthField label="Top, wide" :least-mm="10" :most-mm="50000" :model-value="w.top.wideMm"
            @update:model-value="v => wadding.setSpec({ top: { ...w.top, wideMm: v } })" />
          <LengthField label="Top, high" :least-mm="10" :most-mm="50000" :model-value="w.top.highMm"
            @update:model-value="v => wadding.setSpec({ top: { ...w.top, highMm: v } })" />
          <LengthField label="Larger all around by" :most-mm="500" :model-value="w.marginMm"
            @update:model-value="v => wadding.setSpec({ marginMm: v })" />
          <LengthField label="How thick" :most-mm="40" :model-value="w.thicknessMm"
            @update:model-value="v => wadding.setSpec({ thicknessMm: Math.max(0.5, v) })" />
        </div>
        <label class="block"><span class="block text-sm font-semibold">Of</span>
          <USelect :model-value="w.fibre" :items="waddingItems" class="w-full" aria-label="Fibre of the wadding"
            @update:model-value="f => wadding.setSpec({ fibre: f as FibreKey })" /></label>
        <p class="text-sm font-semibold">Available</p>
        <div v-for="(x, i) in w.sheets" :key="i" class="grid grid-cols-[1fr_1fr_auto] items-end gap-2">
          <LengthField :label="`Piece ${i + 1}, wide`" :least-mm="10" :most-mm="50000" :model-value="x.wideMm"
            @update:model-value="v => setSheet(i, { wideMm: v })" />
          <LengthField :label="`high`" :noun="`Piece ${i + 1}, high`" :least-mm="10" :most-mm="50000" :model-value="x.highMm"
            @update:model-value="v => setSheet(i, { highMm: v })" />
          <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Without piece ${i + 1}`"
            @click="wadding.setSpec({ sheets: w.sheets.filter((_, k) => k !== i) })" />
        </div>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-plus" :disabled="w.sheets.length >= 8"
          @click="wadding.setSpec({ sheets: [...w.sheets, { wideMm: 600, highMm: 600 }] })">Add a piece</UButton>
      </template>
    </template>
  </MakingFrame>
</template>
