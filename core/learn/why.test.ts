import { describe, expect, it } from 'vitest'
import { COARSE, draftRecipe, type PressSetup, type Recipe } from '../recipe'
import type { PressEvent } from '../press'
import { TYPICAL_KNOWLEDGE } from '../window'
import { changesBetween, explainPressed, hasPassed, leadingSwatch, lessonOf, proofOf, rebased, type Pressed, type ProofGround,
  type ProofSwatch } from '.'

const setup: PressSetup = {
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 118, thicknessMm: 0.26, mayGetWet: true, nap: 'none',
    finishes: [],
  },
  supply: { massGsm: 78, thicknessMm: 0.24, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 14 },
  iron: { kind: 'household', settings: [] },
  pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
}
const recipe = (meanC: number, holdS: number, method: 'dry' | 'damp' = 'dry'): Recipe =>
  ({ ...draftRecipe(setup, method, { label: 'a', meanC, swingC: 0, origin: 'measured' }, 'back', 1, 'weight'), warmS: 0, holdS, coolS: 30 })
/** Set down, lifted, cooled; with the sole read at each, where it was. */
const pressed = (heldS: number, coolS = 30, soleC: (atS: number) => number | null = () => null): PressEvent[] => {
  const events: PressEvent[] = [
    { atS: 0, kind: 'down' }, { atS: heldS, kind: 'lift' }, { atS: heldS, kind: 'cool' }, { atS: heldS + coolS, kind: 'done' },
  ]
  for (let s = 2; s < heldS; s += 2) events.push({ atS: s, kind: 'sole' })
  return events.sort((x, y) => x.atS - y.atS).map(e => ({ ...e, soleC: soleC(e.atS) }))
}
const asked = (over: Partial<Pressed> = {}): Pressed => ({
  setup, recipe: recipe(192, 20), events: pressed(20), judged: { grade: 4, dotsCrisp: false }, washedC: null, washLimitC: 60,
  finished: false, ...over,
})
const causes = (over: Partial<Pressed>) => explainPressed(asked(over)).causes
const whys = (over: Partial<Pressed>) => causes(over).map(c => c.why)

describe('why did it peel?', () => {
  it('twelve seconds dry at wool: it never got to its window', () => {
    const found = causes({ recipe: recipe(154, 12), events: pressed(12), judged: { grade: 1, dotsCrisp: true } })
    expect(found[0]).toMatchObject({ why: 'tooCool', wantedC: 118 })
    const short = found.find(c => c.why === 'notEnough')
    expect(short?.why === 'notEnough' && short.neededS).toBeGreaterThan(20)
  })
  it('lifted early: says how long it was held and how long was asked', () =>
    expect(whys({ events: pressed(9), judged: { grade: 1, dotsCrisp: true } })).toContain('tooShort'))
  it('held at 100 °C by water', () =>
    expect(whys({ recipe: recipe(130, 20, 'damp'), events: pressed(20), judged: { grade: 1, dotsCrisp: true } })).toContain('heldWet'))
  it('taken up while the adhesive was soft', () =>
    expect(causes({ recipe: recipe(192, 30), events: pressed(30, 0.5) })[0]).toMatchObject({ why: 'handledWarm', setC: 105 }))
  it('washed hotter than its adhesive stands', () => expect(whys({ washedC: 95 })).toContain('washTooHot'))
  it('one that bonded and holds says so', () => expect(whys({ recipe: recipe(192, 18), events: pressed(18) })).toEqual(['bonded']))
})

describe('from what was really done', () => {
  it('an iron set down cold is named, and the run follows it as it warmed', () => {
    const warming = (atS: number) => Math.min(192, 40 + 2 * atS)
    const found = explainPressed(asked({ events: pressed(20, 30, warming), judged: { grade: 0, dotsCrisp: true } }))
    expect(found.causes[0]).toMatchObject({ why: 'coldIron', soleC: 40, settingC: 192 })
    expect(found.outcome.bond.final).toBeLessThan(0.2)
    expect(Math.max(...found.outcome.run.soleC.filter(c => !Number.isNaN(c)))).toBeLessThan(82)
  })
  it('an iron that shut itself off in the middle is named', () => {
    const shutting = (atS: number) => atS < 5 ? 192 : 192 - 3 * (atS - 5)
    const events: PressEvent[] = [...pressed(20, 30, shutting), { atS: 5, kind: 'shut' }]
    expect(causes({ events, judged: { grade: 2, dotsCrisp: false } }).find(c => c.why === 'shutOff')).toMatchObject({ fromC: 192 })
  })
  it('an iron at its setting is no cause', () => {
    expect(whys({ events: pressed(9, 30, () => 190), judged: { grade: 1, dotsCrisp: true } })).not.toContain('coldIron')
    expect(whys({ events: pressed(9, 30, () => 190), judged: { grade: 1, dotsCrisp: true } })).not.toContain('shutOff')
  })
  it('a clock that slept or was set is said first', () => {
    expect(causes({ doubts: [{ why: 'slept', forS: 40 }] })[0]).toEqual({ why: 'clock', by: 'slept', seconds: 40 })
    expect(causes({ doubts: [{ why: 'clockSet', byS: -3600 }] })[0]).toMatchObject({ by: 'clockSet' })
  })
  it('held far longer than asked: was the clock left running?', () =>
    expect(whys({ events: pressed(58), judged: { grade: 5, dotsCrisp: false } })).toEqual(['overdone', 'clockRan']))
})

