<script setup lang="ts">
/** The drawers on a phone: a sheet that comes up from below, under the thumb. */
const open = ref(false)
const route = useRoute()
const close = (): void => { open.value = false }
</script>

<template>
  <button type="button" class="flex w-11 shrink-0 items-center justify-center" aria-label="Drawers" data-test="drawers"
    @click="() => { open = true }"><UIcon name="i-lucide-menu" class="size-6" /></button>
  <USlideover v-model:open="open" side="bottom" title="Drawers" description="Where to?"
    :ui="{ content: 'bg-paper max-h-[85vh]', title: 'text-xl ticket', description: 'sr-only' }">
    <template #body>
      <nav class="grid grid-cols-3 gap-2" aria-label="Drawers">
        <NuxtLink v-for="d in DRAWERS" :key="d.to" :to="d.to" class="flex min-h-20 flex-col items-center justify-center gap-1 p-1
          text-center
          leading-tight" :class="route.path.startsWith(d.to) ? 'bg-ink text-paper' : 'slip'" @click="close">
          <UIcon :name="d.icon" class="size-6" />{{ d.name }}</NuxtLink>
      </nav>
      <div class="mt-4 flex items-center justify-between"><WhoIsHere /><DemoMark /><BoardLight /></div>
    </template>
  </USlideover>
</template>
