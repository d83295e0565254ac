/** So long the browser's own database is waited for: so many beats of the page, so far apart. */
const PATIENCE_BEATS = 25, BEAT_MS = 100

/** The browser's database did not answer in time. */
export class NoAnswer extends Error {
  constructor() {
    super('the browser\'s database does not answer')
    this.name = 'NoAnswer'
  }
}

/**
 * Asks the browser's database, which now and then answers nothing at all: after so long it is taken as away, and is not waited for again
 * until what was asked of it first has come. A page that hangs itself hears no answer either: while it hangs it counts one beat.
 * @param beats how many beats the first question is waited for
 * @param beatMs from one beat to the next
 */
export function impatient(beats = PATIENCE_BEATS, beatMs = BEAT_MS) {
  let isSilent = false
  /** @param onLate what was given up was done after all */
  return async function inTime<T>(work: () => Promise<T>, onLate: () => void = () => undefined): Promise<T> {
    if (isSilent) throw new NoAnswer()
    let timer: ReturnType<typeof setTimeout> | undefined, isGivenUp = false
    const asked = work()
    const answered = () => { isSilent = false }
    asked.then(answered, answered)
    asked.then(() => { if (isGivenUp) onLate() }, () => undefined)
    try {
      return await Promise.race([asked, new Promise<never>((_, fail) => {
        const wait = (left: number): void => {
          timer = setTimeout(() => {
            if (left > 1) return wait(left - 1)
            isSilent = isGivenUp = true
            fail(new NoAnswer())
          }, beatMs)
        }
        wait(beats)
      })])
    } finally {
      clearTimeout(timer)
    }
  }
}

/** One patience for all that this page asks of it. */
export const inTime = impatient()
