<script setup lang="ts">
/** What a screen is for, the keys that work on it, and where more is said. */
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ tour: [] }>()
const { digits, here, board } = useShortcutList()
const route = useRoute()
const screen = computed(() => screenAt(route.path))
const show = ref(true)
watch(() => screen.value?.picture, () => { show.value = true })
function tour(): void {
  open.value = false
  emit('tour')
}
</script>

<template>
  <UModal v-model:open="open" :title="screen ? `${screen.name}: what is this for?` : 'Help'"
    :description="screen ? $say(screen.what) : 'The shortcuts of this screen, then those that work everywhere.'"
    :ui="{ content: 'max-w-4xl bg-paper', title: 'text-2xl ticket', description: 'text-lg text-ink' }">
    <template #body>
      <div class="flex flex-wrap items-center gap-3">
        <img v-if="screen && show" :src="`/help/${screen.picture}.webp`" alt="" width="288" height="180" class="border border-seam"
          @error="show = false">
        <div class="flex flex-1 flex-wrap gap-3">
          <UButton :to="`/guide/${screen?.guide ?? ''}`" size="xl" icon="i-lucide-book-open" @click="() => { open = false }">
            Read more in the guide</UButton>
          <UButton size="xl" variant="outline" color="neutral" icon="i-lucide-footprints" @click="tour">Show me around</UButton>
        </div>
      </div>
      <div class="mt-5 grid grid-cols-2 gap-8 text-lg max-[700px]:grid-cols-1" data-test="keys">
        <section v-for="[title, names] in ([['Here', here], ['Everywhere', board]] as const)" :key="title">
          <h2 class="mb-2 text-lg font-semibold">{{ title === 'Here' ? 'Shortcuts here' : 'Shortcuts everywhere' }}</h2>
          <dl>
            <div v-if="digits && title === (digits.does === 'Stages' ? 'Everywhere' : 'Here')" class="flex gap-3 py-1">
              <dt class="w-20 shrink-0"><kbd class="slip px-2">{{ digits.from }}–{{ digits.upTo }}</kbd></dt>
              <dd>{{ digits.does }}</dd>
            </div>
            <div v-for="name in names" :key="name" class="flex gap-3 py-1">
              <dt class="w-20 shrink-0"><kbd class="slip px-2">{{ KEYS[name].shown }}</kbd></dt>
              <dd>{{ KEYS[name].does }}</dd>
            </div>
            <div v-if="title === 'Everywhere'" class="flex gap-3 py-1">
              <dt class="w-20 shrink-0"><kbd class="slip px-2">Ctrl K</kbd></dt>
              <dd>Find anything</dd>
            </div>
          </dl>
          <p v-if="title === 'Here' && !names.length && (!digits || digits.does === 'Stages')" class="text-muted-ink">
            None.</p>
        </section>
      </div>
    </template>
  </UModal>
</template>
