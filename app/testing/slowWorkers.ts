import { nextTick } from 'vue'
import { Ended } from '../composables/work/workerPool'

type Work = (remote: never) => Promise<unknown>
interface Waiting { key: string, what: string, args: unknown[], answer: (value: unknown) => void, fail: (error: unknown) => void }

/** Workers that answer when the test says so, in any order. What is ended fails as the real pool's does. */
export function slowWorkers() {
  const waiting: Waiting[] = []
  const take = (w: Waiting) => {
    const at = waiting.indexOf(w)
    if (at >= 0) waiting.splice(at, 1)
  }
  const workers = {
    ask: (key: string, of: Work): Promise<unknown> => new Promise((resolve, reject) => {
      // A task may ask its worker more than once: each call waits for an answer of its own.
      const remote = new Proxy({}, {
        get: (_, what: string) => (...args: unknown[]) => new Promise((answer, fail) => {
          const w: Waiting = {
            key, what, args, answer: (value) => { take(w); answer(value) },
            fail: (error) => {
              take(w)
              fail(error)
              reject(error)
            },
          }
          waiting.push(w)
        }),
      })
      of(remote as never).then(resolve, reject)
    }),
    answer: (key: string, what: string, asked: unknown[]) =>
      workers.ask(key, remote => (remote as Record<string, (...all: unknown[]) => Promise<unknown>>)[what]!(...asked)),
    end: (key: string) => { for (const w of waiting.filter(x => x.key === key)) w.fail(new Ended()) },
  }
  return {
    workers, waiting,
    /** Those that wait for an answer to this. */
    asked: (what: string) => waiting.filter(w => w.what === what),
    settled: async () => { for (let i = 0; i < 12; i++) await nextTick() },
  }
}
