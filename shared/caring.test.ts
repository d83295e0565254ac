import { describe, expect, it } from 'vitest'
import { careLimits, roundsHeld } from '#core/care'
import { rulesSchema, type Making } from './schemas'
import { cloth, idOf, supply } from './kept.fixture'
import { bondBefore, carePairs, careParts, insteadOf, inWash, ironBench, pairKey, washesSeen, type CareThings } from './caring'

const poplin = cloth({ id: idOf(11), name: 'Poplin' }),
  lining = cloth({ id: idOf(12), name: 'Lining', fibres: [{ fibre: 'acetate', sharePct: 100 }] })
const lawn = supply({ id: idOf(21), name: 'Lawn', resin: 'polyamide', resinGsm: 12, washC: null, tumble: null, massGsm: 70 })
const strong = supply({ id: idOf(22), name: 'Strong lawn', resin: 'hdpe', resinGsm: 14, washC: 95, tumble: 'yes', massGsm: 80 })
const soft = supply({ id: idOf(23), name: 'Soft', resin: 'eva', resinGsm: 14, washC: null, tumble: null, massGsm: 75 })
const braid = supply({ id: idOf(24), name: 'Trim', family: 'trim', baseFibre: 'metallisedPlastic', resin: null, resinGsm: 0 })
const things = (more: Partial<CareThings> = {}): CareThings => ({
  cloths: [poplin, lining], supplies: [lawn, strong, soft, braid], pieces: [], makings: [], rules: rulesSchema.parse({}), settledC: {},
  ...more,
})
const job = (supplyId: string | null = lawn.id, trimIds: string[] = []) => (
  { cloths: [{ clothId: poplin.id, place: null, supplyId }], trimIds })
const making = (work: Making['work'], more: Partial<Making> = {}): Making => ({
  id: idOf(31), name: 'Badge', clothId: poplin.id, liningId: null, supplyId: null, clothIds: [], scrapId: null, supplyIds: [], work,
  ...more,
})

describe('what a garment is made of, as its care sees it', () => {
  it('each interfacing on each fabric once, from the job and its pieces', () => {
    const pieces = [{ clothId: poplin.id, backingId: lawn.id, foamId: soft.id, webId: null },
      { clothId: lining.id, backingId: lawn.id, foamId: null, webId: null }]
    const pairs = carePairs(job(), things({ pieces }))
    expect(pairs.map(p => `${p.supply.name} ${p.cloth.name}`)).toEqual(['Lawn Poplin', 'Soft Poplin', 'Lawn Lining'])
    expect(new Set(pairs.map(pairKey)).size).toBe(3)
    expect(carePairs(job(null), things())).toEqual([])
  })
  it('fabrics of makings, linings, trims and what is stuck on have their say', () => {
    const motif = making({
      format: 1, kind: 'motif', item: { form: 'film', fibre: 'polyester', massGsm: 90, thicknessMm: 0.1, resin: 'eva' }, wideMm: 40,
      highMm: 40,
      place: { on: 'front', downMm: 100, asideMm: 0, turnDeg: 0 }, keepOuts: [], from: 'computed', sewToo: false, smallChild: false,
      count: 1,
    }, { liningId: lining.id })
    const parts = careParts(job(lawn.id, [braid.id]), things({ makings: [motif], settledC: { [braid.id]: 118 } }), new Map())
    expect(parts.map(p => [p.part, p.name])).toEqual(
      [['cloth', 'Poplin'], ['cloth', 'Lining'], ['backing', 'Lawn'], ['trim', 'Trim'], ['mend', 'Badge']])
    const limits = careLimits(parts)
    expect(limits).toMatchObject({ wash: { value: 30 }, backOnly: true, iron: { value: 110 }, tumble: { value: 'no' },
      dryClean: { value: false } })
    expect(parts.find(p => p.part === 'trim')).toMatchObject({ settledC: 118, fibres: ['metallisedPlastic'] })
  })
  it.each([
    ['lettering', true], ['transfer', true], ['labels', true], ['hem', false], ['patch', false],
  ] as const)('a %s is ironed %s from the wrong side only', (kind, backOnly) => {
    const works = {
      lettering: { kind, item: { fibre: 'polyester', resin: 'polyurethane' } }, transfer: { kind, resin: 'polyurethane' }, labels: { kind },
      hem: { kind }, patch: { kind },
    }
    const m = making(works[kind] as never, { supplyId: soft.id })
    const mend = careParts(job(), things({ makings: [m] }), new Map()).find(p => p.part === 'mend')
    expect(mend).toMatchObject({ backOnly })
  })
  it('seams and grids leave nothing behind', () => {
    const seam = making({ format: 1, kind: 'feature', feature: 'seamOpen', lengthMm: 300, count: 1 })
    expect(careParts(job(), things({ makings: [seam] }), new Map()).some(p => p.part === 'mend')).toBe(false)
  })
})

describe('washes', () => {
  it('the sheet speaks for its adhesive, a repellent fabric counts, and without adhesive there is nothing to wash', () => {
    expect(inWash(lawn, poplin)).toMatchObject({ limitC: 60, tumble: 'low', repellent: false, wear: 1 })
    expect(inWash({ ...lawn, washC: 40, tumble: 'no' }, poplin)).toMatchObject({ limitC: 40, tumble: 'no' })
    expect(inWash(lawn, { finishes: ['waterRepellent'] }, 2)).toMatchObject({ repellent: true, wear: 2 })
    expect(inWash(braid, poplin)).toBeNull()
  })
  it('instead of one that does not stand it: of its family, near its weight, that does', () => {
    const pair = { cloth: poplin, supply: soft }
    expect(insteadOf(pair, [lawn, strong, soft, braid], 60, 'no').map(s => s.name)).toEqual(['Lawn', 'Strong lawn'])
    expect(insteadOf(pair, [lawn, strong, soft], 95, 'yes').map(s => s.name)).toEqual(['Strong lawn'])
    expect(insteadOf(pair, [lawn, strong, soft], 95, 'no').map(s => s.name)).toEqual(['Strong lawn'])
    expect(insteadOf(pair, [{ ...strong, massGsm: 300 }], 60, 'no')).toEqual([])
    const wash = { washC: 60, tumble: 'no' as const, softener: false }
    expect(roundsHeld(1.25, inWash(strong, poplin)!, wash)).toBeGreaterThan(roundsHeld(1.25, inWash(soft, poplin)!, wash))
  })
  it('what came back teaches of the bond it had', () => {
    const seen = washesSeen(lawn, [poplin],
      { swatches: [{ clothId: poplin.id, grade: 4, rounds: 3, washC: 60, tumble: 'low', after: 2, marks: [] }] })
    expect(seen).toMatchObject([{ rounds: 3, round: { washC: 60, tumble: 'low' }, judged: { grade: 2 } }])
    expect(seen[0]!.bond).toBeCloseTo(1.6, 6)
    expect(bondBefore(null)).toEqual({ bond: 1.25, from: 'model' })
    expect(bondBefore(3)).toMatchObject({ from: 'measured' })
  })
  it('the wearer\'s iron is a household one over the fabric itself', () => {
    expect(ironBench({ cloth: poplin, supply: lawn }, rulesSchema.parse({}))).toMatchObject(
      { iron: { kind: 'household' }, cover: null, supply: { resin: 'polyamide' } })
  })
})
