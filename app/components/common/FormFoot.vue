<script setup lang="ts">
/**
 * The foot of a form, at the lower edge of the board wherever one has scrolled to: what a message adds or takes away further up never
 * moves the button from under the hand.
 */
defineProps<{ problem: string | null }>()
</script>

<template>
  <div class="sticky bottom-0 z-10 mt-auto -mx-1 border-t border-seam bg-ground px-1 pt-3 pb-4" data-test="form-foot">
    <WhoMay may="manage" class="mb-3" />
    <slot name="newer"><p v-if="problem" class="mb-3 text-lg font-semibold text-alert" role="alert">{{ problem }}</p></slot>
    <div class="flex flex-wrap gap-3"><slot /></div>
  </div>
</template>
