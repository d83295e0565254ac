/**
 * Answers by what was asked: the one used longest ago is let go first.
 * @param most so many are kept
 */
export function createKeptAnswers<T>(most: number) {
  const kept = new Map<string, T>()
  /** @returns nothing where it was not asked, or was let go since */
  function get(asked: string): { answer: T } | null {
    if (!kept.has(asked)) return null
    const answer = kept.get(asked)!
    kept.delete(asked)
    kept.set(asked, answer)
    return { answer }
  }
  function keep(asked: string, answer: T): void {
    kept.delete(asked)
    kept.set(asked, answer)
    if (kept.size > most) kept.delete(kept.keys().next().value!)
  }
  /** The answer that is kept; where none is, it is worked out, and kept unless that fails. */
  function of(asked: string, workOut: () => T): T {
    const had = get(asked)
    if (had) return had.answer
    const answer = workOut()
    keep(asked, answer)
    return answer
  }
  return { get, keep, of }
}
