<script setup lang="ts">
/** A picture of a swatch that has not reached the server: it waits, and goes after it. */
const { swatchKey, about } = defineProps<{ swatchKey: string, about: string }>()
const outbox = useOutbox()
const taken = computed(() => outbox.waiting.value.filter(w => w.kind === 'picture' && w.after === swatchKey).length)
const taking = ref(false)
function take(event: Event): void {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (file) void send(file)
}
async function send(file: Blob): Promise<void> {
  const key = crypto.randomUUID()
  await outbox.send({
    key, kind: 'picture', url: `/api/swatches/${swatchKey}/photos?stage=after&clientKey=${key}`, body: file, about: `of ${about}`,
    after: swatchKey,
  })
}
</script>

<template>
  <span class="inline-flex shrink-0 gap-1">
    <UButton variant="outline" color="neutral" icon="i-lucide-camera" :aria-label="`Take a picture of ${about} here`"
      @click="() => { taking = true }" />
    <TakePicture v-model:open="taking" :about="`Picture of ${about}`" @taken="async p => send(await fileOf(p))" />
    <label class="slip inline-flex min-h-11 shrink-0 cursor-pointer items-center gap-2 px-3 font-semibold
    focus-within:outline-3 focus-within:outline-mark">
      <UIcon name="i-lucide-image-up" class="size-5" />{{ taken ? `${taken} taken` : 'Picture' }}<input
        type="file" accept="image/jpeg,image/png,image/webp" class="sr-only" :aria-label="`Picture of ${about}`"
        @change="take"></label></span>
</template>
