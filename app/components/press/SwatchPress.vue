<script setup lang="ts">
import type { SwatchBody } from '#shared/schemas'

/** The swatch on the board: its clock, and once it is cold its judging. */
const press = usePress()
const outbox = useOutbox()
const selection = useSelection()
const router = useRouter()

async function judged(swatch: SwatchBody): Promise<void> {
  selection.chosen.fabricId = swatch.fabricId
  const { fabricName, supplyName } = press.laid!
  await outbox.send({
    key: swatch.clientKey, kind: 'swatch', url: '/api/swatches', body: swatch,
    about: `${fabricName} with ${supplyName}, grade ${swatch.grade}`,
  })
  press.putAway()
  await router.push('/fabric')
}
</script>

<template>
  <JudgePanel v-if="press.phase === 'judge'" :key="press.laid!.key" @judged="judged" />
  <div v-else class="relative h-full min-h-0 flex-1"><PressClock /><PinnedProof class="absolute left-4 top-4" /></div>
</template>
