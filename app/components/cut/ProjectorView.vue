<script setup lang="ts">
import { laidMarks } from '#core/cut'
import { boundsOf } from '#core/geometry'
import { laidOutline } from '#core/layout'
import type { LaidPart } from '#shared/laidOut'
import {
  centredOn, covered, heldInSight, nameTurnDeg, onTable, scaleByMeasure, squareMm, UNMEASURED, type ProjectorScale,
} from '#shared/projector'
import { lengthWords } from '#shared/words'
import { useDevicePixelRatio, useElementSize, useEventListener, useFullscreen } from '@vueuse/core'

/** The layout at its true size, light on dark, for a projector over the cutting table; a square that is measured there sets the scale. */
const { parts, wideMm, lengthMm } = defineProps<{ parts: readonly LaidPart[], wideMm: number, lengthMm: number }>()
const open = defineModel<boolean>('open', { required: true })
const selection = useSelection()
const { pixelRatio } = useDevicePixelRatio()
/** The scale, and how large the browser drew when it was measured; null where it never was. */
const scale = useStored<ProjectorScale & { at: number | null }>('projector', { ...UNMEASURED, at: null }, { mergeDefaults: true })
/** Drawn larger or smaller since, by the browser or another screen, it is no longer true. */
const isTrue = computed(() => scale.value.at === pixelRatio.value)
const isTowards = ref(false), measuring = ref(!isTrue.value), at = ref({ x: 0, y: 0 }), chosenId = ref<string | null>(null)
/** What stands about the picture is measured: its own size is another while it opens. */
const frame = useTemplateRef<HTMLElement>('frame'), { width, height } = useElementSize(frame)
const sight = computed(() => covered(scale.value, width.value, height.value))
const whole = computed(() => isTowards.value ? { wideMm, highMm: lengthMm } : { wideMm: lengthMm, highMm: wideMm })
const onto = computed(() => onTable(isTowards.value, wideMm))
const box = computed(() => `${at.value.x} ${at.value.y} ${sight.value.wideMm} ${sight.value.highMm}`)
/** Marks are so long, letters so high on the table, mm. */
const TICK_MM = 8, LETTER_MM = 14
const drawn = computed(() => parts.map((p) => {
  const o = laidOutline(p.outline, p), turned = { rim: o.rim.map(onto.value), holes: o.holes.map(h => h.map(onto.value)) }
  const { left, right, top, bottom } = boundsOf(turned)
  return {
    id: p.id, name: p.name, nameTurnDeg: nameTurnDeg(p.name, LETTER_MM, { wideMm: right - left, highMm: top - bottom }),
    middle: { x: (left + right) / 2, y: (top + bottom) / 2 }, d: outlinePath(turned, false),
    strokes: marksPath(o, laidMarks(p.outline, p.marks, p), TICK_MM, onto.value),
  }
}))
const chosen = computed(() => drawn.value.find(p => p.id === chosenId.value) ?? null)
/** One after another each lies alone on the table, for whoever cuts singly from a remnant. */
const isOneAlone = ref(false)
const shown = computed(() => isOneAlone.value && chosen.value ? [chosen.value] : drawn.value)

const MOVE_MM = 50
function move(x: number, y: number): void {
  at.value = heldInSight({ x: at.value.x + x * MOVE_MM, y: at.value.y + y * MOVE_MM }, sight.value, whole.value)
}
/** The part that is looked at comes into the middle of the table; without one the roll is seen from its beginning. */
function show(): void {
  at.value = heldInSight(chosen.value ? centredOn(chosen.value.middle, sight.value) : { x: 0, y: 0 }, sight.value, whole.value)
}
function next(): void {
  const i = drawn.value.findIndex(p => p.id === chosenId.value)
  chosenId.value = drawn.value[(i + 1) % drawn.value.length]?.id ?? null
  show()
}
function oneAlone(): void {
  isOneAlone.value = !isOneAlone.value
  if (!isOneAlone.value) return
  if (chosen.value) show()
  else next()
}
function turn(): void {
  isTowards.value = !isTowards.value
  show()
}
const sideMm = computed(() => squareMm(selection.units))
/** What the square measures on the table; nothing is taken for measured that nobody wrote. */
const acrossMm = ref<number | null>(null), upMm = ref<number | null>(null), problem = ref<string | null>(null)
function measureAnew(): void {
  acrossMm.value = upMm.value = problem.value = null
}
function showSquare(): void {
  measuring.value = !measuring.value
  measureAnew()
}
function setScale(): void {
  if (acrossMm.value === null || upMm.value === null) return
  const found = scaleByMeasure(scale.value, sideMm.value, { wideMm: acrossMm.value, highMm: upMm.value })
  problem.value = found ? null : 'The square: by these lengths the picture would be too large or too small. Measure both sides again.'
  if (!found) return
  scale.value = { ...found, at: pixelRatio.value }
  measureAnew()
}
/** The square stands in the middle of the table, whatever lies under it. */
const square = computed(() => ({
  x: at.value.x + (sight.value.wideMm - sideMm.value) / 2, y: at.value.y + (sight.value.highMm - sideMm.value) / 2,
}))
const KEY_DOES: Record<string, () => void> = {
  ArrowLeft: () => { move(-1, 0) }, ArrowRight: () => { move(1, 0) }, ArrowUp: () => { move(0, -1) }, ArrowDown: () => { move(0, 1) },
  n: next, o: oneAlone, t: turn, q: showSquare,
}
/** Wherever the focus is: nobody at the table looks for it. */
useEventListener('keydown', (e) => {
  if (!open.value || e.target instanceof HTMLInputElement || e.ctrlKey || e.metaKey || e.altKey) return
  const does = KEY_DOES[e.key]
  if (!does) return
  e.preventDefault()
  does()
})
const page = ref<HTMLElement | null>(null), { enter, exit, isSupported } = useFullscreen(page)
onMounted(() => { page.value = document.documentElement })
watch(open, (is) => {
  fullPictureOpen.value = is
  if (is) measuring.value = !isTrue.value
  // A browser may refuse to fill the screen: the picture is as true in a window.
  if (isSupported.value) void (is ? enter() : exit()).catch(() => undefined)
})
function close(): void {
  open.value = false
}
onScopeDispose(() => { fullPictureOpen.value = false })
</script>

