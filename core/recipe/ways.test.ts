import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { TYPICAL_INSTRUCTIONS } from '../instructions'
import { fabricLimit } from '../limit'
import {
  allowedSettings, asMakerSays, bearingOf, carryOver, chooseWay, COARSE, draftRecipe, evaluate, heldFor, pressedS, roomPoints, scoreParts,
  searchMethod, searchTack, secondsCost, makerRecipe, TACK_BOND, totalOf, USUAL_HABITS, warmingS, type PressSetup, type Choosable,
  type IronSetting, type Recipe,
} from '.'

const setting = (label: string, meanC: number): IronSetting => ({ label, meanC, swingC: 12, origin: 'typical' })
const poplin: PressSetup['fabric'] = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const melton: PressSetup['fabric'] = {
  ...poplin, fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 520, thicknessMm: 2, nap: 'nap',
}
const setup = (over: Partial<PressSetup> = {}): PressSetup => ({
  fabric: poplin, supply: { massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12 },
  iron: { kind: 'household', settings: [setting('synthetic', 112), setting('wool', 150), setting('cotton', 192)] }, pressCloth: 'muslin',
  surface: 'padded',
  blendRule: 'strict', ...over,
})
const handSheet = TYPICAL_INSTRUCTIONS.polyamide.hand!,
  pressSheet = TYPICAL_INSTRUCTIONS.polyamide.press!
const withMaker = (sheet: typeof handSheet, over: Partial<PressSetup> = {}): PressSetup =>
  setup({ ...over, supply: { ...setup().supply, sheet, grade: sheet === pressSheet ? 'press' : 'hand' } })

describe('house rules reach the recipe', () => {
  it('leaned on and warmed first, unless the house says otherwise', () => {
    expect(searchMethod(setup(), 'dry').found!.recipe).toMatchObject({ lean: 'lean', warmS: 5, pressureKPa: 3 })
    const wool = { iron: { kind: 'household' as const, settings: [setting('wool', 150)] } }
    const old = searchMethod(setup({ ...wool, habits: { ...USUAL_HABITS, lean: false, warmFirst: false } }), 'steam').found!.recipe
    expect(old).toMatchObject({ lean: 'weight', warmS: 0 })
    expect(old.holdS).toBeGreaterThan(searchMethod(setup(wool), 'steam').found!.recipe.holdS)
  })
  it('both sides as a rule, not only as a last resort', () => {
    const both = searchMethod(setup({ habits: { ...USUAL_HABITS, bothSides: true } }), 'steam').found!.recipe
    expect(both.passes).toBe(2)
    expect(both.secondS).toBeLessThan(both.holdS)
    // Its seconds to spare end where a second less would be no bond, on the grid on which they were looked for.
    const s = setup({ habits: { ...USUAL_HABITS, bothSides: true } }), { margins } = searchMethod(s, 'steam').found!
    const bondOf = (holdS: number) => evaluate(s, { ...heldFor(both, holdS), coolS: 0 }, { ...COARSE, skipSurface: true }).bond.final
    expect(bondOf(both.holdS - margins.lessS)).toBeGreaterThanOrEqual(1)
    expect(bondOf(both.holdS - margins.lessS - 1)).toBeLessThan(1)
  })
  it.each<[string, Partial<PressSetup['fabric']>]>([
    ['pile', { nap: 'pile' }], ['texture', { nap: 'texture' }], ['a laminate', { construction: 'cork' }],
    ['a film', { finishes: ['filmLaminate'] }],
  ])('%s is never leaned on', (_what, over) => {
    const fabric = { ...poplin, ...over }
    expect(bearingOf(fabricLimit(fabric, 'strict'), fabric, USUAL_HABITS)).toBe('weight')
  })
  it('what may be touched only so long is not warmed first, nor is pile', () => {
    for (const over of [{ finishes: ['gasDyedPrint'] }, { nap: 'pile' }] as const) {
      const fabric = { ...poplin, ...over } as PressSetup['fabric']
      expect(warmingS(fabricLimit(fabric, 'strict'), fabric, USUAL_HABITS)).toBe(0)
    }
  })
})

