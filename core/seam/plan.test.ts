import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fabricLimit } from '../limit'
import { givenUpS, runProgramme, steadySole } from '../heat'
import { COARSE } from '../recipe'
import { FABRICS, DRY_IRON, IRON } from './fabrics.fixture'
import {
  besidePliesOf, bulkOf, SEAM_DETAIL_KEYS, SEAM_DETAILS, foldedStack, isHovering, planSeamDetail, pliesAt, pliesIn, pliesOf, plyMm,
  printThroughOf,
  reachedS,
  runFold, setPointOf, SUPPORT_KEYS, type SeamDetailAsk, type SeamDetailKey, type SeamDetailPlan, type Motion, type SupportKey,
} from '.'
import { givesS } from './touch'

type FabricName = keyof typeof FABRICS
const asked = (seamDetail: SeamDetailKey, fabric: FabricName, more: Partial<SeamDetailAsk> = {}): SeamDetailAsk => ({
  seamDetail, fabric: FABRICS[fabric], iron: IRON, pressCloth: 'muslin', surface: 'padded', blendRule: 'strict',
  house: { piecing: 'dry', cooling: 'touch', alwaysPressCloth: false }, kit: SUPPORT_KEYS, ...more,
})
const plan = (...of: Parameters<typeof asked>): SeamDetailPlan => planSeamDetail(asked(...of))
const why = (p: SeamDetailPlan) => p.reasons.map(r => r.why)

/** feature, fabric; means, motion, moisture, what lies under or on it, seconds from and to, a reason that must be among those given. */
const WORKED: [
  SeamDetailKey, FabricName, SeamDetailPlan['means'], Motion, string, SupportKey[], [number, number], string,
][] = [
  ['seamOpen', 'poplin', 'iron', 'tipAlong', 'dry', ['boardEdge'], [4, 8], 'house'],
  ['seamOneSide', 'poplin', 'iron', 'tipAlong', 'dry', ['boardEdge'], [4, 8], 'house'],
  ['seamOpen', 'worsted', 'iron', 'tipAlong', 'steam', ['boardEdge', 'cards', 'clapper'], [4, 12], 'printsThrough'],
  ['seamOpen', 'melton', 'iron', 'tipAlong', 'steam', ['boardEdge', 'cards', 'clapper'], [8, 20], 'ridge'],
  ['seamOpen', 'silk', 'iron', 'tipAlong', 'dry', ['boardEdge', 'cards'], [2, 8], 'noMoisture'],
  ['seamOpen', 'polyester', 'iron', 'tipAlong', 'dry', ['boardEdge'], [4, 12], 'noMoisture'],
  ['seamOpen', 'velvet', 'hover', 'hover', 'steam', ['needleBoard'], [4, 14], 'pile'],
  ['seamOpen', 'film', 'cold', 'none', 'none', ['boardEdge'], [0, 0], 'noHeat'],
  ['seamOneSide', 'gassed', 'iron', 'tipAlong', 'dry', ['boardEdge'], [2, 5], 'shortTouches'],
  ['curvedSeam', 'worsted', 'iron', 'tipAlong', 'steam', ['ham'], [2, 6], 'stretches'],
  ['curvedSeam', 'poplin', 'iron', 'tipAlong', 'dry', ['ham'], [4, 8], 'stretches'],
  ['sleeveSeam', 'worsted', 'iron', 'tipAlong', 'steam', ['roll'], [2, 6], 'moistSets'],
  ['dart', 'worsted', 'iron', 'toThePoint', 'steam', ['ham'], [2, 8], 'ridge'],
  ['pleat', 'worsted', 'iron', 'upAndDown', 'steam', ['flat', 'clapper'], [2, 8], 'moistSets'],
  ['pleat', 'polyester', 'iron', 'upAndDown', 'dry', ['flat', 'clapper'], [4, 18], 'noMoisture'],
  ['gather', 'poplin', 'iron', 'edgeOnly', 'steam', ['boardEdge'], [1, 4], 'moistSets'],
  ['collarEdge', 'poplin', 'iron', 'upAndDown', 'steam', ['flat', 'clapper'], [2, 5], 'moistSets'],
  ['neckEdge', 'poplin', 'iron', 'upAndDown', 'dry', ['ham'], [5, 14], 'stretches'],
  ['facing', 'silk', 'iron', 'upAndDown', 'dry', ['flat'], [5, 18], 'stretches'],
  ['hemFold', 'twill', 'iron', 'upAndDown', 'steam', ['flat', 'clapper'], [2, 6], 'moistSets'],
  ['binding', 'poplin', 'iron', 'upAndDown', 'dry', ['flat', 'clapper'], [5, 14], 'stretches'],
  ['crease', 'poplin', 'iron', 'upAndDown', 'steam', ['flat'], [1, 4], 'moistSets'],
  ['crease', 'unknown', 'iron', 'upAndDown', 'dry', ['flat'], [8, 24], 'sets'],
  ['largeFlat', 'denim', 'iron', 'alongTheGrain', 'steam', ['flat'], [1, 8], 'moistSets'],
  ['trouserCrease', 'worsted', 'iron', 'upAndDown', 'damp', ['flat', 'clapper'], [10, 20], 'moistSets'],
  ['trouserCrease', 'silk', 'iron', 'upAndDown', 'dry', ['flat', 'clapper'], [4, 14], 'noMoisture'],
  ['trouserCrease', 'polyester', 'iron', 'upAndDown', 'dry', ['flat', 'clapper'], [2, 10], 'noMoisture'],
  ['finishFlat', 'silk', 'iron', 'middleOutward', 'dry', ['flat'], [1, 8], 'noMoisture'],
  ['finishFlat', 'poplin', 'iron', 'middleOutward', 'steam', ['flat'], [1, 6], 'moistSets'],
  ['finishHanging', 'worsted', 'hover', 'hover', 'steam', ['hanger'], [2, 12], 'hangs'],
  ['finishHanging', 'velvet', 'hover', 'hover', 'steam', ['hanger'], [2, 12], 'hangs'],
  ['finishHanging', 'silk', 'cold', 'none', 'none', ['hanger'], [0, 0], 'hangs'],
  ['seamOpen', 'acrylic', 'hover', 'hover', 'steam', ['boardEdge'], [4, 12], 'limp'],
]

