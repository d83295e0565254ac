<script setup lang="ts">
import type { Opener } from '#core/recipe'
import { openerSentence } from '#shared/words'

/** What, tried, would make it bond safely; another iron of the workroom can be taken in hand at once. */
const { openers } = defineProps<{ openers: readonly Opener[] }>()
const selection = useSelection()
const library = useLibrary()
const ironOf = (o: Opener) => (o.change === 'iron' ? library.irons.find(i => i.name === o.name) : undefined)
</script>

<template>
  <ul>
    <li v-for="(o, i) in openers" :key="i">
      {{ openerSentence(o, selection.units) }} <Sourced v-if="'found' in o" from="estimate" />
      <UButton v-if="ironOf(o)" variant="outline" color="neutral" class="ml-2"
        @click="selection.takeIron(ironOf(o)!.id)">Use this iron</UButton></li>
  </ul>
</template>
