<script setup lang="ts">
import { soleNowC, soleState, readyInS } from '#core/iron'
import { soleAsks } from '#core/session'
import type { Iron } from '#shared/schemas'
import { celsius, clockWords, soleAsksSentence, SOLE_WORDS } from '#shared/words'

/** An iron of the session: what its sole is at now, where its dial should be set, and what it asks for. */
const { iron, wanted = null } = defineProps<{
  iron: Iron
  /** The setting that the piece in hand wants of it. */
  wanted?: { label: string, meanC: number, swingC: number } | null
}>()
const session = useSession()
const dials = useIron()
const library = useLibrary()
const selection = useSelection()
const probe = useProbe()
const rest = computed(() => session.restOf(iron.id))
const c = computed(() => (rest.value ? soleNowC(rest.value) : 20))
const state = computed(() => (rest.value ? soleState(rest.value) : 'off'))
const reported = computed(() => session.state.irons.get(iron.id) ?? null)
const off = computed(() => wanted !== null && reported.value?.label !== wanted.label)
const ready = computed(() => (rest.value ? readyInS(rest.value) : null))
function turn(): void {
  const at = iron.settings.findIndex(s => s.label === wanted?.label)
  if (at >= 0) dials.chooseSettingOf(iron.id, at)
  else if (wanted) dials.chooseSettingOf(iron.id, { ...wanted, origin: 'estimate' })
}
/** Touches of this session come on top of what the server knew when the board was laid out. */
const asks = computed(() => {
  const cleaned = session.state.cleanedS.get(iron.id)
  const from = cleaned ?? session.boardS(library.ironsReadMs)
  const own = session.operations.filter(o => o.ironId === iron.id && o.supplyId).flatMap(o =>
    session.opState(o.id).touches.filter(t => t.toS !== null && t.fromS > from).map(() => o.pressClothId === null))
  const before = cleaned === undefined ? iron.since : { bare: 0, fused: 0 }
  return soleAsks({ bare: before.bare + own.filter(Boolean).length, fused: before.fused + own.length })
})
/** The probe, where one lies on the sole, puts the estimate right every few seconds. */
const EVERY_S = 4
let lastS = -Infinity
watch(probe.readings, (all) => {
  const last = all.at(-1)
  if (!last || session.nowS - lastS < EVERY_S) return
  lastS = session.nowS
  void session.correctSole(iron.id, last.c)
})
const at = computed(() => Math.max(0, iron.settings.findIndex(s => s.label === reported.value?.label)))
const toggleProbe = (): void => { if (probe.running.value) probe.stop(); else probe.start(iron.id, at.value, dials.rate) }
defineExpose({ turn })
</script>

<template>
  <div class="slip p-2" :data-test="`iron-${iron.id}`">
    <div class="flex items-center gap-2">
      <span class="grid h-11 w-20 shrink-0 place-items-center rounded-[3px] border border-ink/40 text-xl font-bold"
        :style="{ background: heatColour(c), color: inkOnHeat(c) }">{{ celsius(c, selection.units) }}</span>
      <p class="min-w-0 flex-1 leading-tight"><b class="block truncate">{{ iron.name }}</b>
        <span class="text-sm">{{ reported ? `${reported.label}, ` : '' }}{{ SOLE_WORDS[state] }}<template v-if="ready && ready > 0">,
          ready in {{ clockWords(ready) }}</template> <Sourced :from="probe.running.value ? 'measured' : 'estimate'" /></span></p>
      <button type="button" class="grid size-9 shrink-0 place-items-center hover:bg-seam/20" :aria-pressed="probe.running.value"
        :aria-label="`Probe on the soleplate of ${iron.name}`" @click="toggleProbe">
        <UIcon name="i-lucide-thermometer" class="size-5" :class="probe.running.value ? 'text-alert' : ''" /></button>
    </div>
    <UButton v-if="off" class="mt-1 w-full justify-center" @click="turn">Turn it to {{ wanted!.label }}
      <kbd class="text-sm opacity-80">{{ KEYS.dial.shown }}</kbd></UButton>
    <div v-if="asks" class="mt-1 border-t border-dashed border-seam pt-1 text-sm" role="status">
      {{ soleAsksSentence(asks) }}
      <UButton size="xs" variant="outline" color="neutral" @click="session.markCleaned(iron.id)">It is clean</UButton>
    </div>
  </div>
</template>
