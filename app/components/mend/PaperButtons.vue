<script setup lang="ts">
import type { Making, PaperBody, PaperSize } from '#shared/schemas'
import { paperOf } from '#shared/words'

/** What is printed of a making, at true scale. */
const { making, what = 'Template', paper } = defineProps<{
  making: Pick<Making, 'name' | 'spec'>
  what?: string
  paper?: PaperSize
}>()
const selection = useSelection()
const problem = ref<string | null>(null)
const busy = ref(false)
async function print(as: 'pdf' | 'svg'): Promise<void> {
  busy.value = true
  try {
    const body = { making: { name: making.name, spec: making.spec }, as, paper: paper ?? paperOf(selection.units) } as PaperBody
    const blob = await $fetch<Blob>('/api/paper', { method: 'POST', body, responseType: 'blob' })
    saveBlob(blob, `${making.name.replace(/[^\p{L}\p{N} -]/gu, '') || 'template'}.${as}`)
    problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-2">
    <UButton v-for="as in (['pdf', 'svg'] as const)" :key="as" size="sm" variant="outline" color="neutral" icon="i-lucide-file-down"
      :disabled="busy" @click="print(as)">{{ what }}, {{ as.toUpperCase() }}</UButton>
    <p v-if="problem" class="text-[15px] font-semibold text-alert" role="alert" data-test="paper-problem">{{ problem }}</p>
  </div>
</template>
