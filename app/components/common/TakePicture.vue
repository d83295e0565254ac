<script setup lang="ts">
import { corrected, gainsOf, type Gains, type Picture } from '#core/colour'
import { croppedTo, frameBetween, meanHex, WHITE_CARD, type Frame } from '~/composables/picture/taken'

/**
 * Takes a picture here, with the camera of this device or out of a file: the part that matters is framed, and a white card in it sets
 * its white. What is used is handed out as points and as a file.
 */
const { about, square = false } = defineProps<{
  /** What is taken, as it stands in the title. */
  about: string
  /** Only a square of it is wanted. */
  square?: boolean
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ taken: [picture: Picture] }>()
const video = useTemplateRef<HTMLVideoElement>('video')
const stream = shallowRef<MediaStream | null>(null)
const whole = shallowRef<Picture | null>(null)
const frame = ref<Frame | null>(null)
const gains = shallowRef<Gains | null>(null)
const aims = ref<'frame' | 'white'>('frame')
const problem = ref<string | null>(null)
const noCamera = ref(false)
const address = computed(() => whole.value && addressOf(gains.value ? corrected(whole.value, gains.value) : whole.value))

async function begin(): Promise<void> {
  whole.value = frame.value = gains.value = problem.value = null
  try {
    const camera = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1920 } } })
    stream.value = camera
    // Closed while the camera was asked for: it does not stay on.
    if (!open.value) return end()
    await nextTick()
    if (video.value) video.value.srcObject = stream.value
  } catch {
    noCamera.value = true
  }
}
function end(): void {
  for (const track of stream.value?.getTracks() ?? []) track.stop()
  stream.value = null
}
watch(open, on => (on ? void begin() : end()), { immediate: true })
onBeforeUnmount(end)

async function take(file: Blob): Promise<void> {
  try {
    whole.value = await pictureFrom(file, 1600)
    problem.value = null
    end()
  } catch (error) {
    problem.value = faultWords(error)
  }
}
async function shoot(): Promise<void> {
  const from = video.value
  if (!from?.videoWidth) return
  const canvas = new OffscreenCanvas(from.videoWidth, from.videoHeight)
  canvas.getContext('2d')!.drawImage(from, 0, 0)
  await take(await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.92 }))
}
const fromFile = (event: Event): void => {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) void take(file)
}
/** Where on the picture somebody points, in its own points. */
function pointAt(event: PointerEvent): { x: number, y: number } {
  const room = (event.currentTarget as HTMLElement).getBoundingClientRect(), { wide, high } = whole.value!
  return { x: (event.clientX - room.left) / room.width * wide, y: (event.clientY - room.top) / room.height * high }
}
let from: { x: number, y: number } | null = null
function down(event: PointerEvent): void {
  const at = pointAt(event)
  if (aims.value === 'white') {
    try {
      gains.value = gainsOf(meanHex(whole.value!, at), WHITE_CARD)
      problem.value = null
    } catch (error) {
      problem.value = faultWords(error)
    }
    aims.value = 'frame'
    return
  }
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  from = at
}
function move(event: PointerEvent): void {
  if (from) frame.value = frameBetween(from, pointAt(event), whole.value!, square)
}
function use(): void {
  const cut = croppedTo(whole.value!, frame.value)
  emit('taken', gains.value ? corrected(cut, gains.value) : cut)
  open.value = false
}
const pct = (v: number, of: number) => `${v / of * 100}%`
</script>

<template>
  <UModal v-model:open="open" :title="about" description="Frame what matters; a white card beside it sets the white."
    :ui="{ content: 'max-w-2xl bg-paper', title: 'text-2xl ticket', description: 'text-muted-ink' }">
    <template #body>
      <div class="space-y-3" data-test="take-picture">
        <div v-if="whole" class="relative mx-auto w-fit cursor-crosshair touch-none" role="img" :aria-label="about"
          @pointerdown="down" @pointermove="move" @pointerup="from = null">
          <img :src="address!" alt="" class="block max-h-[52vh] max-w-full select-none" draggable="false">
          <i v-if="frame" class="pointer-events-none absolute border-2 border-paper outline-2 outline-ink" :style="{
            left: pct(frame.x, whole.wide),
            top: pct(frame.y, whole.high),
            width: pct(frame.wide, whole.wide),
            height: pct(frame.high, whole.high),
          }" />
        </div>
        <video v-else-if="stream" ref="video" autoplay playsinline muted class="max-h-[52vh] w-full bg-ink/80" />
        <p v-else-if="noCamera" class="text-lg">This device shows no camera here. Choose a picture from its files.</p>
        <p class="min-h-7 font-semibold text-alert" role="alert">{{ problem }}</p>
        <div class="flex flex-wrap gap-3">
          <template v-if="whole">
            <UButton size="xl" @click="use">Use this</UButton>
            <UButton size="xl" variant="outline" color="neutral" :aria-pressed="aims === 'white'"
              @click="() => { aims = aims === 'white' ? 'frame' : 'white' }">
              {{ aims === 'white' ? 'Now point at the card' : gains ? 'White is set' : 'A white card is in it' }}</UButton>
            <UButton size="xl" variant="outline" color="neutral" @click="begin">Take it again</UButton>
          </template>
          <template v-else>
            <UButton v-if="stream" size="xl" icon="i-lucide-camera" @click="shoot">Take the picture</UButton>
            <label class="slip flex min-h-12 cursor-pointer items-center gap-2 px-4 text-lg font-semibold focus-within:outline-3
              focus-within:outline-mark"><UIcon name="i-lucide-image-up" class="size-5" />From a file<input type="file"
            accept="image/jpeg,image/png,image/webp" class="sr-only" :aria-label="`${about}: from a file`" @change="fromFile"></label>
          </template>
        </div>
      </div>
    </template>
  </UModal>
</template>
