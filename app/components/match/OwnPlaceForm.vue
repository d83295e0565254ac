<script setup lang="ts">
import type { FormError, FormSubmitEvent } from '@nuxt/ui'
import { HANDS } from '#core/hand'
import { ownPlaceKey, placeBody, type OwnPlace, type PlaceBody } from '#shared/schemas'
import { FAMILY_NAME, HAND_NAME } from '#shared/words'
import { SUPPLY_FAMILIES } from '#core/materials'

/** A place of the workroom's own, begun from the one that is chosen. */
const wish = useWish()
const open = ref(false)
const problem = ref<string | null>(null)
const form = useTemplateRef('form')
const state = reactive<PlaceBody>({ name: '', hand: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true, families: ['fusible', 'sewIn'], layers: [] })
function begin(): void {
  const p = wish.place
  Object.assign(state, { name: '', hand: p.hand, give: p.give, wear: p.wear, shows: p.shows, inSeam: p.inSeam, families: [...p.families], layers: [...p.layers] })
  open.value = true
}
async function save(event: FormSubmitEvent<PlaceBody>): Promise<void> {
  try {
    const made = await $fetch<OwnPlace>('/api/places', { method: 'POST', body: event.data })
    await wish.load()
    wish.choosePlace(ownPlaceKey(made.id))
    open.value = false
    problem.value = null
  } catch (error) {
    const p = problemOf(error)
    problem.value = p.detail
    form.value?.setErrors(p.errors.map((e): FormError => ({ name: e.field, message: e.message })))
  }
}
const hands = ['keep', ...HANDS].map(h => ({ label: h === 'keep' ? 'the drape of the cloth' : HAND_NAME[h as keyof typeof HAND_NAME], value: h }))
</script>

<template>
  <UPopover v-model:open="open" :content="{ side: 'right', align: 'end' }">
    <UButton size="xs" variant="ghost" color="neutral" icon="i-lucide-plus" @click="begin">own place</UButton>
    <template #content>
      <UForm ref="form" :schema="placeBody" :state="state" class="w-80 space-y-2 bg-paper p-4 text-ink" @submit="save">
        <UFormField name="name" label="A place of your own"><UInput v-model="state.name" class="w-full" placeholder="Gaiter top" /></UFormField>
        <UFormField name="hand" label="Hand"><USelect v-model="state.hand" :items="hands" class="w-full" /></UFormField>
        <UFormField name="give" label="The give of the cloth"><USelect v-model="state.give" :items="[{ label: 'must stay', value: 'stay' }, { label: 'must stop', value: 'stop' }, { label: 'either', value: 'any' }]" class="w-full" /></UFormField>
        <UFormField name="families" label="What may lie there"><USelect v-model="state.families" multiple :items="SUPPLY_FAMILIES.map(f => ({ label: FAMILY_NAME[f], value: f }))" class="w-full" /></UFormField>
        <div class="flex gap-4"><UCheckbox v-model="state.shows" label="shows through" /><UCheckbox v-model="state.inSeam" label="goes into a seam" /></div>
        <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
        <UButton type="submit">Keep this place</UButton>
      </UForm>
    </template>
  </UPopover>
</template>
