<script setup lang="ts">
import { boundsOf } from '#core/geometry'
import { readSvg, SVG_MOST_BYTES, type NamedOutline, type SvgNote } from '#shared/svg'
import { lengthWords, svgNoteSentence, svgProblemSentence } from '#shared/words'

/** Outlines out of a drawing in true units, each shown with its size before it is taken. */
const emit = defineEmits<{ take: [outlines: NamedOutline[], drawnBy: 'seam' | 'cut'] }>()
const selection = useSelection()
const found = shallowRef<NamedOutline[]>([])
const notes = shallowRef<SvgNote[]>([])
const problem = ref<string | null>(null)
const drawnBy = ref<'seam' | 'cut'>('seam')
const LINES = [
  { value: 'seam' as const, name: 'the seam line' },
  { value: 'cut' as const, name: 'the cut edge' },
]

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement,
    file = input.files?.[0]
  found.value = []
  notes.value = []
  problem.value = null
  if (!file) return
  // Too large a file is not even opened.
  if (file.size > SVG_MOST_BYTES) {
    problem.value = svgProblemSentence({ why: 'tooLarge', mb: file.size / 1e6, mostMb: SVG_MOST_BYTES / 1e6 })
  } else {
    const reading = readSvg(await file.text())
    if ('problem' in reading) problem.value = svgProblemSentence(reading.problem)
    else {
      found.value = reading.outlines
      notes.value = reading.notes
    }
  }
  input.value = ''
}
const shown = computed(() =>
  found.value.map((o) => {
    const b = boundsOf(o.outline),
      pad = Math.max(b.wideMm, b.highMm) * 0.06
    return {
      ...o,
      d: outlinePath(o.outline),
      box: `${b.left - pad} ${-b.top - pad} ${b.wideMm + 2 * pad} ${b.highMm + 2 * pad}`,
      size: `${lengthWords(b.wideMm, selection.units)} × ${lengthWords(b.highMm, selection.units)}`,
    }
  }),
)
</script>

<template>
  <div>
    <label class="slip flex min-h-16 cursor-pointer items-center gap-3 px-4 text-lg focus-within:outline-3 focus-within:outline-mark">
      <UIcon name="i-lucide-file-up" class="size-6" />
      <span>Choose an SVG drawing <span class="text-base text-muted-ink">that says how large it is</span></span>
      <input type="file" accept=".svg,image/svg+xml" class="sr-only" aria-label="SVG drawing" @change="read" />
    </label>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert" data-test="svg-problem">{{ problem }}</p>
    <ul v-if="notes.length" class="mt-2 text-[15px] text-alert" data-test="svg-notes">
      <li v-for="(n, i) in notes" :key="i">{{ svgNoteSentence(n, selection.units) }}</li>
    </ul>
    <template v-if="shown.length">
      <div class="mt-3 flex items-center gap-3">
        <span>Drawn is</span><Choices v-model="drawnBy" :options="LINES" label="Drawn is" class="flex gap-1" />
        <UButton size="lg" class="ml-auto" @click="emit('take', found, drawnBy)">
          Take {{ shown.length === 1 ? 'it' : `all ${shown.length}` }}</UButton
        >
      </div>
      <ul class="mt-2 grid grid-cols-4 gap-2 max-[1000px]:grid-cols-3">
        <li v-for="(o, i) in shown" :key="i">
          <button
            type="button"
            class="slip flex h-32 w-full flex-col items-center p-2 hover:bg-linen-200/50"
            @click="emit('take', [found[i]!], drawnBy)"
          >
            <svg :viewBox="o.box" class="min-h-0 w-full flex-1" preserveAspectRatio="xMidYMid meet" aria-hidden="true">
              <path
                :d="o.d"
                fill="var(--rc-ground)"
                fill-rule="evenodd"
                stroke="var(--rc-ink)"
                stroke-width="1.500"
                vector-effect="non-scaling-stroke"
              />
            </svg>
            <span class="mt-1 max-w-full truncate leading-tight">{{ o.name }}</span>
            <span class="text-sm text-muted-ink">{{ o.size }}</span>
          </button>
        </li>
      </ul>
    </template>
  </div>
</template>
