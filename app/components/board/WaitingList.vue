<script setup lang="ts">
import { timeWords, WAITING_NAME } from '#shared/words'
import type { Waiting } from '~/composables/press/outboxKept'

const selection = useSelection()

/** What is kept here on its way to the server: refused things say why, and can be mended and sent again. */
const open = defineModel<boolean>('open', { required: true })
const outbox = useOutbox()
const ICON: Record<Waiting['kind'], string> = {
  swatch: 'i-lucide-square-check', wash: 'i-lucide-droplets', reading: 'i-lucide-ruler', picture: 'i-lucide-image',
  calibration: 'i-lucide-thermometer', session: 'i-lucide-list-ordered', press: 'i-lucide-arrow-down-to-line',
}
const TEXTS = { note: 'Note', fabricLot: 'Lot of the fabric', supplyLot: 'Lot of the interfacing' } as const
type Text = keyof typeof TEXTS
/** Texts of a refused thing as they are being mended, by its key. */
const mended = reactive<Record<string, Partial<Record<Text, string>>>>({})
const textsOf = (w: Waiting) => (Object.keys(TEXTS) as Text[]).flatMap((field) => {
  const text = (w.body as Partial<Record<Text, unknown>>)[field]
  return typeof text === 'string' && (text !== '' || field === 'note') ? [{ field, text }] : []
})
const at = (w: Waiting) => timeWords(w.keptAtMs, selection.units)
async function again(w: Waiting): Promise<void> {
  const body = w.body instanceof Blob ? undefined : { ...w.body, ...mended[w.key] }
  mended[w.key] = {}
  await outbox.mend(w.key, body)
}
watch(() => outbox.waiting.value.length, (n) => { if (n === 0) open.value = false })
</script>

<template>
  <UModal v-model:open="open" title="Kept here" description="We send these to the server as soon as it answers, the oldest first."
    :ui="{ content: 'max-w-2xl bg-paper', title: 'text-2xl ticket', description: 'text-muted-ink' }">
    <template #body>
      <ul class="space-y-3 text-lg" data-test="outbox">
        <li v-for="w in outbox.waiting.value" :key="w.key" class="slip p-3">
          <p class="flex items-center gap-3">
            <UIcon :name="ICON[w.kind]" class="size-6 shrink-0" />
            <span class="min-w-0 flex-1"><b>{{ WAITING_NAME[w.kind] }}</b> {{ w.about }}</span>
            <span class="shrink-0 text-sm text-muted-ink">{{ at(w) }}</span>
            <SwatchPicture v-if="w.kind === 'swatch' && !w.refused" :swatch-key="w.key" :about="w.about" /></p>
          <template v-if="w.refused">
            <p class="mt-1 font-semibold text-alert" role="alert">{{ w.refused }}</p>
            <div class="mt-2 flex flex-wrap items-end gap-3">
              <UFormField v-for="t in textsOf(w)" :key="t.field" :label="TEXTS[t.field]" class="grow">
                <UInput :model-value="mended[w.key]?.[t.field] ?? t.text" class="w-full"
                  @update:model-value="v => { mended[w.key] = { ...mended[w.key], [t.field]: String(v) } }" /></UFormField>
              <UButton @click="again(w)">Send again</UButton>
              <UButton variant="outline" color="neutral" @click="outbox.forget(w.key)">Discard entry</UButton>
            </div>
          </template>
        </li>
      </ul>
    </template>
  </UModal>
</template>
