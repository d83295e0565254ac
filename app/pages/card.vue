<script setup lang="ts">
/** One care card, for whoever has the garment; nothing else of the board. */
definePageMeta({ layout: 'plain', title: 'Care card' })
const route = useRoute()
const text = ref(''), problem = ref<string | null>(null)
/** The link's words stand behind the #: no server on the way sees them, nor keeps them in its log. */
const ask = (as: 'text' | 'pdf'): Promise<unknown> => ($fetch as (url: string, options: object) => Promise<unknown>)('/api/card', {
  method: 'POST', body: { token: route.hash.slice(1), as }, responseType: as === 'text' ? 'text' : 'blob',
})
onMounted(async () => {
  try {
    text.value = await ask('text') as string
  } catch (error) {
    problem.value = problemOf(error).status === 404
      ? 'This link opens no care card: it may be cut off, or too old. Ask the workroom for a new one.'
      : problemOf(error).detail
  }
})
const save = async () => saveBlob(await ask('pdf') as Blob, 'care.pdf')
const lines = computed(() => text.value.split(/\r?\n/))
</script>

<template>
  <div class="mx-auto max-w-xl px-4 py-8">
    <p v-if="problem" class="slip p-5 text-xl" role="alert">{{ problem }}</p>
    <article v-else-if="text" class="border-2 border-ink bg-paper p-6" data-test="card">
      <h1 class="ticket text-2xl font-bold leading-tight">{{ lines[0] }}</h1>
      <p v-for="(l, i) in lines.slice(1)" :key="i" class="min-h-2 text-lg leading-snug">{{ l }}</p>
      <UButton class="mt-4" size="lg" variant="outline" color="neutral" icon="i-lucide-printer" @click="save">Save as PDF</UButton>
    </article>
    <p v-else class="text-lg text-muted-ink">Looking for the card…</p>
  </div>
</template>
