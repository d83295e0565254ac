<script setup lang="ts">
import { appearanceOfJudging } from '#core/appearance'
import { washLimit } from '#core/match'
import { hasPassed, rebased, type Pressed } from '#core/learn'
import { ADHESIVES } from '#core/materials'
import { toJudged, toMatchSupply, toRecipe } from '#shared/mappers'
import { MARKS, type PhotoStage, type Swatch, type WashBody } from '#shared/schemas'
import {
  causeSentence, celsius, GRADE_WORDS, KEPT_HERE, MARK_NAME, METHOD_NAME, readingUnit, readingWords, READING_NAME,
  holdFigure,
} from '#shared/words'
import type { Explained } from '~/workers/api'

/** Every swatch of this fabric with this interfacing: how it came out, how it washed, and why. */
const selection = useSelection()
const pairing = usePairing()
const problem = ref<string | null>(null)
const open = ref<string | null>(null)
const { by, among } = usePersonNames()
/** Whose are shown; everyone's where nobody is named. */
const whose = ref('')
const shown = computed(() => pairing.swatches.filter(t => whose.value === '' || t.personId === whose.value))
const whoses = computed(() => among(pairing.swatches.map(t => t.personId)))
const explained = shallowRef<Explained | null>(null)
const wash = reactive<{ washC: number, tumble: WashBody['tumble'], grade: number | null, marks: WashBody['marks'], note: string }>({
  washC: 40, tumble: 'no', grade: null, marks: [], note: '',
})
const reading = reactive<{ kind: keyof typeof READING_NAME, value: number | null }>({ kind: 'overhang', value: null })
const kinds = Object.entries(READING_NAME).map(([value, label]) => ({ label, value }))
const { day } = useInUnits()
const chosen = computed(() => shown.value.find(t => t.id === open.value) ?? shown.value[0] ?? null)
const passed = (t: Swatch) => hasPassed(t, pairing.washesAsked)
/** As it was judged last: after its washes, where it had any. */
const lookNow = (t: Swatch) => appearanceOfJudging(t.washes.at(-1)?.grade ?? t.grade,
  [...new Set([...t.marks, ...t.washes.flatMap(w => w.marks)])])
const photoUrl = (t: Swatch, id: string) => `/api/swatches/${t.id}/photos/${id}`
const photo = (t: Swatch, stage: PhotoStage) => [...t.photos].reverse().find(f => f.stage === stage)

const { answer, end } = useBoardWorkers()
const EXPLAIN = 'explain'
onScopeDispose(() => end(EXPLAIN))
watch(
  () => [chosen.value?.id, pairing.taught, chosen.value?.washes.length],
  async () => {
    explained.value = null
    const t = chosen.value
    const b = t && pairing.swatchSetup(t)
    if (!t || !b || !selection.supply) return
    const washedC = t.washes.length ? Math.max(...t.washes.map(w => w.washC)) : null
    const seen = rebased({ recipe: toRecipe(t.recipe), events: t.events }, b.iron.settings)
    const pressed: Pressed = {
      setup: b, ...seen, doubts: t.doubts, judged: toJudged(t), washedC, washLimitC: washLimit(toMatchSupply(selection.supply)).limitC,
      finished: (selection.fabric?.finishes.length ?? 0) > 0,
    }
    end(EXPLAIN)
    try {
      const found = await answer(EXPLAIN, 'explain', [pressed, pairing.taught], 1)
      if (chosen.value?.id === t.id) explained.value = found
    } catch (error) {
      problem.value = faultOf(error) ?? problem.value
    }
  },
  { immediate: true },
)

