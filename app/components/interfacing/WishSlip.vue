<script setup lang="ts">
import { STIFFNESSES, type Stiffness } from '#core/stiffness'
import { celsius, STIFFNESS_NAME } from '#shared/words'

/** What is asked of the interfacing: the hand, and what the finished thing must stand. */
const wish = useWish()
const jobs = useJobs()
const selection = useSelection()
const unit = computed(() => selection.units?.temperature ?? '°C')
const washes = computed(() =>
  [0, 30, 40, 60, 95].map(c => ({ value: c, name: c === 0 ? 'no' : celsius(c, selection.units).split(' ')[0]! })),
)
const DRYERS = (['no', 'low', 'yes'] as const).map(value => ({ value, name: value }))
const STIFFNESS_OPTIONS: { value: Stiffness | 'keep', name: string }[] = [
  { value: 'keep', name: 'keep the drape' }, ...STIFFNESSES.map(value => ({ value, name: STIFFNESS_NAME[value] })),
]
const stiffness = computed({
  get: () => wish.wished.stiffness ?? wish.place.stiffness,
  set: h => wish.wishFor({ stiffness: h === wish.place.stiffness ? null : h }),
})
const care = (change: Partial<typeof wish.wished.care>) => wish.wishFor({ care: { ...wish.wished.care, ...change } })
const washC = computed({ get: () => wish.wished.care.washC, set: c => care({ washC: c }) })
const tumble = computed({ get: () => wish.wished.care.tumble, set: t => care({ tumble: t }) })
const NARROW = 'min-h-10 flex-1 px-1 leading-tight'
const on = 'bg-ink text-paper'
</script>

<template>
  <div class="space-y-2 text-[15px]">
    <Choices v-model="stiffness" :options="STIFFNESS_OPTIONS" label="Stiffness wanted" class="grid grid-cols-3 gap-1" :shape="NARROW" />
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
