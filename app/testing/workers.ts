import { vi } from 'vitest'
import { api } from '../workers/api'

/** What a worker would work out, worked out here; what it was asked is noted, and how high answers stood in the queue. */
export function workersHere() {
  const asked: { what: string, args: unknown[] }[] = [], ranks: number[] = []
  const noted = ([what, of]: [string, (...args: never[]) => unknown]) => [what, vi.fn(async (...args: never[]) => {
    asked.push({ what, args })
    return of(...args)
  })]
  const remote = Object.fromEntries(Object.entries(api).map(noted)) as { [K in keyof typeof api]:
    (...args: Parameters<typeof api[K]>) => Promise<ReturnType<typeof api[K]>> }
  return {
    asked, ranks,
    workers: {
      ask: async <R>(_key: string, of: (r: typeof remote) => Promise<R>): Promise<R> => of(remote), end: () => undefined,
      // Handed over as to a worker: plain, and each time anew.
      answer: async (_key: string, what: keyof typeof api, of: unknown[], rank = 0): Promise<unknown> => {
        ranks.push(rank)
        return (remote[what] as (...all: unknown[]) => Promise<unknown>)(...JSON.parse(JSON.stringify(of)) as unknown[])
      },
    },
  }
}
