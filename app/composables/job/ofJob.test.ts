// @vitest-environment happy-dom
import { ref } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { idOf, job, layOut } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { useOfJob } from './ofJob'

const A = idOf(51), B = idOf(52)
const settled = async () => { for (let i = 0; i < 8; i++) await Promise.resolve() }
/** Something that belongs to a job: fetched when the test lets it, noted in the order it happened. */
function something() {
  const jobId = ref<string | null>(null), saved = ref(true), did: string[] = []
  let go: () => void = () => undefined
  const waits = vi.fn(() => new Promise<void>((done) => { go = done }))
  const of = useOfJob(jobId, saved, {
    save: async () => { did.push(`save ${jobId.value}`) },
    leave: async () => {
      did.push('leave')
      jobId.value = null
    },
    fetch: async (id, stillOpen) => {
      did.push(`fetch ${id}`)
      await waits()
      if (stillOpen()) jobId.value = id
      else did.push('too late')
    },
  })
  const arrive = async () => {
    go()
    await settled()
  }
  return { ...of, jobId, saved, did, arrive }
}
beforeEach(() => layOut())
const open = (id: string) => useJobs().open(job({ id }))

describe('what belongs to the open job', () => {
  it('is fetched once, however many ask', async () => {
    await open(A)
    const s = something()
    const both = [s.load(), s.load()]
    expect([both[0] === both[1], s.ready.value]).toEqual([true, false])
    await settled()
    await s.arrive()
    await Promise.all(both)
    expect([s.did, s.ready.value]).toEqual([[`fetch ${A}`], true])
    void s.load()
    await settled()
    expect(s.did).toEqual([`fetch ${A}`, `fetch ${A}`])
  })
  it('what is unsaved here is not fetched over', async () => {
    await open(A)
    const s = something()
    s.jobId.value = A
    s.saved.value = false
    await s.load()
    expect(s.did).toEqual([])
  })
  it('what was written for another job goes to it first, and is taken off the board', async () => {
    await open(B)
    const s = something()
    s.jobId.value = A
    s.saved.value = false
    void s.load()
    await settled()
    expect([s.did, s.ready.value]).toEqual([[`save ${A}`, 'leave', `fetch ${B}`], false])
    await s.arrive()
    expect(s.ready.value).toBe(true)
  })
  it('opened away meanwhile, an answer that comes late is not taken', async () => {
    await open(A)
    const s = something()
    void s.load()
    await settled()
    await open(B)
    await s.arrive()
    expect([s.did, s.jobId.value]).toEqual([[`fetch ${A}`, 'too late'], null])
  })
  it('closed: nothing is fetched', async () => {
    const s = something()
    s.jobId.value = A
    await s.load()
    expect(s.did).toEqual([`save ${A}`, 'leave'])
  })
  it('a change made before it is there waits for it; made once it is there it is made at once', async () => {
    await open(A)
    const s = something(), change = vi.fn()
    s.edit(change)
    await settled()
    expect(change).not.toHaveBeenCalled()
    await s.arrive()
    expect(change).toHaveBeenCalledTimes(1)
    s.edit(change)
    expect(change).toHaveBeenCalledTimes(2)
  })
  it('a change meant for one job is not made on the next', async () => {
    await open(A)
    const s = something(), change = vi.fn()
    s.edit(change)
    await settled()
    await open(B)
    await s.arrive()
    expect(change).not.toHaveBeenCalled()
  })
})
