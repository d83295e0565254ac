import { describe, expect, it } from 'vitest'
import { boundsOf, boxOf, outlineOf } from '#core/geometry'
import { toPayload } from '../cutting'
import { supplyFields, type Supply } from '../schemas'
import { FLOATED, stitchesPerMm2, stitchShelf, stretched } from '.'

const supply = (id: string, more: Partial<Supply>): Supply => ({
  ...supplyFields.parse({
    code: id, name: id, family: 'hoop', base: 'nonwoven', baseFibre: 'viscose', massGsm: 50, thicknessMm: 0.2, adhesive: null,
    adhesiveGsm: 0, colourHex: '#ffffff',
  }),
  id, version: 0, updatedAt: '', used: 0, ...more,
})
const SHELF = [
  supply('mesh', { hoop: 'softMesh' }), supply('tear', { hoop: 'tearAway' }), supply('wash', { hoop: 'washAway' }),
  supply('lawn', { family: 'fusible', adhesive: 'polyamide', massGsm: 60 }), supply('sewn', { family: 'fusible', adhesive: null }),
  supply('spray', { family: 'stiffener' }), supply('web', { family: 'web', adhesive: 'evaWeb' }), supply('tape', { family: 'hemTape' }),
  supply('none', { hoop: null }),
]
const idsOn = (fabric: Parameters<typeof stitchShelf>[1]) => stitchShelf(SHELF, fabric).map(l => l.id)

describe('what of the shelf could lie under stitches', () => {
  it('hoop stabilizers as what they are, what fuses, what stiffens, webs; what is torn away is offered floated too', () => {
    expect(stitchShelf(SHELF, null).map(l => [l.id, l.kind])).toEqual([
      ['mesh', 'softMesh'], ['tear', 'tearAway'], [`tear${FLOATED}`, 'float'], ['wash', 'washAway'], ['lawn', 'fused'],
      ['spray', 'stiffener'], ['web', 'web'],
    ])
  })
  it('nothing that needs water on fabric that takes none; fused, no more than half the fabric', () => {
    expect(idsOn({ mayGetWet: false, massGsm: 300 })).toEqual(['mesh', 'tear', `tear${FLOATED}`, 'lawn', 'web'])
    expect([idsOn({ mayGetWet: true, massGsm: 120 }).includes('lawn'), idsOn({ mayGetWet: true, massGsm: 119 }).includes('lawn')])
      .toEqual([true, false])
  })
  it('gives as it was measured, or hardly at all', () => {
    const [one, other] = stitchShelf([supply('a', { hoop: 'cutAway', givePct: 12 }), supply('b', { hoop: 'cutAway' })], null)
    expect([one!.giveAcrossPct, one!.giveAlongPct, other!.giveAcrossPct]).toEqual([12, 12, 1])
  })
})

it('a part is as dense as its stitches in its own box', () => {
  const part = { name: 'a', outline: toPayload(boxOf({ left: 0, right: 20, bottom: 0, top: 10 })), stitches: 400, satinMm: 2, travelMm: 0 }
  expect(stitchesPerMm2(part)).toBeCloseTo(2, 9)
})
it('an outline is made wider or higher from its lower left corner, its holes with it', () => {
  const o = outlineOf([{ x: 10, y: 20 }, { x: 30, y: 20 }, { x: 30, y: 60 }, { x: 10, y: 60 }])
  const hole = [{ x: 15, y: 30 }, { x: 15, y: 40 }, { x: 25, y: 40 }], wide = stretched({ ...o, holes: [hole] }, { wideMm: 40 })
  expect(boundsOf(wide)).toMatchObject({ left: 10, bottom: 20, wideMm: 40, highMm: 40 })
  expect(wide.holes[0]).toEqual([{ x: 20, y: 30 }, { x: 20, y: 40 }, { x: 40, y: 40 }])
  expect(boundsOf(stretched(o, { highMm: 10 }))).toMatchObject({ wideMm: 20, highMm: 10, bottom: 20 })
})
