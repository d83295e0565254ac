import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FIBRE_KEYS, FIBRES, FINISHES, type FibreKey, type FinishKey } from '../materials'
import type { FabricInput } from '../stack'
import { fabricLimit, limitingFibres, type BlendRule, type Evidence } from '.'

const fabric = (shares: Partial<Record<FibreKey, number>>, over: Partial<FabricInput> = {}): FabricInput => ({
  fibres: Object.entries(shares).map(([fibre, sharePct]) => ({ fibre: fibre as FibreKey, sharePct: sharePct! })),
  construction: 'twill', massGsm: 200, thicknessMm: 0.4, mayGetWet: true, nap: 'none', finishes: [], ...over,
})

describe('the limit of a fabric', () => {
  it.each<[string, FabricInput, BlendRule, number]>([
    ['pure cotton', fabric({ cotton: 100 }), 'strict', 200],
    ['a little elastane has no say', fabric({ cotton: 97, elastane: 3 }), 'strict', 200],
    ['from a tenth it has', fabric({ cotton: 90, elastane: 10 }), 'strict', 110],
    ['cotton with a little polyamide, proportional: one class', fabric({ cotton: 97, polyamide6: 3 }), 'proportional', 150],
    ['flock, from the back', fabric({ cotton: 100 }, { finishes: ['flock'] }), 'strict', 110],
    ['beads', fabric({ silk: 100 }, { finishes: ['beads'] }), 'strict', 110],
    ['poly-cotton either way', fabric({ cotton: 50, polyester: 50 }), 'proportional', 150],
    ['a trace of PVC bars heat in any school', fabric({ cotton: 95, pvc: 5 }), 'proportional', 0],
    ['a finish beats the fibre', fabric({ cotton: 100 }, { finishes: ['puCoat'] }), 'strict', 110],
    ['the lower of fibre and finish', fabric({ acrylic: 100 }, { finishes: ['filmLaminate'] }), 'strict', 110],
    ['unknown fibre starts at the lowest class', fabric({}), 'strict', 110],
  ])('%s: %#', (_n, c, rule, soleC) => {
    const limit = fabricLimit(c, rule)
    expect(limit.soleC).toBe(soleC)
    expect(limit.reasons.filter(r => r.decides)).toHaveLength(1)
  })
  it('a finish that may only be touched so long passes that on, the shortest of them; others set none', () => {
    const { maxTouchS } = FINISHES.gasDyedPrint
    expect(maxTouchS).toBeGreaterThan(0)
    expect(fabricLimit(fabric({ cotton: 100 }, { finishes: ['gasDyedPrint', 'puCoat'] }), 'strict').maxTouchS).toBe(maxTouchS)
    expect(fabricLimit(fabric({ cotton: 100 }, { finishes: ['puCoat'] }), 'strict').maxTouchS).toBeNull()
    expect(fabricLimit(fabric({ cotton: 100 }), 'strict').maxTouchS).toBeNull()
  })
  it('a swatch that passed hotter is set against the very reason that stands lowest', () => {
    const evidence = { swatches: [{ soleC: 190, damageByHeat: false, passed: true }], label: { ironC: 110 as const, steam: null } }
    const { conflicts } = fabricLimit(fabric({ cotton: 100 }), 'strict', evidence)
    expect(conflicts.map(c => [c.safer.step, c.other.step])).toContainEqual(['label', 'swatchPassed'])
  })
  it('names fumes, pile, laminate and what is certified', () => {
    expect(fabricLimit(fabric({ pvc: 100 }), 'strict')).toMatchObject({ fumes: true, fusible: false })
    expect(fabricLimit(fabric({ cotton: 100 }, { nap: 'pile' }), 'strict')).toMatchObject({ backOnly: true, surface: 'sparesPile' })
    expect(fabricLimit(fabric({ cotton: 100 }, { finishes: ['flameRetardant' as FinishKey] }), 'strict').fusible).toBe(false)
    expect(fabricLimit(fabric({ silk: 100 }, { mayGetWet: false }), 'strict')).toMatchObject({ steam: 'no', water: 'no' })
  })
})

