import { describe, expect, it } from 'vitest'
import type { Step } from '#core/press'
import type { Recipe } from '#core/recipe'
import {
  careWords, followingWords, glueLineSentence, harmSoonWords, jobDiffers, keyWords, layUpWords, lyingWords, nextReason, nextWords,
  oddSentence, orderWords, pinSentence, makerStoredSentence, soleSentence, awayWords, wantedWords,
} from '.'

const step = (kind: Step['kind'], over: Partial<Step> = {}): Step => ({ kind, forS: 12, side: 'back', pass: 0, placement: 0, ...over })
const recipe = (over: Partial<Recipe> = {}) => ({ warmS: 0, lean: 'lean', method: 'dry', ...over }) as Recipe
const session = (over: object = {}) => ({ recipe: recipe(), placements: 1, interrupted: null, ...over })

describe('what the hands are to do', () => {
  it.each<[string, Parameters<typeof orderWords>, string]>([
    ['ready', ['ready', null, false, session()], 'Lay the layers, then press'],
    [
      'ready to warm', ['ready', null, false, session({ recipe: recipe({ warmS: 5 }) })],
      'Lay out the fabric alone, then press',
    ],
    ['warming', ['running', step('warm'), false, session()], 'Warm the fabric'],
    ['warmed', ['running', step('warm'), true, session()], 'Lift'],
    ['laying', ['running', step('lay'), true, session()], 'Lay the interfacing and the press cloth on'],
    ['leaned on', ['running', step('down'), false, session()], 'Press firmly, hold still'],
    ['by weight', ['running', step('down'), false, session({ recipe: recipe({ lean: 'weight' }) })], 'Hold still'],
    ['done', ['running', step('down'), true, session()], 'Lift'],
    ['a third print', ['running', step('down', { placement: 2 }), false, session({ placements: 4 })],
      'Press firmly, hold still, position 3'],
    ['second side', ['running', step('down', { pass: 1 }), false, session()], 'Second side: hold still'],
    ['turning', ['running', step('turn'), false, session()], 'Turn it over'],
    ['turned', ['running', step('turn'), true, session()], 'Turn it over, then set down'],
    ['cooling', ['running', step('cool'), false, session()], 'Cool flat under the clapper. Do not move it'],
    ['cold', ['running', step('cool'), true, session()], 'Cold: grade it'],
    ['interrupted', ['running', step('down'), false, session({ interrupted: { afterS: 3 } })],
      'Interrupted: press again in the same place'],
    ['to grade', ['judge', null, false, session()], 'Cold: grade it'],
  ])('%s', (_, args, words) => expect(orderWords(...args)).toBe(words))
  it('and what the key does, and what comes after', () => {
    expect([keyWords(null, false), keyWords('down', false), keyWords('down', true), keyWords('cool', false)]).toEqual([
      'set down', 'lift', 'press again', 'it is cold',
    ])
    const following = [undefined, step('warm'), step('lay'), step('down'), step('turn'), step('cool', { forS: 20 })]
    expect(following.map(s => followingWords(s))).toEqual([
      'grade the edge', 'warm the fabric', 'lift, lay the interfacing and the press cloth on', 'set down, 12\u00A0s', 'lift, turn it over',
      'lift, flat under the clapper for 20\u00A0s',
    ])
  })
  it('how it is laid up: warmed alone, misted or wrung where the recipe says so, never slid', () => {
    const names = { fabric: 'Poplin', supply: 'Lawn', pressCloth: 'Muslin' }
    expect(layUpWords(recipe({ warmS: 5, method: 'mist' }), names, 'interfacing side up')).toEqual([
      'First Poplin alone, muslin, 5\u00A0s', 'Lawn: adhesive side to the wrong side of Poplin', 'Mist the fabric lightly',
      'Muslin on top, interfacing side up', 'Do not slide: press, hold, lift',
    ])
    const bare = layUpWords(recipe({ method: 'damp' }), { ...names, pressCloth: null }, 'face up')
    expect(bare[1]).toBe('Wring the press cloth out well')
    expect(bare[2]).toBe('No press cloth on top, face up')
    expect(layUpWords(recipe({ method: 'steam' }), names, 'face up')).toHaveLength(3)
  })
  it('harm and a cold iron are said in time', () => {
    expect(harmSoonWords('scorch', 3.2)).toMatch(/begins in 4 s$/)
    expect(harmSoonWords('scorch', 0)).toMatch(/has begun: lift now$/)
    expect(soleSentence({ c: 40, shutOff: false, readyInS: 65 }, false)).toBe(
      'The iron is at 40 °C, ready in 65\u00A0s. If you press now, press longer.',
    )
    expect(soleSentence({ c: 40, shutOff: false, readyInS: null }, true)).toBe('The iron is at 40 °C: press longer.')
    expect(soleSentence({ c: 90, shutOff: true, readyInS: 9 }, true)).toMatch(/switched itself off and is at 90 °C\. Pick it up/)
  })
  it('what lies beside the board', () => {
    expect(lyingWords({ fabricName: 'Poplin', phase: 'running', leftS: 7.2 })).toBe('Poplin: cooling 8\u00A0s')
    expect(lyingWords({ fabricName: 'Poplin', phase: 'running', leftS: 0 })).toBe('Poplin: cold')
    expect(lyingWords({ fabricName: 'Poplin', phase: 'judge', leftS: 0 })).toBe('Poplin: to grade')
    const at = (h: number, min: number, day = 5) => new Date(2026, 2, day, h, min).getTime()
    const all = { waiting: 0, refused: 0, awaySinceMs: null, copyOfMs: null, nowMs: at(15, 0) }
    expect(awayWords(all)).toBeNull()
    expect(awayWords({ ...all, waiting: 3, awaySinceMs: at(14, 5) })).toBe('kept here: 3, server away since 14:05')
    expect(awayWords({ ...all, awaySinceMs: at(14, 5), copyOfMs: at(9, 30, 3) }))
      .toBe('server away since 14:05, shown as of 3 Mar, 09:30')
    expect(awayWords({ ...all, refused: 1 })).toBe('1 refused')
  })
})

