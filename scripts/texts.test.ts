import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { OLD_WORDS, textsOf, textsOfFile, UNIT_LITERAL, wordingFault } from './lib/texts'

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
  it('no unit is written out on a screen', () => {
    expect(texts.filter(t => t.file.startsWith('app/') && UNIT_LITERAL.test(t.text)).map(t => `${t.file}:${t.line}`)).toEqual([])
  })
  it.each([
    ['app/pages/x.vue', '<template><p>Which cloth is it?</p></template>', /"cloth" is not what the trade says/],
    ['app/pages/x.vue', '<template><p>{{ wide }} mm wide</p><p>5 mm of hem</p></template>', /A unit comes from/],
    ['app/stores/x.ts', 'const note = `Cut it ${wide} mm wide.`', /A unit comes from/],
    ['core/x.ts', 'throw new RangeError(`Hem: ${deep} mm is too deep for this backing.`)', /"backing" is not/],
  ])('the linter refuses in %s: %s', (file, source, fault) => {
    expect(textsOfFile(file, source).map(wordingFault).find(Boolean)).toMatch(fault)
  })
  it.each([
    ['core/x.ts', 'throw new RangeError(`Hem: ${deep} mm is too deep.`)'], ['app/pages/x.vue', '<template><p>Stop here.</p></template>'],
    ['app/pages/x.test.ts', 'const name = "Which cloth is it?"'], ['scripts/x.ts', 'const name = "Which cloth is it?"'],
  ])('and lets pass in %s: %s', (file, source) => {
    expect(textsOfFile(file, source).map(wordingFault).filter(Boolean)).toEqual([])
  })
})
