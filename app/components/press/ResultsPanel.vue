<script setup lang="ts">
import { reviewSession } from '#core/session'
import { celsius, EDGE_NAME, OPERATION_NAME, seconds, timeOfDay, VERDICT_SENTENCE } from '#shared/words'

/** What came of a session: piece by piece planned against done, what it says of each recipe, the irons' time; its log to take along. */
const session = useSession()
const library = useLibrary()
const selection = useSelection()
const recipeKey = (id: string) => {
  const o = session.byId.get(id)!
  return JSON.stringify([o.fabricId, o.supplyId, o.recipe?.setting.label, o.recipe?.method, o.recipe?.holdS])
}
const review = computed(() => reviewSession(session.works, session.state, recipeKey))
const { nameOf: personName, among } = usePersonNames()
/** Who pressed each piece, in the order in which they took it up. */
const pressers = computed(() => {
  const of = new Map<string, Set<string>>()
  for (const e of session.kept) if (e.kind === 'down' && e.op && e.personId) of.set(e.op, (of.get(e.op) ?? new Set()).add(e.personId))
  return of
})
const whose = ref('')
const whoses = computed(() => among([...pressers.value.values()].flatMap(ids => [...ids])))
const whoWords = (id: string) => [...pressers.value.get(id) ?? []].map(p => personName(p)).filter(Boolean).join(', ')
const rows = computed(() => review.value.operations.map(r => ({ ...r, o: session.byId.get(r.id)! }))
  .filter(r => r.touches > 0 && (whose.value === '' || pressers.value.get(r.id)?.has(whose.value))))
