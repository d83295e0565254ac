<script setup lang="ts">
import { piecesBody, type Piece } from '#shared/schemas'
import { areaWords } from '#shared/words'

const selection = useSelection()

/** The sizes known so far for one fabric in one place; kept on the server as they are written. */
const { fabricId, placeKey } = defineProps<{ fabricId: string, placeKey: string }>()
const areaM2 = defineModel<number>('areaM2', { required: true })
const pieces = ref<Piece[]>([])
/** What is kept was read: only on top of that is anything written. */
const read = ref(false)
const problem = ref<string | null>(null)
let saving: Promise<void> = Promise.resolve()
const sum = () => { areaM2.value = pieces.value.reduce((s, p) => s + p.alongMm * p.acrossMm * p.count / 1e6, 0) }

async function load(): Promise<void> {
  try {
    pieces.value = await $fetch<Piece[]>(`/api/fabrics/${fabricId}/pieces`, { query: { place: placeKey } })
    problem.value = null
    read.value = true
  } catch (error) {
    problem.value = problemOf(error).detail
  }
  sum()
}
sum()
void load()
// What could not be read while the server was away is, once it answers again.
const { awaySince } = useServer()
watch(awaySince, (since) => { if (since === null && !read.value) void load() })

async function keep(): Promise<void> {
  const body = piecesBody.safeParse({ place: placeKey, pieces: pieces.value })
  if (!body.success) {
    problem.value = inOwnUnits(body.error.issues[0]!.message)
    return
  }
  const { data } = body
  // One after another: what was written last is what is kept.
  saving = saving.then(async () => {
    try {
      await $fetch<Piece[]>(`/api/fabrics/${fabricId}/pieces`, { method: 'PUT', body: data })
      problem.value = null
    } catch (error) {
      problem.value = problemOf(error).detail
    }
  })
  await saving
  sum()
}
const add = () => {
  pieces.value = [
    ...pieces.value, { id: crypto.randomUUID(), name: `Piece ${pieces.value.length + 1}`, alongMm: 420, acrossMm: 60, count: 2 },
  ]
  void keep()
}
const drop = (i: number) => {
  pieces.value = pieces.value.filter((_, k) => k !== i)
  void keep()
}
</script>

<template>
  <div>
    <div v-for="(p, i) in pieces" :key="p.id" class="mb-1 flex items-center gap-1 text-[15px]">
      <UInput v-model="p.name" class="min-w-0 flex-1" :aria-label="`Piece ${i + 1}: name`" @change="keep" />
      <MeasureInput v-model="p.alongMm" quantity="length" class="w-[88px]" :label="`Piece ${i + 1}: length`"
        @change="keep" />×<MeasureInput v-model="p.acrossMm" quantity="length" class="w-[88px]" :label="`Piece ${i + 1}: width`"
        @change="keep" />
      <UInput v-model.number="p.count" type="number" class="w-[52px]" :aria-label="`Piece ${i + 1}: how many`" @change="keep" />
      <button type="button" class="grid size-9 place-items-center" :aria-label="`Take ${p.name} away`" @click="drop(i)">
        <UIcon name="i-lucide-x" class="size-5" /></button>
    </div>
    <div class="flex items-center gap-2">
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" class="shrink-0 whitespace-nowrap"
        :disabled="!read" @click="add">Add size</UButton>
      <span v-if="read" class="text-sm text-muted-ink">
        {{ pieces.length ? `long × wide × how many: ${areaWords(areaM2, selection.units)}`
          : 'no sizes yet, so no length to buy' }}</span></div>
    <p v-if="problem" class="mt-1 font-semibold text-alert" role="alert">{{ problem }}</p>
  </div>
</template>
