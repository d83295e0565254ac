<script setup lang="ts">
import { IRON_KINDS } from '#core/materials'
import { soleAsks } from '#core/session'
import type { Iron } from '#shared/schemas'
import { celsius, degreesApart, ironCareWords, seconds, soleAsksSentence } from '#shared/words'

definePageMeta({ title: 'Irons' })
const library = useLibrary()
const selection = useSelection()
const iron = useIron()
/** The iron being written: a new one, or one by its id. */
const writing = useStored<string | null>('iron-writing', null)
const written = computed(() => library.irons.find(i => i.id === writing.value))
const write = (what: string): void => { writing.value = what }
function saved(one: Iron): void {
  library.keepIron(one)
  writing.value = null
}
useShortcuts({ fresh: () => write('new'), change: () => { if (selection.iron) write(selection.iron.id) },
  leave: () => { writing.value = null } })
const problem = ref<string | null>(null)
/** The sole was cleaned just now. */
async function cleaned({ id, name, kind, settings, shutsOffAfterS, note, water, bookWater, version }: Iron): Promise<void> {
  try {
    const body = { name, kind, settings, shutsOffAfterS, note, water, bookWater, version, cleanedAt: new Date().toISOString() }
    library.keepIron(await $fetch<Iron>(`/api/irons/${id}`, { method: 'PUT', body }))
    problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
const NOMINAL = [110, 150, 200]
/** Place on the bar, %, from 60 to 240 °C. */
const x = (c: number) => (c - 60) / 180 * 100
</script>

<template>
  <div class="p-5" :class="writing ? 'flex min-h-full flex-col' : ''">
    <IronForm v-if="writing === 'new'" @saved="saved" @leave="writing = null" />
    <IronForm v-else-if="writing && written" :key="written.id" :iron="written" @saved="saved" @leave="writing = null" />
    <template v-else>
      <div class="mb-3 flex items-center gap-4">
        <h1 class="text-2xl font-semibold">Irons</h1>
        <UButton class="ml-auto" icon="i-lucide-plus" @click="write('new')">
          Add iron <kbd class="text-sm opacity-80">{{ KEYS.fresh.shown }}</kbd></UButton>
      </div>
      <p v-if="problem" class="mb-2 font-semibold text-alert" role="alert">{{ problem }}</p>
      <ul class="grid grid-cols-2 gap-4 max-[1000px]:grid-cols-1">
        <li v-for="i in library.irons" :key="i.id" class="slip flex gap-4 p-4 max-[640px]:flex-col max-[640px]:gap-2"
          :class="i.id === selection.iron?.id ? 'outline-4 outline-mark' : ''">
          <SolePicture :kind="i.kind" :c="i.id === selection.iron?.id ? iron.soleC : 20" />
          <div class="min-w-0 flex-1">
            <p class="text-xl font-semibold leading-tight">{{ i.name }}</p>
            <p class="text-sm text-muted-ink">
              {{ IRON_KINDS[i.kind].name }}, {{ IRON_KINDS[i.kind].massKg ?? '–' }} kg,
              {{ IRON_KINDS[i.kind].steamGMin ? `${IRON_KINDS[i.kind].steamGMin} g steam a minute` : 'no steam' }}
              <Sourced from="typical" />
            </p>
            <p class="text-sm" :class="i.shutsOffAfterS ? '' : 'text-alert'">
              {{ i.shutsOffAfterS ? `shuts itself off after ${seconds(i.shutsOffAfterS)}` : 'never shuts itself off' }}
            </p>
            <p class="text-sm">{{ ironCareWords(i, selection.units) }}</p>
            <p v-if="soleAsks(i.since)" class="slip mt-1 p-2 text-sm" role="status">{{ soleAsksSentence(soleAsks(i.since)!) }}</p>
            <dl class="mt-2 grid grid-cols-[auto_1fr] items-center gap-x-3 gap-y-1">
              <template v-for="(s, k) in i.settings" :key="s.label">
                <dt class="leading-tight">{{ s.label }} <b>{{ celsius(s.meanC, selection.units) }}</b> <span
                  class="whitespace-nowrap text-sm text-muted-ink">± {{ degreesApart(s.swingC, selection.units) }} <Sourced
                  :from="s.origin" /></span></dt>
                <dd class="relative h-4 border-b border-dashed border-seam" aria-hidden="true">
                  <span class="absolute top-0.5 h-3 border border-ink/50"
                    :style="{
                      left: `${x(s.meanC - s.swingC)}%`,
                      width: `${x(s.meanC + s.swingC) - x(s.meanC - s.swingC)}%`,
                      background: heatColour(s.meanC),
                    }" />
                  <span v-if="NOMINAL[k]" class="absolute -top-0.5 h-5 w-0.5 bg-ink" :style="{ left: `${x(NOMINAL[k]!)}%` }" />
                </dd>
              </template>
            </dl>
            <p class="mt-1 text-xs text-muted-ink">bar: range of its swing · upright line: the dial's class</p>
            <div class="mt-1 flex flex-wrap gap-2">
              <UButton v-if="i.id !== selection.iron?.id" variant="outline" color="neutral"
                @click="selection.takeIron(i.id)">Use this iron</UButton>
              <UButton variant="ghost" color="neutral" icon="i-lucide-sparkles" @click="cleaned(i)">Soleplate is clean</UButton>
              <UButton variant="ghost" color="neutral" icon="i-lucide-pencil" :aria-label="`Change ${i.name}`" @click="write(i.id)">
                Change</UButton>
            </div>
          </div>
        </li>
      </ul>
      <CalibratePanel v-if="selection.iron" :key="selection.iron.id" :iron="selection.iron" class="mt-4" />
    </template>
  </div>
</template>
