import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIBRE_KEYS, FIBRES } from './fibres'
import { moveBorder, readLabel } from './label'

const of = (text: string) => {
  const r = readLabel(text)
  return r.read ? Object.fromEntries(r.fibres.map(f => [f.fibre, f.sharePct])) : r.why
}

describe('what a label says', () => {
  it.each([
    ['80 wool 20 nylon', { wool: 80, polyamide6: 20 }],
    ['80% Wool, 20% Nylon', { wool: 80, polyamide6: 20 }],
    ['wool 80 % / polyamide 20 %', { wool: 80, polyamide6: 20 }],
    ['65/35 polycotton', { polyester: 65, cotton: 35 }],
    ['35/65 cotton poly', { cotton: 35, polyester: 65 }],
    ['cotton', { cotton: 100 }],
    ['100 % pure new wool', { wool: 100 }],
    ['55% LI 45% CV', { linen: 55, viscose: 45 }],
    ['62,5 % polyester 37,5 % viscose', { polyester: 62.5, viscose: 37.5 }],
    ['97 cotton and elastane', { cotton: 97, elastane: 3 }],
    ['Shell: 60 cotton, 30 cotton, 10 silk', { cotton: 90, silk: 10 }],
    ['33 wool 33 silk 33 linen', 'sharesWrong'],
    ['98.9 wool 0.7 silk', { wool: 99.3, silk: 0.7 }],
    ['80wool 20silk', { wool: 80, silk: 20 }],
    ['50 metallised cotton 50 polyamide 66', { metallisedCotton: 50, polyamide66: 50 }],
    ['cotton linen', 'sharesMissing'],
    ['70 wool 40 silk nylon', 'sharesMissing'],
    ['70 wool 20 nylon', 'sharesWrong'],
    ['120 wool 20 nylon', 'sharesWrong'],
    ['0 wool 100 silk', 'sharesWrong'],
    ['', 'empty'], ['100 %', 'noFibre'],
  ])('%s', (text, is) => expect(of(text)).toEqual(is))
  it('largest share first; a mixture by its name alone has what is usual, and says so', () => {
    const wool = readLabel('20 nylon 80 wool')
    expect(wool.read && wool.fibres.map(f => f.fibre)).toEqual(['wool', 'polyamide6'])
    expect(readLabel('polycotton')).toMatchObject({ origin: 'typical', fibres: [{ fibre: 'polyester', sharePct: 65 }, { sharePct: 35 }] })
    expect(readLabel('65/35 polycotton')).toMatchObject({ origin: 'label' })
    expect(readLabel('silk')).toMatchObject({ origin: 'label' })
  })
  it('what is no fibre is named; part of a word is not the word', () => {
    expect(readLabel('80 wool 20 kryptonite')).toEqual({ read: false, why: 'unknownWord', word: 'kryptonite' })
    expect(readLabel('woollen')).toEqual({ read: false, why: 'unknownWord', word: 'woollen' })
  })
  it('every fibre is read by its own name', () => {
    for (const key of FIBRE_KEYS) {
      const name = FIBRES[key].name.split(/[,(]/)[0]!.trim()
      // Of two yarns of one name the one that takes less heat is meant.
      expect(of(`100 ${name}`), name).toEqual({ [key === 'metallisedCotton' ? 'metallisedPlastic' : key]: 100 })
    }
  })
  it('shares written out are read as they were, whatever their order and their signs', () => {
    const words = ['wool', 'cotton', 'silk', 'polyester', 'acrylic', 'elastane']
    fc.assert(fc.property(fc.shuffledSubarray(words, { minLength: 2, maxLength: 4 }), fc.array(fc.integer({ min: 1, max: 30 }),
      { minLength: 3, maxLength: 3 }), fc.constantFrom(' ', ' % ', '%, '), (names, parts, sign) => {
      const some = parts.slice(0, names.length - 1), shares = [...some, 100 - some.reduce((a, b) => a + b, 0)]
      const found = of(names.map((n, i) => `${shares[i]}${sign}${n}`).join(sign === '%, ' ? ', ' : ' '))
      expect(found).toEqual(Object.fromEntries(names.map((n, i) => [n, shares[i]])))
    }))
  })
})

describe('a border between two shares', () => {
  it('moves what one has to the other, and no further than to its least', () => {
    expect(moveBorder([80, 20], 0, 65)).toEqual([65, 35])
    expect(moveBorder([50, 30, 20], 1, 60)).toEqual([50, 10, 40])
    expect(moveBorder([50, 30, 20], 1, 10)).toEqual([50, 1, 49])
    expect(moveBorder([80, 20], 0, 130)).toEqual([99, 1])
  })
  it('keeps the sum, and every share above nothing', () => {
    fc.assert(fc.property(fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 6 }), fc.nat(4),
      fc.double({ min: -50, max: 200, noNaN: true }), (shares, at, to) => {
        const border = at % (shares.length - 1), moved = moveBorder(shares, border, to)
        expect(moved.reduce((a, b) => a + b, 0)).toBeCloseTo(shares.reduce((a, b) => a + b, 0), 6)
        expect(Math.min(...moved)).toBeGreaterThan(0)
        expect(moved.filter((s, i) => s !== shares[i] && i !== border && i !== border + 1)).toEqual([])
      }))
  })
})
