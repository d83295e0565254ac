<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import QRCode from 'qrcode'

/** A link to this one care card, for whoever gets the garment: to be sent, or photographed off the label. */
const { jobId } = defineProps<{ jobId: string }>()
const { whoMay } = useWho()
const link = ref(''), picture = ref(''), problem = ref<string | null>(null)
const host = location.host
const { copy, copied, isSupported } = useClipboard()
async function make(): Promise<void> {
  const of = jobId
  problem.value = null
  try {
    const { token } = await $fetch<{ token: string }>(`/api/jobs/${of}/card-link`, { method: 'POST', body: {} })
    const address = `${location.origin}/card#${token}`, drawn = await QRCode.toDataURL(address, { margin: 2, width: 220 })
    // The card of a job that lies here no more is not given away with this one.
    if (of === jobId) [link.value, picture.value] = [address, drawn]
  } catch (error) {
    if (of === jobId) problem.value = problemOf(error).detail
  }
}
watch(() => jobId, () => {
  link.value = ''
  problem.value = null
})
</script>

<template>
  <section class="border-t border-dashed border-seam pt-3" aria-label="A link for the wearer">
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <div v-if="link" class="flex items-start gap-3">
      <img :src="picture" width="150" height="150" alt="The link as a picture to be photographed">
      <div class="min-w-0 space-y-2">
        <p>It opens this card and nothing else, for two years, wherever {{ host }} can be reached.</p>
        <UInput :model-value="link" readonly class="w-full" aria-label="Link to the care card" />
        <UButton v-if="isSupported" variant="outline" color="neutral" icon="i-lucide-copy" @click="() => { copy(link) }">
          {{ copied ? 'Copied' : 'Copy' }}</UButton>
      </div>
    </div>
    <p v-else-if="whoMay('manage')" class="text-sm text-muted-ink">A link for the wearer: {{ whoMay('manage') }}</p>
    <UButton v-else size="lg" variant="outline" color="neutral" icon="i-lucide-qr-code" @click="make">A link for the wearer</UButton>
  </section>
</template>
