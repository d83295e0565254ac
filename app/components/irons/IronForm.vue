<script setup lang="ts">
import { IRON_KIND_KEYS, IRON_KINDS } from '#core/materials'
import { ironBody, type Iron, type IronBody } from '#shared/schemas'
import type { Water } from '#core/session'
import { celsius, WATER_NAME } from '#shared/words'

/** An iron and its dial: what it is called, what it can do, and how hot each setting gets as far as anyone knows. */
const { iron } = defineProps<{ iron?: Iron }>()
const emit = defineEmits<{ saved: [iron: Iron], leave: [] }>()
const selection = useSelection()

const blank = (): IronBody => ({
  name: '', kind: 'household', shutsOffAfterS: 480, note: '', water: 'tap', bookWater: null, cleanedAt: null,
  settings: [['silk', 110], ['wool', 150], ['cotton', 200]].map(([label, meanC]) => ({
    label: String(label), meanC: Number(meanC), swingC: IRON_KINDS.household.swingC, origin: 'typical' as const,
  })),
})
const bodyOf = ({ name, kind, shutsOffAfterS, note, water, bookWater, cleanedAt, settings }: Iron): IronBody => ({
  name, kind, shutsOffAfterS, note, water, bookWater, cleanedAt, settings: toPlain(settings),
})
const draft = useDraft<IronBody>(`iron-${iron?.id ?? 'new'}`, () => (iron ? bodyOf(iron) : blank()), iron?.version)
const { state } = draft
const { problem, theirs, saving, save, overThem, takeTheirs, drop } = useSaving<Iron>('/api/irons', iron, draft, {
  saved: thing => emit('saved', thing), leave: () => emit('leave'),
})
const kinds = IRON_KIND_KEYS.map(k => ({ label: IRON_KINDS[k].name, value: k }))
const waters = (Object.keys(WATER_NAME) as Water[]).map(w => ({ label: WATER_NAME[w], value: w }))
const LOST = 'lost'
const byBook = computed({
  get: () => state.bookWater ?? LOST,
  set: (w) => { state.bookWater = w === LOST ? null : w },
})
const never = computed({
  get: () => state.shutsOffAfterS === null,
  set: (on) => { state.shutsOffAfterS = on ? null : 480 },
})
/** A figure typed here is nobody's measurement: it stands as the maker's until the probe has been on the sole. */
const typed = (i: number): void => { state.settings[i]!.origin = 'maker' }
function addSetting(): void {
  const last = state.settings.at(-1)
  state.settings.push({ label: '', meanC: Math.min(230, (last?.meanC ?? 100) + 20), swingC: last?.swingC ?? 10, origin: 'typical' })
}
const dropSetting = (i: number): void => { state.settings.splice(i, 1) }

const settingsOf = (i: Pick<Iron, 'settings'>) => i.settings.map(s => `${s.label} ${celsius(s.meanC, selection.units)}`).join(', ')
</script>

<template>
  <FormFrame ref="form" :schema="ironBody" :state="state" :problem="problem" :saving="saving" save="Save iron" class="-mb-5"
    @submit="save" @drop="drop">
    <h1 class="text-2xl font-semibold">{{ iron ? `Change ${iron.name}` : 'Another iron' }}</h1>
    <div class="mt-4 grid grid-cols-[1fr_1.3fr] gap-x-8 gap-y-4 max-[900px]:grid-cols-1">
      <div class="space-y-3">
        <UFormField name="name" label="Name"><UInput v-model="state.name" class="w-full" placeholder="Window iron" autofocus /></UFormField>
        <UFormField name="kind" label="Kind of iron"><USelect v-model="state.kind" :items="kinds" class="w-full" /></UFormField>
        <SolePicture :kind="state.kind" :c="state.settings[0]?.meanC ?? 20" />
      </div>
      <UFormField name="stops" label="Dial settings, coolest first">
        <ul class="space-y-2">
          <li v-for="(s, i) in state.settings" :key="i" class="flex items-start gap-2">
            <span class="mt-1 h-9 w-4 border border-ink/50" :style="{ background: heatColour(Number(s.meanC) || 20) }" aria-hidden="true" />
            <UFormField :name="`settings.${i}.label`" class="flex-1">
              <UInput v-model="s.label" class="w-full" :aria-label="`Setting ${i + 1}: name`" /></UFormField>
            <UFormField :name="`settings.${i}.meanC`" class="w-28">
              <MeasureInput v-model="s.meanC" quantity="temperature" :label="`Setting ${i + 1}: temperature`"
                @update:model-value="typed(i)" /></UFormField>
            <UFormField :name="`settings.${i}.swingC`" class="w-28">
              <MeasureInput v-model="s.swingC" quantity="temperatureDifference" :label="`Setting ${i + 1}: swing`"
                @update:model-value="typed(i)"><template #leading>±</template></MeasureInput></UFormField>
            <span class="w-16 pt-3 text-sm"><Sourced :from="s.origin" /></span>
            <UButton type="button" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Remove setting ${i + 1}`"
              :disabled="state.settings.length === 1" @click="dropSetting(i)" />
          </li>
        </ul>
        <UButton type="button" size="sm" variant="outline" color="neutral" class="mt-2" icon="i-lucide-plus"
          :disabled="state.settings.length >= 8" @click="addSetting">Add a setting</UButton>
        <p class="mt-2 text-sm text-muted-ink">The dial's word is a guess: put the probe on the soleplate to measure each setting.</p>
      </UFormField>
    </div>
    <template #more>
      <div class="grid grid-cols-2 gap-x-8 gap-y-3 max-[600px]:grid-cols-1">
        <USwitch v-model="never" label="Never shuts itself off" />
        <UFormField v-if="!never" name="shutsOffAfterS" label="Shuts itself off after">
          <UInput v-model.number="state.shutsOffAfterS" type="number" class="w-full"><template #trailing>s</template></UInput>
        </UFormField>
        <UFormField name="water" label="Filled with"><USelect v-model="state.water" :items="waters" class="w-full" /></UFormField>
        <UFormField name="bookWater" label="Its book asks for">
          <USelect v-model="byBook" :items="[...waters, { label: 'Not known', value: LOST }]" class="w-full" />
        </UFormField>
        <UFormField name="note" label="Note"><UTextarea v-model="state.note" :rows="2" class="w-full" /></UFormField>
      </div>
    </template>
    <template v-if="theirs" #newer>
      <NewerSlip class="mb-3" :problem="problem" @over="overThem" @take="takeTheirs">
        Stored now: {{ theirs.name }}, {{ settingsOf(theirs) }}. Yours: {{ state.name }}, {{ settingsOf(state) }}.
      </NewerSlip>
    </template>
  </FormFrame>
</template>
