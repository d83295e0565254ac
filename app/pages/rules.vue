<script setup lang="ts">
import { RULE_KEYS, RULES, type Rule } from '#shared/house'
import { CURRENCIES, type Rules, type Workroom } from '#shared/schemas'
import { inUnits, localeOf } from '#shared/words'

definePageMeta({ title: 'House rules' })
const library = useLibrary()
const isPhone = useIsPhone()
const problem = ref<string | null>(null)
const UNITS = {
  length: [{ value: 'mm', name: 'millimetres' }, { value: 'cm', name: 'centimetres' }, { value: 'in', name: 'inches and yards' }],
  temperature: [{ value: '°C', name: '°C' }, { value: '°F', name: '°F' }],
  arealMass: [{ value: 'g/m²', name: 'g/m²' }, { value: 'oz/yd²', name: 'oz/yd²' }],
  region: [{ value: 'UK', name: 'United Kingdom' }, { value: 'US', name: 'United States' }],
} as const
const UNIT_NAME = { length: 'Lengths', temperature: 'Temperatures', arealMass: 'Weights', region: 'Words and dates' } as const
const currencyItems = computed(() => {
  const names = new Intl.DisplayNames(localeOf(library.workroom?.units), { type: 'currency' })
  return CURRENCIES.map(code => ({ label: `${code} · ${names.of(code)}`, value: code }))
})

async function save(change: Partial<Pick<Workroom, 'name' | 'rules' | 'units'>>): Promise<void> {
  const w = library.workroom!
  try {
    library.workroom = await $fetch<Workroom>('/api/workroom', {
      method: 'PUT', body: { name: w.name, units: w.units, rules: w.rules, version: w.version, ...change },
    })
    problem.value = null
  } catch (error) {
    const p = problemOf(error)
    problem.value = p.detail
    if (p.status === 409 && p.current) library.workroom = p.current as Workroom
  }
}
/** Its name as it is being written; what cannot be kept stays in the box, with the reason above. */
const name = ref('')
watch(() => library.workroom?.name, (kept) => { name.value = kept ?? '' }, { immediate: true })
const rename = (): void => { if (name.value.trim() !== library.workroom?.name) void save({ name: name.value }) }
const rules = RULE_KEYS.map(key => ({ key, ...RULES[key] as Rule }))
const choose = (key: keyof Rules, value: string) => save({ rules: { ...library.workroom!.rules, [key]: value } as Rules })
const unit = (key: keyof Workroom['units'], value: string) =>
  save({ units: { ...library.workroom!.units, [key]: value } as Workroom['units'] })
</script>

<template>
  <div v-if="library.workroom" class="mx-auto max-w-5xl p-5">
    <h1 class="text-2xl font-semibold">House rules</h1>
    <p class="text-lg text-muted-ink">Where good workers disagree, the workroom chooses once.</p>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert">{{ problem }}</p>
    <MayOnly may="manage">
      <dl class="mt-3">
        <div class="grid grid-cols-[260px_1fr] gap-4 max-[640px]:grid-cols-1 max-[640px]:gap-2 border-t border-dashed border-seam py-3">
          <dt><span class="ticket text-lg font-semibold">Name</span>
            <span class="block text-sm text-muted-ink">Stands on care cards and press sheets.</span></dt>
          <dd><UInput v-model="name" size="xl" maxlength="80" class="w-full max-w-md" aria-label="Name" @change="rename" /></dd>
        </div>
        <div v-for="(choices, key) in UNITS" :key="key" class="grid grid-cols-[260px_1fr] gap-4 max-[640px]:grid-cols-1 max-[640px]:gap-2
          border-t border-dashed border-seam py-3">
          <dt class="ticket text-lg font-semibold">{{ UNIT_NAME[key] }}</dt>
          <dd>
            <Choices :model-value="library.workroom.units[key]" :options="[...choices]" :label="UNIT_NAME[key]"
              class="flex flex-wrap gap-2" shape="min-h-11 px-5" @update:model-value="v => unit(key, v!)" /></dd>
        </div>
        <div class="grid grid-cols-[260px_1fr] gap-4 max-[640px]:grid-cols-1 max-[640px]:gap-2 border-t border-dashed border-seam py-3">
          <dt class="ticket text-lg font-semibold">Currency</dt>
          <dd><USelectMenu :model-value="library.workroom.units.currency" :items="currencyItems" value-key="value" class="w-72 max-w-full
            min-h-11"
            aria-label="Currency" @update:model-value="v => v && unit('currency', v)" /></dd>
        </div>
        <div v-for="rule in rules" :key="rule.key"
          class="grid grid-cols-[260px_1fr] gap-4 max-[640px]:grid-cols-1 max-[640px]:gap-2 border-t border-dashed border-seam py-3">
          <dt><span class="ticket text-lg font-semibold leading-tight">{{ $say(rule.ask) }}</span>
            <span class="block text-sm text-muted-ink">
              Changes {{ $say(rule.changes) }}.</span></dt>
          <dd>
            <Choices :model-value="String(library.workroom.rules[rule.key])" :options="rule.schools" :label="rule.ask"
              class="grid gap-2" :style="isPhone ? {} : { gridTemplateColumns: `repeat(${rule.schools.length}, 1fr)` }"
              shape="min-h-14 px-3 py-2 text-left leading-tight" @update:model-value="v => choose(rule.key, v!)">
              <template #default="{ option }"><b class="block">{{ $say(option.name) }}</b><span
                class="text-sm">{{ $say(inUnits(option.why, library.workroom.units)) }}</span></template>
            </Choices></dd>
        </div>
      </dl>
    </MayOnly>
  </div>
</template>
