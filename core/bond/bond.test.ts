import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ADHESIVES, ADHESIVE_KEYS } from '../materials'
import { runProgramme, steadySole } from '../heat'
import { buildStack } from '../stack'
import { bondOf, bondRatePerS, gradeOf, GRADE_SPEED, PRESSURE_EXPONENT, shifted } from '.'

const adhesives = fc.constantFrom(...ADHESIVE_KEYS).map(k => ADHESIVES[k])

describe('bonding rate', () => {
  it.each(ADHESIVE_KEYS)('%s bonds in its own hold at mid-window under its own pressure', (key) => {
    const r = ADHESIVES[key]
    expect(bondRatePerS(r, (r.windowC[0] + r.windowC[1]) / 2, 0, r.pressureKPa) * r.holdS).toBeCloseTo(1, 10)
  })
  it('is nothing below the melting range, never falls with heat, moisture or pressure', () => {
    fc.assert(
      fc.property(
        adhesives, fc.double({ min: 20, max: 220, noNaN: true }), fc.double({ min: 0.3, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (r, c, p, moist) => {
          if (c <= r.meltC[0] - r.wetShiftC) expect(bondRatePerS(r, c, moist, p)).toBe(0)
          const here = bondRatePerS(r, c, moist, p)
          expect(bondRatePerS(r, c + 5, moist, p)).toBeGreaterThanOrEqual(here)
          expect(bondRatePerS(r, c, Math.min(1, moist + 0.1), p)).toBeGreaterThanOrEqual(here - 1e-12)
          expect(bondRatePerS(r, c, moist, p * 2)).toBeGreaterThanOrEqual(here)
        },
      ),
    )
  })
  it('by hand a machine hold grows, but only by (20/0.8)^0.15', () => {
    const r = ADHESIVES.polyamide
    const byHandS = 1 / bondRatePerS(r, 129, 0, 0.8)
    expect(byHandS / r.holdS).toBeCloseTo(Math.pow(25, PRESSURE_EXPONENT), 6)
  })
})

describe('melting that begins within a step', () => {
  it('bonds for the share of it in which it is melted, whether it warms or cools', () => {
    const r = ADHESIVES.polyamide, start = r.meltC[0], hot = start + 10
    const run = (courseC: number[]) => {
      const layer = { id: 'adhesive', role: 'adhesive', massGsm: 12, regainPct: 0 } as never, zero = new Float32Array(courseC.length)
      return {
        timesS: Float64Array.from(courseC, (_, i) => i * 4), steps: courseC.length, pressureKPa: zero.slice().fill(r.pressureKPa),
        layers: [{ layer, meanC: Float32Array.from(courseC), hottestC: zero, waterGsm: zero }], wetFromS: Infinity,
      } as never
    }
    const rate = bondRatePerS(r, hot, 0, r.pressureKPa)
    for (const coldK of [0, 10, 30]) {
      const share = 10 / (10 + coldK)
      expect(bondOf(run([start - coldK, hot]), r).final).toBeCloseTo(rate / 2 * 4 * share, 6)
      const cooling = bondOf(run([start, hot, start - coldK]), r).final - bondOf(run([start, hot]), r).final
      expect(cooling).toBeCloseTo(rate / 2 * 4 * share, 6)
    }
    expect(bondOf(run([start, hot, hot]), r).final - bondOf(run([start, hot]), r).final).toBeCloseTo(rate * 4, 6)
  })
})

describe('grades and lots', () => {
  it('the exponent is weak: hand and press do not differ by more than the leaflets say', () => expect(PRESSURE_EXPONENT).toBe(0.15))
  it.each(ADHESIVE_KEYS)('%s: a grade is as much faster as its instructions was fitted, and melts where its adhesive does', (key) => {
    for (const grade of ['hand', 'press'] as const) {
      const speed = GRADE_SPEED[key]![grade] ?? GRADE_SPEED[key]!.press
      expect(ADHESIVES[key].holdS / gradeOf(key, grade).holdS).toBeCloseTo(speed, 9)
      expect(gradeOf(key, grade).meltC).toEqual(ADHESIVES[key].meltC)
    }
  })
  it('a lot is as many times as fast, and melts so much lower, window and all', () => {
    const lot = shifted(ADHESIVES.polyamide, 2, -4)
    expect(lot.holdS).toBe(5)
    expect([lot.meltC, lot.windowC]).toEqual([[101, 121], [114, 136]])
    expect(shifted(ADHESIVES.polyamide, 1, 0)).toBe(ADHESIVES.polyamide)
  })
})

describe('bond along a run', () => {
  const press = (holdS: number, adhesive: 'polyamide' | 'polyamideLow') => {
    const stack = buildStack({
      fabric: {
        fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true,
        nap: 'none', finishes: [],
      },
      supply: { massGsm: 40, thicknessMm: 0.2, base: 'polyester', adhesive, adhesiveGsm: 10 }, pressCloth: 'muslin', surface: 'padded',
      firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0,
    })
    return bondOf(
      runProgramme(stack, {
        sole: steadySole(150), roomC: 20,
        phases: [
          { kind: 'down', durationS: holdS, pressureKPa: 0.8 }, { kind: 'clapper', durationS: 60, pressureKPa: 0.6 },
        ],
      }),
      ADHESIVES[adhesive],
    )
  }
  it('longer holds bond more, and a low-melt adhesive bonds where a standard one has not begun', () => {
    expect(press(30, 'polyamideLow').final).toBeGreaterThan(press(15, 'polyamideLow').final)
    expect(press(12, 'polyamide').final).toBeLessThan(0.02)
    expect(press(12, 'polyamideLow').final).toBeGreaterThan(0.1)
  })
  it('goes on after the iron lifts until the adhesive has set, and says when', () => {
    const b = press(25, 'polyamideLow')
    expect(b.setAtS).toBeGreaterThan(25)
    expect(b.setAtS).toBeLessThan(60)
  })
  it('bonded damp it never got to its dry melting, and is still said to have set', () => {
    const stack = buildStack({
      fabric: {
        fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true,
        nap: 'none', finishes: [],
      },
      supply: { massGsm: 60, thicknessMm: 0.2, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 }, pressCloth: 'muslin',
      surface: 'padded',
      firstSide: 'back', pressClothWaterGsm: 150, mistGsm: 20,
    })
    const run = runProgramme(stack, {
      sole: steadySole(150), roomC: 20,
      phases: [
        { kind: 'down', durationS: 14, pressureKPa: 3 }, { kind: 'clapper', durationS: 40, pressureKPa: 0.6 },
      ],
    })
    const b = bondOf(run, ADHESIVES.polyamide)
    expect(b.peakC).toBeLessThan(ADHESIVES.polyamide.meltC[0])
    expect(b.final).toBeGreaterThan(0.1)
    expect(b.setAtS).toBeGreaterThan(14)
    expect(b.setAtS).toBeLessThan(40)
  })
  it('a stack without adhesive is an error that says so', () => {
    const stack = buildStack({
      fabric: { fibres: [], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none', finishes: [] },
      supply: null, pressCloth: null, surface: 'padded', firstSide: 'back', pressClothWaterGsm: 0, mistGsm: 0,
    })
    const run = runProgramme(stack, { sole: steadySole(100), roomC: 20, phases: [{ kind: 'lifted', durationS: 1 }] })
    expect(() => bondOf(run, ADHESIVES.eva)).toThrow(/no adhesive/)
  })
})

describe('along a run that is written by hand', () => {
  const r = ADHESIVES.polyamide
  /** A glue line at these temperatures, a second apart, with so much free water beside it. */
  const course = (glueC: number[], waterGsm: number, wetFromS = 0) => {
    const trace = (role: string, meanC: number[], gsm: number) => ({
      layer: { role, massGsm: 100, regainPct: 0 }, meanC: Float32Array.from(meanC),
      hottestC: Float32Array.from(meanC), waterGsm: Float32Array.from(meanC.map(() => gsm)),
    })
    const run = {
      steps: glueC.length, timesS: Float32Array.from(glueC.map((_, i) => i)), pressureKPa: Float32Array.from(glueC.map(() => 3)),
      soleC: Float32Array.from(glueC), marks: [], wetFromS,
      layers: [trace('interfacing', glueC, 0), trace('adhesive', glueC, 0), trace('fabric', glueC, waterGsm)],
    }
    return bondOf(run as never, r)
  }
  const low = r.windowC[0] - r.wetShiftC / 2
  it('moist, the window begins lower by the wet shift; dry it does not', () => {
    expect([course([20, low, low, low], 40).inWindowS, course([20, low, low, low], 0).inWindowS]).toEqual([3, 0])
    // Water that a dry stack drove out of itself is not the moisture that lowers it; misted on the way it is.
    expect([course([20, low, low, low], 40, Infinity).inWindowS, course([20, low, low, low], 40, 2).inWindowS]).toEqual([0, 2])
  })
  it('counts the seconds from its lower end on, and how far it went over its upper', () => {
    const c = course([20, r.windowC[0], r.windowC[1] + 7, 20], 0)
    expect([c.inWindowS, c.overWindowK[3], c.peakC]).toEqual([2, 7, r.windowC[1] + 7])
  })
  it('has set when it falls under the start of melting, and not before it was soft', () => {
    expect(course([20, 50, r.meltC[0] + 5, r.meltC[0] - 1, 40], 0).setAtS).toBe(3)
    expect(course([20, 50, 60], 0).setAtS).toBeNull()
    expect(course([20, r.meltC[0] + 5, 60, r.meltC[0] + 5], 0).setAtS).toBeNull()
  })
})

describe('in a press, a sheet over the work', () => {
  it('makes the glue line cooler, and so it bonds no better', () => {
    const bondUnder = (pressCloth: 'parchment' | null) => {
      const stack = buildStack({
        fabric: {
          fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true,
          nap: 'none', finishes: [],
        },
        supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
        pressCloth, surface: 'hard', firstSide: 'face', pressClothWaterGsm: 0, mistGsm: 0,
      })
      const run = runProgramme(stack, { sole: steadySole(150), roomC: 20, phases: [{ kind: 'down', durationS: 12, pressureKPa: 30 }] })
      return bondOf(run, gradeOf('polyamide', 'press'))
    }
    const [bare, under] = [bondUnder(null), bondUnder('parchment')]
    expect(under.peakC).toBeLessThan(bare.peakC)
    expect(under.final).toBeLessThanOrEqual(bare.final)
  })
})
