/** So long the browser's own database is waited for, ms. */
const PATIENCE_MS = 2500

/** The browser's database did not answer in time. */
export class NoAnswer extends Error {
  constructor() {
    super('the browser\'s database does not answer')
    this.name = 'NoAnswer'
  }
}

/**
 * Asks the browser's database, which now and then answers nothing at all: after so long it is taken as away, and is not waited for again
 * until what was asked of it first has come.
 * @param patienceMs how long the first question is waited for
 */
export function impatient(patienceMs = PATIENCE_MS) {
  let isSilent = false
  return async function inTime<T>(work: () => Promise<T>): Promise<T> {
    if (isSilent) throw new NoAnswer()
    let timer: ReturnType<typeof setTimeout> | undefined
    const asked = work()
    const answered = () => { isSilent = false }
    asked.then(answered, answered)
    try {
      return await Promise.race([asked, new Promise<never>((_, fail) => {
        timer = setTimeout(() => {
          isSilent = true
          fail(new NoAnswer())
        }, patienceMs)
      })])
    } finally {
      clearTimeout(timer)
    }
  }
}

/** One patience for all that this page asks of it. */
export const inTime = impatient()
