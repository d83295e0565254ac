<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { SEEN, type Fabric, type CornerStepBody } from '#shared/schemas'
import { celsius, cornerSentence } from '#shared/words'

/** Unknown fabric: press cloth, lowest class, a hidden corner, wait, look, one step up. Each step is kept. */
const { fabric } = defineProps<{ fabric: Fabric }>()
const selection = useSelection()
const { records, problem, busy, add } = useFabricRecords(() => fabric.id)
const STEPS_C = [90, 110, 130, 150, 175, 200] as const
const HELD_S = 5,
  WAIT_S = 30
const SEEN_WORDS: Record<CornerStepBody['seen'], string> = {
  nothing: 'nothing at all', shine: 'shine', colour: 'colour changed', shrink: 'shrank', stick: 'stuck or softened', smell: 'smelt sharp',
}

const corners = computed(() => records.value?.corners ?? [])
const harmed = computed(() => corners.value.find(c => c.seen !== 'nothing') ?? null)
const nextC = computed(() => STEPS_C.find(c => !corners.value.some(k => k.soleC === c)) ?? null)
const stoodC = computed(() => fabric.cornerC)
const startedAt = ref<number | null>(null)
const now = ref(Date.now())
useIntervalFn(() => {
  now.value = Date.now()
}, 250)
const elapsedS = computed(() =>
  startedAt.value === null ? 0 : ((now.value - startedAt.value) / 1000) * Number(useRuntimeConfig().public.clockRate),
)
const phase = computed(() =>
  startedAt.value === null ? 'ready' : elapsedS.value < HELD_S ? 'hold' : elapsedS.value < HELD_S + WAIT_S ? 'wait' : 'look',
)
const headline = computed(() =>
  cornerSentence({ damageAtC: harmed.value?.soleC ?? null, stoodC: stoodC.value, smelt: smell.value }, selection.units))
const smell = computed(() => corners.value.some(c => c.seen === 'smell'))
const start = (): void => { startedAt.value = Date.now() }
async function note(seen: CornerStepBody['seen']): Promise<void> {
  if (nextC.value === null) return
  if (await add('corners', { soleC: nextC.value, heldS: HELD_S, seen, note: '' })) startedAt.value = null
}
</script>

<template>
  <section>
    <p class="ticket text-2xl font-semibold" data-test="corner-headline">
      {{ headline }} <Sourced v-if="harmed || stoodC" from="measured" /></p>
    <ul class="mt-2 list-disc pl-6 text-lg leading-snug">
      <li>Look and feel first: slippery and cold may be acetate or polyester, matt and warm wool or cotton. A rubbery or glassy
        film is not heated at all.</li>
      <li>Choose a corner that will be cut off. Lay a press cloth on it. Ventilate. A press cloth delays the heat; it does not make
        melting impossible.</li>
    </ul>
    <ol class="mt-5 grid grid-cols-6 gap-2" aria-label="Steps of heat">
      <li v-for="c in STEPS_C" :key="c" class="slip p-3 text-center" :class="c === nextC && !harmed ? 'outline-4 outline-mark' : ''">
        <span class="mx-auto block h-3 w-full" :style="{ background: heatColour(c) }" />
        <b class="text-xl">{{ celsius(c, selection.units) }}</b>
        <span class="block text-sm" :class="corners.find(k => k.soleC === c && k.seen !== 'nothing') ? 'text-alert font-bold' : ''">
          {{ corners.find(k => k.soleC === c) ? SEEN_WORDS[corners.find(k => k.soleC === c)!.seen] : c === nextC && !harmed ? 'next' : '' }}
        </span>
      </li>
    </ol>
    <div v-if="nextC !== null && !harmed" class="slip mt-5 p-5">
      <template v-if="phase === 'ready'">
        <p class="text-xl">Iron at about <b>{{ celsius(nextC, selection.units) }}
        </b>, covered, {{ HELD_S }} s on the corner. Then wait {{ WAIT_S }} s and look.</p>
        <UButton size="xl" class="mt-3" @click="start">Set down now</UButton>
      </template>
      <p v-else-if="phase !== 'look'" class="text-3xl font-bold" role="timer">
        {{ phase === 'hold' ? `Hold ${Math.ceil(HELD_S - elapsedS)} s` : `Wait ${Math.ceil(HELD_S + WAIT_S - elapsedS)} s, then look` }}
      </p>
      <template v-else>
        <p class="text-xl font-semibold">What do you see?</p>
        <div class="mt-3 flex flex-wrap gap-2">
          <button v-for="s in SEEN" :key="s" type="button" class="slip min-h-14 px-5 text-lg hover:bg-seam/20" :disabled="busy"
            @click="note(s)">
            {{ SEEN_WORDS[s] }}
          </button>
        </div>
      </template>
      <p v-if="problem" class="mt-3 font-semibold text-alert" role="alert">{{ problem }}</p>
    </div>
  </section>
</template>