const most = computed(() => Math.max(1, ...rows.value.map(r => Math.max(r.plannedHeldS, r.heldS))))
const nameOf = (list: readonly { id: string, name: string }[], id: string | null) => list.find(x => x.id === id)?.name ?? ''
const verdicts = computed(() => [...review.value.verdicts].map(([key, v]) => {
  const o = session.operations.find(x => recipeKey(x.id) === key)!
  return {
    key, ...v, words: VERDICT_SENTENCE[v.verdict],
    of: `${nameOf(library.supplies, o.supplyId)} on ${nameOf(library.fabrics, o.fabricId)}, `
      + `${o.recipe!.setting.label} ${celsius(o.recipe!.setting.meanC, selection.units)}, ${seconds(o.recipe!.holdS)}`,
  }
}))
const sum = (of: (r: typeof rows.value[number]) => number) => rows.value.reduce((s, r) => s + of(r), 0)
const ironRows = computed(() => [...review.value.ironS].map(([id, s]) => ({ id, name: nameOf(library.irons, id), s })))
const x = (s: number) => (s / most.value) * 100
const { day: dayOf } = useInUnits()
const day = (iso: string) => `${dayOf(iso)}, ${timeOfDay(Date.parse(iso), selection.units)}`
const sure = ref(false)
function end(): void {
  if (sure.value) void session.close()
  else sure.value = true
}
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_330px] gap-4 px-3 pb-2 max-[1000px]:block
    max-[1000px]:space-y-3 max-[1000px]:overflow-auto">
    <div class="min-h-0 overflow-auto max-[1000px]:overflow-visible">
      <p v-if="rows.length === 0" class="p-6 text-xl">Nothing pressed in this session yet.</p>
      <template v-else>
        <p class="mb-1 text-sm text-muted-ink">Seconds under the iron: the line is the plan, the bar is what you did.
          <Sourced from="measured" /></p>
        <Choices v-if="whoses.length" v-model="whose" :options="whoses" label="Whose" class="mb-2 flex flex-wrap gap-1.5"
          shape="min-h-10 px-3" />
        <ul class="space-y-1" aria-label="By piece">
          <li v-for="r in rows" :key="r.id" class="grid grid-cols-[180px_minmax(0,1fr)_230px] items-center gap-3 border-b border-seam py-1
            max-[1000px]:grid-cols-[130px_minmax(0,1fr)_170px]">
            <p class="leading-tight"><b>{{ r.o.name }}</b><span class="block text-sm text-muted-ink">
              {{ OPERATION_NAME[r.o.kind].toLowerCase() }}{{ whoWords(r.id) ? `, ${whoWords(r.id)}` : '' }}</span></p>
            <div class="relative h-6" aria-hidden="true">
              <span class="absolute inset-y-1 left-0 border border-ink/50" :style="{
                width: `${x(r.heldS)}%`, background: heatColour(r.o.recipe?.setting.meanC ?? 20),
              }" />
              <span class="absolute inset-y-0 w-1 bg-ink" :style="{ left: `calc(${x(r.plannedHeldS)}% - 2px)` }" />
            </div>
            <p class="text-sm leading-tight">{{ Math.round(r.heldS) }} s of {{ Math.round(r.plannedHeldS) }} s,
              {{ r.touches }} presses of {{ r.plannedTouches }}<template v-if="r.misses">,
                <b class="text-alert">{{ r.misses }} missed</b></template>
              <span class="block">{{ r.edge ? `edge ${EDGE_NAME[r.edge]}${r.liftedFirst && r.edge !== 'lifts' ? ', lifted at first' : ''}`
                : 'edge not tried' }}</span></p>
          </li>
        </ul>
        <p class="mt-2 text-lg">In all {{ seconds(sum(r => r.heldS)) }} under the iron of {{ seconds(sum(r => r.plannedHeldS)) }}
          planned, {{ sum(r => r.touches) }} presses of {{ sum(r => r.plannedTouches) }}, {{ sum(r => r.misses) }} missed.</p>
      </template>
    </div>
    <aside class="min-h-0 space-y-3 overflow-auto max-[1000px]:overflow-visible" aria-label="What it shows">
      <div v-for="v in verdicts" :key="v.key" class="slip p-3" :class="v.verdict === 'tooLittle' ? 'border-l-4 border-l-alert' : ''"
        data-test="verdict">
        <p class="text-sm text-muted-ink">{{ v.of }}</p>
        <p class="font-semibold leading-snug">{{ v.words }}</p>
        <p class="text-sm">{{ v.tried }} tried, {{ v.lifted }} lifted. We keep each as a test swatch of this pairing.
          <Sourced from="measured" /></p>
      </div>
      <p v-if="verdicts.length === 0" class="slip p-3">{{ VERDICT_SENTENCE.untried }}</p>
      <dl v-if="ironRows.length" class="grid grid-cols-[1fr_auto] gap-x-3">
        <template v-for="i in ironRows" :key="i.id"><dt>{{ i.name }}, iron down</dt><dd class="text-right font-semibold">
          {{ seconds(i.s) }}</dd></template></dl>
      <div v-if="session.plan" class="flex flex-wrap gap-2">
        <UButton :to="`/api/sessions/${session.plan.id}/log`" external variant="outline" color="neutral" icon="i-lucide-download" download>
          Save log (CSV)</UButton>
        <UButton v-if="!session.closed" :color="sure ? 'primary' : 'neutral'" :variant="sure ? 'solid' : 'outline'"
          @click="end">{{ sure ? 'Yes, close it' : 'Close this session' }}</UButton>
        <UButton v-else @click="session.load()">Plan the next</UButton>
      </div>
      <div v-if="session.earlier.length">
        <p class="font-semibold">Sessions of this job</p>
        <ul><li v-for="r in session.earlier" :key="r.id">
          <button type="button" class="w-full border-b border-seam py-1 text-left hover:bg-seam/20"
            :aria-pressed="r.id === session.plan?.id"
            :class="r.id === session.plan?.id ? 'font-bold' : ''" @click="session.take(r.id)">{{ day(r.startedAt) }},
            {{ r.operations }} to press{{ r.closedAt ? ', over' : '' }}</button></li></ul>
      </div>
    </aside>
  </div>
</template>