describe('seam details on fabrics, worked out', () => {
  it.each(WORKED)('%s in %s', (seamDetail, fabric, means, motion, moisture, supports, [from, to], reason) => {
    const p = plan(seamDetail, fabric)
    expect([p.means, p.motion, p.recipe?.method ?? 'none']).toEqual([means, motion, moisture])
    for (const s of supports) expect(p.supports.map(x => x.key)).toContain(s)
    expect(p.recipe?.holdS ?? 0).toBeGreaterThanOrEqual(from)
    expect(p.recipe?.holdS ?? 0).toBeLessThanOrEqual(to)
    expect(why(p)).toContain(reason)
  })
  it('never more than two of heat, steam and pressure at once; no iron above what the fabric stands', () => {
    const fabrics = Object.keys(FABRICS) as FabricName[]
    fc.assert(fc.property(
      fc.constantFrom(...SEAM_DETAIL_KEYS), fc.constantFrom(...fabrics), fc.constantFrom('dry' as const, 'steam' as const),
      fc.constantFrom('touch' as const, 'cold' as const), fc.boolean(), (seamDetail, fabric, piecing, cooling, alwaysPressCloth) => {
        const p = plan(seamDetail, fabric, { house: { piecing, cooling, alwaysPressCloth } })
        const limit = fabricLimit(FABRICS[fabric], 'strict')
        expect(p.steps.every(s => s.agents.length <= 2)).toBe(true)
        expect(p.agents.length).toBeLessThanOrEqual(2)
        if (!p.recipe) return
        if (p.means === 'iron') expect(p.recipe.setting.meanC).toBeLessThanOrEqual(limit.soleC + 5)
        if (limit.steam === 'no') expect(p.recipe.method).not.toBe('steam')
        if (limit.water !== 'yes') expect(p.recipe.method).not.toBe('mist')
        if (limit.pressClothNeeded && p.means === 'iron') expect(p.pressCloth).not.toBeNull()
        const onlyBack = limit.backOnly || fabric === 'dupion'
        if (onlyBack) expect([p.recipe.firstSide, p.recipe.passes]).toEqual(['back', 1])
        if (p.setAtS === null) expect(why(p)).toContain('neverSets')
        expect(p.restS).toBeGreaterThan(0)
      },
    ), { seed: 3, numRuns: 70 })
  })
  it('what it says of the plies is so: at the hold every ply has been as warm as sets it', () => {
    for (const [seamDetail, fabric] of [['seamOpen', 'poplin'], ['dart', 'worsted'], ['pleat', 'polyester']] as const) {
      const p = plan(seamDetail, fabric), r = p.recipe!
      const run = runFold(
        {
          plies: Array.from({ length: p.bulk.plies }, () => FABRICS[fabric]), pressCloth: p.pressCloth, pressClothWaterGsm: 0,
          mistGsm: r.mistGsm,
          surface: 'padded',
        }, r.setting.meanC, [{ kind: 'down', durationS: r.holdS, pressureKPa: r.pressureKPa, steamGM2S: r.steamGM2S, steamS: r.steamS }],
      )
      expect(reachedS(run, p.setPoint!.setC)).not.toBeNull()
      expect(reachedS(run, p.setPoint!.setC)! + givesS(FABRICS[fabric])).toBeCloseTo(p.setAtS!, 5)
      // Half the time would not have done.
      expect(p.setAtS!).toBeGreaterThan(0.3)
    }
  })
  it('so many short touches set it, and one fewer does not', () => {
    for (const [seamDetail, fabric] of [['seamOneSide', 'gassed'], ['collarEdge', 'gassed'], ['dart', 'gassed']] as const) {
      const p = plan(seamDetail, fabric), r = p.recipe!
      const touched = (times: number) => runFold(
        { plies: Array.from({ length: p.bulk.plies }, () => FABRICS[fabric]), pressCloth: p.pressCloth, pressClothWaterGsm: 0, mistGsm: 0,
          surface: 'padded' },
        r.setting.meanC, Array.from({ length: times }, (_, i) => [
          ...(i > 0 ? [{ kind: 'lifted' as const, durationS: 4 }] : []),
          { kind: 'down' as const, durationS: r.holdS, pressureKPa: r.pressureKPa },
        ]).flat())
      expect(reachedS(touched(p.touches), p.setPoint!.setC)).not.toBeNull()
      expect(reachedS(touched(p.touches - 1), p.setPoint!.setC)).toBeNull()
    }
  })
  it('pressed from both sides every ply is set through the very press cloth that is named, a second sooner on each it is not', () => {
    for (const [seamDetail, fabric] of [['neckEdge', 'twill'], ['binding', 'twill'], ['dart', 'denim']] as const) {
      // Where moisture may be it is pressed moist, from one side.
      expect(plan(seamDetail, fabric).recipe!.method).not.toBe('dry')
      const p = plan(seamDetail, fabric, { fabric: { ...FABRICS[fabric], mayGetWet: false } }), r = p.recipe!
      expect([r.method, r.passes, r.secondS]).toEqual(['dry', 2, r.holdS])
      const gives = Math.ceil(givesS(FABRICS[fabric]) / 2)
      const reached = (holdS: number) => {
        const down = { kind: 'down' as const, durationS: holdS, pressureKPa: r.pressureKPa }
        return reachedS(runFold(
          { plies: Array.from({ length: p.bulk.plies }, () => FABRICS[fabric]), pressCloth: p.pressCloth, pressClothWaterGsm: 0,
            mistGsm: 0, surface: 'padded' },
          r.setting.meanC, [down, { kind: 'lifted', durationS: 3 }, { kind: 'turn' }, down]), p.setPoint!.setC)
      }
      expect([reached(r.holdS - gives) !== null, reached(r.holdS - gives - 1)]).toEqual([true, null])
    }
    // Bare where its face stands that; linen would shine.
    expect(plan('neckEdge', 'twill', { fabric: { ...FABRICS.twill, mayGetWet: false } }).pressCloth).toBeNull()
    const linens = [120, 160, 200, 240, 280].flatMap(massGsm => SEAM_DETAIL_KEYS.map(key => planSeamDetail({
      ...asked(key, 'denim'), fabric: { ...FABRICS.denim, fibres: [{ fibre: 'linen' as const, sharePct: 100 }], massGsm, mayGetWet: false },
    }))).filter(p => why(p).includes('bothSides'))
    expect(linens.length).toBeGreaterThan(0)
    for (const p of linens) expect(p.pressCloth).toBe('muslin')
  })
  it('house rules choose, and are given as the reason', () => {
    const steam = plan('seamOpen', 'poplin', { house: { piecing: 'steam', cooling: 'touch', alwaysPressCloth: false } })
    expect([steam.recipe!.method, why(steam)]).toEqual(['steam', expect.arrayContaining(['house'])])
    const touch = plan('seamOpen', 'worsted')
    const cold = plan('seamOpen', 'worsted', { house: { piecing: 'dry', cooling: 'cold', alwaysPressCloth: false } })
    expect([touch.untilC, cold.untilC]).toEqual([60, 45])
    expect(cold.restS).toBeGreaterThan(touch.restS)
    expect(plan('seamOpen', 'poplin').pressCloth).toBeNull()
    expect(plan('seamOpen', 'poplin', { house: { piecing: 'dry', cooling: 'touch', alwaysPressCloth: true } }).pressCloth).toBe('muslin')
  })
  it('a trouser crease is held under the damp press cloth that is there, until half its water has gone; no longer on one side than asked',
    () => {
      const p = plan('trouserCrease', 'worsted'), r = p.recipe!
      expect([p.pressCloth, r.pressClothWaterGsm > 0, r.passes, r.firstSide, p.steps.map(s => s.do)])
        .toEqual(['muslin', true, 1, 'face', ['press', 'clapper']])
      const plies = [FABRICS.worsted, FABRICS.worsted]
      const run = runFold({ plies, pressCloth: 'muslin', pressClothWaterGsm: r.pressClothWaterGsm, mistGsm: 0, surface: 'padded' },
        r.setting.meanC, [{ kind: 'down', durationS: 40, pressureKPa: r.pressureKPa }])
      expect(r.holdS).toBeGreaterThanOrEqual(givenUpS(run, 0.5)!)
      expect(r.holdS).toBeLessThan(givenUpS(run, 0.9)!)
      expect(givenUpS(run, 1.01)).toBeNull()
    })
  it('a garment is finished hanging: hung up, steamed without being touched, smoothed downward; without steam it only hangs', () => {
    expect(plan('finishHanging', 'worsted').steps.map(s => s.do)).toEqual(['hang', 'hover', 'smooth', 'rest'])
    expect(plan('finishHanging', 'silk').steps.map(s => s.do)).toEqual(['hang'])
    expect(plan('finishHanging', 'worsted', { iron: DRY_IRON }).reasons).toContainEqual({ why: 'hangs', steam: false })
    expect(plan('finishFlat', 'film').steps.map(s => s.do)).toEqual(['coldIron'])
  })
  it('where a seam of cotton or linen springs up stiffener is drawn along it; never on wool, on plastic or where water marks', () => {
    const up = (fabric: FabricName, key: SeamDetailKey = 'seamOpen') => plan(key, fabric).springsUp
    expect(up('poplin')).toEqual({ soakS: expect.closeTo(14, 0) as number, forS: plan('seamOpen', 'poplin').recipe!.holdS })
    for (const fabric of ['worsted', 'polyester', 'silk', 'velvet', 'film'] as const) expect(up(fabric)).toBeNull()
    expect(up('poplin', 'pleat')).toBeNull()
  })
  it('what is not in the workroom has a stand-in', () => {
    const p = plan('curvedSeam', 'worsted', { kit: [] })
    expect(p.supports).toEqual([
      { key: 'ham', standIn: 'towel' }, { key: 'cards', standIn: 'paper' }, { key: 'clapper', standIn: 'air' },
    ])
    expect(p.steps.map(s => s.do)).toContain('rest')
    expect(plan('sleeveSeam', 'worsted', { kit: ['sleeveBoard'] }).supports[0]).toEqual({ key: 'sleeveBoard', standIn: null })
  })
  it('an iron without steam mists instead; one with settings that are all too hot is left cold', () => {
    expect(plan('pleat', 'worsted', { iron: DRY_IRON }).recipe!.method).toBe('mist')
    const hot = plan('seamOpen', 'acetate', { iron: { kind: 'household', settings: [IRON.settings[2]!] } })
    expect([hot.means, why(hot)]).toEqual(['cold', ['noCooler']])
    expect(() => plan('seamOpen', 'poplin', { iron: { kind: 'household', settings: [] } })).toThrow('no settings')
  })
  it('over pile the iron is held, touching nothing, and its recipe says so', () => {
    expect(isHovering(plan('seamOpen', 'velvet').recipe!)).toBe(true)
    expect(isHovering(plan('seamOpen', 'worsted').recipe!)).toBe(false)
  })
  it('pile without steam is left to the fingers', () => {
    const p = plan('seamOpen', 'velvet', { iron: DRY_IRON })
    expect([p.means, p.recipe, p.steps.map(s => s.do)]).toEqual(['cold', null, ['fingers', 'stitch']])
  })
  it('without heat: the roller for a seam, the weight of a cold iron for a crease', () => {
    expect(plan('seamOpen', 'film').steps.map(s => s.do)).toEqual(['roller', 'stitch'])
    expect(plan('crease', 'film').steps.map(s => s.do)).toEqual(['coldIron'])
  })
})

