interface AnswerOptions {
  /** The answer before stays until the next one comes, or fails to. */
  stays?: boolean
  /** A fault as a sentence; null where it is none. */
  fault?: (error: unknown) => string | null
}
/**
 * What was worked out for what is there now, asked anew whenever that changes. An answer that arrives after something else was
 * asked is let go, whichever was the quicker.
 * @param asked what the answer hangs on; @param work asks; null where there is nothing to ask
 */
export function useAnswer<T>(asked: () => unknown, work: () => Promise<T> | null, { stays = false, fault = faultOf }: AnswerOptions = {}) {
  const answer = shallowRef<T | null>(null)
  const problem = ref<string | null>(null)
  watch(asked, async (_now, _before, onCleanup) => {
    let newest = true
    onCleanup(() => { newest = false })
    if (!stays) answer.value = null
    try {
      const found = await work()
      if (!newest) return
      answer.value = found
      problem.value = null
    } catch (error) {
      if (!newest) return
      // What was worked out for something else is no answer to this.
      answer.value = null
      problem.value = fault(error)
    }
  }, { immediate: true, deep: true })
  return { answer, problem }
}
