<script setup lang="ts">
import type { Shot } from '~/composables/picture/shot'
import { labOf } from '#core/colour'
import type { LookPayload } from '#shared/schemas'
import { lengthWords } from '#shared/words'

/** How a fabric looks, out of a picture of it or typed: its colours by share, the size of its figures, and a small picture to keep. */
const { label } = defineProps<{ label: string }>()
const look = defineModel<LookPayload | null>({ required: true })
const selection = useSelection()
const workers = useBoardWorkers()
const shot = shallowRef<Shot | null>(null)
const problem = ref<string | null>(null)
const busy = ref(false)
const typed = ref('#9b2d30')
watch(shot, async (s) => {
  const size = mmPerPx(s)
  if (!s || size === null) return
  busy.value = true
  try {
    const gains = gainsOfShot(s)
    const found = await workers.ask('look', remote => remote.look(s.picture, size, gains))
    if (s !== shot.value) return
    look.value = {
      palette: found.palette.map(({ hex, sharePct }) => ({ hex, sharePct })), figureMm: found.figureMm,
      tile: tileOf(s.picture, size, gains),
    }
    problem.value = null
  } catch (error) {
    problem.value = error instanceof RangeError ? faultWords(error) : faultOf(error)
  } finally {
    busy.value = false
  }
})
function type(): void {
  try {
    labOf(typed.value)
    look.value = { palette: [{ hex: typed.value.toLowerCase(), sharePct: 100 }], figureMm: null, tile: null }
    shot.value = null
    problem.value = null
  } catch (error) {
    problem.value = faultWords(error)
  }
}
const white = ref(false)
function tap(x: number, y: number): void {
  const s = shot.value, size = mmPerPx(s)
  if (!s || !white.value || size === null) return
  shot.value = { ...s, white: { x: x / size, y: y / size } }
  white.value = false
}
</script>

<template>
  <div class="space-y-2" data-test="look">
    <p class="text-sm font-semibold">{{ label }}</p>
    <ShotPick v-model="shot" what="Picture of it" />
    <div v-if="shot" class="h-40"><ShotPicture v-model:shot="shot" :wide-mm="60" :high-mm="45" colour="#fff" :draw="white" :label="label"
      @tap="tap" /></div>
    <div class="flex flex-wrap items-end gap-2">
      <UButton v-if="shot?.lengthMm" size="sm" variant="outline" color="neutral" :aria-pressed="white" @click="() => { white = !white }">
        {{ white ? 'Now point at the white card' : shot.white ? 'White card taken' : 'There is a white card' }}</UButton>
      <UInput v-model="typed" class="w-28" aria-label="Colour, typed" maxlength="7" />
      <UButton size="sm" variant="outline" color="neutral" @click="type">This colour, plain</UButton>
    </div>
    <p v-if="busy" role="status" class="text-muted-ink">Its colours are counted…</p>
    <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
    <div v-if="look" class="flex items-center gap-3">
      <LookPicture :look="look" class="h-14 w-20" />
      <span class="text-[15px]">{{ look.palette.map(p => `${Math.round(p.sharePct)} %`).join(' · ') }}<br />{{ look.figureMm === null
        ? 'plain' : `figures of ${lengthWords(look.figureMm, selection.units)}` }} <Sourced from="measured" /></span>
    </div>
  </div>
</template>