describe('settings by what their iron is best known to be', () => {
  const limit = fabricLimit(melton, 'strict')
  it('one learned to run hot must not pass the class limit; one that runs cool may be used', () => {
    expect(allowedSettings(setup().iron.settings, limit).map(s => s.label)).toEqual(['synthetic', 'wool'])
    expect(allowedSettings(setup().iron.settings, limit, 8).map(s => [s.label, s.meanC]))
      .toEqual([['synthetic', 112], ['between synthetic and wool', 145.5]])
    expect(allowedSettings(setup().iron.settings, limit, -40).map(s => s.label)).toContain('cotton')
  })
  it('and no recipe is hotter', () => {
    const hot = searchMethod(setup({ fabric: melton }), 'steam', { soleOffsetC: 8 })
    expect((hot.found?.recipe.setting.meanC ?? 112) + 8).toBeLessThanOrEqual(155)
  })
})

describe('a recipe is scored in plain parts', () => {
  const recipe = (over: Partial<Recipe> = {}): Recipe => ({
    ...draftRecipe(setup(), 'dry', setting('cotton', 192), 'back', 1, 'lean'), holdS: 10, ...over,
  })
  const room = { coolerC: 15, hotterC: 20, lessS: 5, moreS: 5 }
  it('they add up to it, and each says what it was read from', () => {
    const parts = scoreParts(setup(), recipe({ holdS: 30 }), room, 0.5)
    expect(parts.map(p => p.key)).toEqual(['room', 'seconds', 'patience', 'harm', 'turning', 'face'])
    expect(parts.find(p => p.key === 'patience')).toMatchObject({ got: 10, points: -5 })
    expect(parts.find(p => p.key === 'seconds')!.got).toBe(35)
    expect(parts.find(p => p.key === 'harm')!.points).toBe(-2)
    expect(totalOf(parts)).toBeCloseTo(parts.reduce((s, p) => s + p.points, 0), 12)
  })
  it('between two with room enough the quicker wins; where room is thin the roomier', () => {
    const score = (r: Recipe, m: typeof room) => totalOf(scoreParts(setup(), r, m, 0.3))
    expect(score(recipe({ holdS: 10 }), room)).toBeGreaterThan(score(recipe({ holdS: 20 }), { ...room, coolerC: 20 }))
    expect(score(recipe({ holdS: 10 }), { ...room, coolerC: 2 })).toBeLessThan(score(recipe({ holdS: 16 }), room))
  })
  it('a second too few to spare is thin, however warm', () => {
    expect(scoreParts(setup(), recipe(), { ...room, lessS: 0 }, 0)[0]!.got).toBe(4)
    expect(scoreParts(setup(), recipe(), room, 0)[0]!.got).toBe(15)
  })
  it('seconds cost more beyond patience, and room is worth less beyond enough', () => {
    expect(secondsCost(25) - secondsCost(20)).toBeGreaterThan(secondsCost(20) - secondsCost(15))
    expect(secondsCost(25, { ...USUAL_HABITS, patienceS: 30 })).toBeLessThan(secondsCost(25))
    expect(roomPoints(8)).toBe(8)
    expect(roomPoints(12)).toBe(9)
    expect(roomPoints(90)).toBe(roomPoints(25))
  })
  it('from the right side costs points, most on what shines and on wool', () => {
    const face = (fabric: PressSetup['fabric'], over: Partial<Recipe>) =>
      scoreParts(setup({ fabric }), recipe(over), room, 0).find(p => p.key === 'face')!.points
    expect(face(poplin, {})).toBe(0)
    expect(face(poplin, { firstSide: 'face' })).toBe(-2)
    expect(face(poplin, { passes: 2 })).toBe(-2)
    expect(face(melton, { firstSide: 'face' })).toBe(-5)
    expect(face({ ...poplin, construction: 'satin' }, { firstSide: 'face' })).toBe(-5)
  })
  it('both sides are counted with their own seconds', () => {
    expect(pressedS(recipe({ warmS: 5, holdS: 10, passes: 2, secondS: 7 }))).toBe(22)
    expect(heldFor(recipe({ passes: 2 }), 10).secondS).toBe(7)
    expect(heldFor(recipe(), 10).secondS).toBeNull()
  })
})

