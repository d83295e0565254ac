<script setup lang="ts" generic="S extends ZodType">
import type { FormError, FormErrorEvent } from '@nuxt/ui'
import type { output, ZodType } from 'zod'

/**
 * The frame of every form: what must be filled in stands open, the rest behind *More*; the buttons stay at the lower edge at any scroll.
 * A refused form goes to its first faulty field, says there what is wrong and says it beside the button; nothing moves when that comes
 * or goes.
 */
const { schema, state, problem, saving, save, discards = true } = defineProps<{
  schema: S
  state: object
  /** What the server or the form refused, as a sentence. */
  problem: string | null
  saving: boolean
  /** What the button says. */
  save: string
  /** Is there a draft to throw away? */
  discards?: boolean
}>()
const emit = defineEmits<{ submit: [data: output<S>], drop: [] }>()
const slots = defineSlots<{ default: () => unknown, more?: () => unknown, newer?: () => unknown }>()

const form = useTemplateRef<{ setErrors: (errors: FormError[]) => void, submit: () => Promise<void> }>('form')
const root = useTemplateRef<HTMLElement>('root')
const more = ref(false)
const refused = ref<string | null>(null)
const shown = computed(() => problem ?? refused.value)

/** The first field that is faulty, in the order of the page; what hides it is opened. */
async function toFirst(errors: readonly { message: string }[]): Promise<void> {
  if (errors.length === 0) return
  refused.value = errors[0]!.message
  await nextTick()
  const faulty = root.value?.querySelector<HTMLElement>('[aria-invalid=true], [data-slot=error]')
  const field = faulty?.closest<HTMLElement>('[data-slot=root]') ?? faulty
  if (!field) return
  const first = field.querySelector('[data-slot=error]')?.textContent?.trim() || errors[0]!.message
  refused.value = errors.length === 1 ? first : `${first} And ${errors.length - 1} more.`
  if (field.closest('details')) more.value = true
  await nextTick()
  const input = field.querySelector<HTMLElement>('input, button, select, textarea, [tabindex="0"]')
  input?.focus({ preventScroll: true })
  field.scrollIntoView({ block: 'center', behavior: 'auto' })
}
const onError = (event: FormErrorEvent): void => { void toFirst(event.errors) }
function onSubmit(data: output<S>): void {
  // A figure that could not be read is still the one before: it is not saved as if it had been meant.
  const unread = [...root.value?.querySelectorAll<HTMLElement>('[data-unread]') ?? []].map(e => ({ message: e.textContent!.trim() }))
  if (unread.length > 0) return void toFirst(unread)
  refused.value = null
  emit('submit', data)
}
/** What was refused is forgotten as soon as it is put right. */
watch(() => state, () => { refused.value = null }, { deep: true })
defineExpose({
  setErrors(errors: FormError[]): void {
    form.value?.setErrors(errors)
    void toFirst(errors)
  },
  submit: () => form.value?.submit() ?? Promise.resolve(),
})
</script>

<template>
  <UForm ref="form" :schema="schemaInOwnUnits(schema)" :state="state" :validate-on="['input', 'change']"
    class="mx-auto flex min-h-full w-full max-w-4xl flex-1 flex-col" @submit="e => onSubmit(e.data as output<S>)" @error="onError">
    <div ref="root" class="flex flex-1 flex-col">
      <slot />
      <details v-if="slots.more" class="mt-5" :open="more" data-test="more" @toggle="e => (more = (e.target as HTMLDetailsElement).open)">
        <summary class="flex min-h-11 cursor-pointer items-center gap-2 border-t border-dashed border-seam text-lg font-semibold">
          <UIcon :name="more ? 'i-lucide-chevron-down' : 'i-lucide-chevron-right'" class="size-5" />More</summary>
        <div class="pt-2 pb-4"><slot name="more" /></div>
      </details>
      <div class="sticky bottom-0 z-10 mt-auto -mx-1 border-t border-seam bg-ground px-1 pt-2 pb-4" data-test="form-foot">
        <WhoMay may="manage" class="mb-3" />
        <slot name="newer" />
        <div class="flex flex-wrap items-center gap-3">
          <UButton type="submit" size="xl" :loading="saving">{{ save }}</UButton>
          <UButton v-if="discards" type="button" size="xl" variant="outline" color="neutral" @click="emit('drop')">Discard</UButton>
          <div class="flex min-h-13 min-w-60 flex-1 items-center text-lg leading-snug font-semibold text-alert max-[500px]:basis-full"
            data-test="refused">
            <p v-if="shown && !slots.newer" role="alert">{{ shown }}</p></div>
        </div>
      </div>
    </div>
  </UForm>
</template>
