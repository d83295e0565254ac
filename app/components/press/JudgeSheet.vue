<script setup lang="ts">
import { MARKS, READING_KINDS, readingBody, type TrialBody } from '#shared/schemas'
import { bondWords, GRADE_WORDS, MARK_NAME, READING_NAME } from '#shared/words'

const press = usePress()
const emit = defineEmits<{ judged: [trial: TrialBody] }>()
const grade = ref<number | null>(null)
const marks = ref<TrialBody['marks']>([])
const text = ref('')
const sending = ref(false)
const problem = ref<string | null>(null)
const where = reactive<Partial<Record<TrialBody['marks'][number], string>>>({})
const measured = reactive<Partial<Record<typeof READING_KINDS[number], number | undefined>>>({})
const { pulls, pulling, forceN50, problem: scaleProblem, start, stop } = useSpringScale()
watch(forceN50, (n) => { if (n !== null) measured.peel = n })
const pull = () => pulling.value ? stop() : start(press.session!.predicted.bond, press.rate)
const newtons = computed(() => pulls.value.at(-1)?.newtons ?? 0)
const toggle = (m: TrialBody['marks'][number]) => { marks.value = marks.value.includes(m) ? marks.value.filter(x => x !== m) : [...marks.value, m] }
function keep(): void {
  if (grade.value === null) return
  sending.value = true
  const readings = READING_KINDS.flatMap(kind => Number.isFinite(measured[kind]) ? [{ kind, value: measured[kind]! }] : [])
  const bad = readings.map(r => readingBody.safeParse(r)).find(r => !r.success)
  if (bad) {
    problem.value = bad.error!.issues[0]!.message
    sending.value = false
    return
  }
  const markWhere = Object.fromEntries(marks.value.flatMap(m => where[m]?.trim() ? [[m, where[m]!.trim().slice(0, 60)]] : []))
  emit('judged', press.trialOf({ grade: grade.value, marks: marks.value, markWhere, note: text.value.slice(0, 1000), readings }))
}
</script>

<template>
  <div class="mx-auto max-w-5xl px-6 py-4">
    <h1 class="text-3xl font-semibold">Cold? Then try an edge.</h1>
    <p class="mt-1 text-lg">Predicted: <b>{{ bondWords(press.session!.predicted.bond) }}</b> <Sourced from="model" />. What does the scrap say?</p>
    <div class="mt-4 grid grid-cols-6 gap-2 max-[900px]:grid-cols-3" role="radiogroup" aria-label="Bond">
      <button
        v-for="(words, g) in GRADE_WORDS" :key="g" type="button" role="radio" :aria-checked="grade === g" class="min-h-24 p-2 text-left" :class="grade === g ? 'bg-ink text-paper' : 'slip hover:bg-linen-200/60'"
        @click="grade = g"
      >
        <span class="block text-3xl font-bold">{{ g }}</span><span class="text-lg leading-tight">{{ words }}</span>
      </button>
    </div>
    <h2 class="mt-5 text-xl font-semibold">Any marks?</h2>
    <div class="mt-2 flex flex-wrap gap-2">
      <button v-for="m in MARKS" :key="m" type="button" :aria-pressed="marks.includes(m)" class="min-h-11 px-3 text-base" :class="marks.includes(m) ? 'bg-alert text-paper' : 'slip hover:bg-linen-200/60'" @click="toggle(m)">{{ MARK_NAME[m] }}</button>
    </div>
    <div v-if="marks.length" class="mt-2 flex flex-wrap gap-2"><label v-for="m in marks" :key="m" class="flex items-center gap-2">{{ MARK_NAME[m] }}: where?<UInput v-model="where[m]" :maxlength="60" class="w-44" placeholder="all over, left edge…" :aria-label="`${MARK_NAME[m]}: where`" /></label></div>
    <h2 class="mt-4 text-xl font-semibold">Measured, if you like</h2>
    <div class="mt-1 grid grid-cols-4 gap-3 max-[900px]:grid-cols-2">
      <label v-for="k in READING_KINDS" :key="k" class="leading-tight">{{ READING_NAME[k][0] }}
        <span class="mt-1 flex gap-1"><UInput v-model.number="measured[k]" type="number" step="any" class="w-full" :aria-label="READING_NAME[k][0]"><template #trailing><span class="text-sm">{{ READING_NAME[k][1] }}</span></template></UInput></span>
        <UButton v-if="k === 'peel'" size="sm" variant="outline" color="neutral" class="mt-1" @click="pull">{{ pulling ? `${newtons.toFixed(1)} N: let go` : 'Pull on the scale' }}</UButton>
        <span v-if="k === 'peel'" class="ml-1 text-[13px] text-muted-ink">a stand-in</span>
      </label>
    </div>
    <p v-if="problem || scaleProblem" class="mt-2 font-semibold text-alert" role="alert">{{ problem ?? scaleProblem }}</p>
    <label class="mt-4 block"><span class="text-xl font-semibold">Note</span><UTextarea v-model="text" :rows="2" :maxlength="1000" class="mt-1 w-full" aria-label="Note" /></label>
    <div class="mt-4 flex items-center gap-3">
      <UButton size="xl" class="min-h-16 text-xl" :disabled="grade === null" :loading="sending" @click="keep">Keep this swatch</UButton>
      <UButton size="xl" variant="outline" color="neutral" @click="press.again()">Press it again</UButton>
      <p v-if="grade === null" class="text-muted-ink">Choose how the edge holds.</p>
    </div>
  </div>
</template>
