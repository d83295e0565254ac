<script setup lang="ts">
import { fieldText, METRIC, quantityWords, readQuantity, toUnit, unitOf, US_CUSTOMARY, type Quantity } from '#core/units'
import { currencySign, unitWords } from '#shared/words'

/**
 * A figure written in the workroom's units, or in the other ones with their unit: 38 mm, 1 1/2 in, 300 F, 3.5 oz. Kept metric.
 * What cannot be read stays, and why is said below it.
 */
const { quantity, label, noun, canBeBlank = false, leastMetric = -Infinity, mostMetric = Infinity } = defineProps<{
  /** A price is by the metre. */
  quantity: Quantity | 'price'
  label?: string
  /** As it is called in a sentence. */
  noun?: string
  canBeBlank?: boolean
  leastMetric?: number
  mostMetric?: number
}>()
const metric = defineModel<number | null | undefined>({ required: true })
const selection = useSelection()
const units = computed(() => selection.units)
const perUnit = computed(() => toUnit(1, unitOf('fabricLength', units.value)))
const trailing = computed(() => quantity === 'price'
  ? `${currencySign(units.value)}/${unitWords('fabricLength', units.value)}`
  : unitWords(quantity, units.value))
const textOf = (v: number | null | undefined): string => {
  if (v === null || v === undefined || Number.isNaN(v)) return ''
  return quantity === 'price' ? String(Number((v / perUnit.value).toFixed(2))) : fieldText(v, quantity, units.value)
}
function readText(written: string): number | null {
  if (quantity !== 'price') return readQuantity(written, quantity, units.value)
  const plain = Number(written.trim().replace(',', '.'))
  return written.trim() === '' || Number.isNaN(plain) ? null : plain * perUnit.value
}
const text = ref(textOf(metric.value))
const problem = ref<string | null>(null)
watch([metric, units], () => {
  if (readText(text.value) !== metric.value) text.value = textOf(metric.value)
})
const NOUNS: Record<Quantity | 'price', string> = {
  length: 'a length', thickness: 'a thickness', fabricLength: 'a length', temperature: 'a temperature',
  temperatureDifference: 'a difference of temperature', arealMass: 'a weight', pressure: 'a pressure', area: 'an area', price: 'a price',
}
/** What an example says, metric: in the workroom's units, and in those of the other system. */
const EXAMPLES: Record<Quantity | 'price', number> = {
  length: 38, thickness: 0.3, fabricLength: 1.5, temperature: 150, temperatureDifference: 8, arealMass: 120, pressure: 30, area: 1.5,
  price: 12.5,
}
const example = computed(() => {
  if (quantity === 'price') return textOf(EXAMPLES.price)
  const other = units.value?.length === 'in' ? METRIC : US_CUSTOMARY
  return `${fieldText(EXAMPLES[quantity], quantity, units.value)} or ${quantityWords(EXAMPLES[quantity], quantity, other)}`
})
function read(): void {
  problem.value = null
  if (text.value.trim() === '' && canBeBlank) {
    metric.value = null
    return
  }
  const v = readText(text.value), name = noun ?? label ?? 'This figure'
  if (v === null) problem.value = `${name}: write ${NOUNS[quantity]} such as ${example.value}.`
  else if (v < leastMetric) problem.value = `${name}: ${textOf(leastMetric)} ${trailing.value} is the smallest we accept.`
  else if (v > mostMetric) problem.value = `${name}: ${textOf(mostMetric)} ${trailing.value} is the largest we accept.`
  else metric.value = v
}
</script>

<template>
  <span class="group/measure relative block">
    <UInput v-model="text" inputmode="decimal" autocomplete="off" class="w-full" :aria-label="label" :aria-invalid="problem !== null"
      @update:model-value="read">
      <template v-if="$slots.leading" #leading><slot name="leading" /></template>
      <template #trailing>{{ trailing }}</template>
    </UInput>
    <span v-if="problem" data-unread
      class="absolute top-full left-0 z-20 mt-0.5 w-max max-w-72 border-l-4 border-alert bg-paper px-2 py-1 text-sm
      leading-snug font-medium text-alert shadow-md" role="alert">{{ problem }}</span>
  </span>
</template>