const outbox = useOutbox()
const kept = ref<string | null>(null)
/** Sends what was written of a swatch; what the server refuses stays in its form, what it does not answer waits. */
async function add<T>(kind: 'wash' | 'reading' | 'picture', key: string, url: string, body: object, about: string): Promise<T | null> {
  const t = chosen.value!
  const { answer, refused } = await outbox.send<T>({
    key, kind, url: `/api/swatches/${t.id}/${url}`, body, about: `${about}: ${t.fabricName} of ${day(t.pressedAt)}`, after: t.clientKey,
  })
  if (refused) await outbox.forget(key)
  problem.value = refused
  kept.value = answer || refused ? null : KEPT_HERE
  return answer
}
async function addWash(): Promise<void> {
  if (!chosen.value || wash.grade === null) return
  const body: WashBody = {
    clientKey: crypto.randomUUID(), washC: wash.washC, tumble: wash.tumble, grade: wash.grade, marks: wash.marks, note: wash.note,
    washedAt: new Date().toISOString(),
  }
  const answer = await add<Swatch>('wash', body.clientKey, 'washes', body,
    `at ${celsius(wash.washC, selection.units)}, grade ${wash.grade}`)
  if (answer) pairing.keep(answer)
  if (!problem.value) Object.assign(wash, { grade: null, marks: [], note: '' })
}
async function addReading(): Promise<void> {
  if (!chosen.value || reading.value === null) return
  const clientKey = crypto.randomUUID(), what = READING_NAME[reading.kind]
  const body = { kind: reading.kind, value: reading.value, clientKey }
  const answer = await add<Swatch>('reading', clientKey, 'readings', body,
    `${what.toLowerCase()} ${readingWords(reading.kind, reading.value, selection.units)}`)
  if (answer) pairing.keep(answer)
  if (!problem.value) reading.value = null
}
async function addPhoto(e: Event, stage: PhotoStage): Promise<void> {
  const input = e.target as HTMLInputElement
  const file = input.files?.[0]
  const t = chosen.value
  input.value = ''
  if (!file || !t) return
  const key = crypto.randomUUID(), url = `photos?stage=${stage}&clientKey=${key}`
  const made = await add<Swatch['photos'][number]>('picture', key, url, file, `${stage} pressing`)
  if (made) pairing.keep({ ...t, photos: [...t.photos, made] })
}
function toggle(m: WashBody['marks'][number]): void {
  wash.marks = wash.marks.includes(m) ? wash.marks.filter(x => x !== m) : [...wash.marks, m]
}
function move(steps: number): void {
  const i = shown.value.findIndex(t => t.id === chosen.value?.id)
  const next = shown.value[i + steps]
  if (next) open.value = next.id
}
useShortcuts({ older: () => move(1), newer: () => move(-1) })
const GRADES = GRADE_WORDS.map((name, value) => ({ value, name, spoken: `${value}, ${name}` }))
</script>

