<script setup lang="ts">
import type { Picture } from '#core/colour'

/** The care label of a fabric as it is: taken once, looked at whenever its words are not enough. */
const { fabricId } = defineProps<{ fabricId: string, words: string }>()
const problem = ref<string | null>(null)
const taking = ref(false)
const busy = ref(false)
const url = computed(() => `/api/fabrics/${fabricId}/label`)
/** How often it was taken or removed here: what is kept is looked at anew. */
const changes = ref(0)
const { answer: address } = useAnswer(() => [url.value, changes.value],
  async () => {
    const taken = await $fetch<Blob | undefined>(url.value, { responseType: 'blob' })
    return taken && taken.size > 0 ? URL.createObjectURL(taken) : null
  }, { fault: () => null })
watch(address, (_now, before) => { if (before) URL.revokeObjectURL(before) })
watch(url, () => { problem.value = null })
onBeforeUnmount(() => { if (address.value) URL.revokeObjectURL(address.value) })

async function attempt(work: () => Promise<unknown>): Promise<void> {
  busy.value = true
  try {
    await work()
    problem.value = null
    changes.value++
  } catch (error) {
    problem.value = problemOf(error).detail
  } finally {
    busy.value = false
  }
}
const keep = (picture: Picture) => attempt(async () => $fetch(url.value, {
  method: 'PUT', body: await fileOf(picture), headers: { 'content-type': 'image/jpeg' },
}))
const drop = () => attempt(() => $fetch(url.value, { method: 'DELETE' }))
</script>

<template>
  <div class="flex flex-wrap items-start gap-3" data-test="label-picture">
    <img v-if="address" :src="address" alt="The care label of this fabric" class="max-h-56 max-w-full border border-seam object-contain">
    <div class="space-y-2">
      <p v-if="words">Its label says: {{ words }}</p>
      <UButton type="button" variant="outline" color="neutral" icon="i-lucide-camera" :loading="busy" @click="() => { taking = true }">
        {{ address ? 'Take the label again' : 'Take a picture of its label' }}</UButton>
      <UButton v-if="address" type="button" variant="ghost" color="neutral" icon="i-lucide-trash-2" :disabled="busy" @click="drop">
        Remove the picture</UButton>
      <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    </div>
    <TakePicture v-model:open="taking" about="The care label" @taken="keep" />
  </div>
</template>
