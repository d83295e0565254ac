<script setup lang="ts">
/** The keys that work on this screen. */
const open = defineModel<boolean>('open', { required: true })
const { digits, here, board } = useShortcutList()
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="First the shortcuts of this screen, then those that work everywhere."
    :ui="{ content: 'max-w-2xl bg-paper', title: 'text-2xl ticket', description: 'text-muted-ink' }">
    <template #body>
      <div class="grid grid-cols-2 gap-8 text-lg max-[700px]:grid-cols-1" data-test="keys">
        <section v-for="[title, names] in ([['Here', here], ['Everywhere', board]] as const)" :key="title">
          <h2 class="mb-2 text-lg font-semibold">{{ title }}</h2>
          <dl>
            <div v-if="digits && title === (digits.does === 'Stages' ? 'Everywhere' : 'Here')" class="flex gap-3 py-1">
              <dt class="w-20 shrink-0"><kbd class="slip px-2">{{ digits.from }}–{{ digits.upTo }}</kbd></dt>
              <dd>{{ digits.does }}</dd>
            </div>
            <div v-for="name in names" :key="name" class="flex gap-3 py-1">
              <dt class="w-20 shrink-0"><kbd class="slip px-2">{{ KEYS[name].shown }}</kbd></dt>
              <dd>{{ KEYS[name].does }}</dd>
            </div>
          </dl>
          <p v-if="title === 'Here' && !names.length && (!digits || digits.does === 'Stages')" class="text-muted-ink">
            None.</p>
        </section>
      </div>
    </template>
  </UModal>
</template>
