<script setup lang="ts">
import { hangingStrip, bendingLengthMm } from '#core/stiffness'
import { givePctFrom, massGsmFrom, spreadOf, thicknessMmFrom } from '#core/measure'
import { quantityWords, type Quantity } from '#core/units'
import type { Fabric, MeasurementBody } from '#shared/schemas'
import { lengthWords, sizeWords } from '#shared/words'

/** Measuring with what every workroom has: kitchen scale, ruler, a weight, a table edge. */
const { fabric } = defineProps<{ fabric: Fabric }>()
const { records, problem, busy, add } = useFabricRecords(() => fabric.id)

type Kind = MeasurementBody['kind']
const selection = useSelection()
const inches = computed(() => selection.units?.length === 'in')
const lengthOf = (mm: number): string => lengthWords(mm, selection.units)
/** What is read, and of which quantity; null where it is a plain number with the unit beside it. */
type Read = [name: string, quantity: Quantity | null, unit?: string]
const WAYS = computed((): Record<Kind, { name: string, of: Quantity | null, how: string, fields: Read[], start: number[] }> => ({
  mass: {
    name: 'Weight', of: 'arealMass', how: 'Cut a rectangle along the threads, as large as you can spare. Weigh it on a kitchen scale.',
    fields: [
      ['Weight', null, 'g'], ['Length', 'length'], ['Width', 'length'],
    ],
    start: inches.value ? [3, 6 * 25.4, 6 * 25.4] : [3, 150, 150],
  },
  thickness: {
    name: 'Thickness', of: 'thickness', how: 'Fold it into a flat stack, lay a book on it, measure the height, count the layers.',
    fields: [
      ['Stack', 'length'], ['Layers', null],
    ],
    start: [4, 16],
  },
  giveAlong: {
    name: 'Give along', of: null, how: `Mark ${lengthOf(100)} along the grain. Pull it gently beside a ruler until it resists.`,
    fields: [
      ['Marked', 'length'], ['Pulled', 'length'],
    ],
    start: inches.value ? [4 * 25.4, 4.25 * 25.4] : [100, 104],
  },
  giveAcross: {
    name: 'Give across', of: null, how: `Mark ${lengthOf(100)} across the grain. Pull it gently beside a ruler.`,
    fields: [
      ['Marked', 'length'], ['Pulled', 'length'],
    ],
    start: inches.value ? [4 * 25.4, 4.25 * 25.4] : [100, 106],
  },
  bending: {
    name: 'Bending length', of: 'length',
    how: `Cut a strip ${lengthOf(25)} wide. Slide it over the table edge until the line from edge to tip slopes as far as `
      + 'you can read well; 41.5° is best.',
    fields: [
      ['Overhang', 'length'], ['Slope', null, '°'],
    ],
    start: [70, 41.5],
  },
}))
const kind = ref<Kind>('mass')
const way = computed(() => WAYS.value[kind.value])
const values = ref<number[]>([...WAYS.value.mass.start])
watch(kind, (k) => { values.value = [...WAYS.value[k].start] })

/** The arithmetic as it is worked, or why it cannot be. */
const worked = computed<{ sum: string, value: number } | { error: string }>(() => {
  const [a, b, c] = values.value as [number, number, number]
  try {
    switch (kind.value) {
      case 'mass': return { sum: `${a} g ÷ (${sizeWords(b, c, selection.units)}) =`, value: massGsmFrom(a, b, c) }
      case 'thickness': return { sum: `${lengthOf(a)} ÷ ${b} layers =`, value: thicknessMmFrom(a, b) }
      case 'bending': return { sum: `${lengthOf(a)} over the edge at ${b}° hangs like`, value: bendingLengthMm(a, b) }
      default: return { sum: `(${lengthOf(b)} − ${lengthOf(a)}) ÷ ${lengthOf(a)} =`, value: givePctFrom(a, b) }
    }
  } catch (error) {
    return { error: faultWords(error) }
  }
})
const before = computed(() => records.value?.measurements.filter(m => m.kind === kind.value) ?? [])
const spread = computed(() => before.value.length ? spreadOf(before.value.map(m => m.value)) : null)
const said = (v: number): string => (way.value.of === null ? `${v.toFixed(1)} %` : quantityWords(v, way.value.of, selection.units))
const strip = computed(() => {
  const [overhang, angle] = values.value as [number, number]
  let ratio = 2
  try { ratio = overhang / bendingLengthMm(overhang, angle) } catch { /* drawn as usual until the reading makes sense */ }
  const { x, y } = hangingStrip(Math.min(5, ratio))
  return Array.from(x, (v, i) => `${(110 + v * 150).toFixed(1)},${(50 + y[i]! * 150).toFixed(1)}`).join(' ')
})
const keep = () => add('measurements', { kind: kind.value, a: values.value[0], b: values.value[1], c: values.value[2] ?? null })
</script>