describe('as the sheet says', () => {
  it('a sheet for irons holds on a fabric like the one it was written for', () => {
    const by = asMakerSays(withMaker(handSheet))!
    expect(by.way).toBe('sheet')
    expect(by.found!.recipe).toMatchObject({ holdS: 15, method: 'steam', warmS: 0, lean: 'lean' })
    expect(by.found!.recipe.setting.label).toBe('wool')
    expect(by.found!.outcome.bond.final).toBeGreaterThan(1)
  })
  it('a sheet for presses falls short by hand, and says by how much', () => {
    const by = asMakerSays(withMaker(pressSheet))!
    expect(by.found).toBeNull()
    expect(by.blocked).toMatchObject({ why: 'makerShort', heldS: 12 })
    expect(by.attempt!.outcome.bond.final).toBeLessThan(0.8)
  })
  it('on a fabric that may not get wet it is barred; where it is lost, what is usual for its adhesive; with no adhesive none', () => {
    expect(asMakerSays(withMaker(handSheet, { fabric: { ...poplin, mayGetWet: false } }))!.blocked?.why).toBe('steamBarred')
    expect(asMakerSays(setup())!.method).toBe(handSheet.moisture)
    expect(asMakerSays(setup({ supply: { ...setup().supply, adhesive: null } }))).toBeNull()
    expect(makerRecipe(withMaker(handSheet, { iron: { kind: 'household', settings: [] } }), handSheet)).toBeNull()
  })
  it('in a press it is pressed as hard as it says', () => {
    const by = asMakerSays(withMaker(pressSheet, { iron: { kind: 'heatPress', settings: [setting('150', 150)] }, pressCloth: null }))!
    expect(by.found!.recipe.pressureKPa).toBe(30)
  })
})

describe('carried over', () => {
  it('on the sheet\'s own ground it wants the sheet\'s own seconds', () => {
    const own = carryOver(withMaker(handSheet, { iron: { kind: 'household', settings: [setting('150', 150)] } }))!
    expect(Math.abs(own.neededS! - 15)).toBeLessThan(1)
    expect(own.steps).toEqual([])
  })
  it('each difference has its seconds, and they add up', () => {
    const { steps, neededS } = carryOver(withMaker(pressSheet))!
    expect(steps.map(s => s.what)).toEqual(['hand', 'pressCloth'])
    expect(steps[0]!.fromS).toBeGreaterThan(10.5)
    expect(steps[0]!.fromS).toBeLessThan(13)
    for (let i = 1; i < steps.length; i++) expect(Math.abs(steps[i]!.fromS - steps[i - 1]!.toS!)).toBeLessThan(0.5)
    expect(neededS! - steps.at(-1)!.toS!).toBeCloseTo(0, 0)
    expect(neededS).toBeGreaterThan(25)
  })
  it('what it needs here is true: pressed so long it bonds', () => {
    const b = withMaker(pressSheet), { neededS } = carryOver(b)!
    const recipe = { ...makerRecipe(b, pressSheet)!, holdS: neededS!, coolS: 20 }
    expect(evaluate(b, recipe).bond.final).toBeGreaterThan(1.15)
    expect(evaluate(b, recipe).bond.final).toBeLessThan(1.4)
  })
  it('a heavier fabric from its face wants more; where nothing ever bonds it says so', () => {
    const cold = carryOver(withMaker(pressSheet, { fabric: melton, iron: { kind: 'household', settings: [setting('synthetic', 112)] } }))!
    expect(cold.neededS).toBeNull()
    expect(cold.steps.some(s => s.toS === null)).toBe(true)
  })
})

