import { describe, expect, it } from 'vitest'
import { leftAloneS } from '../recipe'
import { FABRICS, DRY_IRON, IRON } from '../seam/fabrics.fixture'
import type { FabricInput } from '../stack'
import { planStuck, stuckStack, type StuckAsk } from '.'

const glue = { massGsm: 40, thicknessMm: 0.1, base: 'polyester', adhesive: 'polyamideLow', adhesiveGsm: 40 } as const
const web = { ...glue, massGsm: 26, adhesive: 'polyamideWeb', adhesiveGsm: 24 } as const
const thin: FabricInput = { ...FABRICS.poplin, massGsm: 110, thicknessMm: 0.25 }
const felt: FabricInput = { ...FABRICS.worsted, construction: 'felt', massGsm: 400, thicknessMm: 2.2 }
const padded: FabricInput = { ...FABRICS.poplin, fibres: [{ fibre: 'polyester', sharePct: 100 }], construction: 'fleece', massGsm: 300,
  thicknessMm: 3 }
const film: FabricInput = { ...thin, fibres: [{ fibre: 'polyester', sharePct: 100 }], massGsm: 120, thicknessMm: 0.15 }
const ask = (more: Partial<StuckAsk> = {}): StuckAsk => ({
  item: thin, garment: FABRICS.twill, glue, inside: false, fromItem: true, fromGarment: true, pressCloth: 'muslin', under: null,
  surface: 'padded',
  iron: IRON, methods: ['dry'], lean: 'lean', first: null, leastS: 0, blendRule: 'strict', cooling: 'touch', ...more,
})
const whyNot = (more: Partial<StuckAsk>) => planStuck(ask(more)).refused.map(r => `${r.side} ${r.because.why}`)

describe('thick and thin', () => {
  it.each([
    ['a thin badge on twill', {}, 'item'], ['a thin badge on melton', { garment: FABRICS.melton }, 'item'],
    ['a thin badge on denim', { garment: FABRICS.denim }, 'item'], ['felt on twill', { item: felt }, 'garment'],
    ['felt on poplin', { item: felt, garment: FABRICS.poplin }, 'garment'], ['a padded letter on twill', { item: padded }, 'garment'],
  ] as const)('%s: computed, the side that is quicker through', (_name, more, side) => {
    const p = planStuck(ask(more))
    expect(p.first!.side).toBe(side)
    expect(p.first!.bond).toBeGreaterThanOrEqual(1.05)
    if (p.other) expect(p.other.recipe.holdS).toBeGreaterThanOrEqual(p.first!.recipe.holdS)
    else expect(p.refused[0]!.because.why).toBe('neverBonds')
  })
  it('where both sides work the other follows until the adhesive melts from there too', () => {
    const p = planStuck(ask())
    expect(p.because).toBe('quicker')
    expect(p.first!.recipe).toMatchObject({ passes: 2, secondS: p.secondS, firstSide: 'face' })
    expect(p.secondS!).toBeGreaterThan(0)
    expect(p.secondS!).toBeLessThan(p.other!.recipe.holdS)
  })
  it('a side that is asked for comes first though it is slower, and that is said', () => {
    const p = planStuck(ask({ first: 'garment' }))
    expect([p.first!.side, p.because, p.other!.side]).toEqual(['garment', 'asked', 'item'])
    expect(planStuck(ask({ first: 'item' })).because).toBe('quicker')
  })
  it('a thicker badge asks for longer from its own side, hardly from the other', () => {
    const hold = (mm: number, side: 'item' | 'garment') => {
      const p = planStuck(ask({ item: { ...thin, thicknessMm: mm, massGsm: 440 * mm } }))
      return [p.first, p.other].find(w => w?.side === side)!.recipe.holdS
    }
    expect(hold(0.7, 'item')).toBeGreaterThan(hold(0.2, 'item'))
    expect(Math.abs(hold(0.7, 'garment') - hold(0.2, 'garment'))).toBeLessThanOrEqual(4)
  })
})

