<script setup lang="ts">
import { appearanceOfJudging } from '#core/appearance'
import { MARKS, READING_KINDS, readingBody, type SwatchBody } from '#shared/schemas'
import { bondWords, GRADE_WORDS, MARK_NAME, readingUnit, READING_NAME } from '#shared/words'

const press = usePress()
const emit = defineEmits<{ judged: [swatch: SwatchBody] }>()
const sending = ref(false)
const problem = ref<string | null>(null)
/** What is entered here is kept with the press: leaving the sheet loses nothing. */
const judged = computed(() => press.laid!.judged)
const grade = computed({ get: () => judged.value.grade, set: g => press.judge({ grade: g }) })
const marks = computed({ get: () => judged.value.marks, set: m => press.judge({ marks: m }) })
const text = computed({ get: () => judged.value.note, set: note => press.judge({ note }) })
/** Grades and marks are drawn on the fabric that was pressed. */
const library = useLibrary()
const colour = computed(() => library.fabrics.find(c => c.id === press.laid!.fabricId)?.colourHex ?? '#d9cdb4')
const GRADES = GRADE_WORDS.map((name, value) => ({ value, name }))
const where = (m: SwatchBody['marks'][number], words: string | number) =>
  press.judge({ where: { ...judged.value.where, [m]: String(words) } })
const selection = useSelection()
const measure = (kind: typeof READING_KINDS[number], value: unknown) =>
  press.judge({ measured: { ...judged.value.measured, [kind]: typeof value === 'number' && Number.isFinite(value) ? value : undefined } })
useDigits({ does: 'How the edge holds', from: 0, upTo: GRADES.length - 1, act: (n) => { grade.value = n } })
useShortcuts({ keep, again: press.again })
const { pulls, pulling, forceN50, problem: scaleProblem, start, stop } = useSpringScale()
watch(forceN50, (n) => { if (n !== null) measure('peel', n) })
const pull = () => pulling.value ? stop() : start(press.laid!.predicted.bond, press.rate)
const newtons = computed(() => pulls.value.at(-1)?.newtons ?? 0)
const toggle = (m: SwatchBody['marks'][number]) => {
  marks.value = marks.value.includes(m) ? marks.value.filter(x => x !== m) : [...marks.value, m]
}
function keep(): void {
  if (grade.value === null || sending.value) return
  sending.value = true
  const { measured, where: at } = judged.value
  const readings = READING_KINDS.flatMap(kind => Number.isFinite(measured[kind]) ? [{ kind, value: measured[kind]! }] : [])
  const bad = readings.map(r => readingBody.safeParse(r)).find(r => !r.success)
  if (bad) {
    problem.value = inOwnUnits(bad.error!.issues[0]!.message)
    sending.value = false
    return
  }
  const markWhere = Object.fromEntries(marks.value.flatMap(m => at[m]?.trim() ? [[m, at[m]!.trim().slice(0, 60)]] : []))
  emit('judged', press.swatchOf({ grade: grade.value, marks: marks.value, markWhere, note: text.value.slice(0, 1000), readings }))
}
</script>

<template>
  <div class="mx-auto max-w-5xl px-6 py-4">
    <h1 class="text-3xl font-semibold">Cold? Try an edge.</h1>
    <p class="mt-1 text-lg">Predicted: <b>{{ bondWords(press.laid!.predicted.bond) }}</b> <Sourced from="estimate"
    />. How is the scrap?</p>
    <Choices v-model="grade" :options="GRADES" label="Bond" class="mt-4 grid grid-cols-6 gap-2 max-[900px]:grid-cols-3"
      shape="flex min-h-24 flex-col items-start p-1.5 text-left">
      <template #default="{ option }">
        <span class="flex w-full items-start justify-between gap-1"><span class="text-3xl font-bold">{{ option.value }}</span>
          <SwatchAppearance :look="appearanceOfJudging(option.value)" :colour="colour" :wide="92" :high="66" /></span>
        <span class="text-lg leading-tight">{{ option.name }}</span>
      </template>
    </Choices>
    <h2 class="mt-5 text-xl font-semibold">Any marks?</h2>
    <div class="mt-2 flex flex-wrap gap-2">
      <button v-for="m in MARKS" :key="m" type="button" :aria-pressed="marks.includes(m)"
        class="flex min-h-11 items-center gap-2 pl-1 pr-3 text-base"
        :class="marks.includes(m) ? 'bg-alert text-paper' : 'slip hover:bg-seam/20'" @click="toggle(m)">
        <SwatchAppearance :look="{ ...appearanceOfJudging(m === 'dotsVisible' ? 1 : 4, [m]) }" :colour="colour" :wide="54"
          :high="38" />{{ MARK_NAME[m] }}</button>
    </div>
    <div v-if="marks.length" class="mt-2 flex flex-wrap gap-2">
      <label v-for="m in marks" :key="m" class="flex items-center gap-2">{{ MARK_NAME[m] }}: where?<UInput :model-value="judged.where[m]"
        :maxlength="60" class="w-44" placeholder="all over, left edge…" :aria-label="`${MARK_NAME[m]}: where`"
        @update:model-value="v => where(m, v ?? '')" /></label></div>
    <h2 class="mt-4 text-xl font-semibold">Measured (optional)</h2>
    <div class="mt-1 grid grid-cols-4 gap-3 max-[900px]:grid-cols-2">
      <label v-for="k in READING_KINDS" :key="k" class="leading-tight">
        {{ READING_NAME[k] }}
        <span class="mt-1 flex gap-1">
          <MeasureInput v-if="k === 'overhang'" :model-value="judged.measured[k]" quantity="length" can-be-blank :label="READING_NAME[k]"
            @update:model-value="v => measure(k, v ?? '')" />
          <UInput v-else :model-value="judged.measured[k]" :model-modifiers="{ number: true }" type="number" step="any" class="w-full"
            :aria-label="READING_NAME[k]" @update:model-value="v => measure(k, v)">
            <template #trailing>
              <span class="text-sm">{{ readingUnit(k, selection.units) }}</span>
            </template>
          </UInput>
        </span>
        <UButton v-if="k === 'peel'" size="sm" variant="outline" color="neutral" class="mt-1" @click="pull">
          {{ pulling ? `${newtons.toFixed(1)} N: let go` : 'Pull on the scale' }}
        </UButton>
        <span v-if="k === 'peel'" class="ml-1 text-[13px] text-muted-ink">a stand-in</span>
      </label>
    </div>
    <p v-if="problem || scaleProblem" class="mt-2 font-semibold text-alert" role="alert">{{ problem ?? scaleProblem }}</p>
    <label class="mt-4 block">
      <span class="text-xl font-semibold">Note</span>
      <UTextarea v-model="text" :rows="2" :maxlength="1000" class="mt-1 w-full" aria-label="Note" />
    </label>
    <div class="mt-4 flex items-center gap-3">
      <UButton size="xl" class="min-h-16 text-xl" :disabled="grade === null" :loading="sending" @click="keep">
        Save swatch <kbd class="text-base opacity-80">{{ KEYS.keep.shown }}</kbd></UButton>
      <UButton size="xl" variant="outline" color="neutral" @click="press.again()">
        Press it again <kbd class="text-base opacity-80">{{ KEYS.again.shown }}</kbd></UButton>
      <p v-if="grade === null" class="text-muted-ink">Choose how the edge holds: 0 to 5.</p>
    </div>
  </div>
</template>
