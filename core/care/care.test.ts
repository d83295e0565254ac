import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bondAtGrade, expectedGrade } from '../learn'
import { fabricLimit } from '../limit'
import { FIBRES, ADHESIVE_KEYS, ADHESIVES, type FibreKey, type FinishKey, type AdhesiveKey } from '../materials'
import type { PressSetup } from '../recipe'
import type { FabricInput } from '../stack'
import {
  asWished, beyond, bondThrough, careLimits, coolerWashC, hottestFor, ironStays, learnWear, lossOf, roundsHeld, softensC,
  staysAllowed, STROKE_S, stuckStays, wakenedBy,
  type CarePart, type IronStay, type AdhesiveInWash, type StuckLayers, type WashRound,
} from '.'

const inWash = (key: AdhesiveKey, more: Partial<AdhesiveInWash> = {}): AdhesiveInWash =>
  ({ adhesive: ADHESIVES[key], limitC: ADHESIVES[key].washC[1], tumble: ADHESIVES[key].tumble, repellent: false, wear: 1, ...more })
const wash = (washC: number, tumble: WashRound['tumble'] = 'no', softener = false): WashRound => ({ washC, tumble, softener })
const dryers = fc.constantFrom('no' as const, 'low' as const, 'yes' as const)

describe('a bond through the wash', () => {
  it.each(ADHESIVE_KEYS)('%s at its own limit, dryer and all: good after one, five and twenty rounds', (key) => {
    const r = inWash(key), b = bondThrough(1.25, r, wash(r.limitC, r.tumble), 20)
    expect(b[1]!).toBeGreaterThan(1.2)
    expect(b[5]!).toBeGreaterThan(1.15)
    expect(b[20]!).toBeGreaterThanOrEqual(0.999)
    expect(b[20]!).toBeLessThan(1.15)
  })
  it.each(ADHESIVE_KEYS.filter(k => ADHESIVES[k].washC[1] < 95))('%s twenty degrees over its limit peels before twenty rounds', (key) => {
    const r = inWash(key), over = wash(r.limitC + 20, r.tumble)
    expect(roundsHeld(1.25, r, over)).toBeGreaterThanOrEqual(5)
    expect(roundsHeld(1.25, r, over)).toBeLessThan(20)
  })
  it('boiled, only the one that is made for it stays; the soft ones let go at once', () => {
    expect(roundsHeld(1.25, inWash('hdpe'), wash(95, 'yes'))).toBeGreaterThanOrEqual(20)
    for (const key of ['polyamide', 'polyamideLow', 'eva', 'evaWeb', 'polyamideWeb'] as const)
      expect(roundsHeld(1.25, inWash(key), wash(95))).toBe(0)
  })
  it('a dryer is dry: a round in it alone costs its half of the limit, though the adhesive would be soft as hot in water', () => {
    const r = inWash('polyamide', { tumble: 'yes', adhesive: { meltC: [90, 110], wetShiftC: 15 } })
    expect(lossOf(r, wash(0, 'yes'))).toBeCloseTo(Math.log(1.25) / 40, 12)
    expect(lossOf({ ...r, adhesive: { meltC: [75, 95], wetShiftC: 0 } }, wash(0, 'yes'))).toBeGreaterThan(0.5)
  })
  it('hotter, with a hotter dryer, with softener, on a repellent finish, under-bonded: never better', () => {
    fc.assert(fc.property(
      fc.constantFrom(...ADHESIVE_KEYS), fc.double({ min: 0.2, max: 3, noNaN: true }), fc.integer({ min: 1, max: 95 }), dryers,
      fc.integer({ min: 0, max: 12 }), (key, bond, washC, tumble, n) => {
        const r = inWash(key), at = (round: WashRound, by: AdhesiveInWash = r) => bondThrough(bond, by, round, n).at(-1)!
        const here = at(wash(washC, tumble))
        expect(here).toBeLessThanOrEqual(bond)
        expect(at(wash(Math.min(95, washC + 7), tumble))).toBeLessThanOrEqual(here)
        expect(at(wash(washC, 'yes'))).toBeLessThanOrEqual(here)
        expect(at(wash(washC, tumble, true))).toBeLessThanOrEqual(here)
        expect(at(wash(washC, tumble), { ...r, repellent: true })).toBeLessThanOrEqual(here)
        expect(at(wash(washC, tumble), { ...r, wear: 2 })).toBeLessThanOrEqual(here)
        if (n > 0) expect(bondThrough(bond, r, wash(washC, tumble), n - 1).at(-1)!).toBeGreaterThanOrEqual(here)
      }), { seed: 15, numRuns: 200 })
  })
  it('an under-bonded one loses its share faster: water gets behind it', () => {
    const r = inWash('polyamide'), share = (b: number) => bondThrough(b, r, wash(60, 'low'), 5).at(-1)! / b
    expect(share(0.5)).toBeLessThan(share(1))
    expect(share(1.5)).toBeCloseTo(share(2.5), 9)
  })
  it('eight degrees more take twice as much, softener twice, a repellent finish three times; never washed, never lost', () => {
    const r = inWash('polyester')
    expect(lossOf(r, wash(48)) / lossOf(r, wash(40))).toBeCloseTo(2, 9)
    expect(lossOf(r, wash(40, 'no', true)) / lossOf(r, wash(40))).toBeCloseTo(2, 9)
    expect(lossOf({ ...r, repellent: true }, wash(40)) / lossOf(r, wash(40))).toBeCloseTo(3, 9)
    expect(lossOf(r, wash(0))).toBe(0)
  })
  it('says what wakes an adhesive: the wash where it softens wet, the dryer where it softens dry', () => {
    expect(softensC(inWash('polyamide'), true)).toBe(90)
    expect(softensC(inWash('polyamide'), false)).toBe(105)
    expect(wakenedBy(inWash('polyamide'), wash(60, 'low'))).toBeNull()
    expect(wakenedBy(inWash('polyamide'), wash(95))).toBe('wash')
    expect(wakenedBy(inWash('polyamideLow'), wash(40, 'yes'))).toBe('dryer')
    expect(wakenedBy(inWash('eva'), wash(60))).toBe('wash')
    expect(wakenedBy(inWash('eva'), wash(0, 'low'))).toBeNull()
    expect(wakenedBy(inWash('eva'), wash(0, 'yes'))).toBe('dryer')
  })
  it('says how much cooler it would hold as often as wished', () => {
    expect(coolerWashC(1.25, inWash('polyamideLow'), wash(60), 20)).toBe(40)
    expect(coolerWashC(1.25, inWash('eva'), wash(95), 20)).toBe(30)
    expect(coolerWashC(0.5, inWash('eva'), wash(40), 5)).toBe(0)
    expect(coolerWashC(1.25, inWash('polyester'), wash(40), 20)).toBe(40)
  })
  it('no bond and no rounds are said', () => {
    expect(() => bondThrough(0, inWash('eva'), wash(30), 3)).toThrow('give a bond above 0')
    expect(() => bondThrough(1, inWash('eva'), wash(30), 2.5)).toThrow('whole number')
  })
})

