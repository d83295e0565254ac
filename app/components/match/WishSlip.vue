<script setup lang="ts">
import { HANDS, type Hand } from '#core/hand'
import { toUnit } from '#core/units'
import { HAND_NAME } from '#shared/words'

/** What is asked of the backing: the hand, and what the finished thing must stand. */
const wish = useWish()
const jobs = useJobs()
const bench = useBench()
const unit = computed(() => bench.units?.temperature ?? '°C')
const washes = computed(() =>
  [0, 30, 40, 60, 95].map(c => ({ value: c, name: c === 0 ? 'no' : String(Math.round(toUnit(c, unit.value))) })),
)
const DRYERS = (['no', 'low', 'yes'] as const).map(value => ({ value, name: value }))
const HAND_OPTIONS: { value: Hand | 'keep', name: string }[] = [
  { value: 'keep', name: 'keep the drape' }, ...HANDS.map(value => ({ value, name: HAND_NAME[value] })),
]
const hand = computed({
  get: () => wish.wished.hand ?? wish.place.hand,
  set: h => wish.wishFor({ hand: h === wish.place.hand ? null : h }),
})
const care = (change: Partial<typeof wish.wished.care>) => wish.wishFor({ care: { ...wish.wished.care, ...change } })
const washC = computed({ get: () => wish.wished.care.washC, set: c => care({ washC: c }) })
const tumble = computed({ get: () => wish.wished.care.tumble, set: t => care({ tumble: t }) })
const NARROW = 'min-h-10 flex-1 px-1 leading-tight'
const on = 'bg-ink text-paper'
</script>

<template>
  <div class="space-y-2 text-[15px]">
    <Choices v-model="hand" :options="HAND_OPTIONS" label="Hand wanted" class="grid grid-cols-3 gap-1" :shape="NARROW" />
    <Choices v-model="washC" :options="washes" label="Washed at" class="flex items-center gap-1" :shape="NARROW">
      <template #before><span class="w-16 text-muted-ink">Wash {{ unit }}</span></template>
    </Choices>
    <div class="flex items-center gap-1">
      <Choices v-model="tumble" :options="DRYERS" label="Dryer" class="flex flex-[3] items-center gap-1" :shape="NARROW">
        <template #before><span class="w-16 text-muted-ink">Dryer</span></template>
      </Choices>
      <button type="button" :aria-pressed="wish.wished.care.dryClean" class="min-h-10 flex-[2] px-1 leading-tight"
        :class="wish.wished.care.dryClean ? on : 'slip'"
        @click="care({ dryClean: !wish.wished.care.dryClean })">dry-clean</button>
    </div>
    <p v-if="jobs.problem" class="font-semibold text-alert" role="alert">{{ jobs.problem }}</p>
    <p v-if="jobs.job" class="text-[13px] text-muted-ink">Wash and dryer are the job's: {{ jobs.job.name }}.</p>
    <button type="button" :aria-pressed="wish.wished.drapeKept" class="min-h-10 w-full px-2 text-left"
      :class="wish.wished.drapeKept ? on : 'slip'" @click="wish.wishFor({ drapeKept: !wish.wished.drapeKept })">
      The fabric's drape must be kept{{ wish.wished.drapeKept ? ': yes' : '' }}
    </button>
  </div>
</template>
