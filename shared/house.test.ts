import { describe, expect, it } from 'vitest'
import { habitsOf, houseOf, meetsBareSole, RULE_KEYS, RULES, rulesSchema } from './house'
import { fabric } from './kept.fixture'

const usual = rulesSchema.parse({})

describe('the rules of the house', () => {
  it('each has a usual school among its own, and no two of its schools are the same', () => {
    for (const key of RULE_KEYS) {
      const values = RULES[key].schools.map(s => s.value as string)
      expect([values.includes(RULES[key].usual), new Set(values).size]).toEqual([true, values.length])
    }
  })
  it('what is no school is refused in its rule\'s own words', () => {
    for (const key of RULE_KEYS) {
      const { error } = rulesSchema.safeParse({ [key]: 'as the wind blows' })
      expect(error?.issues.map(i => [i.path.join('.'), i.message])).toEqual([[key, RULES[key].error]])
    }
  })
  it('come to figures, and to yes or no', () => {
    expect(houseOf({ ...usual, washes: '3', places: '2', clock: 'seconds', pressCloth: 'always', seams: 'closed',
      view: 'simple' } as never))
      .toMatchObject({ washes: 3, places: 2, clockIsBond: false, isPressClothAlways: true, areSeamsOpen: false, isSimple: true })
    expect([houseOf(usual), houseOf({ ...usual, pens: 'edgesSecond' }), houseOf({ ...usual, pens: 'one' })].map(h => h.pens))
      .toEqual([{ edge: 1, mark: 2 }, { edge: 2, mark: 1 }, { edge: 1, mark: 1 }])
    expect(houseOf(usual)).toMatchObject({ washes: Number(usual.washes), clockIsBond: usual.clock === 'bond', isSimple: false })
    expect(habitsOf({ ...usual, bearing: 'weight', warm: 'no', sides: 'both', patience: '30', moisture: 'dry', cooling: 'cold' } as never))
      .toEqual({ lean: false, warmFirst: false, bothSides: true, patienceS: 30, moisture: 'dry', cooling: 'cold' })
  })
})

describe('a bare sole', () => {
  const linen = fabric({ massGsm: 180, fibres: [{ fibre: 'linen', sharePct: 60 }, { fibre: 'cotton', sharePct: 40 }] })
  const bare = { pressCloth: 'sturdyBare' } as const
  it('meets sturdy cotton and linen, in a house that has it so', () => {
    expect([meetsBareSole(linen, bare), meetsBareSole(linen, { pressCloth: 'always' })]).toEqual([true, false])
  })
  it.each<[string, Parameters<typeof fabric>[0]]>([
    ['a light fabric', { massGsm: 99 }], ['a fibre among them that is not sturdy',
      { fibres: [{ fibre: 'cotton', sharePct: 95 }, { fibre: 'elastane', sharePct: 5 }] }],
    ['a fabric of unknown fibre', { fibres: [] }], ['one with a finish', { finishes: ['waxed'] as never }],
  ])('never %s', (_what, more) => expect(meetsBareSole({ ...linen, ...more }, bare)).toBe(false))
  it('just heavy enough is enough', () => expect(meetsBareSole({ ...linen, massGsm: 100 }, bare)).toBe(true))
})