describe('what a wash log teaches', () => {
  const seen = (grade: number, rounds = 6) => ({
    bond: 1.25, adhesive: inWash('polyamide'), round: wash(60, 'low'), rounds,
    judged: { grade, dotsCrisp: false, overdone: false, peelN50: null },
  })
  it('nothing seen, nothing learned; coming back bad it wears faster, coming back well no faster', () => {
    expect(learnWear([]).factor).toBeCloseTo(1, 6)
    expect(learnWear([]).sdLog).toBeCloseTo(0.7, 1)
    expect(learnWear([seen(0), seen(0)]).factor).toBeGreaterThan(2)
    expect(learnWear([seen(4), seen(4)]).factor).toBeLessThan(1.05)
  })
  it('the more is seen, the surer; a known wear is found again within a quarter', () => {
    const truth = 3
    const grades = [2, 6, 10, 16].map((rounds) => {
      const b = bondThrough(1.25, inWash('polyamide', { wear: truth }), wash(60, 'low'), rounds).at(-1)!
      return { ...seen(0, rounds), judged: { grade: Math.round(expectedGrade(Math.log(b))), dotsCrisp: false, overdone: false,
        peelN50: null } }
    })
    const few = learnWear(grades.slice(0, 1)), many = learnWear([...grades, ...grades, ...grades])
    expect(many.sdLog).toBeLessThan(few.sdLog)
    expect(many.seen).toBe(12)
    expect(Math.abs(Math.log(many.factor / truth))).toBeLessThan(0.25)
  })
  it('a bond and its grade go both ways', () => {
    for (const g of [0, 0.5, 1, 2.4, 3, 4.7, 5]) expect(expectedGrade(Math.log(bondAtGrade(g)))).toBeCloseTo(g, 9)
  })
})