describe('the chain of fibre, blend, finish, label and swatch: twelve worked fabrics', () => {
  const label = (ironC: 0 | 110 | 150 | 200 | null, steam: boolean | null = null): Evidence => ({ label: { ironC, steam } })
  it.each<[string, FabricInput, BlendRule, Evidence, number, string, number]>([
    ['1 shirt poplin, label agrees', fabric({ cotton: 100 }), 'strict', label(200), 200, 'fibre', 0],
    ['2 poplin whose label says 150', fabric({ cotton: 100 }), 'strict', label(150), 150, 'label', 1],
    ['3 label 150, coat 110: the coat stands', fabric({ cotton: 100 }, { finishes: ['puCoat'] }), 'strict', label(150), 110, 'finish', 1],
    ['4 label 200 on polyester: the fibre stands', fabric({ polyester: 100 }), 'strict', label(200), 150, 'fibre', 1],
    ['5 do not iron', fabric({ viscose: 100 }), 'strict', label(0), 0, 'label', 1],
    ['6 cotton and a little acrylic, proportional', fabric({ cotton: 96, acrylic: 4 }), 'proportional', label(null), 150, 'blend', 0],
    ['7 the same, strict', fabric({ cotton: 96, acrylic: 4 }), 'strict', label(null), 110, 'fibre', 0],
    [
      '8 wool that shone at 148', fabric({ wool: 100 }), 'strict', { swatches: [{ soleC: 148, damageByHeat: true, passed: false }] }, 130,
      'swatchDamage', 0,
    ],
    [
      '9 acrylic that passed at 148: shown, 110 stands', fabric({ acrylic: 100 }), 'strict',
      { swatches: [{ soleC: 148, damageByHeat: false, passed: true }] }, 110, 'fibre', 1,
    ],
    ['10 unknown, nothing tried', fabric({}), 'strict', {}, 110, 'unknown', 0],
    ['11 unknown, a corner stood 150', fabric({}), 'strict', { cornerC: 150 }, 150, 'corner', 0],
    ['a corner stood 150, the label says 110: the label stands', fabric({}), 'strict', { ...label(110), cornerC: 150 }, 110, 'label', 1],
    ['a corner stood 110, the label says 150: the corner stands', fabric({}), 'strict', { ...label(150), cornerC: 110 }, 110, 'corner', 1],
    ['a corner stood 150, do not iron: no iron', fabric({}), 'strict', { ...label(0), cornerC: 150 }, 0, 'label', 1],
    [
      'a corner stood 150, coated: what the coat stands', fabric({}, { finishes: ['puCoat'] }), 'strict', { cornerC: 150 }, 110, 'finish',
      0,
    ],
    ['12 PVC whatever the label says', fabric({ pvc: 60, cotton: 40 }), 'proportional', label(110), 0, 'fibre', 1],
  ])('%s', (_n, c, rule, evidence, soleC, decides, conflicts) => {
    const limit = fabricLimit(c, rule, evidence)
    expect(limit.soleC).toBe(soleC)
    expect(limit.reasons.find(r => r.decides)?.step).toBe(decides)
    expect(limit.conflicts).toHaveLength(conflicts)
    expect(limit.origin).toBe(decides === 'label' ? 'maker' : decides === 'corner' || decides === 'swatchDamage' ? 'measured' : 'typical')
  })
  it('nothing raises what the care label or a coat allows: neither a corner nor a swatch that passed', () => {
    const heats = fc.constantFrom(90, 110, 130, 150, 180, 200)
    fc.assert(fc.property(
      fc.constantFrom(0, 110, 150, 200), fc.option(heats), fc.option(heats), fc.boolean(), fc.boolean(),
      (ironC, cornerC, passedC, known, coated) => {
        const swatches = passedC === null ? [] : [{ soleC: passedC, damageByHeat: false, passed: true }]
        const c = fabric(known ? { cotton: 100 } : {}, { finishes: coated ? ['puCoat'] : [] })
        const { soleC } = fabricLimit(c, 'strict', { label: { ironC: ironC as 0, steam: null }, cornerC, swatches })
        expect(soleC).toBeLessThanOrEqual(coated ? Math.min(ironC, FINISHES.puCoat.limitC!) : ironC)
      },
    ), { seed: 3, numRuns: 300 })
  })
  it('a label without steam bars it', () => expect(fabricLimit(fabric({ cotton: 100 }), 'strict', label(200, false)).steam).toBe('no'))
  it('pile hovers, wool is pressed and lifted, cotton may slide', () => {
    expect(fabricLimit(fabric({ cotton: 100 }, { nap: 'pile' }), 'strict').motion).toBe('hover')
    expect(fabricLimit(fabric({ wool: 100 }), 'strict').motion).toBe('pressOnly')
    expect(fabricLimit(fabric({ cotton: 100 }), 'strict').motion).toBe('any')
  })
})