describe('which way stands on the board', () => {
  const way = (over: Partial<Choosable>): Choosable => ({ way: 'dry', method: 'dry', works: true, score: 1, ...over })
  const ways = [way({ way: 'sheet', method: 'dry', score: 0 }), way({ score: 2 }), way({ way: 'mist', method: 'mist', score: 9 })]
  const none = { wanted: null, proved: null, moisture: 'widest', cooling: 'touch' } as const
  it('what was chosen, where it works', () => {
    expect(chooseWay(ways, { ...none, wanted: 'dry', proved: 'mist' })).toBe('dry')
    expect(chooseWay([way({ works: false }), ...ways.slice(2)], { ...none, wanted: 'dry' })).toBe('mist')
  })
  it('then what is proved, then the sheet', () => {
    expect(chooseWay(ways, { ...none, proved: 'steam' })).toBe('steam')
    expect(chooseWay(ways, none)).toBe('sheet')
  })
  it('where the sheet falls short its own moisture is held longer, unless another is clearly better', () => {
    const [sheet, dry, mist] = [{ ...ways[0]!, works: false }, ways[1]!, ways[2]!] as const
    expect(chooseWay([sheet, dry, mist], none)).toBe('mist')
    expect(chooseWay([sheet, dry, { ...mist, score: 7 }], none)).toBe('dry')
    expect(chooseWay([sheet, { ...dry, works: false }, { ...mist, score: -9 }], none)).toBe('mist')
    expect(chooseWay([sheet], none)).toBeNull()
  })
  it('the house\'s school decides among the rest, unless none of its kind works', () => {
    expect(chooseWay(ways.slice(1), { ...none, moisture: 'dry' })).toBe('dry')
    expect(chooseWay(ways, { ...none, moisture: 'moist' })).toBe('mist')
    expect(chooseWay([ways[1]!], { ...none, moisture: 'moist' })).toBe('dry')
  })
  it('nothing that does not work', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            way: fc.constantFrom('sheet', 'dry', 'steam', 'mist', 'damp'), works: fc.boolean(), score: fc.integer({ min: -20, max: 20 }),
          }),
        ),
        (rows) => {
          const all = rows.map(r => way({ ...r, method: r.way === 'sheet' ? 'dry' : r.way } as Partial<Choosable>))
          const chosen = chooseWay(all, none)
          if (chosen === null) expect(all.some(w => w.works)).toBe(false)
          else expect(all.some(w => w.way === chosen && w.works)).toBe(true)
        },
      ),
      { seed: 31 },
    )
  })
})

describe('tacking', () => {
  const web = setup({ supply: { massGsm: 30, thicknessMm: 0.1, base: 'polyester', adhesive: 'evaWeb', adhesiveGsm: 28 }, pressCloth: null })
  it('only just catches, by the iron\'s weight, dry, and is let go cold', () => {
    const tack = searchTack(web)
    expect('recipe' in tack).toBe(true)
    if (!('recipe' in tack)) return
    expect(tack.bond).toBeGreaterThanOrEqual(TACK_BOND[0])
    expect(tack.bond).toBeLessThanOrEqual(TACK_BOND[1])
    expect(tack.recipe).toMatchObject({ lean: 'weight', method: 'dry', passes: 1, warmS: 0 })
    expect(tack.recipe.holdS).toBeLessThanOrEqual(6)
    expect(tack.recipe.coolS).toBeGreaterThan(0)
  })
  it('one that bonds too far within a second is no tack, and that is said', () => {
    const quick = searchTack({ ...web, supply: { ...web.supply, lot: { rateFactor: 40, meltShiftC: -15 } } }, { rateFactor: 8 })
    expect(quick).toMatchObject({ blocked: { why: 'catchesTooHard' } })
  })
  it('is barred where heat is, and where nothing catches in time', () => {
    expect(searchTack({ ...web, fabric: { ...poplin, fibres: [{ fibre: 'pvc', sharePct: 100 }] } })).toMatchObject({
      blocked: { why: 'noHeat' },
    })
    expect(
      searchTack({ ...web, supply: { ...web.supply, adhesive: 'polyester' },
        iron: { kind: 'household', settings: [setting('synthetic', 112)] } }),
    ).toMatchObject({ blocked: { why: 'underBonded' } })
  })
})
