import { describe, expect, it } from 'vitest'
import { runProgramme, steadySole } from '../heat'
import { ROOM_C } from '../materials'
import { COARSE } from '../recipe'
import { FABRICS, IRON } from '../seam/fabrics.fixture'
import type { FabricInput } from '../stack'
import {
  easeMm, easesRound, hemStack, longestStraightMm, openStretches, planHem, shortenLegs, tapeDry, tapeCut, tapeFor, type HemAsk,
  type HemPressed,
  type Leg,
} from '.'

const tape = { massGsm: 32, thicknessMm: 0.12, base: 'polyamide66' as const, adhesive: 'polyamideWeb' as const, adhesiveGsm: 32 }
const low = { massGsm: 30, thicknessMm: 0.12, base: 'polyester' as const, adhesive: 'evaWeb' as const, adhesiveGsm: 30 }
const ask = (more: Partial<HemAsk> = {}): HemAsk => ({
  fabric: FABRICS.twill, turnedPlies: 1, tape, dryTape: null, lining: null, pressCloth: 'muslin', surface: 'padded', iron: IRON,
  blendRule: 'strict',
  cooling: 'touch', ...more,
})

describe('hem arithmetic, by hand', () => {
  const shelf = [{ id: 'a', wideMm: 10, stockM: 5 }, { id: 'b', wideMm: 20, stockM: 5 }, { id: 'c', wideMm: 30, stockM: 5 }]
  it('1: a 30 mm hem takes the 20 mm tape: 30 mm would show', () => expect(tapeFor(30, shelf)!.id).toBe('b'))
  it('2: exactly three over is too little', () => expect(tapeFor(23, shelf)!.id).toBe('a'))
  it('3: no tape is narrow enough for 12 mm', () => expect(tapeFor(12, shelf)).toBeNull())
  it('4: of two alike the fuller roll', () => expect(tapeFor(30, [...shelf, { id: 'd', wideMm: 20, stockM: 9 }])!.id).toBe('d'))
  it('5: 180 mm come down want 200 mm of tape in one piece', () =>
    expect(tapeCut([{ fromMm: 100, lengthMm: 180 }], 1200, null)).toEqual([{ pieces: 1, eachMm: 200, totalMm: 200 }]))
  it('6: runs that meet are one, also over the beginning', () => {
    expect(openStretches([{ fromMm: 0, lengthMm: 100 }, { fromMm: 80, lengthMm: 100 }], 1000)).toEqual([{ fromMm: 0, lengthMm: 180 }])
    expect(openStretches([{ fromMm: 950, lengthMm: 100 }], 1000)).toEqual([{ fromMm: 0, lengthMm: 50 }, { fromMm: 950, lengthMm: 50 }])
  })
  it('7: all of a hem is no more than once round', () => expect(tapeCut([{ fromMm: 0, lengthMm: 600 }], 600, null)[0]!.totalMm).toBe(600))
  it('8: a circle skirt, 30 mm deep, has 188.5 mm to ease; a quarter of it 47.1', () => {
    expect(easeMm(30, 360)).toBeCloseTo(188.496, 3)
    expect(easeMm(30, 90)).toBeCloseTo(47.124, 3)
    expect(easeMm(0, 360)).toBe(0)
  })
  it('9: a web eases round a skirt in one piece; a woven tape goes straight for 84.9 mm, and takes seven', () => {
    expect(longestStraightMm(900)).toBeCloseTo(84.853, 3)
    expect(tapeCut([{ fromMm: 0, lengthMm: 500 }], 5600, 970)[0]!.pieces).toBe(1)
    expect([easesRound(334, { wideMm: 20, givePct: 12 }), easesRound(333, { wideMm: 20, givePct: 12 })]).toEqual([true, false])
    const [cut] = tapeCut([{ fromMm: 0, lengthMm: 500 }], 5600, 900, { wideMm: 20, givePct: 1 })
    expect(cut).toMatchObject({ pieces: 7, totalMm: 520 })
    // Its ends lie on the curve: in the middle it is off by no more than the millimetre.
    expect(900 - Math.sqrt(900 ** 2 - (cut!.eachMm / 2) ** 2)).toBeLessThanOrEqual(1.001)
  })
  it('10: a pair of trousers with unequal legs', () => {
    const legs: Leg[] = [
      { name: 'Left', nowMm: 1050, fabricMm: 1100, wantedMm: 1000 }, { name: 'Right', nowMm: 1042, fabricMm: 1092, wantedMm: 1000 },
    ]
    expect(shortenLegs(legs, 40, 10, { foldRoundMm: 400, edgeRoundMm: 392 })).toEqual({
      legs: [
        { name: 'Left', foldMm: 1000, cutMm: 1050, cutAwayMm: 50, byMm: 50 },
        { name: 'Right', foldMm: 1000, cutMm: 1050, cutAwayMm: 42, byMm: 42 },
      ],
      unequalNowMm: 8, unequalWantedMm: 0, easeMm: -16,
    })
    // A leg may be let down.
    expect(shortenLegs([{ ...legs[0]!, wantedMm: 1060 }], 30, 10).legs[0]).toMatchObject({ byMm: -10, cutAwayMm: 0 })
  })
  it('what makes no sense is named, with what would do', () => {
    expect(() => tapeFor(0, shelf)).toThrow('Depth')
    expect(() => longestStraightMm(0)).toThrow('Radius')
    expect(() => easeMm(20, -5)).toThrow('Turn')
    expect(() => easeMm(-20, 90)).toThrow('Depth')
    expect(() => openStretches([{ fromMm: 0, lengthMm: -2 }], 500)).toThrow('Come down')
    expect(() => openStretches([{ fromMm: 600, lengthMm: 20 }], 500)).toThrow('beyond the end')
    expect(() => openStretches([{ fromMm: 0, lengthMm: 600 }], 500)).toThrow('longer than the hem')
    expect(() => openStretches([], 0)).toThrow('Around')
    const short = { name: 'Left', nowMm: 900, fabricMm: 1000, wantedMm: 980 }
    expect(() => shortenLegs([short], 40, 10)).toThrow('Left: its fabric ends 30 mm short of what is wanted. A hem of 10 mm could be had')
    expect(() => shortenLegs([{ ...short, nowMm: 1010 }], 40, 10)).toThrow('longer than its fabric')
    expect(() => shortenLegs([short], 10, 10)).toThrow('Turned in')
    expect(() => shortenLegs([], 10, 0)).toThrow('at least one')
  })
})