<template>
  <p v-if="pairing.problem" class="font-semibold text-alert" role="alert">{{ pairing.problem }}</p>
  <p v-else-if="!pairing.swatches.length"
    class="mt-6 text-lg text-muted-ink">No swatch of this fabric with this interfacing yet. Plan some scraps, or press one.</p>
  <div v-else class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_minmax(0,1.250fr)] gap-4 max-[1000px]:grid-cols-1">
    <ol class="min-h-0 space-y-1.5 overflow-y-auto pr-1" aria-label="Swatches" data-test="history">
      <li v-if="whoses.length"><Choices v-model="whose" :options="whoses" label="Whose" class="flex flex-wrap gap-1.5"
        shape="min-h-10 px-3" /></li>
      <li v-for="t in shown" :key="t.id">
        <button type="button" class="flex w-full items-center gap-3 px-3 py-1.5 text-left"
          :class="t.id === chosen?.id ? 'bg-ink text-paper rounded-[3px]' : 'slip'"
          :aria-current="t.id === chosen?.id ? 'true' : undefined" @click="open = t.id">
          <img v-if="photo(t, 'after')" :src="photoUrl(t, photo(t, 'after')!.id)" alt="" class="size-12 shrink-0 object-cover" />
          <SwatchAppearance v-else :look="lookNow(t)" :colour="selection.fabric?.colourHex" :wide="62" :high="44" class="shrink-0" />
          <span class="flex shrink-0 items-center gap-1" :aria-label="`grades ${[t.grade, ...t.washes.map(w => w.grade)].join(', ')}`">
            <span v-for="(g, i) in [t.grade, ...t.washes.map(w => w.grade)]" :key="i"
              class="grid size-8 place-items-center rounded-full border-2 text-lg font-bold"
              :class="g >= 3 ? 'border-current' : 'border-dashed border-current'">
              {{ g }}
            </span>
          </span>
          <span class="min-w-0 flex-1 leading-tight">
            <span class="block truncate font-semibold">
              {{ METHOD_NAME[t.recipe.method] }}, {{ t.recipe.setting.label }}, {{ holdFigure(t.recipe) }}{{
                t.recipe.passes === 2 ? ' and turned' : ''
              }}
            </span>
            <span class="block truncate text-[13px] opacity-80">
              {{ day(t.pressedAt) }} {{ by(t.personId) }}, {{ t.ironName }}{{ t.marks.length ? `; ${t.marks.map(m =>
                MARK_NAME[m]).join(', ')}` : '' }}
            </span>
          </span>
          <b v-if="passed(t)" class="shrink-0 text-sm">proved</b>
        </button>
      </li>
      <li v-if="pairing.total > pairing.swatches.length"
        class="px-3 text-sm text-muted-ink">The newest {{ pairing.swatches.length }} of {{ pairing.total }}.</li>
    </ol>
    <article v-if="chosen" class="slip min-h-0 overflow-y-auto p-4" data-test="swatch">
      <div class="flex flex-wrap items-start justify-between gap-3">
        <SwatchAppearance :look="lookNow(chosen)" :colour="selection.fabric?.colourHex" :construction="selection.fabric?.construction"
          :nap="selection.fabric?.nap"
          :wide="120" :high="84" label="Last grade" class="shrink-0" />
        <p class="min-w-0 flex-1 text-lg leading-snug">
          <b class="text-2xl">{{ chosen.grade }}</b> {{ GRADE_WORDS[chosen.grade] }} <Sourced from="measured" />
          <span v-for="m in chosen.marks" :key="m" class="ml-2 text-alert">
            {{ MARK_NAME[m] }}{{ chosen.markWhere[m] ? ` (${chosen.markWhere[m]})` : '' }}</span></p>
        <p class="flex gap-3 text-[15px]">
          <a class="underline" :href="`/api/swatches/${chosen.id}/proof`" target="_blank">
            {{ passed(chosen) ? 'Proof card' : 'Card' }} (PDF)</a>
          <a class="underline" :href="`/api/swatches/${chosen.id}/proof?as=text`" target="_blank">text</a>
          <button v-if="passed(chosen)" type="button" class="underline" :aria-pressed="selection.chosen.pinnedId === chosen.id"
            @click="selection.chosen.pinnedId = selection.chosen.pinnedId === chosen.id ? null : chosen.id">
            {{ selection.chosen.pinnedId === chosen.id ? 'Unpin' : 'Pin over the board' }}</button></p>
      </div>
      <p v-if="chosen.note" class="text-muted-ink">{{ chosen.note }}</p>
      <div class="mt-2 grid grid-cols-3 gap-2">
        <figure v-for="stage in (['before', 'after', 'washed'] as const)" :key="stage">
          <a v-if="photo(chosen, stage)" :href="photoUrl(chosen, photo(chosen, stage)!.id)" target="_blank">
            <img :src="photoUrl(chosen, photo(chosen, stage)!.id)"
              :alt="`the swatch ${stage === 'washed' ? 'after washing' : `${stage} pressing`}`" class="h-28 w-full object-cover"></a>
          <label v-else
            class="grid h-16 cursor-pointer place-items-center border border-dashed border-seam text-center text-[13px]
              leading-tight text-muted-ink focus-within:outline-3 focus-within:outline-mark">
            picture<br>{{ stage }}<input type="file" accept="image/jpeg,image/png,image/webp" class="sr-only"
              :aria-label="`Picture ${stage}`" @change="e => addPhoto(e, stage)"></label>
          <figcaption v-if="photo(chosen, stage)" class="text-center text-[13px] text-muted-ink">{{ stage }}</figcaption>
        </figure>
      </div>
      <p v-if="problem" class="mt-1 font-semibold text-alert" role="alert">{{ problem }}</p>
      <p v-if="kept" class="mt-1 font-semibold" role="status">{{ kept }}</p>
      <div v-if="explained && selection.supply?.adhesive" class="mt-2" data-test="why">
        <h3 class="text-lg font-semibold">Why, from what you really did <Sourced from="estimate" /></h3>
        <ul class="leading-snug">
          <li v-for="(c, i) in explained.causes" :key="i" :class="i === 0 ? 'font-semibold' : ''">
            {{ causeSentence(c, selection.units) }}</li></ul>
        <div class="relative mt-1 h-36">
          <TraceChart class="absolute inset-0" :course="explained.course" :index="0"
            :window-c="ADHESIVES[selection.supply.adhesive].windowC" :end-s="Math.ceil((explained.course.timesS.at(-1) ?? 60) / 10) * 10"
          /></div>
        <TraceKey :window-c="ADHESIVES[selection.supply.adhesive].windowC" :damage-c="null" />
      </div>
      <p v-if="chosen.readings.length" class="mt-2">Measured: <span v-for="(r, i) in chosen.readings" :key="i" class="mr-3">
        {{ READING_NAME[r.kind].toLowerCase() }} <b>{{ readingWords(r.kind, r.value, selection.units) }}</b></span></p>
      <div class="mt-2 flex flex-wrap items-end gap-2 text-[15px]">
        <USelect v-model="reading.kind" :items="kinds" class="w-56" aria-label="Reading" />
        <MeasureInput v-if="reading.kind === 'overhang'" v-model="reading.value" quantity="length" label="Reading value" class="w-32" />
        <UInput v-else v-model.number="reading.value" type="number" step="any" class="w-28" aria-label="Reading value">
          <template #trailing>{{ readingUnit(reading.kind, selection.units) }}</template></UInput>
        <UButton variant="outline" color="neutral" :disabled="reading.value === null" loading-auto @click="addReading">Add reading</UButton>
      </div>
      <hr class="stitch my-3">
      <ol v-if="chosen.washes.length" class="mb-2">
        <li v-for="(w, i) in chosen.washes"
          :key="w.id">Wash {{ i + 1 }}, {{ celsius(w.washC, selection.units) }}, dryer {{ w.tumble }}: <b>
          {{ w.grade }} {{ GRADE_WORDS[w.grade] }}</b>
          <span v-if="w.marks.length" class="text-alert"> {{ w.marks.map(m => MARK_NAME[m]).join(', ') }}</span> <span
            class="text-muted-ink">{{ w.note }}</span></li></ol>
      <div class="flex flex-wrap items-center gap-2 text-[15px]" role="group" aria-label="After a wash">
        <span>After a wash at</span>
        <USelect v-model="wash.washC" :items="[0, 30, 40, 60, 95].map(c => ({ label: celsius(c, selection.units), value: c }))" class="w-24"
          aria-label="Washed at" />
        <span>dryer</span>
        <USelect v-model="wash.tumble" :items="['no', 'low', 'yes']" class="w-20" aria-label="Dryer" />
        <Choices v-model="wash.grade" :options="GRADES" label="Grade after the wash" class="flex gap-1" shape="size-10 text-lg font-bold">
          <template #default="{ option }"><span :title="option.name">{{ option.value }}</span></template>
        </Choices>
        <UButton :disabled="wash.grade === null" loading-auto @click="addWash">Save wash</UButton>
      </div>
      <div v-if="wash.grade !== null" class="mt-1 flex flex-wrap gap-1 text-[14px]">
        <button v-for="m in MARKS" :key="m" type="button" :aria-pressed="wash.marks.includes(m)" class="min-h-9 px-2"
          :class="wash.marks.includes(m) ? 'bg-alert text-paper' : 'slip'" @click="toggle(m)">
          {{ MARK_NAME[m] }}
        </button>
      </div>
    </article>
  </div>
</template>
