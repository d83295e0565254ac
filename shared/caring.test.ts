import { describe, expect, it } from 'vitest'
import { careLimits, roundsHeld } from '#core/care'
import { rulesSchema, type Making } from './schemas'
import { fabric, idOf, supply } from './kept.fixture'
import { bondBefore, carePairs, careParts, insteadOf, inWash, ironSetup, pairKey, stuckKey, stuckThings, washesSeen,
  type CareThings } from './caring'

const poplin = fabric({ id: idOf(11), name: 'Poplin' }),
  lining = fabric({ id: idOf(12), name: 'Lining', fibres: [{ fibre: 'acetate', sharePct: 100 }] })
const lawn = supply({ id: idOf(21), name: 'Lawn', adhesive: 'polyamide', adhesiveGsm: 12, washC: null, tumble: null, massGsm: 70 })
const strong = supply({ id: idOf(22), name: 'Strong lawn', adhesive: 'hdpe', adhesiveGsm: 14, washC: 95, tumble: 'yes', massGsm: 80 })
const soft = supply({ id: idOf(23), name: 'Soft', adhesive: 'eva', adhesiveGsm: 14, washC: null, tumble: null, massGsm: 75 })
const braid = supply({ id: idOf(24), name: 'Trim', family: 'trim', baseFibre: 'metallisedPlastic', adhesive: null, adhesiveGsm: 0 })
const things = (more: Partial<CareThings> = {}): CareThings => ({
  fabrics: [poplin, lining], supplies: [lawn, strong, soft, braid], pieces: [], makings: [], rules: rulesSchema.parse({}), preshrunkC: {},
  ...more,
})
const job = (supplyId: string | null = lawn.id, trimIds: string[] = []) => (
  { fabrics: [{ fabricId: poplin.id, place: null, supplyId }], trimIds })
const making = (spec: Making['spec'], more: Partial<Making> = {}): Making => ({
  id: idOf(31), name: 'Badge', fabricId: poplin.id, liningId: null, supplyId: null, fabricIds: [], scrapId: null, supplyIds: [], spec,
  ...more,
})

