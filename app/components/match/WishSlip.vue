<script setup lang="ts">
import { HANDS, type Hand } from '#core/hand'
import { toUnit } from '#core/units'
import { HAND_NAME } from '#shared/words'

/** What is asked of the backing: the hand, and what the finished thing must stand. */
const wish = useWish()
const bench = useBench()
const unit = computed(() => bench.units?.temperature ?? '°C')
const WASHES = [0, 30, 40, 60, 95]
const asked = computed(() => wish.wished.hand ?? wish.place.hand)
const hands: { value: Hand | 'keep', name: string }[] = [{ value: 'keep', name: 'keep the drape' }, ...HANDS.map(h => ({ value: h, name: HAND_NAME[h] }))]
const set = (change: Partial<typeof wish.wished>) => { wish.wished = { ...wish.wished, ...change } }
const care = (change: Partial<typeof wish.wished.care>) => set({ care: { ...wish.wished.care, ...change } })
const on = 'bg-ink text-paper'
</script>

<template>
  <div class="space-y-2 text-[15px]">
    <div role="radiogroup" aria-label="Hand wanted" class="grid grid-cols-3 gap-1">
      <button v-for="h in hands" :key="h.value" type="button" role="radio" :aria-checked="asked === h.value" class="min-h-10 px-1 leading-tight" :class="asked === h.value ? on : 'slip'" @click="set({ hand: h.value === wish.place.hand ? null : h.value })">{{ h.name }}</button>
    </div>
    <div class="flex items-center gap-1" role="radiogroup" aria-label="Washed at">
      <span class="w-16 text-muted-ink">Wash {{ unit }}</span>
      <button v-for="c in WASHES" :key="c" type="button" role="radio" :aria-checked="wish.wished.care.washC === c" class="min-h-10 flex-1 px-1" :class="wish.wished.care.washC === c ? on : 'slip'" @click="care({ washC: c })">{{ c === 0 ? 'no' : Math.round(toUnit(c, unit)) }}</button>
    </div>
    <div class="flex items-center gap-1" role="radiogroup" aria-label="Dryer">
      <span class="w-16 text-muted-ink">Dryer</span>
      <button v-for="t in (['no', 'low', 'yes'] as const)" :key="t" type="button" role="radio" :aria-checked="wish.wished.care.tumble === t" class="min-h-10 flex-1 px-1" :class="wish.wished.care.tumble === t ? on : 'slip'" @click="care({ tumble: t })">{{ t }}</button>
      <button type="button" :aria-pressed="wish.wished.care.dryClean" class="min-h-10 flex-[2] px-1 leading-tight" :class="wish.wished.care.dryClean ? on : 'slip'" @click="care({ dryClean: !wish.wished.care.dryClean })">dry-clean</button>
    </div>
    <button type="button" :aria-pressed="wish.wished.drapeKept" class="min-h-10 w-full px-2 text-left" :class="wish.wished.drapeKept ? on : 'slip'" @click="set({ drapeKept: !wish.wished.drapeKept })">The cloth's drape must be kept{{ wish.wished.drapeKept ? ': yes' : '' }}</button>
  </div>
</template>
