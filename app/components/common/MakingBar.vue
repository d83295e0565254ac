<script setup lang="ts">
import type { Making } from '#shared/schemas'

/** What of this kind the job has already, and how what is drafted here joins it. */
const { list, chosen, jobName, able = true } = defineProps<{
  list: readonly Pick<Making, 'id' | 'name'>[]
  chosen: string | null
  jobName: string | null
  able?: boolean
}>()
const name = defineModel<string>('name', { required: true })
defineEmits<{ add: [], drop: [], choose: [id: string | null] }>()
const makings = useMakings()
</script>

<template>
  <div class="flex flex-wrap items-end gap-2 border-t border-seam px-4 py-2" data-test="making-bar">
    <label class="w-64"><span class="block text-sm font-semibold">Name</span>
      <UInput v-model="name" maxlength="60" class="w-full" aria-label="Name" /></label>
    <template v-if="jobName">
      <UButton v-if="!chosen" size="lg" icon="i-lucide-plus" :disabled="!able || !name.trim()" @click="$emit('add')">
        Add to {{ jobName }} <kbd class="opacity-80">{{ KEYS.take.shown }}</kbd></UButton>
      <template v-else>
        <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-file-plus" @click="$emit('choose', null)">
          Start another</UButton>
        <UButton size="lg" variant="ghost" color="neutral" icon="i-lucide-trash-2" @click="$emit('drop')">Remove from job</UButton>
        <UButton size="lg" to="/press" variant="outline" color="neutral">Go to Press</UButton>
      </template>
      <div v-if="list.length" class="flex flex-wrap gap-1" role="group" aria-label="In this job">
        <button v-for="m in list" :key="m.id" type="button" class="min-h-11 border-b-4 px-3"
          :class="m.id === chosen ? 'border-mark font-bold' : 'border-transparent hover:bg-seam/20'"
          :aria-pressed="m.id === chosen" @click="$emit('choose', m.id)">{{ m.name }}</button>
      </div>
      <p v-if="makings.problem" class="font-semibold text-alert" role="alert" data-test="making-problem">{{ makings.problem }}</p>
      <p v-else class="text-sm text-muted-ink" role="status">{{ makings.saved ? 'saved' : 'saving…' }}</p>
    </template>
    <p v-else class="text-muted-ink">Open a job on Today to press this in its session.</p>
  </div>
</template>