describe('folded stacks', () => {
  it('a fold of n plies takes heat as n fabrics laid one on another', () => {
    const plies = [FABRICS.poplin, FABRICS.poplin, FABRICS.poplin]
    const fold = { plies, pressCloth: null, pressClothWaterGsm: 0, mistGsm: 0, surface: 'padded' as const }
    const stack = foldedStack(fold)
    expect(stack.work).toHaveLength(3)
    const one = { ...stack.work[0]!, massGsm: 360, thicknessMm: 0.81, waterCapacityGsm: 360, id: 'ply0' }
    const phases = [{ kind: 'down' as const, durationS: 15, pressureKPa: 3 }]
    const folded = runFold(fold, 150, phases)
    const programme = { sole: steadySole(150), phases, roomC: 20 }, touching = { ...COARSE, contactWm2K: 1e5, skipSurface: true }
    const thick = runProgramme({ ...stack, work: [one] }, programme, touching), tight = runProgramme(stack, programme, touching)
    const meanC = (run: typeof folded, at: number) => pliesIn(run).reduce((s, p) => s + p.meanC[at]!, 0) / pliesIn(run).length
    // In perfect contact plies are one thick fabric; between real plies there is a little more in the way.
    expect(Math.abs(meanC(tight, tight.steps - 1) - meanC(thick, thick.steps - 1))).toBeLessThan(1.5)
    expect(meanC(folded, folded.steps - 1)).toBeLessThan(meanC(tight, tight.steps - 1))
    expect(meanC(folded, folded.steps - 1)).toBeGreaterThan(meanC(tight, tight.steps - 1) - 25)
  })
  it('the more plies, the later the last of them', () => {
    const at = (n: number) => reachedS(
      runFold({ plies: Array.from({ length: n }, () => FABRICS.poplin), pressCloth: null, pressClothWaterGsm: 0, mistGsm: 0,
        surface: 'padded' }, 190, [
        { kind: 'down', durationS: 60, pressureKPa: 0.8 },
      ]), 110)!
    const times = [1, 2, 3, 4, 5, 6].map(at)
    for (let i = 1; i < times.length; i++) expect(times[i]!).toBeGreaterThan(times[i - 1]!)
  })
  it('a mist is shared by the plies', () => {
    const { work } = foldedStack({
      plies: [FABRICS.poplin, FABRICS.poplin, FABRICS.poplin], pressCloth: null, pressClothWaterGsm: 0, mistGsm: 30, surface: 'padded',
    })
    expect(work.map(l => l.addedWaterGsm)).toEqual([10, 10, 10])
  })
  it('no ply, no fold', () => {
    expect(() => foldedStack({ plies: [], pressCloth: null, pressClothWaterGsm: 0, mistGsm: 0, surface: 'padded' })).toThrow('at least one')
  })
})

