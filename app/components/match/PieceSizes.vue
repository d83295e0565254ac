<script setup lang="ts">
import { piecesBody, type Piece } from '#shared/schemas'

/** The sizes known so far for this cloth in this place; kept on the server as they are written. */
const { clothId, placeKey } = defineProps<{ clothId: string, placeKey: string }>()
const areaM2 = defineModel<number>('areaM2', { required: true })
const pieces = ref<Piece[]>([])
const problem = ref<string | null>(null)
let saving = 0
const sum = () => { areaM2.value = pieces.value.reduce((s, p) => s + p.alongMm * p.acrossMm * p.count / 1e6, 0) }

async function load(): Promise<void> {
  try {
    pieces.value = await $fetch<Piece[]>(`/api/cloths/${clothId}/pieces`, { query: { place: placeKey } })
    problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
    pieces.value = []
  }
  sum()
}
watch(() => [clothId, placeKey], load, { immediate: true })

async function keep(): Promise<void> {
  const body = piecesBody.safeParse({ place: placeKey, pieces: pieces.value })
  if (!body.success) {
    problem.value = body.error.issues[0]!.message
    return
  }
  const mine = ++saving
  try {
    await $fetch<Piece[]>(`/api/cloths/${clothId}/pieces`, { method: 'PUT', body: body.data })
    if (mine === saving) problem.value = null
  } catch (error) {
    problem.value = problemOf(error).detail
  }
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
      <UInput v-model.number="p.alongMm" type="number" class="w-[72px]" :aria-label="`Piece ${i + 1}: length in mm`"
        @change="keep" />×<UInput v-model.number="p.acrossMm" type="number" class="w-[68px]"
        :aria-label="`Piece ${i + 1}: width in mm`" @change="keep" />
      <UInput v-model.number="p.count" type="number" class="w-[52px]" :aria-label="`Piece ${i + 1}: how many`" @change="keep" />
      <button type="button" class="grid size-9 place-items-center" :aria-label="`Take ${p.name} away`" @click="drop(i)">
        <UIcon name="i-lucide-x" class="size-5" /></button>
    </div>
    <div class="flex items-center gap-2">
      <UButton size="sm" variant="outline" color="neutral" icon="i-lucide-plus" class="shrink-0 whitespace-nowrap"
        @click="add">a size</UButton>
      <span class="text-sm text-muted-ink">
        {{ pieces.length ? `mm × mm × how many: ${areaM2.toFixed(3)} m²` : 'no sizes yet, so no metres' }}</span></div>
    <p v-if="problem" class="mt-1 font-semibold text-alert" role="alert">{{ problem }}</p>
  </div>
</template>