const setup = (adhesive: AdhesiveKey, massGsm = 120, thicknessMm = 0.27, fibre: FibreKey = 'cotton'): PressSetup => ({
  fabric: {
    fibres: [{ fibre, sharePct: 100 }], construction: massGsm > 300 ? 'coating' : 'poplin', massGsm, thicknessMm, mayGetWet: true,
    nap: 'none', finishes: [],
  },
  supply: { massGsm: 60, thicknessMm: 0.2, base: 'cotton', adhesive, adhesiveGsm: 12 }, iron: { kind: 'household', settings: [] },
  pressCloth: null,
  surface: 'padded', blendRule: 'strict',
})
const rest = (all: IronStay[], classC: number, side = 'face', covered = false, steam = false) =>
  all.find(s => s.classC === classC && s.side === side && s.covered === covered && s.steam === steam)!.restS ?? Infinity

describe('how the wearer may iron', () => {
  const shirt = ironStays(setup('polyamide')), coat = ironStays(setup('polyamide', 520, 1.9, 'wool')),
    soft = ironStays(setup('polyamideLow'))
  it('a hotter iron, the interfacing side, no press cloth, steam: each gives it less time; a thick fabric gives more', () => {
    for (const all of [shirt, coat, soft]) {
      expect(rest(all, 200)).toBeLessThanOrEqual(rest(all, 150))
      expect(rest(all, 150, 'back')).toBeLessThanOrEqual(rest(all, 150))
      expect(rest(all, 150, 'face', true)).toBeGreaterThanOrEqual(rest(all, 150))
      expect(rest(all, 150, 'face', false, true)).toBeLessThanOrEqual(rest(all, 150))
    }
    expect(rest(coat, 150)).toBeGreaterThan(rest(shirt, 150))
    expect(rest(soft, 110)).toBeLessThan(rest(shirt, 110))
  })
  it('as it may be ironed: its side, its cover, no hotter, no steam where it may not be; dry first', () => {
    const of = (iron: number, more: object) => staysAllowed(shirt, {
      iron: { value: iron }, backOnly: false, covered: true, steam: 'yes', ...more,
    }).map(s => `${s.classC} ${s.side}${s.covered ? ' covered' : ''}${s.steam ? ' steam' : ''}`)
    expect(of(150, {})).toEqual(['110 face covered', '150 face covered', '150 face covered steam'])
    expect(of(150, { steam: 'no', backOnly: true, covered: false })).toEqual(['110 back', '150 back'])
    expect(of(0, {})).toEqual([])
  })
  it('the hottest is the one whose strokes leave the adhesive alone', () => {
    const how = { side: 'face' as const, covered: false, steam: false }
    expect(hottestFor(shirt, how)).toBe(150)
    expect(hottestFor(coat, how)).toBe(200)
    expect(hottestFor(ironStays(setup('hdpe')), how)).toBe(200)
    expect(hottestFor(shirt, { ...how, side: 'back' })).toBe(110)
    expect(hottestFor([{ classC: 110, side: 'face', covered: false, steam: false, restS: STROKE_S - 0.1 }], how)).toBe(0)
  })
})

