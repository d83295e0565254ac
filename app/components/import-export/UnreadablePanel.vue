<script setup lang="ts">
import type { Unreadable } from '#shared/schemas'
import { unreadableSentence } from '#shared/words'

/** Kept rows that cannot be read: what each is, what is wrong with it, and how it is set aside. */
const { rows, problem, load, setAside } = useUnreadable()
const busy = ref<string | null>(null)
const put = async (row: Unreadable) => {
  busy.value = row.id
  await setAside(row)
  busy.value = null
}
onMounted(load)
</script>

<template>
  <section v-if="rows.length > 0 || problem" class="slip border-l-4 border-alert p-4" data-test="unreadable">
    <h2 class="text-xl font-semibold">Cannot be read</h2>
    <p class="mt-1 text-lg">Everything else works. Set a row aside to take it off the screens; it stays whole in your archives.</p>
    <ul class="mt-2">
      <li v-for="row in rows" :key="`${row.entity} ${row.id}`"
        class="flex flex-wrap items-center gap-4 border-t border-dashed border-seam py-2 text-lg">
        <p class="grow">{{ unreadableSentence(row) }}</p>
        <UButton variant="outline" color="neutral" :loading="busy === row.id" :disabled="busy !== null" @click="put(row)">
          Set aside</UButton></li>
    </ul>
    <p v-if="problem" class="mt-2 font-semibold text-alert" role="alert">{{ problem }}</p>
  </section>
</template>
