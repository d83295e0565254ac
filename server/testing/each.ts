import './provided'
import { afterAll, inject, vi } from 'vitest'
import { ProblemError } from '../utils/problem'
import type { Answer } from '../workers/answer'

process.env.DATABASE_URL = inject('databaseUrl')

// What goes on threads is worked out on the spot: threads are bundled by the build, and these tests are of what is decided.
vi.mock('../work/worker-pool', () => ({
  PAPER_THREADS: 1,
  onThread: async (lane: 'judge' | 'paper', name: string, input: unknown) => {
    const tasks = (lane === 'judge' ? await import('../workers/judge') : await import('../workers/paper')) as unknown as
      Record<string, (input: unknown) => Promise<Answer<unknown>>>
    // As it would come over to a thread.
    const answer = await tasks[name]!(structuredClone(input))
    if ('value' in answer) return answer.value
    const { status, title, detail, errors } = answer.problem
    throw new ProblemError(status, title, detail, { errors })
  },
}))

/** The driver warns once where a query is asked for while another one runs on the same connection: side by side within a transaction. */
let sideBySide: string | null = null
process.on('warning', ({ message }) => { if (/already executing a query/.test(message)) sideBySide = message })
afterAll(async () => {
  await new Promise((done) => { setImmediate(done) })
  const said = sideBySide
  sideBySide = null
  if (said) throw new Error(`Queries are asked for side by side within one transaction: ${said}`)
})