describe('what sets a fold', () => {
  it('protein moist at 80, cellulose moist at 90 and dry at 105, polyester 15 under where it softens', () => {
    const pure = (fibre: Parameters<typeof setPointOf>[0][number]['fibre']) => [{ fibre, sharePct: 100 }]
    expect(setPointOf(pure('wool'), true).setC).toBe(80)
    expect([setPointOf(pure('cotton'), true).setC, setPointOf(pure('cotton'), false).setC]).toEqual([90, 105])
    expect(setPointOf(pure('polyester'), false)).toMatchObject({ setC: 65, by: 'plastic', drierC: false })
    expect([setPointOf(pure('acetate'), false).setC, setPointOf(pure('triacetate'), false).setC]).toEqual([80, 100])
    // Never under fifty, and never nearer than ten degrees to harm.
    expect([setPointOf(pure('elastane'), false).setC, setPointOf(pure('metallisedPlastic'), false).setC]).toEqual([50, 65])
    expect(setPointOf([], false)).toMatchObject({ setC: 80, by: 'unknown' })
  })
  it('the fibre that asks for most decides; a few per cent do not', () => {
    expect(setPointOf([{ fibre: 'wool', sharePct: 55 }, { fibre: 'triacetate', sharePct: 45 }], true).fibre).toBe('triacetate')
    expect(setPointOf([{ fibre: 'wool', sharePct: 97 }, { fibre: 'acetate', sharePct: 3 }], true).fibre).toBe('wool')
    expect(setPointOf([{ fibre: 'wool', sharePct: 10 }, { fibre: 'silk', sharePct: 15 }], true).fibre).toBe('silk')
  })
})

