<script setup lang="ts">
import { useEventListener, watchDebounced } from '@vueuse/core'

/** One box that finds anything: a fabric, a supply, a job, a screen, something to do, a shortcut, a page of the guide. */
const { term, groups } = useFinding()
const open = paletteOpen
useEventListener(window, 'keydown', (e: KeyboardEvent) => {
  if (e.key.toLowerCase() !== 'k' || !(e.ctrlKey || e.metaKey) || e.altKey) return
  e.preventDefault()
  e.stopPropagation()
  paletteOpen.value = !paletteOpen.value
}, { capture: true })
/**
 * What is found comes a moment after the words, and what the server knows after that: the first of all is marked again, unless somebody
 * has gone down the list since. Home is the list's own way to its first.
 */
const box = useTemplateRef<HTMLElement>('box')
const FOUND_AFTER_MS = 60
let isDown = false
watch(term, () => { isDown = false })
watchDebounced([groups, term], () => {
  if (isDown) return
  box.value?.querySelector('input')?.dispatchEvent(new KeyboardEvent('keydown', { key: 'Home', bubbles: true, cancelable: true }))
}, { debounce: FOUND_AFTER_MS })
const onArrow = (e: KeyboardEvent) => {
  if (e.key.startsWith('Arrow')) isDown = true
}
/** Words count wherever they stand; a slip of a letter is forgiven. */
const FUSE = {
  fuseOptions: {
    keys: [{ name: 'label', weight: 3 }, { name: 'suffix', weight: 1 }, { name: 'words', weight: 1.5 }, { name: 'text', weight: 0.3 }],
    ignoreLocation: true, threshold: 0.25, useTokenSearch: true,
  },
  resultLimit: 30, matchAllWhenSearchEmpty: true,
}
</script>

<template>
  <UModal v-model:open="open" title="Find anything" description="A fabric, a supply, a job, a screen, something to do."
    :ui="{ content: 'max-w-2xl bg-paper', title: 'sr-only', description: 'sr-only', body: 'p-0 sm:p-0', header: 'hidden' }">
    <template #body>
      <div ref="box" @keydown.capture="onArrow">
        <UCommandPalette v-model:search-term="term" :groups="groups" :fuse="FUSE" class="h-[70vh] max-h-[34rem]" data-test="palette"
          placeholder="Find anything: velvet, hem, how long, backup…" :close="true" @update:open="v => { open = v }">
          <template #empty>
            <p class="p-4 text-lg">Nothing here is called that. Try another word, or look through
              <NuxtLink to="/guide" class="font-semibold underline" @click="() => { open = false }">the guide</NuxtLink>.</p>
          </template>
        </UCommandPalette>
      </div>
    </template>
  </UModal>
</template>
