<script setup lang="ts">
import { ADHESIVE_KEYS, ADHESIVES } from '#core/materials'
import { makerTroubles } from '#core/maker'
import { toLotReading } from '#shared/mappers'
import { FAMILIES, type Supply } from '#shared/schemas'
import { BASE_NAME, fabricWords, FAMILY_NAME, instructionsWords, massWords } from '#shared/words'

definePageMeta({ title: 'Supplies' })
const library = useLibrary()
const selection = useSelection()
const ALL = 'all'
const family = ref<string>(ALL)
const stocked = ref(false)
const gives = ref(false)
const adhesive = ref<string>(ALL)
const adhesiveItems = [{ label: 'any adhesive', value: ALL }, ...ADHESIVE_KEYS.map(k => ({ label: ADHESIVES[k].name, value: k as string }))]
const filters = computed(() => ({
  family: family.value === ALL ? undefined : family.value, stocked: stocked.value || undefined, gives: gives.value || undefined,
  adhesive: adhesive.value === ALL ? undefined : adhesive.value,
}))
const { q, page, problem, isFiltered, find } = usePagedSearch<Supply>('/api/supplies', filters)
const open = ref<Supply | 'new' | null>(null)
const search = useTemplateRef<HTMLElement>('search')
const write = (): void => { open.value = 'new' }
useShortcuts({ find: () => search.value?.querySelector('input')?.focus(), fresh: write, leave: () => { open.value = null } })
useAsked('new', write)
useAsked('open', (id) => { open.value = library.supplies.find(s => s.id === id) ?? open.value })
async function saved(supply: Supply): Promise<void> {
  library.keepSupply(supply)
  await find()
  open.value = supply
}
async function moved(): Promise<void> {
  await find()
  const fresh = page.value?.rows.find(s => typeof open.value === 'object' && s.id === open.value?.id)
  if (fresh) {
    open.value = fresh
    library.keepSupply(fresh)
  }
}
const instructionsOfSupply = (s: Supply) => {
  const reading = toLotReading(s)
  return reading && 'instructions' in reading ? reading.instructions : null
}
/** A sheet for presses is no trouble by itself: it is carried over. */
const doubtful = (s: Supply) => toLotReading(s)?.state === 'contradicts' || makerTroubles(s).some(t => t.why !== 'machineHold')
</script>

<template>
  <div class="p-5 max-[640px]:p-3">
    <template v-if="open">
      <SupplyForm :key="open === 'new' ? 'new' : `${open.id}${open.version}`" :supply="open === 'new' ? undefined : open" @saved="saved"
        @leave="open = null" />
      <StockPanel v-if="open !== 'new'" :supply="open" class="max-w-5xl" @moved="moved" />
    </template>
    <template v-else>
      <div ref="search" class="flex flex-wrap items-center gap-3">
        <UInput v-model="q" icon="i-lucide-search" size="xl" class="w-64 max-[640px]:w-full" placeholder="Find a supply  ( / )"
          aria-label="Find a supply" />
        <USelect v-model="family"
          :items="[{ label: 'everything', value: ALL }, ...FAMILIES.map(f => ({ label: FAMILY_NAME[f], value: f as string }))]"
          class="w-56" aria-label="Family" />
        <USelect v-model="adhesive" :items="adhesiveItems" class="w-52" aria-label="Only this adhesive" />
        <UCheckbox v-model="stocked" label="in stock" />
        <UCheckbox v-model="gives" label="gives" />
        <span class="text-muted-ink">{{ page?.total ?? 0 }}{{ page?.total === 200 ? ' and more' : '' }} in stock</span>
        <UButton size="lg" class="ml-auto" icon="i-lucide-plus" @click="write">New supply</UButton>
      </div>
      <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
      <ul class="mt-4 grid grid-cols-3 gap-3 max-[1000px]:grid-cols-2 max-[640px]:grid-cols-1">
        <li v-for="s in page?.rows" :key="s.id">
          <button type="button" class="slip flex h-full w-full items-start gap-4 p-3 text-left hover:bg-seam/20" @click="open = s">
            <SupplyPicture :supply="s" />
            <span class="min-w-0">
              <span class="block text-lg font-semibold leading-tight">{{ s.name }}</span>
              <span class="block text-sm text-muted-ink">
                {{ s.code }} · {{ FAMILY_NAME[s.family].toLowerCase() }},
                {{ BASE_NAME[s.base] }} · {{ massWords(s.massGsm, selection.units) }}
                <Sourced :from="s.instructions === 'maker' ? 'maker' : 'typical'" />
              </span>
              <span class="block text-sm">
                {{ s.adhesive ? ADHESIVES[s.adhesive].name : s.family === 'fusible' ? 'adhesive not known' : 'no adhesive' }}
                <Sourced v-if="s.adhesive" :from="s.adhesiveOrigin" />
              </span>
              <span class="block text-sm" :class="s.stockM > 0 ? '' : 'text-alert'">
                {{ s.stockM > 0 ? fabricWords(s.stockM, selection.units) : 'none left' }}
                <Sourced from="measured" />
              </span>
              <span v-if="instructionsOfSupply(s)" class="block text-sm">
                {{ instructionsWords(instructionsOfSupply(s)!, selection.units) }}
                <Sourced from="maker" />
              </span>
              <span v-if="doubtful(s)" class="block text-sm text-alert">check the maker's instructions again</span>
            </span>
          </button>
        </li>
      </ul>
      <p v-if="page && page.total === 0" class="mt-10 text-center text-xl text-muted-ink">
        {{ isFiltered ? 'Nothing like that on the shelf.' : 'No supply yet: describe the first one.' }}</p>
    </template>
  </div>
</template>