<template>
  <section class="grid grid-cols-[1fr_1fr] gap-8 max-[1000px]:grid-cols-1">
    <div>
      <div class="flex flex-wrap gap-2">
        <button v-for="(w, k) in WAYS" :key="k" type="button" class="min-h-11 px-3"
          :class="kind === k ? 'bg-mark text-paper font-semibold' : 'slip'" :aria-pressed="kind === k" @click="kind = k">
          {{ w.name }}
        </button>
      </div>
      <p class="mt-3 text-lg leading-snug">{{ way.how }}</p>
      <svg viewBox="0 0 300 150" class="mt-2 w-full max-w-md" role="img" :aria-label="way.how">
        <g stroke="currentColor" stroke-width="2" fill="none">
          <template v-if="kind === 'mass'">
            <path d="M50 120h200M70 120v-12h160v12M90 108v-6h120v6" />
            <rect x="95" y="52" width="110" height="46" :fill="fabric.colourHex" />
            <path d="M95 44h110M95 40v8M205 40v8M214 52v46M210 52h8M210 98h8" stroke-width="1.200" />
          </template>
          <template v-else-if="kind === 'thickness'">
            <rect x="70" y="40" width="160" height="26" fill="var(--rc-paper)" />
            <path v-for="i in 7" :key="i" :d="`M80 ${66 + i * 7}h130q8 3.500 0 7`" :stroke="fabric.colourHex" stroke-width="5" />
            <path d="M246 68v52M242 68h8M242 120h8" stroke-width="1.200" />
          </template>
          <template v-else-if="kind === 'bending'">
            <path d="M10 58h100v80" stroke-width="4" />
            <polyline :points="`20,50 110,50 ${strip}`" :stroke="fabric.colourHex" stroke-width="6" />
            <polyline :points="`20,50 110,50 ${strip}`" stroke-width="1" />
            <path :d="`M110 50L${strip.split(' ').at(-1)}`" stroke-dasharray="5 4" stroke-width="1.200" />
          </template>
          <template v-else>
            <rect x="50" y="46" width="200" height="30" :fill="fabric.colourHex" />
            <path d="M80 40v42M220 40v42" stroke-dasharray="4 3" />
            <path d="M40 61h-24m6-6l-6 6 6 6M260 61h24m-6-6l6 6-6 6" />
            <path d="M50 100h200v22h-200z" stroke-width="1.200" />
            <path v-for="i in 21" :key="i" :d="`M${40 + i * 10} 100v${i % 5 === 0 ? 12 : 7}`" stroke-width="1" />
          </template>
        </g>
      </svg>
    </div>
    <form class="slip self-start p-5" @submit.prevent="keep">
      <div class="grid grid-cols-3 gap-3">
        <label v-for="(f, i) in way.fields" :key="`${kind}${i}`">
          <span class="font-semibold">{{ f[0] }}</span>
          <MeasureInput v-if="f[1] !== null" v-model="values[i]" :quantity="f[1]" :label="f[0]" />
          <UInput v-else v-model.number="values[i]" type="number" step="any" class="w-full" :aria-label="f[0]">
            <template v-if="f[2]" #trailing>{{ f[2] }}</template>
          </UInput>
        </label>
      </div>
      <p class="mt-4 text-xl" data-test="worked">
        <template v-if="'error' in worked"><span class="text-alert">{{ worked.error }}</span></template>
        <template v-else>{{ worked.sum }} <b class="text-2xl">{{ said(worked.value) }}</b></template>
      </p>
      <UButton type="submit" size="xl" class="mt-4" :loading="busy" :disabled="'error' in worked">Save reading</UButton>
      <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
      <hr class="stitch my-4">
      <p v-if="spread" class="text-lg" data-test="spread">
        <b>{{ said(spread.mean) }}<template v-if="spread.plusMinus !== null"> ± {{ said(spread.plusMinus) }}</template></b> <Sourced
          from="measured" />
        from {{ spread.count }} {{ spread.count === 1 ? 'reading: one more shows the spread' : 'readings (95 %)' }}
      </p>
      <p v-else class="text-muted-ink">Nothing measured yet. Three readings from different places say how even it is.</p>
      <svg v-if="before.length > 1 && spread" viewBox="0 0 300 26" class="mt-2 w-full" aria-hidden="true">
        <line x1="10" x2="290" y1="13" y2="13" stroke="var(--rc-seam)" />
        <circle v-for="m in before" :key="m.id" :cx="150 + ((m.value - spread.mean) / Math.max(1e-6, spread.sd ?? 1)) * 50" cy="13" r="6"
          fill="var(--rc-mark)" fill-opacity="0.6" />
      </svg>
    </form>
  </section>
</template>
