<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'

const library = useLibrary()
const bench = useBench()
const outbox = useOutbox()
const router = useRouter()
const { stages } = useStages()

const typing = () => ['INPUT', 'TEXTAREA', 'SELECT'].includes(document.activeElement?.tagName ?? '') || document.activeElement?.getAttribute('contenteditable') === 'true'
onKeyStroke(['1', '2', '3', '4', '5', '6'], (e) => {
  if (typing() || e.ctrlKey || e.metaKey || e.altKey) return
  const stage = stages.value[Number(e.key) - 1]
  if (stage?.to) void router.push(stage.to)
})

const load = () => library.load({ clothId: bench.chosen.clothId, supplyIds: [bench.chosen.supplyId, ...bench.chosen.overIds] })
onMounted(async () => {
  await Promise.all([load(), outbox.start()])
  windowLanes()
  for (const stage of stages.value) if (stage.to) void preloadRouteComponents(stage.to)
})
</script>

<template>
  <div class="grid h-full grid-rows-[auto_1fr_auto]">
    <BoardTop />
    <div class="grid min-h-0 grid-cols-[64px_1fr]">
      <BoardDrawers />
      <main class="min-h-0 overflow-auto" tabindex="-1">
        <div v-if="library.problem" class="m-6 slip p-6 text-lg" role="alert">
          <p>{{ library.problem }}</p>
          <UButton class="mt-4" size="lg" @click="load">
            Try again
          </UButton>
        </div>
        <slot v-else-if="library.ready" />
        <p v-else class="m-8 text-lg text-muted-ink">
          Laying out the board…
        </p>
      </main>
    </div>
    <BoardRest />
  </div>
</template>
