<script setup lang="ts">
import { MARKS, type TrialBody } from '#shared/schemas'
import { bondWords, GRADE_WORDS, MARK_NAME } from '#shared/words'

const press = usePress()
const emit = defineEmits<{ judged: [trial: TrialBody] }>()
const grade = ref<number | null>(null)
const marks = ref<TrialBody['marks']>([])
const text = ref('')
const sending = ref(false)
const toggle = (m: TrialBody['marks'][number]) => { marks.value = marks.value.includes(m) ? marks.value.filter(x => x !== m) : [...marks.value, m] }
function keep(): void {
  if (grade.value === null) return
  sending.value = true
  emit('judged', press.trialOf(grade.value, marks.value, text.value.slice(0, 1000)))
}
</script>

<template>
  <div class="mx-auto max-w-5xl p-6">
    <h1 class="text-3xl font-semibold">Cold? Then try an edge.</h1>
    <p class="mt-1 text-lg">Predicted: <b>{{ bondWords(press.session!.predicted.bond) }}</b> <Sourced from="model" />. What does the scrap say?</p>
    <div class="mt-4 grid grid-cols-6 gap-2 max-[900px]:grid-cols-3" role="radiogroup" aria-label="Bond">
      <button
        v-for="(words, g) in GRADE_WORDS" :key="g" type="button" role="radio" :aria-checked="grade === g" class="min-h-32 p-3 text-left" :class="grade === g ? 'bg-ink text-paper' : 'slip hover:bg-linen-200/60'"
        @click="grade = g"
      >
        <span class="block text-4xl font-bold">{{ g }}</span><span class="text-lg leading-tight">{{ words }}</span>
      </button>
    </div>
    <h2 class="mt-5 text-xl font-semibold">Any marks?</h2>
    <div class="mt-2 flex flex-wrap gap-2">
      <button v-for="m in MARKS" :key="m" type="button" :aria-pressed="marks.includes(m)" class="min-h-12 px-4 text-lg" :class="marks.includes(m) ? 'bg-alert text-paper' : 'slip hover:bg-linen-200/60'" @click="toggle(m)">{{ MARK_NAME[m] }}</button>
    </div>
    <label class="mt-5 block"><span class="text-xl font-semibold">Note</span><UTextarea v-model="text" :rows="2" :maxlength="1000" class="mt-1 w-full" aria-label="Note" /></label>
    <div class="mt-5 flex items-center gap-3">
      <UButton size="xl" class="min-h-16 text-xl" :disabled="grade === null" :loading="sending" @click="keep">Keep this swatch</UButton>
      <UButton size="xl" variant="outline" color="neutral" @click="press.again()">Press it again</UButton>
      <p v-if="grade === null" class="text-muted-ink">Choose how the edge holds.</p>
    </div>
  </div>
</template>
