import type { FormError } from '@nuxt/ui'

interface Kept { id: string, version: number }
interface FormLike { setErrors: (errors: FormError[]) => void, submit: () => Promise<void> }

/**
 * Saving what a form holds: a new thing, or a change of one from the version it was begun from. Where someone else saved meanwhile
 * both stand side by side until one is chosen; what is refused is said at its field.
 * @param url of the list it belongs to; @param of the thing that is changed, none for a new one
 */
export function useSaving<T extends Kept>(
  url: string, of: T | undefined, draft: { version: Ref<number>, clear: () => void },
  then: { saved: (thing: T) => void, leave: () => void },
) {
  const form = useTemplateRef<FormLike>('form')
  const problem = ref<string | null>(null)
  const theirs = shallowRef<T | null>(null)
  const saving = ref(false)
  /** Which fields the server refused. */
  const faultyFields = ref<string[]>([])

  const done = (thing: T) => {
    draft.clear()
    then.saved(thing)
  }
  async function save(body: object): Promise<void> {
    // Enter pressed twice makes no two of it.
    if (saving.value) return
    saving.value = true
    problem.value = theirs.value = null
    faultyFields.value = []
    try {
      const saved = of
        ? await $fetch<T>(`${url}/${of.id}`, { method: 'PUT', body: { ...body, version: draft.version.value } })
        : await $fetch<T>(url, { method: 'POST', body })
      done(saved as T)
    } catch (error) {
      const p = problemOf(error)
      problem.value = p.detail
      faultyFields.value = p.errors.map(e => e.field)
      theirs.value = p.status === 409 && p.current ? p.current as T : null
      form.value?.setErrors(p.errors.map((e): FormError => ({ name: e.field, message: e.message })))
    } finally {
      saving.value = false
    }
  }
  /** Saves what is here over the newer one, knowingly. */
  function overThem(): void {
    draft.version.value = theirs.value!.version
    theirs.value = null
    void form.value?.submit()
  }
  const takeTheirs = () => done(theirs.value!)
  /** Throws away what was written. */
  function drop(): void {
    draft.clear()
    then.leave()
  }
  return { problem, theirs, saving, faultyFields, save, overThem, takeTheirs, drop }
}
