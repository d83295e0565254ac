<script setup lang="ts">
import type { Making } from '#shared/schemas'

/** What a panel has of the making that is written on, and of the others of its kind in the job. */
interface OfKind {
  making: { name: string }
  chosen: Pick<Making, 'id'> | null
  ofJob: readonly Pick<Making, 'id' | 'name'>[]
  jobName: string | null
  set: (more: { name: string }) => void
  drop: () => void
  choose: (id: string | null) => void
}
/**
 * The frame of every making panel: what is said and drawn of it, its form beside, the job below; a row of choices before them where it
 * has one.
 */
const { panel, able = true } = defineProps<{ panel: OfKind, able?: boolean }>()
defineEmits<{ add: [] }>()
</script>

<template>
  <div class="flex min-h-0 flex-1 flex-col">
    <div class="grid min-h-0 flex-1 gap-4 px-4 pb-2 max-[1000px]:auto-rows-max max-[1000px]:grid-cols-1 max-[1000px]:overflow-auto"
      :class="$slots.choice ? 'grid-cols-[236px_minmax(0,1fr)_350px]' : 'grid-cols-[minmax(0,1fr)_370px]'">
      <div v-if="$slots.choice" class="min-h-0 overflow-auto max-[1000px]:overflow-visible"><slot name="choice" /></div>
      <slot />
      <div class="min-h-0 space-y-3 overflow-auto max-[1000px]:overflow-visible"><slot name="form" /></div>
    </div>
    <MakingBar :name="panel.making.name" :list="panel.ofJob" :chosen="panel.chosen?.id ?? null" :job-name="panel.jobName" :able="able"
      @update:name="name => panel.set({ name })" @add="$emit('add')" @drop="panel.drop" @choose="panel.choose" />
  </div>
</template>