describe('a little of a fibre', () => {
  it('elastane under a tenth changes nothing but that its own stretch is followed', () => {
    const wool = fabricLimit(fabric({ wool: 100 }), 'strict'), stretch = fabricLimit(fabric({ wool: 98, elastane: 2 }), 'strict')
    const { reasons: _r, ...asWool } = wool, { reasons, ...with2 } = stretch
    expect({ ...with2, motion: asWool.motion }).toEqual(asWool)
    expect(reasons.map(r => r.step)).toContain('littleElastane')
    for (const rule of ['strict', 'proportional'] as const)
      expect(limitingFibres(fabric({ wool: 98, elastane: 2 }).fibres, rule).map(f => f.fibre)).toContain('elastane')
    expect(fabricLimit(fabric({ elastane: 5 }), 'strict').soleC).toBe(110)
  })
  it.each<[string, FabricInput, number, number]>([
    ['wool with a fifth of polyamide: one class more under a press cloth', fabric({ wool: 80, polyamide6: 20 }), 110, 150],
    ['half-way from a fifth to two fifths, half of it', fabric({ wool: 70, polyamide6: 30 }), 110, 130],
    ['two fifths are no small share', fabric({ wool: 60, polyamide6: 40 }), 110, 110],
    ['never over what the others take', fabric({ viscose: 90, polyester: 10 }), 150, 150],
    ['a coat holds as low as before', fabric({ wool: 80, polyamide6: 20 }, { finishes: ['puCoat'] }), 110, 110],
    ['a little fine hair', fabric({ wool: 90, cashmere: 10 }), 110, 150], ['more of it', fabric({ wool: 60, cashmere: 40 }), 110, 110],
    ['leather is neither', fabric({ wool: 95, leather: 5 }), 0, 0],
    ['cotton with a little polyester', fabric({ cotton: 90, polyester: 10 }), 150, 200],
    ['what takes no iron takes none', fabric({ cotton: 95, polypropylene: 5 }), 0, 0],
  ])('%s', (_, c, soleC, coveredC) => {
    const limit = fabricLimit(c, 'strict')
    expect([limit.soleC, limit.coveredC]).toEqual([soleC, coveredC])
    expect(limit.reasons.some(r => r.step === 'covered')).toBe(coveredC > soleC)
  })
  it('the label and a swatch that was marked hold under a press cloth too, and half a per cent moves nothing by more than a degree', () => {
    const blend = (sharePct: number, evidence: Evidence = {}) =>
      fabricLimit(fabric({ wool: 100 - sharePct, polyamide6: sharePct }), 'strict', evidence).coveredC
    expect(blend(10, { label: { ironC: 110, steam: null } })).toBe(110)
    expect(blend(10, { swatches: [{ soleC: 145, damageByHeat: true, passed: false }] })).toBe(130)
    for (let pct = 0.5; pct < 60; pct += 0.5) expect(Math.abs(blend(pct + 0.5) - blend(pct))).toBeLessThanOrEqual(1)
  })
})

describe('what else a fabric asks for', () => {
  it.each<[string, FabricInput, boolean]>([
    ['cotton may meet a bare iron', fabric({ cotton: 100 }), false], ['linen too', fabric({ linen: 100 }), false],
    ['polyester glazes, so it is covered', fabric({ polyester: 100 }), true],
    ['a share of a thermoplastic is enough', fabric({ cotton: 70, polyamide66: 30 }), true],
    ['silk is covered', fabric({ silk: 100 }), true], ['a little elastane asks for nothing', fabric({ cotton: 98, elastane: 2 }), false],
    ['wool is covered', fabric({ wool: 100 }), true], ['an unknown fabric is covered', fabric({}), true],
  ])('%s', (_, c, covered) => expect(fabricLimit(c, 'strict').pressClothNeeded).toBe(covered))
  it.each<[string, FabricInput, 'yes' | 'light' | 'no']>([
    ['cotton takes steam', fabric({ cotton: 100 }), 'yes'],
    ['what water harms takes none', fabric({ cotton: 100 }, { mayGetWet: false }), 'no'],
    ['an unknown fabric little', fabric({}), 'light'], ['beads none', fabric({ cotton: 100 }, { finishes: ['beads'] }), 'no'],
    ['a little elastane takes what its fabric takes', fabric({ wool: 98, elastane: 2 }), 'yes'],
  ])('%s', (_, c, steam) => expect(fabricLimit(c, 'strict').steam).toBe(steam))
  it('a fibre that stands little water makes the whole fabric stand little steam', () => {
    const light = FIBRE_KEYS.filter(k => FIBRES[k].water === 'light')
    expect(light.length).toBeGreaterThan(0)
    for (const fibre of light) expect(fabricLimit(fabric({ cotton: 50, [fibre]: 50 }), 'strict').steam).toBe('light')
  })
})