describe('a hem pressed', () => {
  const damp = (more: Partial<HemAsk> = {}) => {
    const p = planHem(ask(more))
    if (p.how !== 'damp') throw new Error(`refused: ${p.because.why}`)
    return p
  }
  it('is held until the press cloth is dry and the tape holds', () => {
    for (const fabric of [FABRICS.poplin, FABRICS.twill, FABRICS.worsted]) {
      const p = damp({ fabric })
      expect([p.recipe.method, p.recipe.setting.meanC, p.recipe.pressClothWaterGsm]).toEqual(['damp', 150, 80])
      // Muslin wrung damp is dry again after some ten seconds, more over thicker fabric.
      expect(p.pressClothDryS!).toBeGreaterThan(7)
      expect(p.pressClothDryS!).toBeLessThan(18)
      // At least until both, and some seconds more for the bond, which nobody sees.
      expect(p.recipe.holdS).toBeGreaterThanOrEqual(Math.max(p.pressClothDryS!, p.bondS + 2))
      expect(p.recipe.holdS).toBeLessThanOrEqual(Math.max(p.pressClothDryS! + 1, p.bondS * 1.2 + 2))
      expect(p.bond).toBeGreaterThanOrEqual(1.05)
      expect(p.harm).toBeLessThan(0.8)
    }
  })
  it('two plies turned up take longer than one, and a wetter press cloth than that', () => {
    const iron = { ...IRON, settings: [IRON.settings[1]!] }, thin = { iron, fabric: FABRICS.mixed }
    const one = damp(thin), two = damp({ ...thin, turnedPlies: 2 })
    const hot = { iron: { ...IRON, settings: [IRON.settings[2]!] } }, muslin = damp(hot), drill = damp({ ...hot, pressCloth: 'drill' })
    expect(two.bondS).toBeGreaterThan(one.bondS)
    // Where that is too long for one touch and a hotter setting is quicker, that one is taken.
    expect(two.recipe.holdS).toBeGreaterThan(20)
    expect(damp({ turnedPlies: 2 }).recipe).toMatchObject({ setting: { meanC: 195 } })
    expect(drill.pressClothDryS!).toBeGreaterThan(muslin.pressClothDryS!)
  })
  it('too long for one touch from the inside, it is pressed through the right side: one ply over the tape', () => {
    const from = (fabric: FabricInput, turnedPlies: 1 | 2) => damp({ fabric, turnedPlies }).recipe
    expect([from(FABRICS.worsted, 1).firstSide, from(FABRICS.worsted, 2).firstSide]).toEqual(['back', 'face'])
    expect(from(FABRICS.worsted, 2).holdS).toBeLessThan(30)
    const { work } = hemStack(ask({ lining: FABRICS.viscose, turnedPlies: 2 }), tape, 80, 'face')
    expect(work.map(l => l.id)).toEqual(['fabric', 'adhesive', 'turned1', 'turned0', 'lining'])
    // What may never meet the iron on its right side does not, however long it takes.
    const printed = planHem(ask({ fabric: { ...FABRICS.denim, finishes: ['flock'] }, turnedPlies: 2, tape: low, pressCloth: 'organza' }))
    expect(printed.how === 'damp' && printed.recipe.firstSide === 'face').toBe(false)
  })
  it('every hem by hand can be counted: six seconds at least, two to spare before it hurts', () => {
    for (const fabric of Object.values(FABRICS)) for (const turnedPlies of [1, 2] as const) {
      const p = planHem(ask({ fabric, turnedPlies }))
      if (p.how !== 'damp') continue
      expect(p.recipe.holdS).toBeGreaterThanOrEqual(6)
      expect(p.recipe.holdS).toBeLessThanOrEqual(40)
      expect(p.recipe.holdS - p.bondS).toBeGreaterThanOrEqual(2)
    }
  })
  it('a lining behind: held clear where it cannot be wet or gets too hot, left where it may', () => {
    expect(damp({ lining: FABRICS.acetate }).lining).toMatchObject({ holdClear: true, keepSoleOff: true, limitC: 125 })
    const may = damp({ lining: FABRICS.viscose }).lining!
    expect([may.holdClear, may.keepSoleOff]).toEqual([false, false])
    expect(may.peakC).toBeLessThan(may.limitC)
    expect(damp({ lining: FABRICS.film }).lining!.holdClear).toBe(true)
    expect(damp().lining).toBeNull()
  })
  it('a lining gets as hot as in a press of just that hold, not as in a longer one', () => {
    const a = ask({ lining: FABRICS.viscose }), { recipe, lining } = damp({ lining: FABRICS.viscose })
    const peakC = (holdS: number) => {
      const phases = [{ kind: 'down' as const, durationS: holdS, pressureKPa: recipe.pressureKPa }]
      const asked = { sole: steadySole(recipe.setting.meanC), phases, roomC: ROOM_C }
      const run = runProgramme(hemStack(a, tape, recipe.pressClothWaterGsm), asked, COARSE)
      return Math.max(...run.layers.find(l => l.layer.id === 'lining')!.hottestC.subarray(0, run.steps))
    }
    expect(lining!.peakC).toBeCloseTo(peakC(recipe.holdS), 0)
    expect(peakC(60)).toBeGreaterThan(lining!.peakC + 2)
  })
  it('its lining lies under all the rest', () => {
    const { work } = hemStack(ask({ lining: FABRICS.viscose, turnedPlies: 2 }), tape, 80)
    expect(work.map(l => l.id)).toEqual(['turned0', 'turned1', 'adhesive', 'fabric', 'lining'])
  })
  it('what cannot stand it is refused, with what to do instead', () => {
    const refused = (more: Partial<HemAsk>) => {
      const p = planHem(ask(more))
      if (p.how !== 'refused') throw new Error('it was not refused')
      return p
    }
    expect(refused({ fabric: FABRICS.gassed }).because.why).toBe('damages')
    // Poly-cotton is what hem tape is used on most.
    expect(planHem(ask({ fabric: FABRICS.mixed })).how).toBe('damp')
    expect(refused({ fabric: FABRICS.silk }).because.why).toBe('noWater')
    expect(refused({ fabric: FABRICS.velvet }).because.why).toBe('pile')
    expect(refused({ fabric: FABRICS.film })).toEqual({ how: 'refused', because: { why: 'noHeat', fumes: false }, dry: null })
    expect(refused({ fabric: FABRICS.silk }).dry).toBeNull()
    const dry: HemPressed = refused({ fabric: FABRICS.silk, dryTape: low }).dry!
    expect([dry.recipe.method, dry.recipe.lean, dry.pressClothDryS]).toEqual(['dry', 'weight', null])
    expect(dry.bond).toBeGreaterThanOrEqual(1.05)
    expect(refused({ tape: { ...tape, adhesive: null } }).because.why).toBe('noAdhesive')
    expect(refused({ iron: { kind: 'household', settings: [{ ...IRON.settings[0]!, meanC: 90 }] } }).because.why).toBe('neverBonds')
  })
  it('a butted join of wadding is taped from above, dry, at the heat of its own fibre', () => {
    const wadding = (fibre: 'cotton' | 'polyester' | 'polypropylene') => ({
      fibres: [{ fibre, sharePct: 100 }], construction: 'fleece' as const, massGsm: 160, thicknessMm: 4, mayGetWet: true,
      nap: 'none' as const, finishes: [],
    })
    const cotton = tapeDry(ask({ fabric: wadding('cotton'), tape })) as HemPressed
    expect([cotton.recipe.method, cotton.pressClothDryS, cotton.lining]).toEqual(['dry', null, null])
    expect(cotton.bond).toBeGreaterThanOrEqual(1.05)
    const polyester = tapeDry(ask({ fabric: wadding('polyester'), tape })) as HemPressed
    expect(polyester.recipe.setting.meanC).toBeLessThanOrEqual(155)
    expect(tapeDry(ask({ fabric: wadding('polypropylene'), tape }))).toBeNull()
    expect(tapeDry(ask({ fabric: wadding('cotton'), tape: { ...tape, adhesive: null } }))).toBeNull()
  })
})
