<script setup lang="ts">
import type { PracticeSetup, TopicAsked } from '#core/practice'
import { optionWords, partLine, TOPIC_NAME } from '#shared/words'

/** What is asked of one topic: one of them, two of them, or all in a row. */
const { asked, setup, locked = false } = defineProps<{ asked: TopicAsked, setup: PracticeSetup, locked?: boolean }>()
const said = defineModel<string | undefined>({ required: true })
const board = useSelection()
const name = (o: string) => optionWords(setup, asked.topic, o, board.units)
const options = computed(() => asked.options.map(o => ({ value: o, name: name(o) })))
const parts = computed(() => (said.value ?? '').split(asked.how === 'row' ? '>' : '+').filter(Boolean))
function toggle(o: string): void {
  if (locked) return
  const left = parts.value.includes(o) ? parts.value.filter(p => p !== o) : [...parts.value, o].slice(-2)
  said.value = left.length > 0 ? left.join('+') : undefined
}
/** The row as it stands; to begin with, as it came. */
const row = computed(() => (parts.value.length === asked.options.length ? parts.value : [...asked.options]))
onMounted(() => { if (asked.how === 'row' && said.value === undefined) said.value = asked.options.join('>') })
function move(i: number, by: number): void {
  const all = [...row.value], to = i + by
  if (locked || to < 0 || to >= all.length) return
  const [one] = all.splice(i, 1)
  all.splice(to, 0, one!)
  said.value = all.join('>')
}
</script>

<template>
  <div>
    <p class="text-sm font-semibold">{{ TOPIC_NAME[asked.topic] }}</p>
    <Choices v-if="asked.how === 'one'" :model-value="said ?? null" :options="options" :label="TOPIC_NAME[asked.topic]"
      class="flex flex-wrap gap-1"
      shape="min-h-10 px-3" :disabled="locked" @update:model-value="v => { if (!locked) said = v ?? undefined }" />
    <div v-else-if="asked.how === 'two'" class="flex flex-wrap gap-1" role="group" :aria-label="TOPIC_NAME[asked.topic]">
      <button v-for="o in options" :key="o.value" type="button" :aria-pressed="parts.includes(o.value)" class="min-h-10 px-3"
        :class="parts.includes(o.value) ? 'bg-ink text-paper' : 'slip hover:bg-seam/20'" @click="toggle(o.value)">{{ o.name }}</button>
    </div>
    <ol v-else class="space-y-1" :aria-label="TOPIC_NAME[asked.topic]">
      <li v-for="(o, i) in row" :key="o" class="slip flex items-center gap-2 px-2 py-0.5">
        <b class="w-6">{{ i + 1 }}</b><span class="min-w-0 flex-1 leading-tight"><b>{{ name(o) }}</b>
          {{ partLine(setup, o, board.units) }}</span>
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-arrow-up" :disabled="locked || i === 0"
          :aria-label="`${name(o)} earlier`"
          @click="move(i, -1)" />
        <UButton size="sm" variant="ghost" color="neutral" icon="i-lucide-arrow-down" :disabled="locked || i === row.length - 1"
          :aria-label="`${name(o)} later`" @click="move(i, 1)" />
      </li>
    </ol>
  </div>
</template>