describe('hand against model', () => {
  const failed = (over: Partial<Pressed> = {}) =>
    causes({ recipe: recipe(192, 19), events: pressed(19), judged: { grade: 0, dotsCrisp: false }, ...over })
  it('bonded by the model and falls off in the hand: it says so and never praises', () => {
    const [first] = failed()
    expect(first).toMatchObject({ why: 'disagrees', grade: 0 })
    expect(first!.why === 'disagrees' && first.suspects[0]).toBe('sideWrong')
    expect(failed().map(c => c.why)).not.toContain('bonded')
  })
  it('dots still crisp point at the iron; a finished fabric at its finish', () => {
    const suspects = (over: Partial<Pressed>) => { const c = failed(over)[0]!; return c.why === 'disagrees' ? c.suspects : [] }
    expect(suspects({ judged: { grade: 0, dotsCrisp: true } })[0]).toBe('ironCooler')
    expect(suspects({ judged: { grade: 1, dotsCrisp: false }, finished: true })[0]).toBe('finish')
    expect(suspects({}).length).toBe(5)
  })
  it('held where the model says nothing bonded: the iron is hotter, or the lot quicker', () => {
    const c = causes({ recipe: recipe(140, 8), events: pressed(8), judged: { grade: 5, dotsCrisp: false } })[0]!
    expect(c).toMatchObject({ why: 'disagrees', suspects: ['ironHotter', 'lotQuick'] })
  })
  it('a wash too hot, or a doubted clock, explains it already', () => {
    expect(failed({ washedC: 95 }).map(c => c.why)).not.toContain('disagrees')
    expect(failed({ doubts: [{ why: 'slept', forS: 9 }] }).map(c => c.why)).not.toContain('disagrees')
  })
})

describe('lessons seen with today\'s iron', () => {
  const setting = (meanC: number, label = 'a') => ({ label, meanC, swingC: 4, origin: 'measured' as const })
  const swatch = { recipe: recipe(150, 20), events: pressed(20, 30, s => s < 1 ? 85 : 150) }
  it('a newly calibrated setting moves recipe and iron along', () => {
    const seen = rebased(swatch, [setting(170)])
    expect(seen.recipe.setting).toEqual(setting(170))
    expect(seen.events.map(e => e.soleC)).toContain(170)
    expect(seen.events[0]!.soleC).toBeCloseTo(20 + 65 * 150 / 130, 6)
  })
  it('another setting, or the same figure, moves nothing', () => {
    expect(rebased(swatch, [setting(170, 'b')])).toBe(swatch)
    expect(rebased(swatch, [setting(150)])).toBe(swatch)
  })
  it('one in doubt teaches nothing; one pressed with a cold iron teaches with the iron it had', () => {
    const judged = { grade: 1, dotsCrisp: true, overdone: false, peelN50: null }
    expect(lessonOf({ setup, ...swatch, doubts: [{ why: 'slept', forS: 20 }] }, judged, TYPICAL_KNOWLEDGE)).toBeNull()
    const cold = lessonOf(
      { setup, recipe: recipe(192, 20), events: pressed(20, 30, s => Math.min(192, 20 + 2 * s)) }, judged, TYPICAL_KNOWLEDGE,
    )!
    const hot = lessonOf({ setup, recipe: recipe(192, 20), events: pressed(20, 30, () => 192) }, judged, TYPICAL_KNOWLEDGE)!
    expect(cold.table.at(0, 0, 0)).toBeLessThan(hot.table.at(0, 0, 0) - 1)
  })
  it('what a swatch comes to is worked out once, however often it teaches; another press, or other knowledge, is another', () => {
    const judged = { grade: 3, dotsCrisp: false, overdone: false, peelN50: null }
    const table = (more: object = {}, known = TYPICAL_KNOWLEDGE, grid?: typeof COARSE) =>
      lessonOf({ setup, recipe: recipe(170, 14), events: pressed(14), ...more }, judged, known, grid)!.table
    const first = table()
    expect([table(), table({ events: structuredClone(pressed(14)) })].every(t => t === first)).toBe(true)
    const others = [
      table({ events: pressed(15) }), table({ events: pressed(14, 30, () => 165) }), table({ events: [] }),
      table({ recipe: recipe(171, 14) }), table({ setup: { ...setup, pressCloth: null } }), table({}, { ...TYPICAL_KNOWLEDGE, dialC: 1 }),
      table({}, TYPICAL_KNOWLEDGE, { ...COARSE }),
      table({}, { ...TYPICAL_KNOWLEDGE, meltC: Infinity }), table({}, { ...TYPICAL_KNOWLEDGE, meltC: NaN }),
    ]
    expect(new Set([first, ...others]).size).toBe(others.length + 1)
    // Kept or worked out anew it says the same.
    const anew = table({}, TYPICAL_KNOWLEDGE, { ...COARSE })
    for (const [dialC, logContact, meltC] of [[0, 0, 0], [5, 0.2, -1], [-12, -0.4, 3]] as const)
      expect(anew.at(dialC, logContact, meltC)).toBe(first.at(dialC, logContact, meltC))
  })
})

