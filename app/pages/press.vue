<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import type { TrialBody } from '#shared/schemas'

const press = usePress()
const outbox = useOutbox()
const bench = useBench()
const router = useRouter()

onKeyStroke(' ', (e) => {
  if (document.activeElement && ['INPUT', 'TEXTAREA', 'BUTTON', 'A'].includes(document.activeElement.tagName) && document.activeElement !== document.body) return
  if (press.phase !== 'ready' && press.phase !== 'running') return
  e.preventDefault()
  if (!e.repeat) press.next()
})
async function judged(trial: TrialBody): Promise<void> {
  bench.chosen.clothId = trial.clothId
  await outbox.send(trial)
  press.putAway()
  await router.push('/cloth')
}
</script>

<template>
  <div v-if="press.phase === 'none'" class="mx-auto mt-20 max-w-xl text-center">
    <h1 class="text-3xl font-semibold">Nothing to press yet</h1>
    <p class="mt-3 text-lg">Choose a recipe on the swatch stage; it comes here with its clock.</p>
    <UButton to="/swatch" size="xl" class="mt-6">To the swatch</UButton>
  </div>
  <JudgeSheet v-else-if="press.phase === 'judge'" @judged="judged" />
  <div v-else class="relative h-full"><PressClock /><PinnedProof class="absolute left-4 top-4" /></div>
</template>