describe('a job in words', () => {
  it('every step has its order and its reason', () => {
    const steps = [
      { do: 'findFibre' }, { do: 'match' }, { do: 'swatch' }, { do: 'swatchAgain', failed: 2 }, { do: 'wash', left: 3 }, { do: 'draw' },
      { do: 'cut', cut: 2, parts: 6 }, { do: 'press', parts: 6 },
    ] as const
    expect(steps.map(nextWords)).toEqual([
      'Corner test', 'Choose interfacing', 'Press a test swatch', 'Press another test swatch', 'Wash the test swatch, 3 times',
      'Draw the pieces', 'Lay out and cut', 'Press it',
    ])
    expect(new Set(steps.map(nextReason)).size).toBe(steps.length)
    expect(nextReason({ do: 'cut', cut: 0, parts: 6 })).toBe('Proved; 6 parts to cut.')
    expect(nextReason({ do: 'cut', cut: 2, parts: 6 })).toBe('2 of 6 parts are cut.')
    expect(nextReason({ do: 'swatchAgain', failed: 1 })).toBe('Last test swatch failed.')
    expect(nextReason({ do: 'swatchAgain', failed: 2 })).toBe('2 test swatches failed.')
    expect(nextWords({ do: 'wash', left: 1 })).toBe('Wash the test swatch once')
  })
  it.each([
    [null, 'no date'], ['2026-11-20', '5 days late'], ['2026-11-24', 'due yesterday'], ['2026-11-25', 'for today'],
    ['2026-11-26', 'for tomorrow'], ['2026-12-08', 'in 13 days'], ['2026-12-09', 'in 2 weeks'], ['2027-01-06', 'in 6 weeks'],
  ])('wanted %s: %s', (forWhen, words) => expect(wantedWords(forWhen, '2026-11-25')).toBe(words))
  it('care in few words', () => {
    expect(careWords({ washC: 40, tumble: 'low', dryClean: false })).toBe('wash 40 °C, low dryer')
    expect(careWords({ washC: 0, tumble: 'no', dryClean: true })).toBe('not washed, dry-cleaned')
  })
  it('where two versions part', () => {
    const mine = {
      name: 'Shirts', garment: 'Shirt', forWhen: null, washC: 40, tumble: 'no' as const, dryClean: false, fabrics: [{ fabricId: 'a' }],
    }
    expect(jobDiffers(mine, { ...mine })).toBe('Yours is the same.')
    expect(jobDiffers({ ...mine, name: 'Twelve shirts', washC: 60 }, mine)).toBe(
      'Yours differs in name (Twelve shirts), care (wash 60 °C, no dryer).',
    )
    expect(jobDiffers({ ...mine, forWhen: '2026-12-01', fabrics: [{ fabricId: 'b' }] }, mine)).toMatch(/day \(2026-12-01\), fabrics \(1\)/)
  })
})

describe('the map and the sheets', () => {
  it('say in words what the picture shows', () => {
    expect(pinSentence(14, 154, { bond: 0.97, damage: 0.02 })).toBe('14\u00A0s at 154 °C: 97 % likely to bond, 2 % to be damaged')
    expect(glueLineSentence(130, [118, 140])).toBe('Glue line reached 130 °C; its window is 118 °C to 140 °C')
    expect([oddSentence(1), oddSentence(2)]).toEqual([
      'One does not fit the others and was given little weight.', '2 do not fit the others and were given little weight.',
    ])
    const stored = (is: boolean, refused: number) => makerStoredSentence({ stored: is, counts: { refused } })
    expect([stored(true, 0), stored(false, 2), stored(false, 0)]).toEqual([
      'Stored.', 'Nothing is stored until every row is in order.', 'Nothing is stored yet.',
    ])
  })
})
