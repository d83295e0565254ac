// @vitest-environment happy-dom
import { effectScope, nextTick } from 'vue'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Making } from '#shared/schemas'
import { idOf, job, layOut, standIn } from '../../testing/board'
import { useJobs } from '../../stores/jobs'
import { useMakings } from '../../stores/makings'
import { freshMaking, useMakingDraft } from './makingDraft'

const usual = () => freshMaking('Seam', {
  format: 1, kind: 'seamDetail' as const, seamDetail: 'seamOpen' as const, lengthMm: 400, count: 1,
})
const kept = (n: number, name: string, spec: Making['spec'] = usual().spec): Making => ({ ...usual(), id: idOf(n), name, spec })
const hem = { ...kept(83, 'Hem'), spec: { format: 1, kind: 'hem' } } as unknown as Making
async function draftOf(makings: Making[] | null) {
  if (makings) {
    standIn({
      [`GET /api/jobs/${idOf(51)}/makings`]: () => ({ makings, version: 1 }),
      [`PUT /api/jobs/${idOf(51)}/makings`]: body => ({ makings: (body as { makings: Making[] }).makings, version: 2 }),
    })
    await useJobs().open(job())
    await useMakings().load()
  }
  const d = effectScope().run(() => useMakingDraft('seamDetail', usual))!
  await nextTick()
  return d
}
beforeEach(() => layOut())

describe('what is written on at a drawer', () => {
  it('without a job a draft of this board, which a reload finds again', async () => {
    const d = await draftOf(null)
    d.set({ name: 'Long seam' })
    d.setSpec({ lengthMm: 900 })
    expect([d.making.value.name, d.making.value.spec.lengthMm, d.making.value.spec.count, d.jobName.value])
      .toEqual(['Long seam', 900, 1, null])
    await nextTick()
    expect((await draftOf(null)).making.value).toMatchObject({ name: 'Long seam', spec: { lengthMm: 900 } })
  })
  it('in a job the first of its kind, and what is written goes to it', async () => {
    const d = await draftOf([hem, kept(81, 'Side'), kept(82, 'Back')])
    expect([d.ofJob.value.map(m => m.name), d.chosen.value!.name, d.jobName.value]).toEqual([['Side', 'Back'], 'Side', 'Shirts'])
    d.setSpec({ count: 2 })
    d.set({ name: 'Both sides' })
    await nextTick()
    expect(useMakings().makings.find(m => m.id === idOf(81))).toMatchObject({ name: 'Both sides', spec: { count: 2, lengthMm: 400 } })
    d.choose(idOf(82))
    expect(d.making.value.name).toBe('Back')
  })
  it('a fresh one shows the draft though the job has others; taken in it is the one that is written on', async () => {
    const d = await draftOf([kept(81, 'Side')])
    d.choose(null)
    await nextTick()
    expect([d.chosen.value, d.making.value.name]).toEqual([null, 'Seam'])
    d.set({ name: 'New' })
    const draftId = d.making.value.id
    d.add()
    await nextTick()
    expect([d.chosen.value!.name, d.chosen.value!.id === draftId, d.ofJob.value.length]).toEqual(['New', false, 2])
  })
  it('taken out of the job it is the draft, and no other takes its place unasked', async () => {
    const d = await draftOf([kept(81, 'Side'), kept(82, 'Back')])
    d.drop()
    await nextTick()
    expect([d.chosen.value, d.making.value.name, d.ofJob.value.map(m => m.name)]).toEqual([null, 'Side', ['Back']])
    d.drop()
    expect(d.ofJob.value).toHaveLength(1)
  })
  it('of another job while it is being fetched: nothing of the former one shows or is written on', async () => {
    const d = await draftOf([kept(81, 'Side')])
    let bring: (m: unknown) => void = () => undefined
    const { asked } = standIn({
      [`GET /api/jobs/${idOf(52)}/makings`]: () => new Promise((done) => { bring = done }),
      [`PUT /api/jobs/${idOf(51)}/makings`]: body => ({ makings: (body as { makings: Making[] }).makings, version: 2 }),
    })
    await useJobs().open(job({ id: idOf(52) }))
    const loading = useMakings().load()
    await nextTick()
    expect([d.chosen.value, d.ofJob.value]).toEqual([null, []])
    d.setSpec({ lengthMm: 77 })
    await vi.waitFor(() => expect(asked.some(a => a.what.startsWith('GET'))).toBe(true))
    bring({ makings: [hem], version: 1 })
    await loading
    await nextTick()
    expect([d.making.value.spec.lengthMm, useMakings().makings.map(m => m.name)]).toEqual([77, ['Hem']])
    expect(asked.filter(a => a.what.startsWith('PUT'))).toEqual([])
  })
  it('which of them was written on is found again when the board is opened anew', async () => {
    const d = await draftOf([kept(81, 'Side'), kept(82, 'Back')])
    d.choose(idOf(82))
    await nextTick()
    const browser = { ...window.localStorage }
    layOut()
    for (const [key, text] of Object.entries(browser)) window.localStorage.setItem(key, text as string)
    expect((await draftOf([kept(81, 'Side'), kept(82, 'Back')])).making.value.name).toBe('Back')
  })
  it('one that is gone gives way to the first there is', async () => {
    const d = await draftOf([kept(81, 'Side'), kept(82, 'Back')])
    d.choose(idOf(82))
    useMakings().drop(idOf(82))
    await nextTick()
    expect(d.chosen.value!.name).toBe('Side')
  })
})
