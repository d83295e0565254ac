<script setup lang="ts">
import type { FormError, FormErrorEvent, FormSubmitEvent } from '@nuxt/ui'
import { STIFFNESSES } from '#core/stiffness'
import { PLACES } from '#core/place'
import { ownPlaceKey, placeBody, type OwnPlace, type PlaceBody } from '#shared/schemas'
import { FAMILY_NAME, STIFFNESS_NAME } from '#shared/words'
import { SUPPLY_FAMILIES } from '#core/materials'

/** A place of the workroom's own: begun from the one that is chosen, or the chosen one itself, to be changed or taken away. */
const wish = useWish()
const open = ref(false)
const problem = ref<string | null>(null)
const form = useTemplateRef('form')
const state = reactive<PlaceBody>({
  name: '', stiffness: 'crisp', give: 'any', wear: 0.5, shows: true, inSeam: true, families: ['fusible', 'sewIn'], layers: [],
})
const own = computed(() => wish.own.find(p => ownPlaceKey(p.id) === wish.place.key) ?? null)
/** The own place that is being changed; null for a new one. */
const changing = ref<OwnPlace | null>(null)
const theirs = ref<OwnPlace | null>(null)
function begin(change: OwnPlace | null): void {
  const p = wish.place
  changing.value = change
  theirs.value = null
  problem.value = null
  Object.assign(state, {
    name: change?.name ?? '', wear: p.wear, stiffness: p.stiffness, give: p.give, shows: p.shows, inSeam: p.inSeam,
    families: [...p.families],
    layers: [...p.layers],
  })
  open.value = true
}
async function save(event: FormSubmitEvent<PlaceBody>): Promise<void> {
  try {
    const old = changing.value
    const kept = old
      ? await $fetch<OwnPlace>(`/api/places/${old.id}`, { method: 'PUT', body: { ...event.data, version: old.version } })
      : await $fetch<OwnPlace>('/api/places', { method: 'POST', body: event.data })
    await wish.load()
    wish.choosePlace(ownPlaceKey(kept.id))
    open.value = false
  } catch (error) {
    const p = problemOf(error)
    problem.value = p.detail
    theirs.value = p.status === 409 && p.current ? p.current as OwnPlace : null
    form.value?.setErrors(p.errors.map((e): FormError => ({ name: e.field, message: e.message })))
  }
}
/** To the first field that is wrong, said there and at the button. */
function toFault({ errors: [first] }: FormErrorEvent): void {
  problem.value = first?.message ?? null
  if (first?.id) document.getElementById(first.id)?.focus()
}
/** Saves over a newer version, knowingly. */
function overThem(): void {
  changing.value = theirs.value
  theirs.value = null
  void form.value?.submit()
}
async function remove(): Promise<void> {
  try {
    await $fetch(`/api/places/${changing.value!.id}`, { method: 'DELETE' })
    wish.choosePlace(PLACES[0]!.key)
    await wish.load()
    open.value = false
  } catch (error) {
    problem.value = problemOf(error).detail
  }
}
const stiffness = ['keep', ...STIFFNESSES].map(h => ({
  label: h === 'keep' ? 'the drape of the fabric' : STIFFNESS_NAME[h as keyof typeof STIFFNESS_NAME], value: h,
}))
</script>

<template>
  <UPopover v-model:open="open" :content="{ side: 'right', align: 'end' }">
    <template #anchor><span class="flex">
      <UButton v-if="own" size="xs" variant="ghost" color="neutral" icon="i-lucide-pencil" :aria-label="`Change ${own.name}`"
        @click="begin(own)" />
      <UButton size="xs" variant="ghost" color="neutral" icon="i-lucide-plus" @click="begin(null)">add a place</UButton>
    </span></template>
    <template #content>
      <UForm ref="form" :schema="schemaInOwnUnits(placeBody)" :state="state" class="w-80 space-y-2 bg-paper p-4 text-ink" @submit="save"
        @error="toFault">
        <UFormField name="name" :label="changing ? `Change ${changing.name}` : 'Add a place'">
          <UInput v-model="state.name" class="w-full" placeholder="Gaiter top" />
        </UFormField>
        <UFormField name="stiffness" label="Stiffness"><USelect v-model="state.stiffness" :items="stiffness" class="w-full" /></UFormField>
        <UFormField name="give" label="The give of the fabric">
          <USelect v-model="state.give"
            :items="[
              { label: 'must stay', value: 'stay' }, { label: 'must stop', value: 'stop' }, { label: 'either', value: 'any' },
            ]"
            class="w-full" />
        </UFormField>
        <UFormField name="families" label="Allowed supplies">
          <USelect v-model="state.families" multiple :items="SUPPLY_FAMILIES.map(f => ({ label: FAMILY_NAME[f], value: f }))"
            class="w-full" />
        </UFormField>
        <div class="flex gap-4">
          <UCheckbox v-model="state.shows" label="shows through" />
          <UCheckbox v-model="state.inSeam" label="goes into a seam" />
        </div>
        <p v-if="problem" class="font-semibold text-alert" role="alert">{{ problem }}</p>
        <p v-if="theirs" class="text-sm">Stored now: {{ theirs.name }}, {{ FAMILY_NAME[theirs.families[0]!].toLowerCase() }} first.
          <UButton type="button" size="xs" @click="overThem">Save mine instead</UButton></p>
        <div class="flex gap-2">
          <UButton type="submit">Save place</UButton>
          <UButton v-if="changing" type="button" variant="outline" color="neutral" @click="remove">Delete place</UButton>
        </div>
      </UForm>
    </template>
  </UPopover>
</template>
