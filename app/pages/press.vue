<script setup lang="ts">
import type { TrialBody } from '#shared/schemas'

definePageMeta({ title: 'Press' })
const press = usePress()
const outbox = useOutbox()
const bench = useBench()
const router = useRouter()

async function judged(trial: TrialBody): Promise<void> {
  bench.chosen.clothId = trial.clothId
  const { clothName, supplyName } = press.laid!
  await outbox.send({
    key: trial.clientKey, kind: 'swatch', url: '/api/trials', body: trial, about: `${clothName} with ${supplyName}, grade ${trial.grade}`,
  })
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
  <JudgeSheet v-else-if="press.phase === 'judge'" :key="press.laid!.key" @judged="judged" />
  <div v-else class="relative h-full"><PressClock /><PinnedProof class="absolute left-4 top-4" /></div>
</template>
