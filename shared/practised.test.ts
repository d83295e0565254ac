import { describe, expect, it } from 'vitest'
import apprentice from '../public/practice/apprentice.json'
import { bestOfEach, NOTHING_PRACTISED, practiceRecordFrom, practisedToo, type Done } from './practised'

const done = (more: Partial<Done> = {}): Done => (
  { key: 'corner', seed: 1, near: 0.4, passed: false, at: '2026-11-23T08:40:00.000Z', ...more })
const file = (more: object = {}) => JSON.stringify({ format: 'ready-cuff-practice', version: 1, name: 'Wren', done: [done()], ...more })

describe('a sheet of exercises', () => {
  it('is read from its file', () => expect(practiceRecordFrom(file())).toEqual(
    { format: 'ready-cuff-practice', version: 1, name: 'Wren', done: [done()] }))
  it.each([
    ['no JSON', 'hello'], ['null', 'null'], ['another format', file({ format: 'x' })], ['a newer version', file({ version: 2 })],
    ['no list', file({ done: 'all' })], ['an unknown exercise', file({ done: [{ ...done(), key: 'juggling' }] })],
    ['a result over the best', file({ done: [done({ near: 3 })] })], ['a seed that is none', file({ done: [done({ seed: 1.5 })] })],
    ['a day that is none', file({ done: [done({ at: 'yesterday' })] })], ['a name that is none', file({ name: 7 })],
    ['far too much', `${file()}${' '.repeat(300_000)}`],
  ])('%s is refused, and nothing is changed', (_, text) => expect(() => practiceRecordFrom(text)).toThrow('Nothing was changed'))
  it('the best of each counts, and whether it was ever done', () => {
    const best = bestOfEach([done(), done({ near: 0.9, passed: true }), done({ near: 0.2 }), done({ key: 'velvet', near: 0.1 })])
    expect(best.get('corner')).toEqual({ near: 0.9, passed: true, times: 3 })
    expect(best.get('velvet')).toEqual({ near: 0.1, passed: false, times: 1 })
    expect(best.has('order')).toBe(false)
  })
  it('the one that lies in the demo can be taken up, half done', () => {
    const sheet = practiceRecordFrom(JSON.stringify(apprentice))
    const best = bestOfEach(sheet.done)
    expect([...best.values()].filter(b => b.passed).length).toBeGreaterThan(3)
    expect(best.size).toBeLessThan(12)
  })
  it('one more goes to the end; of very many the oldest go', () => {
    const full = Array.from({ length: 400 }, (_, seed) => done({ seed }))
    const now = practisedToo({ ...NOTHING_PRACTISED, done: full }, done({ seed: 999 })).done
    expect([now.length, now[0]!.seed, now.at(-1)!.seed]).toEqual([400, 1, 999])
    expect(NOTHING_PRACTISED.done).toEqual([])
  })
})
