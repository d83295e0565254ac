<script setup lang="ts">
/** What can be saved as a drawing, for a plotter, a pattern program or another one. */
defineProps<{ files: readonly { name: string, hint: string, href: string, test: string }[] }>()
const open = ref(false)
function close(): void {
  open.value = false
}
</script>

<template>
  <UPopover v-model:open="open" :content="{ side: 'top', align: 'end' }">
    <UButton size="lg" variant="outline" color="neutral" icon="i-lucide-file-down" data-test="save-as">Save drawing as</UButton>
    <template #content>
      <ul class="w-96 max-w-[92vw] p-2" aria-label="Save drawing as">
        <li v-for="f in files" :key="f.test">
          <a :href="f.href" class="flex min-h-11 items-baseline gap-2 px-2 py-2 hover:bg-seam/20" :data-test="f.test" @click="close">
            <b class="shrink-0">{{ f.name }}</b><span class="text-[15px] text-muted-ink">{{ f.hint }}</span></a>
        </li>
      </ul>
    </template>
  </UPopover>
</template>