describe('thickness', () => {
  it('the drawn section has as many plies as are counted', () => {
    const counted: Record<SeamDetailKey, number> = {
      seamOpen: 2, seamOneSide: 3, curvedSeam: 2, sleeveSeam: 2, dart: 3, pleat: 3, gather: 3, collarEdge: 4, neckEdge: 4, facing: 4,
      hemFold: 3, trouserCrease: 2, binding: 4, crease: 1, largeFlat: 1, finishFlat: 1,
      finishHanging: 1,
    }
    for (const key of SEAM_DETAIL_KEYS) {
      const f = SEAM_DETAILS[key]
      expect([key, pliesOf(f)]).toEqual([key, counted[key]])
      for (let x = -60; x <= 60; x += 0.5) expect(pliesAt(f.section, x)).toBeLessThanOrEqual(counted[key])
    }
  })
  it('a step over 0.6 mm leaves a strip unpressed, the wider the higher it is', () => {
    const low = bulkOf(SEAM_DETAILS.seamOpen, FABRICS.poplin, 0.8), high = bulkOf(SEAM_DETAILS.seamOpen, FABRICS.melton, 0.8)
    expect(low.unpressedMm).toBe(0)
    expect(low.stepMm).toBeCloseTo(plyMm(FABRICS.poplin, 0.8), 9)
    expect(high.stepMm).toBeGreaterThan(0.6)
    // By hand: half a sole of 55 mm, of which the gap of 0.6 mm is made up.
    expect(high.unpressedMm).toBeCloseTo(55 * (1 - 0.6 / high.stepMm), 9)
    expect(bulkOf(SEAM_DETAILS.dart, FABRICS.melton, 0.8).unpressedMm).toBeGreaterThan(high.unpressedMm)
    expect([besidePliesOf(SEAM_DETAILS.binding), bulkOf(SEAM_DETAILS.binding, FABRICS.melton, 0.8).stepMm]).toEqual([0, 0])
  })
  it('smooth fabric shows an allowance that plain fabric hides, and a nap hides more still', () => {
    const satin = printThroughOf({ ...FABRICS.poplin, construction: 'satin' }, 1, 0.8), plain = printThroughOf(FABRICS.poplin, 1, 0.8)
    expect([satin.shows, plain.shows]).toEqual([true, false])
    expect(satin.ridgeMm).toBeCloseTo(plain.ridgeMm, 9)
    expect(printThroughOf({ ...FABRICS.worsted, nap: 'nap' }, 1, 0.8).shows).toBe(false)
    expect(printThroughOf(FABRICS.worsted, 1, 0.8).shows).toBe(true)
    expect(printThroughOf(FABRICS.worsted, 1, 30).ridgeMm).toBeLessThan(printThroughOf(FABRICS.worsted, 1, 0.8).ridgeMm)
  })
})
