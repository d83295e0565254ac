<script setup lang="ts">
import type { Rules, Workshop } from '#shared/schemas'
import { QUESTIONS, WORKING_RULES } from '#shared/words'

const library = useLibrary()
const problem = ref<string | null>(null)
const UNITS = { length: ['mm', 'cm', 'in'], temperature: ['°C', '°F'], arealMass: ['g/m²', 'oz/yd²'] } as const
const UNIT_NAME = { length: 'Lengths', temperature: 'Temperatures', arealMass: 'Weights' } as const

async function save(change: Partial<Pick<Workshop, 'rules' | 'units'>>): Promise<void> {
  const w = library.workshop!
  try {
    library.workshop = await $fetch<Workshop>('/api/workshop', { method: 'PUT', body: { name: w.name, units: w.units, rules: w.rules, version: w.version, ...change } })
    problem.value = null
  } catch (error) {
    const p = problemOf(error)
    problem.value = p.detail
    if (p.status === 409 && p.current) library.workshop = p.current as Workshop
  }
}
const choose = (key: keyof Rules, value: string) => save({ rules: { ...library.workshop!.rules, [key]: value } as Rules })
const unit = (key: keyof typeof UNITS, value: string) => save({ units: { ...library.workshop!.units, [key]: value } as Workshop['units'] })
</script>

<template>
  <div v-if="library.workshop" class="mx-auto max-w-5xl p-5">
    <h1 class="text-2xl font-semibold">House rules of the {{ library.workshop.name }}</h1>
    <p class="text-lg text-muted-ink">Where good workers disagree, the workroom chooses once.</p>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert">{{ problem }}</p>
    <dl class="mt-3">
      <div v-for="question in QUESTIONS" :key="question.key" class="grid grid-cols-[260px_1fr] gap-4 border-t border-dashed border-seam py-3">
        <dt><span class="ticket text-lg font-semibold leading-tight">{{ question.ask }}</span><span class="block text-sm text-muted-ink">{{ WORKING_RULES.includes(question.key) ? 'Changes' : 'Will change' }} {{ question.changes }}.</span></dt>
        <dd class="grid gap-2" :style="{ gridTemplateColumns: `repeat(${question.schools.length}, 1fr)` }" role="radiogroup" :aria-label="question.ask">
          <button v-for="s in question.schools" :key="s.value" type="button" role="radio" :aria-checked="library.workshop.rules[question.key] === s.value" class="min-h-14 px-3 py-2 text-left leading-tight" :class="library.workshop.rules[question.key] === s.value ? 'bg-ink text-paper' : 'slip hover:bg-linen-200/60'" @click="choose(question.key, s.value)">
            <b class="block">{{ s.name }}</b><span class="text-sm">{{ s.why }}</span>
          </button>
        </dd>
      </div>
      <div v-for="(choices, key) in UNITS" :key="key" class="grid grid-cols-[260px_1fr] gap-4 border-t border-dashed border-seam py-3">
        <dt class="ticket text-lg font-semibold">{{ UNIT_NAME[key] }}</dt>
        <dd class="flex gap-2" role="radiogroup" :aria-label="UNIT_NAME[key]"><button v-for="u in choices" :key="u" type="button" role="radio" :aria-checked="library.workshop.units[key] === u" class="min-h-11 px-5" :class="library.workshop.units[key] === u ? 'bg-ink text-paper' : 'slip'" @click="unit(key, u)">{{ u }}</button></dd>
      </div>
    </dl>
  </div>
</template>
