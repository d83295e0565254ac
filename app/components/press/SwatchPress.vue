<script setup lang="ts">
import type { TrialBody } from '#shared/schemas'

/** The swatch on the board: its clock, and once it is cold its judging. */
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
  <JudgeSheet v-if="press.phase === 'judge'" :key="press.laid!.key" @judged="judged" />
  <div v-else class="relative h-full min-h-0 flex-1"><PressClock /><PinnedProof class="absolute left-4 top-4" /></div>
</template>
