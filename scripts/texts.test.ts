import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { OLD_WORDS, textsOf, UNIT_LITERAL } from './lib/texts'

const texts = textsOf(fileURLToPath(new URL('..', import.meta.url)))

describe('what a person reads', () => {
  it('is found: screens, words, schemas, faults of core and answers of the server', () => {
    const folders = new Set(texts.map(t => t.file.split('/')[0]))
    expect([...folders].sort()).toEqual(['app', 'core', 'server', 'shared'])
    expect(texts.length).toBeGreaterThan(4000)
    expect(texts.some(t => t.file === 'app/pages/swatch.vue' && t.text.includes('Press this'))).toBe(true)
  })
  it('speaks the trade\'s words: none of those that it gave up', () => {
    expect(texts.filter(t => OLD_WORDS.some(w => w.test(t.text))).map(t => `${t.file}:${t.line} ${t.text.trim()}`)).toEqual([])
  })
  it('old words are noticed, and what only looks like one is not', () => {
    const isOld = (text: string) => OLD_WORDS.some(w => w.test(text))
    const old = ['Which cloth', 'its backings', 'The sole is hot', 'a hotter stop', 'No resin', 'three set-downs']
    const fine = ['under a press cloth', 'Stop here', 'solely', 'a clean cloth', 'stops at 110 °C']
    expect([...old, ...fine].filter(isOld)).toEqual(old)
  })
  it('no more units are written out in templates than there were', () => {
    expect(texts.filter(t => t.file.endsWith('.vue') && UNIT_LITERAL.test(t.text)).length).toBeLessThanOrEqual(MOST_UNITS)
  })
})
/** They go down to none as each field and figure takes the workroom's system of measure. */
const MOST_UNITS = 0
