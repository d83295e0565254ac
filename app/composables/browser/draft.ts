interface Draft<T> { state: T, version: number }

/**
 * What is being written in a form, kept in the browser until it is saved or thrown away: leaving the form, a reload or a lost server
 * loses nothing. The version it was begun from is kept too, so that a save over someone else's newer one is found out.
 * @param name which form, of which thing
 */
export function useDraft<T extends object>(name: string, fresh: () => T, begunFrom = 0) {
  const draft = useStored<Draft<T> | null>(`draft-${name}`, null, {
    serializer: { read: v => JSON.parse(v) as Draft<T> | null, write: v => JSON.stringify(v) },
  })
  const state = reactive(toPlain(draft.value?.state ?? fresh())) as T
  const version = ref(draft.value?.version ?? begunFrom)
  const waits = ref(draft.value !== null)
  const stop = watch([state, version], () => {
    draft.value = { state: toPlain(state), version: version.value }
    waits.value = true
  }, { deep: true })
  const clear = () => {
    stop()
    draft.value = null
    waits.value = false
  }
  return { state, version, waits, clear }
}