describe('what a garment is made of, as its care sees it', () => {
  it('each interfacing on each fabric once, from the job and its pieces', () => {
    const pieces = [{ fabricId: poplin.id, interfacingId: lawn.id, foamId: soft.id, webId: null },
      { fabricId: lining.id, interfacingId: lawn.id, foamId: null, webId: null }]
    const pairs = carePairs(job(), things({ pieces }))
    expect(pairs.map(p => `${p.supply.name} ${p.fabric.name}`)).toEqual(['Lawn Poplin', 'Soft Poplin', 'Lawn Lining'])
    expect(new Set(pairs.map(pairKey)).size).toBe(3)
    expect(carePairs(job(null), things())).toEqual([])
  })
  it('fabrics of makings, linings, trims and what is stuck on have their say', () => {
    const badge = making({
      format: 1, kind: 'badge', item: { form: 'film', fibre: 'polyester', massGsm: 90, thicknessMm: 0.1, adhesive: 'eva' }, wideMm: 40,
      highMm: 40,
      place: { on: 'front', downMm: 100, asideMm: 0, turnDeg: 0 }, keepOuts: [], from: 'computed', sewToo: false, smallChild: false,
      count: 1,
    }, { liningId: lining.id })
    const parts = careParts(job(lawn.id, [braid.id]), things({ makings: [badge], preshrunkC: { [braid.id]: 118 } }), new Map())
    expect(parts.map(p => [p.part, p.name])).toEqual(
      [['fabric', 'Poplin'], ['fabric', 'Lining'], ['interfacing', 'Lawn'], ['trim', 'Trim'], ['mend', 'Badge']])
    const limits = careLimits(parts)
    expect(limits).toMatchObject({ wash: { value: 30 }, backOnly: true, iron: { value: 110 }, tumble: { value: 'no' },
      dryClean: { value: false } })
    expect(parts.find(p => p.part === 'trim')).toMatchObject({ preshrunkC: 118, fibres: ['metallisedPlastic'] })
  })
  it.each([
    ['lettering', true], ['transfer', true], ['labels', true], ['hem', false], ['hole', false],
  ] as const)('a %s is ironed %s from the wrong side only', (kind, backOnly) => {
    const specs = {
      lettering: { kind, item: { fibre: 'polyester', adhesive: 'polyurethane' } }, transfer: { kind, adhesive: 'polyurethane' },
      labels: { kind },
      hem: { kind }, hole: { kind },
    }
    const m = making(specs[kind] as never, { supplyId: soft.id })
    const mend = careParts(job(), things({ makings: [m] }), new Map()).find(p => p.part === 'mend')
    expect(mend).toMatchObject({ backOnly })
  })
  it('what is stuck on bears the stays of its own layers, by making; a hem is gentle to nobody', () => {
    const hem = making({ format: 1, kind: 'hem' } as never, { supplyId: soft.id, id: idOf(32) })
    const patch = making({ format: 1, kind: 'hole' } as never, { supplyId: soft.id, id: idOf(33), fabricIds: [lining.id] })
    const seam = making({ format: 1, kind: 'seamDetail' } as never, { id: idOf(34), supplyId: soft.id })
    const all = things({ makings: [hem, patch, seam, making({ format: 1, kind: 'hole' } as never, { id: idOf(35) })] })
    const stuck = stuckThings(job(), all)
    expect(stuck.map(s => [s.key, s.layers.inside, s.layers.item.fibres[0]!.fibre, s.layers.glue.adhesive])).toEqual([
      [stuckKey(hem), true, 'cotton', 'eva'], [stuckKey(patch), true, 'acetate', 'eva'],
    ])
    const stays = [{ classC: 110 as const, side: 'face' as const, covered: false, steam: false, restS: 9 }]
    const parts = careParts(job(), all, new Map([[stuckKey(patch), stays]])).filter(p => p.part === 'mend')
    expect(parts.map(p => [p.stays, p.gentle])).toEqual([[null, false], [stays, true]])
    // Without a fabric of its own it lies on that of the job.
    expect(stuckThings(job(), things({ makings: [{ ...hem, fabricId: null }] }))[0]!.layers.garment.massGsm).toBe(poplin.massGsm)
    const film = making({ format: 1, kind: 'transfer', adhesive: 'eva' } as never)
    expect(stuckThings(job(), things({ makings: [film] }))[0]!.layers).toMatchObject({ inside: false, glue: { adhesive: 'eva' } })
  })
  it('seams and patchwork leave nothing behind', () => {
    const seam = making({ format: 1, kind: 'seamDetail', seamDetail: 'seamOpen', lengthMm: 300, count: 1 })
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
    const pair = { fabric: poplin, supply: soft }
    expect(insteadOf(pair, [lawn, strong, soft, braid], 60, 'no').map(s => s.name)).toEqual(['Lawn', 'Strong lawn'])
    expect(insteadOf(pair, [lawn, strong, soft], 95, 'yes').map(s => s.name)).toEqual(['Strong lawn'])
    expect(insteadOf(pair, [lawn, strong, soft], 95, 'no').map(s => s.name)).toEqual(['Strong lawn'])
    expect(insteadOf(pair, [{ ...strong, massGsm: 300 }], 60, 'no')).toEqual([])
    const wash = { washC: 60, tumble: 'no' as const, softener: false }
    expect(roundsHeld(1.25, inWash(strong, poplin)!, wash)).toBeGreaterThan(roundsHeld(1.25, inWash(soft, poplin)!, wash))
  })
  it('what came back teaches of the bond it had', () => {
    const seen = washesSeen(lawn, [poplin],
      { swatches: [{ fabricId: poplin.id, grade: 4, rounds: 3, washC: 60, tumble: 'low', after: 2, marks: [] }] })
    expect(seen).toMatchObject([{ rounds: 3, round: { washC: 60, tumble: 'low' }, judged: { grade: 2 } }])
    expect(seen[0]!.bond).toBeCloseTo(1.6, 6)
    expect(bondBefore(null)).toEqual({ bond: 1.25, from: 'estimate' })
    expect(bondBefore(3)).toMatchObject({ from: 'measured' })
  })
  it('the wearer\'s iron is a household one over the fabric itself', () => {
    expect(ironSetup({ fabric: poplin, supply: lawn }, rulesSchema.parse({}))).toMatchObject(
      { iron: { kind: 'household' }, pressCloth: null, supply: { adhesive: 'polyamide' } })
  })
})
