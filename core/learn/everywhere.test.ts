import { describe, expect, it } from 'vitest'
import { matchShelf, refineCandidate, type MatchQuery, type MatchSupply } from '../match'
import { placeOf } from '../place'
import { carryOver, draftRecipe, findOpeners, searchMethod, searchTack, type PressSetup } from '../recipe'
import { countDrawings, optionsOf, planScraps, sensitivityOf, TYPICAL_KNOWLEDGE, type Knowledge, type WindowQuestion } from '../window'
import { explainPressed, lessonOf } from '.'

const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 10, origin: 'typical' as const })
const setup: PressSetup = {
  fabric: {
    fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
    finishes: [],
  },
  supply: {
    massGsm: 60, thicknessMm: 0.21, base: 'cotton', adhesive: 'polyamide', adhesiveGsm: 12,
    sheet: { soleC: 150, holdS: 15, moisture: 'dry', pressCloth: 'muslin', pressureKPa: 3, firstSide: 'back' },
  },
  iron: { kind: 'household', settings: [setting('wool', 152), setting('cotton', 186)] }, pressCloth: 'muslin', surface: 'padded',
  blendRule: 'strict',
}
const plain = optionsOf(TYPICAL_KNOWLEDGE)
/** Taught by swatches that this iron runs 14 °C cool. */
const cool: Knowledge = { ...TYPICAL_KNOWLEDGE, dialC: -14 }
const taught = optionsOf(cool)
const question = (knowledge: Knowledge): WindowQuestion => ({
  setup, recipe: { ...draftRecipe(setup, 'dry', setting('wool', 152), 'back', 1, 'lean'), holdS: 20 }, knowledge, seed: 3, samples: 60,
})

describe('what was learned is used everywhere: an iron found to run 14 °C cool', () => {
  it('one function makes the options', () => {
    expect(plain).toEqual({ soleOffsetC: 0, contactFactor: 1, meltShiftC: 0, rateFactor: 1 })
    expect(optionsOf({ dialC: 5, logContact: Math.log(1.2), meltC: -2, logRate: Math.log(0.8) })).toEqual({
      soleOffsetC: 5, contactFactor: 1.2, meltShiftC: -2, rateFactor: 0.8,
    })
  })
  it('the search holds longer', () => {
    const seconds = (o: typeof plain) =>
      searchMethod({ ...setup, iron: { kind: 'household', settings: [setting('cotton', 186)] } }, 'dry', o).found!.recipe.holdS
    expect(seconds(taught)).toBeGreaterThan(seconds(plain))
  })
  it('the openers too', () => {
    const barred: PressSetup = { ...setup, habits: { lean: false, warmFirst: false, bothSides: false, patienceS: 20, moisture: 'widest',
      cooling: 'touch' } }
    const lean = (o: typeof plain) => {
      const f = findOpeners(barred, o).find(x => x.change === 'lean')
      return f?.change === 'lean' ? f.found.outcome.bond.peakC : NaN
    }
    expect(lean(taught)).not.toBeCloseTo(lean(plain), 1)
  })
  it('the tack', () => {
    const web: PressSetup = {
      ...setup, supply: { massGsm: 30, thicknessMm: 0.1, base: 'polyester', adhesive: 'evaWeb', adhesiveGsm: 28 },
      iron: { kind: 'household', settings: [setting('wool', 152)] },
    }
    const bond = (o: typeof plain) => {
      const t = searchTack(web, o)
      return 'recipe' in t ? t.bond / t.recipe.holdS : NaN
    }
    expect(bond(taught)).not.toBeCloseTo(bond(plain), 3)
  })
  it('the sheet carried over', () => {
    expect(carryOver({ ...setup, iron: { kind: 'household', settings: [setting('wool', 152)] } }, taught)!.neededS!).toBeGreaterThan(
      carryOver({ ...setup, iron: { kind: 'household', settings: [setting('wool', 152)] } }, plain)!.neededS! + 2,
    )
  })
  it('the match', () => {
    const supply: MatchSupply = {
      id: 'a', code: 'A', name: 'A', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.21,
      adhesive: 'polyamide', adhesiveGsm: 12, form: 'dots', givePct: null, bendingMm: null, colourHex: '#ffffff', moistOnly: false,
      washC: null,
      tumble: null, widthMm: 900, pricePerM: 6, stockM: 5, passed: 0, failed: 0, coupling: null,
    }
    const query = (o: typeof plain | null): MatchQuery => ({
      fabric: { ...setup.fabric, colourHex: '#eeeae0', sheer: false, giveAlongPct: null, giveAcrossPct: null, bendingMm: null },
      blendRule: 'strict', allowance: 'inside', place: placeOf('collar'), stiffness: null, drapeKept: false,
      care: { washC: 40, tumble: 'no', dryClean: false }, iron: { kind: 'household', settings: [setting('cotton', 186)] },
      pressCloth: 'muslin',
      surface: 'padded', needM2: 0, ...(o ? { taught: { a: o } } : {}),
    })
    const seconds = (o: typeof plain | null) => {
      const q = query(o)
      const c = matchShelf(q, [supply]).ranked.find(x => x.kind === 'single')!
      return refineCandidate(q, c)!.recipe!.holdS
    }
    expect(seconds(taught)).toBeGreaterThan(seconds(null))
  })
  it('the map, and what moves its edge', () => {
    const bonded = (k: Knowledge) => countDrawings(question(k), { solesC: [152], holdsS: [20], from: 0, to: 60 }).bonded[0]!
    expect(bonded(cool)).toBeLessThan(bonded(TYPICAL_KNOWLEDGE))
    expect(sensitivityOf(question(cool)).bonded).toBeLessThan(sensitivityOf(question(TYPICAL_KNOWLEDGE)).bonded)
  })
  it('the plan', () => {
    const bonds = (k: Knowledge) => planScraps(question(k), setup.iron.settings).find(s => s.recipe.holdS === 20
      && s.recipe.setting.label === 'wool')!.bond
    expect(bonds(cool)).toBeLessThan(bonds(TYPICAL_KNOWLEDGE))
  })
  it('the explanation', () => {
    const recipe = { ...question(TYPICAL_KNOWLEDGE).recipe, coolS: 20 }
    const events = [
      { atS: 0, kind: 'down' as const, soleC: 152 }, { atS: 20, kind: 'lift' as const, soleC: 152 }, { atS: 20, kind: 'cool' as const },
      { atS: 40, kind: 'done' as const },
    ]
    const pressed = {
      setup, recipe: { ...recipe, warmS: 0 }, events, judged: { grade: 3, dotsCrisp: false }, washedC: null, washLimitC: null,
      finished: false,
    }
    expect(explainPressed(pressed, taught).outcome.bond.final).toBeLessThan(explainPressed(pressed, plain).outcome.bond.final * 0.9)
    expect(
      lessonOf(pressed, { grade: 3, dotsCrisp: false, overdone: false, peelN50: null }, TYPICAL_KNOWLEDGE)!.table.at(-14, 0, 0),
    ).toBeLessThan(lessonOf(pressed, { grade: 3, dotsCrisp: false, overdone: false, peelN50: null }, TYPICAL_KNOWLEDGE)!.table.at(0, 0, 0))
  })
})
