<script setup lang="ts">
import { useDocumentVisibility } from '@vueuse/core'
import type { Due } from '#shared/schemas'
import { lookLine, lotLine, measuredLine, staleLine } from '#shared/words'

const selection = useSelection()

/** What is due beside the jobs: garments to look at again, proofs gone stale, lots nearly used up, irons to be measured. */
const emit = defineEmits<{ open: [jobId: string, to: string] }>()
const due = shallowRef<Due | null>(null)
const open = ref<keyof Due | null>(null)
const today = useToday()
const outbox = useOutbox()
async function load(): Promise<void> {
  try {
    due.value = await $fetch<Due>('/api/due')
  } catch {
    // What was due is due still.
  }
}
/** Recorded, and only waiting for the server. */
const reported = (jobId: string) => outbox.waiting.value.some(w => w.kind === 'wash' && w.url === `/api/jobs/${jobId}/care`)
onMounted(load)
// What another board recorded is fetched when someone looks at this one again, and when the day turns.
const sight = useDocumentVisibility()
watch([() => outbox.sentCount.value, today, sight], () => { if (sight.value === 'visible') void load() })

interface Line { key: string, name: string, says: string, go: () => void }
const GROUPS = computed(() => {
  const d = due.value
  if (!d) return []
  const to = (path: string) => () => { void navigateTo(path) }
  const groups: { key: keyof Due, one: string, many: string, icon: string, lines: Line[] }[] = [
    { key: 'looks', one: 'garment to check', many: 'garments to check', icon: 'i-lucide-shirt',
      lines: d.looks.filter(l => !reported(l.jobId)).map(l =>
        ({ key: l.jobId, name: l.name, says: lookLine(l, today.value), go: () => emit('open', l.jobId, '/care') })) },
    { key: 'proofs', one: 'proof out of date', many: 'proofs out of date', icon: 'i-lucide-stamp',
      lines: d.proofs.map(p => ({ key: p.jobId + p.fabricId, name: p.name, says: staleLine(p),
        go: () => emit('open', p.jobId, '/swatch') })) },
    { key: 'lots', one: 'lot nearly used up', many: 'lots nearly used up', icon: 'i-lucide-package-open',
      lines: d.lots.map(l => ({ key: l.supplyId, name: l.name, says: lotLine(l, selection.units), go: to('/supplies') })) },
    { key: 'irons', one: 'iron to measure', many: 'irons to measure', icon: 'i-lucide-thermometer',
      lines: d.irons.map(i => ({ key: i.ironId, name: i.name, says: measuredLine(i, today.value), go: to('/irons') })) },
  ]
  return groups.filter(g => g.lines.length > 0)
})
const shown = computed(() => GROUPS.value.find(g => g.key === open.value) ?? null)
</script>

<template>
  <section v-if="GROUPS.length" class="mt-3" aria-label="Also due" data-test="due">
    <div class="flex flex-wrap gap-2">
      <button v-for="g in GROUPS" :key="g.key" type="button" class="flex min-h-11 items-center gap-2 px-3" :aria-expanded="open === g.key"
        :class="open === g.key ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="open = open === g.key ? null : g.key">
        <UIcon :name="g.icon" class="size-5" /><b class="text-lg">{{ g.lines.length }}</b>
        {{ g.lines.length === 1 ? g.one : g.many }}</button>
    </div>
    <ul v-if="shown" class="slip mt-1 max-h-72 overflow-auto divide-y divide-dashed divide-seam px-3">
      <li v-for="l in shown.lines" :key="l.key"><button type="button"
        class="flex min-h-11 w-full items-baseline gap-4 text-left hover:bg-seam/20"
        @click="l.go"><b class="ticket text-lg">{{ l.name }}</b><span class="min-w-0 flex-1">{{ l.says }}</span>
        <Sourced from="measured" /></button></li>
    </ul>
  </section>
</template>