<template>
  <UModal v-model:open="open" fullscreen :close="false"
    title="On the cutting table" description="The layout at its true size, for a projector."
    :ui="{ content: 'bg-black text-white', header: 'sr-only', body: 'p-0 sm:p-0 flex min-h-0 flex-1 flex-col' }">
    <template #body>
      <div class="flex min-h-0 flex-1 flex-col" data-test="projector">
        <div ref="frame" class="min-h-0 flex-1"><svg :viewBox="box" preserveAspectRatio="none" class="block size-full" role="img"
          aria-label="The layout at its true size">
          <g fill="none" stroke="white" stroke-width="2">
            <g v-for="p in shown" :key="p.id" :stroke="p.id === chosenId ? '#9fe870' : 'white'">
              <path :d="p.d" vector-effect="non-scaling-stroke" /><path :d="p.strokes" vector-effect="non-scaling-stroke" />
            </g>
          </g>
          <template v-for="p in shown" :key="p.id">
            <text v-if="p.nameTurnDeg !== null" :font-size="LETTER_MM" text-anchor="middle" :fill="p.id === chosenId ? '#9fe870' : 'white'"
              :transform="`translate(${p.middle.x} ${p.middle.y}) rotate(${p.nameTurnDeg})`" dy="0.35em">{{ p.name }}</text>
          </template>
          <g v-if="measuring" data-test="projector-square">
            <rect v-bind="square" :width="sideMm" :height="sideMm" fill="black" stroke="#ffd84d" stroke-width="2"
              vector-effect="non-scaling-stroke" />
            <text :x="square.x + sideMm / 2" :y="square.y + sideMm / 2" :font-size="LETTER_MM" text-anchor="middle" dy="0.35em"
              fill="#ffd84d">
              {{ lengthWords(sideMm, selection.units) }}</text>
          </g>
        </svg></div>
        <div class="dark flex flex-wrap items-end gap-x-5 gap-y-2 border-t border-white/40 bg-black px-4 py-2 text-white">
          <template v-if="measuring">
            <p class="max-w-sm text-[15px] leading-snug">Each side of the square should be <b>{{ lengthWords(sideMm, selection.units) }}</b>
              on the table. Write what it measures; again whenever the projector or the table was moved.</p>
            <label class="block w-40"><span class="block text-sm font-semibold leading-tight">It measures across</span>
              <MeasureInput v-model="acrossMm" quantity="length" label="It measures across" noun="The square, across" can-be-blank
                :least-metric="5" :most-metric="1000" /></label>
            <label class="block w-40"><span class="block text-sm font-semibold leading-tight">and up</span>
              <MeasureInput v-model="upMm" quantity="length" label="and up" noun="The square, up" can-be-blank :least-metric="5"
                :most-metric="1000" /></label>
            <UButton size="lg" data-test="set-scale" :disabled="acrossMm === null || upMm === null" @click="setScale">
              Set the scale</UButton>
          </template>
          <p v-else class="text-[15px]" data-test="projector-scale">
            {{ isTrue ? `True size, by the square. The picture is ${lengthWords(sight.wideMm, selection.units)} wide on the table`
              : 'Not true size yet: measure the square before you cut by this picture' }} <Sourced v-if="isTrue" from="measured" /></p>
          <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
          <p v-if="chosen" class="text-lg font-semibold" data-test="projector-part">{{ chosen.name }}</p>
          <span class="ml-auto flex flex-wrap gap-2">
            <UButton size="lg" variant="outline" color="neutral" @click="next">Next part <kbd class="opacity-80">n</kbd></UButton>
            <UButton size="lg" :variant="isOneAlone ? 'solid' : 'outline'" color="neutral" :aria-pressed="isOneAlone" @click="oneAlone">
              Only this part <kbd class="opacity-80">o</kbd></UButton>
            <UButton size="lg" variant="outline" color="neutral" @click="turn">Turn <kbd class="opacity-80">t</kbd></UButton>
            <UButton size="lg" :variant="measuring ? 'solid' : 'outline'" color="neutral" :aria-pressed="measuring" data-test="show-square"
              @click="showSquare">
              Square <kbd class="opacity-80">q</kbd></UButton>
            <UButton size="lg" variant="outline" color="neutral" @click="close">Close <kbd class="opacity-80">Esc</kbd></UButton>
          </span>
        </div>
      </div>
    </template>
  </UModal>
</template>
