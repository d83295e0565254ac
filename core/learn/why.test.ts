import { describe, expect, it } from 'vitest'
import { draftRecipe, type Bench, type Recipe } from '../recipe'
import { changesBetween, explainPressed, hasPassed, phasesDone, proofOf, type PressEvent, type ProofGround, type ProofTrial } from '.'

const bench: Bench = {
  cloth: { fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 118, thicknessMm: 0.26, mayGetWet: true, nap: 'none', finishes: [] },
  supply: { massGsm: 78, thicknessMm: 0.24, base: 'cotton', resin: 'polyamide', resinGsm: 14 }, iron: { kind: 'household', stops: [] }, cover: 'muslin', bed: 'padded', blendRule: 'strict',
}
const recipe = (meanC: number, holdS: number, method: 'dry' | 'damp' = 'dry'): Recipe => ({ ...draftRecipe(bench, method, { label: 'a', meanC, swingC: 0, origin: 'measured' }, 'back', 1, 'weight'), holdS, coolS: 30 })
const pressed = (heldS: number, coolS = 30): PressEvent[] => [{ atS: 0, kind: 'down' }, { atS: heldS, kind: 'lift' }, { atS: heldS, kind: 'cool' }, { atS: heldS + coolS, kind: 'done' }]
const causes = (r: Recipe, events: PressEvent[], washedC: number | null = null) => explainPressed({ bench, recipe: r, events, washedC, washLimitC: 60 }).causes.map(c => c.why)

describe('why did it peel?', () => {
  it('the events become what was done', () => {
    expect(phasesDone(recipe(190, 30), pressed(22)).map(p => [p.kind, 'durationS' in p ? p.durationS : 0])).toEqual([['down', 22], ['clapper', 30]])
  })
  it('twelve seconds dry at wool: it never got to its window', () => {
    const found = explainPressed({ bench, recipe: recipe(154, 12), events: pressed(12), washedC: null, washLimitC: null }).causes
    expect(found[0]).toMatchObject({ why: 'tooCool', wantedC: 118 })
    const short = found.find(c => c.why === 'notEnough')
    expect(short?.why === 'notEnough' && short.neededS).toBeGreaterThan(40)
  })
  it('lifted early: says how long it was held and how long was asked', () => expect(causes(recipe(192, 34), pressed(18))).toContain('tooShort'))
  it('held at 100 °C by water', () => expect(causes(recipe(140, 20, 'damp'), pressed(20))).toContain('heldWet'))
  it('taken up while the resin was soft', () => {
    const found = explainPressed({ bench, recipe: recipe(192, 36), events: pressed(36, 0.5), washedC: null, washLimitC: null }).causes[0]!
    expect(found).toMatchObject({ why: 'handledWarm', setC: 105 })
  })
  it('washed hotter than its resin stands', () => expect(causes(recipe(192, 36), pressed(36), 95)).toContain('washTooHot'))
  it('one that bonded says so', () => expect(causes(recipe(192, 36), pressed(36))).toEqual(['bonded']))
})

const ground: ProofGround = { clothLot: 'L-7', supplyId: 's', supplyLot: '', overIds: [], ironId: 'i', stopLabel: 'wool', stopMeanC: 154, coverId: 'c', bed: 'padded', method: 'mist', firstSide: 'back', passes: 1, holdS: 38 }
const trial = (over: Partial<ProofTrial> = {}): ProofTrial => ({ id: 't', grade: 4, marks: [], washes: [{ grade: 4, marks: [] }], ground, pressedAt: '2026-11-01T00:00:00Z', ...over })

describe('proof', () => {
  it('grade 3 and no marks, and still so after the washes asked for', () => {
    expect(hasPassed(trial(), 1)).toBe(true)
    expect(hasPassed(trial({ washes: [] }), 1)).toBe(false)
    expect(hasPassed(trial({ marks: ['shine'] }), 1)).toBe(false)
    expect(hasPassed(trial({ washes: [{ grade: 2, marks: [] }] }), 1)).toBe(false)
  })
  it.each([
    ['clothLot', { clothLot: 'L-8' }], ['supplyLot', { supplyLot: 'new' }], ['supply', { supplyId: 'x' }], ['layers', { overIds: ['x'] }], ['iron', { ironId: 'x' }], ['stop', { stopLabel: 'cotton' }], ['calibration', { stopMeanC: 160 }],
    ['cover', { coverId: null }], ['bed', { bed: 'hard' }], ['moisture', { method: 'dry' }], ['side', { firstSide: 'face' }], ['passes', { passes: 2 }], ['hold', { holdS: 30 }],
  ] as const)('another %s makes it estimated again, and says so', (change, over) => {
    expect(changesBetween(ground, { ...ground, ...over })).toEqual([change])
    const state = proofOf([trial()], { ...ground, ...over }, 1)
    expect(state).toMatchObject(change === 'supply' ? { state: 'none' } : { state: 'stale', changes: [change] })
  })
  it('a sole measured within 4 °C and a hold within 2 s are the same', () => expect(proofOf([trial()], { ...ground, stopMeanC: 157, holdS: 39 }, 1).state).toBe('proved'))
  it('waits for its wash; the proof with the fewest changes is named', () => {
    expect(proofOf([trial({ washes: [] })], ground, 1)).toMatchObject({ state: 'toWash', missing: 1 })
    const near = trial({ id: 'near', ground: { ...ground, bed: 'hard' } }), far = trial({ id: 'far', ground: { ...ground, bed: 'hard', ironId: 'x', method: 'dry' } })
    expect(proofOf([far, near], ground, 1)).toMatchObject({ state: 'stale', trial: { id: 'near' }, changes: ['bed'] })
  })
})
