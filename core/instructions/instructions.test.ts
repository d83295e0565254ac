import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bondOf, gradeOf, shifted } from '../bond'
import { ADHESIVE_GRADES, ADHESIVE_KEYS, ADHESIVES } from '../materials'
import {
  gradeOfMaker, INSTRUCTIONS_BOND, instructionsOf, LOT_RATE, LOT_SHIFT_C, lotOf, pressReference, readLot, referenceBond,
  TYPICAL_INSTRUCTIONS,
  TYPICAL_TACK, USUAL_SUPPLY, type MakerFigures,
} from '.'

const sheet = (over: Partial<MakerFigures> = {}): MakerFigures => ({
  soleC: 150, holdS: 15, moisture: 'steam', pressureKPa: null, grade: null, ...over,
})
const usual = { ...USUAL_SUPPLY.polyamide, adhesive: 'polyamide' as const }

describe('the fit to the typical leaflets', () => {
  it.each(ADHESIVE_KEYS.flatMap(key => ADHESIVE_GRADES.flatMap(grade => (TYPICAL_INSTRUCTIONS[key][grade]
    ? [[key, grade] as const]
    : []))))(
    '%s for %s comes to 1.25 of a bond on the reference fabric',
    (key, grade) => {
      expect(referenceBond(TYPICAL_INSTRUCTIONS[key][grade]!, key, USUAL_SUPPLY[key], gradeOf(key, grade))).toBeCloseTo(INSTRUCTIONS_BOND,
        2)
    },
  )
  it('what is not for irons has no instructions for a hand iron', () => expect(TYPICAL_INSTRUCTIONS.hdpe.hand).toBeNull())
  it('the low-heat web only just catches under its paper', () => {
    const tacked = bondOf(pressReference(TYPICAL_TACK, 'evaWeb', USUAL_SUPPLY.evaWeb), gradeOf('evaWeb', 'hand')).final
    expect(tacked).toBeGreaterThan(0.05)
    expect(tacked).toBeLessThan(0.5)
  })
})

describe('which grade a sheet is of', () => {
  it.each([
    ['says press', { grade: 'press' }, 'press'], ['says irons, with a pressure', { grade: 'hand', pressureKPa: 30 }, 'hand'],
    ['30 kPa', { pressureKPa: 30 }, 'press'], ['3 kPa', { pressureKPa: 3 }, 'hand'], ['nothing', {}, 'hand'],
  ] as const)('%s', (_what, over, grade) => {
    expect(gradeOfMaker(sheet(over))).toBe(grade)
  })
  it('no sheet: by the metre at home, for irons', () => expect(gradeOfMaker(null)).toBe('hand'))
})

describe('a sheet as a instructions', () => {
  it('its own figures, and those of its grade where it is silent', () => {
    expect(instructionsOf('polyamide', sheet({ soleC: 145, moisture: null }))).toEqual({ ...TYPICAL_INSTRUCTIONS.polyamide.hand,
      soleC: 145 })
    expect(instructionsOf('polyamide', sheet({ pressureKPa: 50, moisture: 'dry' }))).toMatchObject({
      pressureKPa: 50, pressCloth: null, moisture: 'dry',
    })
    expect(instructionsOf('hdpe', sheet({ grade: 'hand' }))).toMatchObject({ soleC: 150, pressCloth: null })
  })
  it.each([[{ holdS: null }, 'holdS'], [{ soleC: null }, 'soleC']] as const)('%j cannot be worked out', (over, missing) => {
    expect(instructionsOf('polyamide', sheet(over))).toBeNull()
    expect(readLot(usual, sheet(over))).toEqual({ state: 'incomplete', missing })
  })
  it('an empty sheet, or none, leaves the grade as it is', () => {
    expect(readLot(usual, null)).toEqual({ state: 'typical' })
    expect(readLot(usual, sheet({ soleC: null, holdS: null }))).toEqual({ state: 'typical' })
    expect(lotOf({ state: 'typical' })).toEqual({ rateFactor: 1, meltShiftC: 0 })
  })
})

describe('what a sheet says of its lot', () => {
  it('the typical instructions say: as its grade', () => {
    const reading = readLot(usual, sheet())
    expect(reading.state === 'fits' && reading.lot.rateFactor).toBeCloseTo(1, 2)
  })
  it('the lot that is read off a sheet gives the sheet back: 1.25 of a bond', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 140, max: 170 }), fc.integer({ min: 8, max: 40 }), fc.constantFrom<'dry' | 'steam'>('dry', 'steam'),
        (soleC, holdS, moisture) => {
          const reading = readLot(usual, sheet({ soleC, holdS, moisture }))
          if (reading.state !== 'fits') return
          const { rateFactor, meltShiftC } = reading.lot
          expect(
            referenceBond(reading.instructions, 'polyamide', usual, shifted(gradeOf('polyamide', 'hand'), rateFactor, meltShiftC)),
          ).toBeCloseTo(INSTRUCTIONS_BOND, 6)
          expect(rateFactor).toBeGreaterThanOrEqual(LOT_RATE[0])
          expect(rateFactor).toBeLessThanOrEqual(LOT_RATE[1])
          expect(meltShiftC).toBeLessThanOrEqual(0)
          expect(meltShiftC).toBeGreaterThanOrEqual(-LOT_SHIFT_C)
        },
      ),
      { seed: 8, numRuns: 40 },
    )
  })
  it('shorter seconds mean a quicker lot', () => {
    const rate = (holdS: number) => { const r = readLot(usual, sheet({ holdS })); return r.state === 'fits' ? r.lot.rateFactor : NaN }
    expect(rate(10)).toBeGreaterThan(rate(15))
    expect(rate(15)).toBeGreaterThan(rate(25))
  })
  it('a glue line that never reached the melting range moves the melting, no further than it must', () => {
    const reading = readLot({ ...USUAL_SUPPLY.polyamide, adhesive: 'polyamide' }, sheet({ soleC: 142, holdS: 12, moisture: 'dry' }))
    expect(reading.state).toBe('fits')
    if (reading.state !== 'fits') return
    expect(reading.lot.meltShiftC).toBeLessThan(0)
    expect(bondOf(pressReference(reading.instructions, 'polyamide', usual), gradeOf('polyamide', 'hand')).peakC).toBeLessThan(
      ADHESIVES.polyamide.meltC[0],
    )
  })
  it.each([
    ['too cool for its adhesive', { soleC: 90, holdS: 8, moisture: 'dry' }, 'tooCool'],
    ['far too short', { soleC: 150, holdS: 3, moisture: 'dry', pressureKPa: 30 }, 'tooSlow'],
    ['far too long', { soleC: 200, holdS: 60, moisture: 'dry' }, 'tooQuick'],
  ] as const)('%s: it contradicts, and nothing is bent to it', (_what, over, why) => {
    const reading = readLot(usual, sheet(over))
    expect(reading).toMatchObject({ state: 'contradicts', why })
    expect(lotOf(reading)).toEqual({ rateFactor: 1, meltShiftC: 0 })
  })
  it('the answer is kept, and is the same', () => expect(readLot(usual, sheet())).toBe(readLot(usual, sheet())))
})
