import { nextCode } from '#shared/codes'

const MOST_TRIES = 20

/**
 * Saves a thing under a code that nobody chose: where it is taken meanwhile, it makes way for the next one.
 * @param state of the form, whose code is changed @param codes that are known to be in use @param letters of a first code
 */
export function useOwnCode<B extends { code: string }>(
  state: { code: string }, codes: () => readonly string[], letters: string,
  { save, faultyFields }: { save: (body: B) => Promise<void>, faultyFields: Ref<string[]> },
) {
  const taken = new Set<string>()
  const next = (): string => nextCode([...codes(), ...taken], letters)
  async function keep(body: B, isChosen: boolean): Promise<void> {
    await save(body)
    if (isChosen || !faultyFields.value.includes('code') || taken.size >= MOST_TRIES) return
    taken.add(body.code)
    state.code = next()
    await keep({ ...body, code: state.code }, isChosen)
  }
  return { keep }
}
