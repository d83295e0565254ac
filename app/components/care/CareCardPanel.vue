<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { asWished, careLimits } from '#core/care'
import type { useCaring } from '~/composables/job/caring'
import { careParts } from '#shared/caring'
import { CARE_CARD_SIZES } from '#shared/schemas'
import { careCardAdvice, CARE_CARD_ORIGIN, careCardLines, careCardWhy } from '#shared/words'

/** The care card that goes with the garment, as it will be printed. */
const { caring } = defineProps<{ caring: ReturnType<typeof useCaring> }>()
const jobs = useJobs()
const selection = useSelection()
const library = useLibrary()
const { things, stays } = caring
const limits = computed(() => asWished(careLimits(careParts(jobs.job!, things.value, stays.value)), jobs.job!))
const MOST = 400
/** Written here first; the job takes it a moment later. */
const own = ref(jobs.job?.careWords ?? '')
watch(() => jobs.job?.id, () => { own.value = jobs.job?.careWords ?? '' })
const keep = useDebounceFn(() => {
  if (own.value.trim() !== jobs.job?.careWords) void jobs.change(
    () => ({ careWords: own.value.trim() }))
}, 600)
watch(own, keep)
const SIZES = { card: 'A6 card', pocket: 'for the pocket' } as const
const href = (size: string, as = 'pdf') => `/api/jobs/${jobs.job!.id}/care-card?as=${as}&size=${size}`
/** The share sheet of this device, where it has one: the card as a sheet of paper. */
const canShare = typeof navigator.share === 'function'
const sharing = ref(false)
const shareProblem = ref<string | null>(null)
async function share(): Promise<void> {
  sharing.value = true
  shareProblem.value = null
  const title = `${jobs.job!.garment}: ${jobs.job!.name}`
  try {
    const file = new File([await $fetch<Blob>(href('card'), { responseType: 'blob' })], 'care-card.pdf', { type: 'application/pdf' })
    const text = careCardLines(limits.value, selection.units).join('\n')
    await navigator.share(navigator.canShare?.({ files: [file] }) ? { title, files: [file] } : { title, text })
  } catch (error) {
    // Whoever closes the sheet again wants nothing said.
    if (!(error instanceof DOMException && error.name === 'AbortError')) shareProblem.value = problemOf(error).detail
  } finally {
    sharing.value = false
  }
}
</script>

<template>
  <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_380px] gap-6 px-4 pb-2
    max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto">
    <div class="grid min-h-0 place-items-center overflow-auto p-2">
      <article class="w-full max-w-[430px] border-2 border-ink bg-paper p-6 shadow-[6px_6px_0_rgb(60_50_35/0.18)]" data-test="care-card">
        <p class="ticket text-2xl font-bold leading-tight">{{ jobs.job!.garment }}: {{ jobs.job!.name }}</p>
        <ul class="my-3 space-y-1.5 border-y border-dashed border-seam py-3">
          <li v-for="l in careCardLines(limits, selection.units)" :key="l" class="text-xl font-semibold leading-snug">{{ l }}</li></ul>
        <p v-if="own.trim()" class="mb-3 whitespace-pre-line text-lg leading-snug">{{ own }}</p>
        <p class="text-sm leading-snug">Why: {{ careCardWhy(limits).join('; ') }}.</p>
        <p v-for="a in careCardAdvice(limits)" :key="a" class="text-sm leading-snug">{{ a }}</p>
        <p class="text-sm leading-snug text-muted-ink">{{ CARE_CARD_ORIGIN }}</p>
        <p class="mt-2 text-sm font-semibold">{{ library.workroom?.name }}</p>
      </article>
    </div>
    <div class="min-h-0 space-y-4 overflow-auto max-[1000px]:overflow-visible">
      <label class="block"><span class="block text-lg font-semibold">Your own words</span>
        <UTextarea v-model="own" :rows="5" :maxlength="MOST" class="mt-1 w-full" aria-label="Your own words on the care card"
          placeholder="Hang it on a broad hanger; the trim must not be ironed." /></label>
      <div class="flex flex-wrap gap-2">
        <UButton v-for="s in CARE_CARD_SIZES" :key="s" :to="href(s)" target="_blank" external size="lg" icon="i-lucide-printer"
          :variant="s === 'card' ? 'solid' : 'outline'" :color="s === 'card' ? 'primary' : 'neutral'">PDF, {{ SIZES[s] }}</UButton>
        <UButton :to="href('card', 'text')" target="_blank" external size="lg" variant="outline" color="neutral" icon="i-lucide-file-text">
          Open as text</UButton>
      </div>
      <UButton v-if="canShare" size="lg" variant="outline" color="neutral" icon="i-lucide-share-2" :loading="sharing" @click="share">
        Share this card</UButton>
      <p v-if="shareProblem" class="font-semibold text-alert" role="alert">{{ shareProblem }}</p>
      <CardLink :job-id="jobs.job!.id" />
      <p class="text-sm text-muted-ink">We save what you write a moment after you stop. The maker's instructions and the fabric's own
        label come first.</p>
    </div>
  </div>
</template>
