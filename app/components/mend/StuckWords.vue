<script setup lang="ts">
import type { StuckPlan } from '#core/mend'
import { celsius, coolingWords, METHOD_NAME, seconds, sentence, STEAM_CAUTION, whyFirst, whyRefused } from '#shared/words'

const selection = useSelection()

/** How something stuck on is pressed: from which side first and why, what each side takes, until when it lies. */
const { plan, inside, weight = false } = defineProps<{
  plan: StuckPlan | null
  inside: boolean
  /** It lies under a weight until it has set. */
  weight?: boolean
}>()
const first = computed(() => plan?.first ?? null)
</script>

<template>
  <template v-if="plan">
    <template v-if="first">
      <p class="font-semibold" data-test="why-first">{{ whyFirst(plan, inside) }} <Sourced from="estimate" /></p>
      <p data-test="stuck-recipe">{{ first.recipe.setting.label }} {{ celsius(first.recipe.setting.meanC, selection.units) }},
        {{ METHOD_NAME[first.recipe.method].toLowerCase() }}: {{ seconds(first.recipe.holdS) }} a place<template
          v-if="first.pressClothDryS !== null">; the press cloth is dry after {{ seconds(first.pressClothDryS) }}</template>,
        the adhesive holds after
        {{ seconds(first.bondS) }}<template v-if="plan.secondS !== null">; then {{ seconds(plan.secondS) }} from the other side</template>.
        {{ sentence(coolingWords(first.recipe, weight)) }}.
        <Sourced from="estimate" /></p>
      <p v-if="first.pressClothDryS !== null" class="text-sm text-alert">{{ STEAM_CAUTION }}</p>
    </template>
    <p v-else class="font-semibold text-alert" role="alert" data-test="stuck-refused">Not pressed:
      {{ whyRefused(plan) }}</p>
  </template>
  <p v-else class="text-muted-ink">Working it out…</p>
</template>
