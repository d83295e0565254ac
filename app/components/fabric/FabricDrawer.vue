<script setup lang="ts">
import { said } from '#shared/region'
import { FIBRE_KEYS, FIBRES } from '#core/materials'
import type { Fabric } from '#shared/schemas'
import { fabricWords, massWords } from '#shared/words'

const selection = useSelection()

/** The fabrics, most used first; one box finds by name, code or lot, and the filters that matter stand under it. */
const { chosenId, changed } = defineProps<{ chosenId: string | null, changed: unknown }>()
defineEmits<{ choose: [fabric: Fabric], describe: [] }>()

const ALL = 'all'
const fibre = ref<string>(ALL)
const weight = ref<string>(ALL)
const stocked = ref(false)
const gives = ref(false)
const LIGHT_GSM = 120, HEAVY_GSM = 280
const WEIGHTS = computed((): Record<string, { lightest?: number, heaviest?: number, name: string }> => {
  const [light, heavy] = [LIGHT_GSM, HEAVY_GSM].map(gsm => massWords(gsm, selection.units))
  return {
    light: { heaviest: LIGHT_GSM, name: `to ${light}` },
    middle: { lightest: LIGHT_GSM, heaviest: HEAVY_GSM, name: `${light} to ${heavy}` },
    heavy: { lightest: HEAVY_GSM, name: `${heavy} and over` },
  }
})
const filters = computed(() => ({
  fibre: fibre.value === ALL ? undefined : fibre.value, lightest: WEIGHTS.value[weight.value]?.lightest,
  heaviest: WEIGHTS.value[weight.value]?.heaviest, stocked: stocked.value || undefined, gives: gives.value || undefined,
}))
const { q, page, problem, isFiltered, find } = usePagedSearch<Fabric>('/api/fabrics', filters)
watch(() => changed, find)
const box = useTemplateRef<HTMLElement>('box')
useShortcuts({ find: () => box.value?.querySelector('input')?.focus() })
const fibreItems = computed(() =>
  [{ label: said('any fibre', selection.units), value: ALL }, ...FIBRE_KEYS.map(k => ({ label: FIBRES[k].name, value: k as string }))])
const weightItems = computed(() =>
  [{ label: 'any weight', value: ALL }, ...Object.entries(WEIGHTS.value).map(([value, w]) => ({ label: w.name, value }))])
const fibreWords = (c: Fabric) =>
  c.fibres.length === 0
    ? 'fibre unknown'
    : c.fibres.map(f => `${f.sharePct} % ${FIBRES[f.fibre].name.split(',')[0]!.toLowerCase()}`).join(', ')
</script>

<template>
  <div>
    <div class="sticky top-0 z-10 border-b border-seam bg-paper">
      <button type="button"
        class="flex min-h-13 w-full items-center gap-3 px-4 text-lg font-semibold text-mark hover:bg-seam/20"
        @click="$emit('describe')">
        <UIcon name="i-lucide-plus" class="size-6" />New fabric <kbd class="ml-auto text-sm text-muted-ink">
          {{ KEYS.fresh.shown }}</kbd>
      </button>
      <div ref="box" class="px-3 pb-2">
        <UInput v-model="q" icon="i-lucide-search" class="w-full" placeholder="Find a fabric  ( / )" aria-label="Find a fabric" />
        <div class="mt-2 grid grid-cols-2 gap-2">
          <USelect v-model="fibre" :items="fibreItems" aria-label="Only this fibre" />
          <USelect v-model="weight" :items="weightItems" aria-label="Only this weight" />
        </div>
        <div class="mt-1 flex items-center justify-between text-sm text-muted-ink">
          <UCheckbox v-model="stocked" label="in stock" />
          <UCheckbox v-model="gives" label="gives" />
          <span>{{ page?.total ?? 0 }}{{ page?.total === 200 ? ' and more' : '' }} {{ page?.total === 1 ? 'fabric' : 'fabrics' }}</span>
        </div>
      </div>
    </div>
    <p v-if="problem" class="p-4 font-semibold text-alert" role="alert">{{ problem }}</p>
    <p v-else-if="page && page.total === 0" class="p-4 text-lg text-muted-ink">
      {{ isFiltered ? 'No fabric matches. Add it, or remove a filter.' : 'No fabric yet: describe the first one.' }}</p>
    <ul>
      <li v-for="c in page?.rows" :key="c.id" class="border-b border-dashed border-seam">
        <button type="button" class="flex min-h-20 w-full items-center gap-4 px-4 py-2 text-left"
          :class="c.id === chosenId ? 'bg-paper shadow-[inset_6px_0_0_var(--rc-mark)]' : 'hover:bg-paper/60'"
          :aria-pressed="c.id === chosenId" @click="$emit('choose', c)">
          <FabricSwatch :colour="c.colourHex" :construction="c.construction" :nap="c.nap" :width="72" :height="60" />
          <span class="min-w-0">
            <span class="block text-[1.05rem] font-semibold leading-tight">{{ c.name }}</span>
            <span class="block text-sm leading-snug text-muted-ink">{{ fibreWords(c) }}</span>
            <span class="block text-sm text-muted-ink">
              {{ c.code }} · {{ massWords(c.massGsm, selection.units) }}
              <Sourced :from="c.massOrigin" />
              <template v-if="c.stockM">
                · <span class="whitespace-nowrap">{{ fabricWords(c.stockM, selection.units) }}</span>{{ ' ' }}
                <Sourced from="measured" />
              </template>
            </span>
          </span>
        </button>
      </li>
    </ul>
  </div>
</template>
