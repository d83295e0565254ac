<script setup lang="ts">
/** Mend and put on: patches, motifs, transfers, letters, labels, shapes, crests. */
definePageMeta({ title: 'Mend & add' })
const jobs = useJobs()
const makings = useMakings()
const scraps = useScraps()
type Tab = 'patch' | 'motif' | 'transfer' | 'lettering' | 'labels' | 'applique' | 'crest'
const tab = useKept<Tab>('mend-tab', 'patch')
const TABS = [
  { key: 'patch' as const, name: 'Mend a hole', shown: KEYS.patch.shown }, { key: 'motif' as const, name: 'Badges and patches',
    shown: KEYS.motif.shown },
  { key: 'transfer' as const, name: 'Iron-on transfers', shown: KEYS.transfer.shown },
  { key: 'lettering' as const, name: 'Lettering', shown: KEYS.lettering.shown },
  { key: 'labels' as const, name: 'Name labels', shown: KEYS.labels.shown },
  { key: 'applique' as const, name: 'Appliqué', shown: KEYS.applique.shown },
  { key: 'crest' as const, name: 'Embroidery', shown: KEYS.crest.shown },
]
const to = (t: Tab) => () => { tab.value = t }
useKeys({
  patch: to('patch'), motif: to('motif'), transfer: to('transfer'), lettering: to('lettering'), labels: to('labels'),
  applique: to('applique'), crest: to('crest'),
})
watch(() => jobs.job?.id, () => { void makings.load() }, { immediate: true })
onMounted(() => { void scraps.load() })
</script>

<template>
  <div class="flex h-full min-h-0 flex-col pt-2">
    <h1 class="sr-only">Mend & add{{ jobs.job ? `: ${jobs.job.name}` : '' }}</h1>
    <NewerSlip v-if="makings.theirs" :problem="makings.problem" class="mx-4" @over="makings.overThem" @take="makings.takeTheirs">
      Stored now: {{ makings.theirs.makings.map(m => m.name).join(', ') || 'nothing' }}.</NewerSlip>
    <BenchTabs v-model="tab" :tabs="TABS" label="Mend and add" class="min-h-0">
      <PatchBench v-if="tab === 'patch'" />
      <MotifBench v-else-if="tab === 'motif'" />
      <TransferBench v-else-if="tab === 'transfer'" />
      <LetteringBench v-else-if="tab === 'lettering'" />
      <LabelsBench v-else-if="tab === 'labels'" />
      <AppliqueBench v-else-if="tab === 'applique'" />
      <CrestBench v-else />
    </BenchTabs>
  </div>
</template>