describe('what a side may do', () => {
  it('a film letter is pressed from the wrong side alone', () => {
    const p = planStuck(ask({ item: film, fromItem: false, glue: web, methods: ['damp'], under: 'parchment' }))
    expect(p.first).toMatchObject({ side: 'garment', recipe: { method: 'damp', firstSide: 'back', passes: 1 } })
    expect(p.because).toBe('onlySide')
    expect(p.refused).toEqual([{ side: 'item', because: { why: 'backOnly' } }])
  })
  it('under a wet press cloth it is held until that is dry and the adhesive holds', () => {
    const { first } = planStuck(ask({ item: film, fromItem: false, glue: web, methods: ['damp'] }))
    expect(first!.recipe.holdS).toBeGreaterThanOrEqual(Math.max(first!.pressClothDryS!, first!.bondS + 2))
    expect(first!.recipe.holdS).toBeLessThanOrEqual(Math.max(first!.pressClothDryS! + 1, first!.bondS * 1.2 + 2))
    expect(first!.recipe.pressClothWaterGsm).toBeGreaterThan(50)
  })
  it('where the adhesive holds before the press cloth is dry, it is held until that is dry', () => {
    const { first } = planStuck(ask({ item: film, fromItem: false, glue: { ...web, adhesive: 'evaWeb' }, methods: ['damp'] }))
    expect(first!.pressClothDryS!).toBeGreaterThan(first!.bondS)
    expect(first!.recipe.holdS).toBe(Math.ceil(first!.pressClothDryS!))
  })
  it('a patch inside meets the iron from the wrong side', () => {
    const p = planStuck(ask({ item: FABRICS.poplin, garment: FABRICS.poplin, inside: true, glue: web, under: 'muslin',
      methods: ['damp', 'dry'] }))
    const item = [p.first, p.other].find(w => w?.side === 'item')!
    expect(item.recipe.firstSide).toBe('back')
  })
  it('a sheet\'s own seconds are never cut short', () => {
    const p = planStuck(ask({ leastS: 45 }))
    expect(p.first!.recipe.holdS).toBeGreaterThanOrEqual(45)
  })
  it.each([
    ['fabric that takes no heat', { garment: FABRICS.film }, ['item noHeat', 'garment noHeat']],
    ['a thing that takes none', { item: { ...thin, fibres: [{ fibre: 'leather', sharePct: 100 }] } as FabricInput },
      ['item noHeat', 'garment noHeat']],
    ['certified wear', { garment: { ...FABRICS.twill, finishes: ['flameRetardant'] } as FabricInput },
      ['item certified', 'garment certified']],
    ['no adhesive', { glue: { ...glue, adhesive: null } }, ['item noAdhesive', 'garment noAdhesive']],
    ['pile crushed from its back too', { garment: FABRICS.velvet }, ['item backOnly', 'garment damages']],
    ['a print that may not be held', { garment: FABRICS.gassed }, ['item backOnly', 'garment shortTouches']],
    ['no water where only a wet press cloth would do', { garment: FABRICS.acetate, methods: ['damp'] },
      ['item noWater', 'garment noWater']],
    ['an iron too hot for it', { garment: FABRICS.acetate, iron: { ...IRON, settings: [IRON.settings[2]!] } },
      ['item noSettings', 'garment noSettings']],
  ] satisfies [string, Partial<StuckAsk>, string[]][])('%s is refused with its reason', (_name, more, wanted) => {
    expect(whyNot(more)).toEqual(wanted)
    expect(planStuck(ask(more)).first).toBeNull()
  })
  it('PVC gives off fumes, and that is said', () => {
    const pvc: FabricInput = { ...FABRICS.film, fibres: [{ fibre: 'pvc', sharePct: 100 }] }
    expect(planStuck(ask({ garment: pvc })).refused[0]!.because).toEqual({ why: 'noHeat', fumes: true, of: 'garment' })
  })
  it('a sheet that asks for longer than a minute is followed to its end: what that damages is seen', () => {
    const hot = { ...IRON, settings: [IRON.settings[2]!] }, of = (leastS: number) =>
      planStuck(ask({ garment: FABRICS.poplin, iron: hot, leastS }))
    expect(of(110).first!.harm).toBeGreaterThan(of(60).first!.harm)
  })
  it('of a blend the fibre that is hurt first counts, however little of it there is', () => {
    const fibres: FabricInput['fibres'] = [{ fibre: 'cotton', sharePct: 80 }, { fibre: 'modacrylic', sharePct: 20 }]
    const behind = (item: FabricInput) => planStuck(
      ask({ item, garment: FABRICS.poplin, fromItem: false, iron: { ...IRON, settings: [IRON.settings[2]!] }, leastS: 45 }))
    expect(behind(thin).first!.harm).toBeLessThan(0.5)
    expect(behind({ ...thin, fibres }).refused.find(r => r.side === 'garment')?.because.why).toBe('damages')
  })
  it('never hotter than either stands, and it lies until it may be touched', () => {
    for (const garment of [FABRICS.twill, FABRICS.worsted, FABRICS.mixed, FABRICS.polyester, FABRICS.viscose]) for (
      const iron of [IRON, DRY_IRON]) {
      const p = planStuck(ask({ garment, iron }))
      for (const w of [p.first, p.other]) if (w) {
        expect(w.recipe.setting.meanC).toBeLessThanOrEqual(garment === FABRICS.twill ? 205 : 155)
        expect(w.recipe.coolS).toBeGreaterThan(0)
      }
    }
    const lies = (cooling: 'touch' | 'cold') => leftAloneS(planStuck(ask({ cooling })).first!.recipe)
    expect(lies('cold')).toBeGreaterThan(lies('touch'))
  })
  it('the stack lies as it is pressed: what meets the iron first stands first, the sheet under it all', () => {
    const a = ask({ under: 'parchment' })
    expect(stuckStack(a, 'item', 0).work.map(l => l.id)).toEqual(['item', 'adhesive', 'fabric'])
    expect(stuckStack(a, 'garment', 0).work.map(l => l.id)).toEqual(['fabric', 'adhesive', 'item'])
    expect(stuckStack(a, 'item', 0).surface[0]!.id).toBe('under')
    expect(stuckStack(ask({ glue: { ...glue, massGsm: 90 } }), 'item', 0).work.map(l => l.id)).toContain('carrier')
  })
})