const fabric = (fibres: FibreKey[], finishes: FinishKey[] = [], more: { mayGetWet?: boolean, nap?: 'none' | 'pile' } = {}): CarePart => ({
  part: 'fabric', name: 'Front', fibres, finishes,
  limit: fabricLimit({
    fibres: fibres.map(fibre => ({ fibre, sharePct: 100 / fibres.length })), finishes, nap: more.nap ?? 'none',
    mayGetWet: more.mayGetWet ?? true, construction: 'poplin',
  }, 'strict'),
})
const interfacing = (adhesive: AdhesiveKey | null, more: Partial<Extract<CarePart, { part: 'interfacing' }>> = {}): CarePart =>
  ({ part: 'interfacing', name: 'Woven', fibre: 'cotton', adhesive, washC: null, tumble: null, stays: null, ...more })

describe('the chain of a garment', () => {
  it('the weakest part decides and stands first, with where it is from', () => {
    const c = careLimits([fabric(['cotton']), interfacing('polyamideLow')])
    expect(c.wash.value).toBe(40)
    expect(c.wash.reasons[0]).toMatchObject({ name: 'Woven', why: 'adhesive', adhesive: 'polyamideLow', limit: 40, origin: 'typical' })
    expect(c.tumble.value).toBe('no')
    expect(c.iron.value).toBe(200)
    expect(c.dryClean.value).toBe(true)
  })
  it('a sheet speaks for its adhesive, even where it allows less than its kind', () => {
    const c = careLimits([fabric(['cotton']), interfacing('polyester', { washC: 40, tumble: 'no' })])
    expect(c.wash.reasons[0]).toMatchObject({ why: 'sheet', limit: 40, origin: 'maker' })
    expect(c.tumble.reasons[0]).toMatchObject({ why: 'sheet', limit: 'no' })
  })
  it('finishes, trims and mends have their say', () => {
    expect(careLimits([fabric(['polyester'], ['resinPrint'])])).toMatchObject({
      wash: { value: 30 }, tumble: { value: 'no' }, dryClean: { value: false }, backOnly: true, iron: { value: 110 },
    })
    const trim: CarePart = { part: 'trim', name: 'Gilt braid', fibres: ['metallisedPlastic'], preshrunkC: 120 }
    expect(careLimits([fabric(['wool']), trim])).toMatchObject({ iron: { value: 110 }, dryClean: { value: true } })
    expect(careLimits([fabric(['wool']), { ...trim, fibres: ['polypropylene'] }]).dryClean.value).toBe(false)
    expect(careLimits([fabric(['cotton']), { ...trim, preshrunkC: 160, fibres: ['metallisedCotton'] }]).iron.value).toBe(150)
    const mend: CarePart = { part: 'mend', name: 'Letters', fibres: ['polyester'], adhesive: 'eva', washC: null, tumble: null,
      backOnly: true, gentle: true, stays: null }
    const c = careLimits([fabric(['cotton']), mend])
    expect(c).toMatchObject({ wash: { value: 30 }, backOnly: true, dryClean: { value: false }, iron: { value: 110 } })
    expect([c.iron.reasons[0]!.why, c.mended, careLimits([fabric(['cotton']), { ...mend, gentle: false }]).mended])
      .toEqual(['print', true, false])
    // What is washed gently is dried on the line, whatever its adhesive would stand.
    const patch: CarePart = { ...mend, adhesive: 'hdpe', backOnly: false, fibres: [] }
    expect(careLimits([fabric(['cotton']), patch]).tumble).toMatchObject({ value: 'no' })
    expect(careLimits([fabric(['cotton']), patch]).tumble.reasons[0]).toMatchObject({ why: 'stuckOn', limit: 'no' })
    expect(careLimits([fabric(['cotton']), { ...patch, gentle: false }]).tumble.value).not.toBe('no')
  })
  it('the glue line bars an iron that its fabric would take, and only on the side that is ironed', () => {
    const stays: IronStay[] = [110, 150, 200].flatMap(classC => (['face', 'back'] as const).flatMap(side => [false, true].map(covered => ({
      classC: classC as 110, side, covered, steam: false, restS: side === 'face' ? (classC < 200 ? 9 : 1) : classC < 150 ? 9 : 1,
    }))))
    expect(careLimits([fabric(['cotton']), interfacing('polyamide', { stays })]).iron).toMatchObject({
      value: 150, reasons: [{ why: 'glueLine', origin: 'estimate' }, { why: 'fibre' }],
    })
    expect(careLimits([fabric(['cotton'], ['flock']), interfacing('polyamide', { stays })]).iron.value).toBe(110)
  })
  it('heavier fabric never lets an iron be cooler, and no class changes twice within a tenth of the weight', () => {
    for (const adhesive of ['polyamide', 'eva'] as const) {
      const changes: number[] = []
      let before: number | null = null
      for (let massGsm = 90; massGsm < 360; massGsm *= 1.05) {
        const its = ironStays(setup(adhesive, massGsm, massGsm / 440))
        const now = hottestFor(its, { side: 'face', covered: false, steam: false })
        if (before !== null && now !== before) {
          expect(now).toBeGreaterThan(before)
          changes.push(massGsm)
        }
        before = now
      }
      expect(changes.length).toBeGreaterThan(0)
      for (let i = 1; i < changes.length; i++) expect(changes[i]! / changes[i - 1]!).toBeGreaterThan(1.1)
    }
  })
  it('what is stuck on speaks through its own layers: a patch inside is nearer to an iron from the back, letters outside to one in front',
    () => {
      const poplin: FabricInput = {
        fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
        finishes: [],
      }
      const thick: FabricInput = { ...poplin, massGsm: 400, thicknessMm: 1.6 }
      const glue = { massGsm: 30, thicknessMm: 0.1, base: 'cotton' as const, adhesive: 'polyamide' as const, adhesiveGsm: 30 }
      const rest = (layers: StuckLayers, side: 'face' | 'back') =>
        stuckStays(layers).find(s => s.classC === 200 && s.side === side && !s.covered && !s.steam)!.restS ?? 30
      const inside = { item: thick, garment: poplin, glue, inside: true }, outside = { ...inside, inside: false }
      expect(rest(inside, 'face')).toBeLessThan(rest(inside, 'back') / 3)
      expect(rest(outside, 'back')).toBeLessThan(rest(outside, 'face') / 3)
      expect(rest(inside, 'face')).toBeCloseTo(rest(outside, 'back'), 1)
      // A press cloth gives it time, and the harder it melts the longer it lasts.
      const stays = stuckStays(inside), of = (covered: boolean) => stays.find(s => s.classC === 150 && s.side === 'face'
        && s.covered === covered && !s.steam)!.restS ?? Infinity
      expect(of(true)).toBeGreaterThan(of(false))
      expect(() => stuckStays({ ...inside, glue: { ...glue, adhesive: null } })).toThrow(/no adhesive/)
      // The mildest handling that leaves an iron is taken, and said.
      const patch: CarePart = { part: 'mend', name: 'Patch', fibres: [], adhesive: 'polyamide', washC: null, tumble: null, backOnly: false,
        gentle: true, stays: stays.map(s => (s.side === 'face' && !s.covered ? { ...s, restS: 1 } : s)) }
      const { iron, covered, stillUntilCool } = careLimits([fabric(['cotton']), patch])
      expect([iron.reasons.map(r => r.why).includes('glueLine'), iron.value >= 110, covered, stillUntilCool]).toEqual([true, true, true,
        true])
    })
  it('fabric of unknown fibre is washed warm at most and not tumbled; nothing at all stands everything', () => {
    expect(careLimits([fabric([])])).toMatchObject({ wash: { value: 30 }, tumble: { value: 'no' } })
    expect(careLimits([])).toMatchObject({ wash: { value: 95 }, tumble: { value: 'yes' }, iron: { value: 200 }, dryClean: { value: true } })
  })
  it('adding a part never lets one do more', () => {
    const parts = fc.constantFrom(
      fabric(['cotton']), fabric(['wool']), fabric(['polyester'], ['gasDyedPrint']), fabric(['acetate'], [], { mayGetWet: false }),
      interfacing('eva'), interfacing('hdpe'), interfacing(null), interfacing('polyester', { washC: 60 }),
    )
    const dry = ['no', 'low', 'yes'], wet = ['no', 'light', 'yes']
    fc.assert(fc.property(fc.array(parts, { maxLength: 4 }), parts, (some, one) => {
      const a = careLimits(some), b = careLimits([...some, one])
      expect(b.wash.value).toBeLessThanOrEqual(a.wash.value)
      expect(b.iron.value).toBeLessThanOrEqual(a.iron.value)
      expect(dry.indexOf(b.tumble.value)).toBeLessThanOrEqual(dry.indexOf(a.tumble.value))
      expect(b.dryClean.value && !a.dryClean.value).toBe(false)
      expect(wet.indexOf(b.steam)).toBeLessThanOrEqual(wet.indexOf(a.steam))
      expect((a.backOnly && !b.backOnly) || (a.covered && !b.covered)).toBe(false)
    }), { seed: 3 })
  })
  it('the mildest handling under which there is an iron is taken, and said to be for what is stuck behind', () => {
    const stays = (bareC: number, coveredC: number): IronStay[] => [110, 150, 200].flatMap(classC => (['face',
      'back'] as const).flatMap(side =>
      [false, true].map(covered => ({ classC: classC as 110, side, covered, steam: false,
        restS: classC <= (side === 'back' ? 110 : covered ? coveredC : bareC) ? 9 : 1 }))))
    const of = (bareC: number, coveredC: number) => careLimits([fabric(['cotton']), interfacing('eva', { stays: stays(bareC, coveredC) })])
    expect(of(150, 200)).toMatchObject({ iron: { value: 150 }, covered: false, stillUntilCool: false })
    expect(of(0, 150)).toMatchObject({ iron: { value: 150 }, covered: true, backOnly: false, stillUntilCool: true })
    expect(of(0, 0)).toMatchObject({ iron: { value: 110 }, backOnly: true, stillUntilCool: true })
  })
  it('with any elastane an iron has two dots at the most', () => {
    expect(careLimits([fabric(['cotton', 'elastane'])]).iron).toMatchObject({ value: 110 })
    const few: CarePart = { ...fabric(['cotton']), fibres: ['cotton', 'elastane'] } as CarePart
    expect(careLimits([few]).iron).toMatchObject({ value: 150, reasons: [{ fibre: 'elastane' }, {}] })
  })
  it('the card says the stricter of limit and wish: a coat that is wished unwashed is not washed', () => {
    const l = careLimits([fabric(['wool'])]), card = asWished(l, { washC: 0, tumble: 'low', dryClean: true })
    expect([card.wash.value, card.tumble.value, card.dryClean.value]).toEqual([0, 'no', true])
    expect(asWished(l, { washC: 60, tumble: 'no', dryClean: false })).toMatchObject({ wash: { value: 30 }, dryClean: { value: false } })
  })
  it('a wish beyond it is named with the part that says no', () => {
    const c = careLimits([fabric(['wool']), interfacing('eva')])
    expect(beyond(c, { washC: 60, tumble: 'low', dryClean: true })).toEqual([
      { of: 'wash', wishC: 60, by: expect.objectContaining({ limit: FIBRES.wool.washC, name: 'Front' }) },
      { of: 'tumble', wish: 'low', by: expect.objectContaining({ limit: 'no' }) },
      { of: 'dryClean', by: expect.objectContaining({ adhesive: 'eva' }) },
    ])
    expect(beyond(c, { washC: 30, tumble: 'no', dryClean: false })).toEqual([])
  })
})
