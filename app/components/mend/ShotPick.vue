<script setup lang="ts">
import type { Shot } from '~/composables/picture/shot'
import { NO_LENGTH, STAND_INS } from '~/composables/picture/shot'
import { lengthWords } from '#shared/words'

/** Takes a picture: out of a file, or from the camera that is not there; and asks for the length of the line on it. */
const { what, camera = true } = defineProps<{ what: string, camera?: boolean }>()
const shot = defineModel<Shot | null>({ required: true })
const problem = ref<string | null>(null)
const busy = ref(false)
const taking = ref(false)
const selection = useSelection()
async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement, file = input.files?.[0]
  if (!file) return
  busy.value = true
  try {
    shot.value = shotOf(await pictureFrom(file), null)
    problem.value = null
  } catch (error) {
    problem.value = faultWords(error)
  } finally {
    busy.value = false
    input.value = ''
  }
}
const standIns = STAND_INS.map((s, value) => ({ label: s.name, value }))
const lengthMm = computed({
  get: () => shot.value?.lengthMm ?? 0, set: (v) => { if (shot.value) shot.value = { ...shot.value, lengthMm: v > 0 ? v : null } },
})
</script>

<template>
  <div class="space-y-2" data-test="shot-pick">
    <TakePicture v-model:open="taking" :about="what" @taken="p => { shot = shotOf(p, null) }" />
    <div class="flex flex-wrap items-end gap-2">
      <UButton variant="outline" color="neutral" icon="i-lucide-camera" @click="() => { taking = true }">Take it here</UButton>
      <label class="slip flex min-h-11 cursor-pointer items-center gap-2 px-3 focus-within:outline-3 focus-within:outline-mark">
        <UIcon name="i-lucide-image-up" class="size-5" />{{ what }}
        <input type="file" accept="image/jpeg,image/png,image/webp" class="sr-only" :aria-label="what" @change="read" />
      </label>
      <USelect v-if="camera" :items="standIns" placeholder="stand-in camera" class="w-44" aria-label="Stand-in camera"
        @update:model-value="i => (shot = standInShot(i as number))" />
      <UButton v-if="shot" size="sm" variant="ghost" color="neutral" icon="i-lucide-x" @click="() => { shot = null }">Remove photo</UButton>
    </div>
    <p v-if="busy" role="status" class="text-muted-ink">Being read…</p>
    <p v-if="problem" class="text-[15px] font-semibold text-alert" role="alert" data-test="shot-problem">{{ problem }}</p>
    <template v-if="shot">
      <LengthField v-model="lengthMm" label="The line on it is so long" noun="Length of the line" :most-mm="3000" />
      <p v-if="shot.lengthMm === null" class="text-[15px] font-semibold text-alert" role="alert" data-test="no-length">{{ NO_LENGTH }}</p>
      <p v-else class="text-sm text-muted-ink">{{ shot.picture.wide }} × {{ shot.picture.high }} points,
        {{ lengthWords(mmPerPx(shot)! * shot.picture.wide, selection.units) }} wide.
        <Sourced from="measured" /></p>
    </template>
  </div>
</template>
