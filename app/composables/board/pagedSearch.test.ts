// @vitest-environment happy-dom
import { FetchError } from 'ofetch'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { effectScope, ref } from 'vue'
import { usePagedSearch } from './pagedSearch'

afterEach(() => vi.unstubAllGlobals())
const tick = () => new Promise<void>((done) => { setTimeout(done) })
const refusal = Object.assign(new FetchError('no'), {
  response: { status: 422 }, data: { type: 'about:blank', title: 'No', status: 422, detail: 'Weight: give a number.', errors: [] },
})

/** A search whose answers come on request. */
async function search() {
  const open: { answer: (rows: string[]) => void, refuse: () => void }[] = []
  vi.stubGlobal('$fetch', () => new Promise((done, fail) => {
    open.push({ answer: rows => done({ rows, total: rows.length, page: 1, size: 60 }), refuse: () => fail(refusal) })
  }))
  const filters = ref<Record<string, string | undefined>>({})
  const found = effectScope().run(() => usePagedSearch<string>('/api/x', filters))!
  await tick()
  const ask = async (fibre: string) => {
    filters.value = { fibre }
    await tick()
    return open.at(-1)!
  }
  return { found, first: open[0]!, ask }
}

describe('a search', () => {
  it('an answer that comes late neither shows its rows nor takes a newer problem away', async () => {
    const { found, first, ask } = await search(), newer = await ask('wool')
    newer.refuse()
    await tick()
    expect(found.problem.value).toBe('Weight: give a number.')
    first.answer(['old'])
    await tick()
    expect([found.page.value, found.problem.value]).toEqual([null, 'Weight: give a number.'])
    ;(await ask('silk')).answer(['new'])
    await tick()
    expect([found.page.value?.rows, found.problem.value]).toEqual([['new'], null])
  })

  it('knows whether something was asked for: else an empty page means that nothing is kept yet', async () => {
    const { found, ask } = await search()
    expect(found.isFiltered.value).toBe(false)
    found.q.value = '  '
    expect(found.isFiltered.value).toBe(false)
    found.q.value = 'lawn'
    expect(found.isFiltered.value).toBe(true)
    found.q.value = ''
    await ask('wool')
    expect(found.isFiltered.value).toBe(true)
  })
})
