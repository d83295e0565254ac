<script setup lang="ts">
import { PLACES } from '#core/place'
import { jobBodyOf } from '#shared/jobs'
import { jobBody, type Fabric, type Job, type JobBody } from '#shared/schemas'
import { careWords, celsius, jobDiffers } from '#shared/words'

/** What is made, for when, what it must stand, and of which fabrics. */
const { job } = defineProps<{ job?: Job }>()
const emit = defineEmits<{ saved: [job: Job], leave: [] }>()
const library = useLibrary()
const selection = useSelection()
const wish = useWish()

const blank = (): JobBody => ({
  name: '', garment: '', forWhen: null, washC: 40, tumble: 'no', dryClean: false, note: '', done: false, trimIds: [], careWords: '',
  lookOn: null,
  fabrics: selection.fabric ? [{ fabricId: selection.fabric.id, place: null, supplyId: null }] : [],
})
const draft = useDraft<JobBody>(`job-${job?.id ?? 'new'}`, () => (job ? jobBodyOf(job) : blank()), job?.version)
const { state } = draft
const { problem, theirs, saving, save, overThem, takeTheirs, drop } = useSaving<Job>('/api/jobs', job, draft, {
  saved: thing => emit('saved', thing), leave: () => emit('leave'),
})
const NOWHERE = 'nowhere'
const placeItems = computed(() => [
  { label: 'not chosen yet', value: NOWHERE }, ...(wish.places.length ? wish.places : PLACES).map(p => ({ label: p.name, value: p.key })),
])
const fabricItems = computed(() => library.fabrics.map((c: Fabric) => ({ label: `${c.code} · ${c.name}`, value: c.id })))
const WASHES = computed(() =>
  [0, 30, 40, 60, 95].map(value => ({ value, name: value === 0 ? 'no' : celsius(value, selection.units) })))
const DRYERS = (['no', 'low', 'yes'] as const).map(value => ({ value, name: value }))
const colourOf = (id: string) => library.fabrics.find(c => c.id === id)

function addFabric(): void {
  const free = library.fabrics.find(c => !state.fabrics.some(k => k.fabricId === c.id))
  if (free) state.fabrics.push({ fabricId: free.id, place: null, supplyId: null })
}
const dropFabric = (i: number): void => { state.fabrics.splice(i, 1) }
onMounted(() => { void wish.load().catch(() => undefined) })
</script>

<template>
  <FormFrame ref="form" :schema="jobBody" :state="state" :problem="problem" :saving="saving" save="Save job" class="-mb-5" @submit="save"
    @drop="drop">
    <h1 class="text-2xl font-semibold">{{ job ? `Change ${job.name}` : 'New job' }}</h1>
    <div class="mt-4 grid grid-cols-2 gap-x-8 gap-y-4 max-[900px]:grid-cols-1">
      <div class="space-y-3">
        <UFormField name="name" label="Job">
          <UInput v-model="state.name" class="w-full" placeholder="Bosun's reefer" autofocus />
        </UFormField>
        <div class="grid grid-cols-2 gap-3">
          <UFormField name="garment" label="Garment"><UInput v-model="state.garment" class="w-full" placeholder="Coat" /></UFormField>
          <UFormField name="forWhen" label="For when">
            <UInput :model-value="state.forWhen ?? ''" type="date" class="w-full" @update:model-value="v => (state.forWhen = v || null)" />
          </UFormField>
        </div>
        <UFormField name="washC" label="Washed at">
          <Choices v-model="state.washC" :options="WASHES" label="Washed at" class="flex gap-1" shape="min-h-11 flex-1 px-2" />
        </UFormField>
        <UFormField name="tumble" label="Dryer">
          <Choices v-model="state.tumble" :options="DRYERS" label="Dryer" class="flex gap-1" shape="min-h-11 flex-1 px-2" />
        </UFormField>
        <USwitch v-model="state.dryClean" label="Dry-cleaned" />
      </div>
      <UFormField name="fabrics" label="Fabrics, and where the interfacing goes">
        <ul class="space-y-2">
          <li v-for="(c, i) in state.fabrics" :key="i" class="slip flex items-center gap-3 p-2">
            <FabricSwatch v-if="colourOf(c.fabricId)" :colour="colourOf(c.fabricId)!.colourHex" :nap="colourOf(c.fabricId)!.nap"
              :construction="colourOf(c.fabricId)!.construction" :width="58" :height="48" />
            <div class="min-w-0 flex-1 space-y-1">
              <USelect v-model="c.fabricId" :items="fabricItems" class="w-full" :aria-label="`Fabric ${i + 1}`" />
              <USelect :model-value="c.place ?? NOWHERE" :items="placeItems" class="w-full" :aria-label="`Place of fabric ${i + 1}`"
                @update:model-value="v => (c.place = v === NOWHERE ? null : String(v))" />
            </div>
            <UButton type="button" variant="ghost" color="neutral" icon="i-lucide-x" :aria-label="`Take fabric ${i + 1} away`"
              @click="dropFabric(i)" />
          </li>
        </ul>
        <UButton type="button" size="sm" variant="outline" color="neutral" class="mt-2" icon="i-lucide-plus"
          @click="addFabric">Add a fabric</UButton>
      </UFormField>
    </div>
    <template #more>
      <UFormField name="note" label="Note"><UTextarea v-model="state.note" :rows="2" class="w-full" /></UFormField>
    </template>
    <template v-if="theirs" #newer>
      <NewerSlip class="mb-3" :problem="problem" @over="overThem" @take="takeTheirs">
        Stored now: {{ theirs.name }}, {{ theirs.garment }}, {{ careWords(theirs, selection.units) }}.
        {{ jobDiffers(state, theirs, selection.units) }}
      </NewerSlip>
    </template>
  </FormFrame>
</template>