const ground: ProofGround = {
  fabricLot: 'L-7', supplyId: 's', supplyLot: '', overIds: [], ironId: 'i', settingLabel: 'wool', settingMeanC: 154, pressClothId: 'c',
  surface: 'padded',
  method: 'mist', firstSide: 'back', passes: 1, holdS: 38, lean: 'lean', warmed: true,
}
const swatch = (over: Partial<ProofSwatch> = {}): ProofSwatch => ({
  id: 't', grade: 4, marks: [], washes: [{ grade: 4, marks: [] }], ground, pressedAt: '2026-11-01T00:00:00Z', ...over,
})

describe('whose recipe leads on the board', () => {
  const pressed = (pressedAt: string, more: object = {}) => ({ grade: 4, marks: [], washes: [], pressedAt, ...more })
  const washed = { washes: [{ grade: 4, marks: [] }] }
  it('the newest that passed, else the newest that held and waits for its wash; none that failed', () => {
    const all = [pressed('2026-01-01', washed), pressed('2026-03-01'), pressed('2026-02-01', washed)]
    expect(leadingSwatch(all, 1)).toEqual({ state: 'proved', swatch: all[2] })
    expect(leadingSwatch(all.slice(1, 2), 1)).toEqual({ state: 'toWash', swatch: all[1] })
    expect(leadingSwatch(all, 0)!.swatch).toBe(all[1])
    expect(leadingSwatch([pressed('2026-01-01', { grade: 1 }), pressed('2026-01-02', { marks: ['shine'] })], 1)).toBeNull()
    expect(leadingSwatch([pressed('2026-01-01', { washes: [{ grade: 1, marks: [] }] })], 2)).toBeNull()
  })
})

describe('proof', () => {
  it('grade 3 and no marks, and still so after the washes asked for', () => {
    expect(hasPassed(swatch(), 1)).toBe(true)
    expect(hasPassed(swatch({ washes: [] }), 1)).toBe(false)
    expect(hasPassed(swatch({ marks: ['shine'] }), 1)).toBe(false)
    expect(hasPassed(swatch({ washes: [{ grade: 2, marks: [] }] }), 1)).toBe(false)
  })
  it.each([
    ['fabricLot', { fabricLot: 'L-8' }], ['supplyLot', { supplyLot: 'new' }], ['supply', { supplyId: 'x' }], ['layers', { overIds: ['x'] }],
    ['iron', { ironId: 'x' }], ['setting', { settingLabel: 'cotton' }], ['calibration', { settingMeanC: 160 }],
    ['pressCloth', { pressClothId: null }],
    ['surface', { surface: 'hard' }], ['moisture', { method: 'dry' }], ['side', { firstSide: 'face' }], ['passes', { passes: 2 }],
    ['hold', { holdS: 30 }], ['bearing', { lean: 'weight' }], ['warming', { warmed: false }],
  ] as const)('another %s makes it estimated again, and says so', (change, over) => {
    expect(changesBetween(ground, { ...ground, ...over })).toEqual([change])
    const state = proofOf([swatch()], { ...ground, ...over }, 1)
    expect(state).toMatchObject(change === 'supply' ? { state: 'none' } : { state: 'stale', changes: [change] })
  })
  it('an iron measured within 4 °C and a hold within 2 s are the same', () =>
    expect(proofOf([swatch()], { ...ground, settingMeanC: 157, holdS: 39 }, 1).state).toBe('proved'))
  it('of two that prove it the newest is named, in whatever order they come', () => {
    const old = swatch({ id: 'old', pressedAt: '2026-10-01T09:00:00.000Z' }),
      fresh = swatch({ id: 'new', pressedAt: '2026-11-01T09:00:00.000Z' })
    for (const swatches of [
      [old, fresh], [fresh, old],
    ])
      expect(proofOf(swatches, ground, 1)).toMatchObject({ state: 'proved', swatch: { id: 'new' } })
  })
  it('waits for its wash; the proof with the fewest changes is named', () => {
    expect(proofOf([swatch({ washes: [] })], ground, 1)).toMatchObject({ state: 'toWash', missing: 1 })
    const near = swatch({ id: 'near', ground: { ...ground, surface: 'hard' } }),
      far = swatch({ id: 'far', ground: { ...ground, surface: 'hard', ironId: 'x', method: 'dry' } })
    expect(proofOf([far, near], ground, 1)).toMatchObject({ state: 'stale', swatch: { id: 'near' }, changes: ['surface'] })
  })
})
