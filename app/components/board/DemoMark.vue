<script setup lang="ts">
/** Says that this is the demonstration, and how one's own is started. */
const library = useLibrary()
const open = ref(false)
</script>

<template>
  <template v-if="library.workroom?.demo">
    <button type="button" class="my-3 shrink-0 px-1 text-left text-[12px] leading-tight hover:bg-seam/20"
      data-test="demo" @click="open = true">
      <b class="block text-sm">Demo</b>
      <span class="underline max-[900px]:sr-only">Start my own</span>
    </button>
    <UModal v-model:open="open" title="This is a demonstration" description="Its workroom and everything in it is invented."
      :ui="{ content: 'max-w-xl bg-paper', title: 'text-2xl ticket', description: 'text-muted-ink' }">
      <template #body>
        <div class="space-y-3 text-lg">
          <p>Try what you like: what you enter stays until the demonstration is renewed.</p>
          <p>To start a workroom of your own, open a terminal in the folder of Ready Cuff and run <code>npm start</code>. It has an address
            and data of its own; this one stays as it is.</p>
          <p>To take things along, export an archive under Import, export here, and import it there: all of it in place of what is there,
            or only its fabrics, supplies, irons, press cloths or places beside yours.</p>
        </div>
      </template>
    </UModal>
  </template>
</template>
