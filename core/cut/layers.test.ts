import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { arc, areaMm2, boundsOf, difference, distanceMm, outlineOf } from '../geometry'
import {
  bagSteps,
  blockOf,
  blockOrPiece,
  drawnOf,
  edgeSection,
  fromCutEdge,
  grown,
  mirroredDrawn,
  outlinesOf,
  layersOf,
  layersSteps,
  touchesFor,
  type LayersSpec,
} from '.'

const mat = blockOf('mat')!.draw({ long: 420, wide: 300, corner: 25 }).seam
const spec: LayersSpec = { finished: mat, stiffMm: 1.9, faceMm: 0.3, backMm: 0.3, allowanceMm: 10, webLessMm: 1, foldMm: 18 }
const size = (o: Parameters<typeof boundsOf>[0]) => {
  const { wideMm, highMm } = boundsOf(o)
  return [expect.closeTo(wideMm, 6), expect.closeTo(highMm, 6)]
}

describe('a mat of 420 by 300 with a stiff layer of 1.9 mm, by hand', () => {
  const s = layersOf(spec)
  it('the stitch stands 1.9 + 0.3 off the stiff edge; the stiff layer is 415.6 by 295.6', () => {
    expect(s.standOffMm).toBeCloseTo(2.2, 12)
    expect(size(s.stiff)).toEqual([415.6, 295.6])
    expect(size(s.stitch)).toEqual([420, 300])
  })
  it('back 440 by 320; face larger by the turn, (π/2 − 1) · 2.05 = 1.170 at every edge', () => {
    expect(size(s.back)).toEqual([440, 320])
    expect(s.turnMm).toBeCloseTo(1.1701, 4)
    expect(boundsOf(s.face).wideMm).toBeCloseTo(440 + 2 * s.turnMm, 3)
    expect(boundsOf(s.face).highMm).toBeCloseTo(322.34, 2)
  })
  it('web a millimetre less than the stiff layer all round', () => {
    expect(size(s.web)).toEqual([413.6, 293.6])
    expect(difference([s.web], [s.stiff])).toEqual([])
  })
  it('opening: a board of 1.9 mm is not bent closer than 76 mm, and wants 182 mm; what is soft is rolled up', () => {
    expect(s.openingMm).toBeCloseTo(2.4 * 40 * 1.9, 6)
    const soft = layersOf({ ...spec, stiffMm: 0.1, faceMm: 3, backMm: 3 })
    expect(soft.openingMm).toBeGreaterThan(2.4 * 18)
    expect(layersOf({ ...spec, stiffMm: 6 }).openingMm).toBeLessThanOrEqual(420)
  })
  it('thin things still keep a millimetre and a half; too small ones are refused', () => {
    expect(layersOf({ ...spec, stiffMm: 0.5 }).standOffMm).toBe(1.5)
    const coin = outlineOf(arc({ x: 0, y: 0 }, 2, 0, 360, 0.01).slice(0, -1))
    expect(() => layersOf({ ...spec, finished: coin })).toThrow('too small')
  })
  it('its section: the face goes round in a quarter circle as long as the back and the turn', () => {
    const { face, back, stitch, stiff } = edgeSection(s, spec, 14)
    const round = face.slice(1)
    const long = round.slice(1).reduce((sum, p, i) => sum + distanceMm(round[i]!, p), 0)
    // Drawn by 24 chords, between the stiff edge and the stitch.
    expect(long).toBeCloseTo(s.standOffMm - spec.faceMm / 2 + s.turnMm, 2)
    expect(round.at(-1)!.x).toBeCloseTo(stitch.x, 9)
    expect([stiff.toX, back[1]!.x, stitch.x]).toEqual([0, s.standOffMm, s.standOffMm])
  })
})

describe('the order of making it', () => {
  const steps = layersSteps(layersOf(spec), { tackS: 3, holdS: 12, coolS: null }, 6)
  it('nothing is peeled before it is cold, sewn before it is held, or turned before it is trimmed', () => {
    const order = steps.map(s => s.do)
    expect(order).toEqual([
      'wash',
      'cut',
      'tack',
      'cool',
      'peel',
      'hold',
      'cool',
      'tack',
      'cool',
      'peel',
      'sew',
      'trim',
      'turn',
      'foldBack',
      'hold',
      'cool',
      'weight',
      'close',
      'topstitch',
    ])
    expect(steps[5]).toEqual({ do: 'hold', on: 'face', s: 12, touches: 6 })
    expect(steps[3]).toEqual({ do: 'cool', s: null })
    expect(steps.at(-3)).toEqual({ do: 'weight', fromMin: 10, toMin: 20 })
  })
  it('a bag: foam, then what holds it, then its edge is tried', () => {
    expect(bagSteps({ holdS: 10, coolS: 20 }, 4, true).map(s => s.do)).toEqual(['foam', 'cool', 'over', 'cool', 'edge'])
    expect(bagSteps({ holdS: 10, coolS: 20 }, 4, false).map(s => s.do)).toEqual(['foam', 'cool', 'edge'])
  })
})

describe('foam, web and holes of a piece', () => {
  const allowances = { seam: 8, hem: 8, front: 8 }
  const side = blockOf('bagSide')!.draw({ wide: 320, high: 240, corner: 40 })
  it('foam keeps 2 mm off the seam whatever the rule; the interfacing over it reaches the cut edge', () => {
    const made = outlinesOf(side, allowances, { how: 'caught' }, { interfacing: true, foam: true, web: false, webLessMm: 0 })
    expect(size(made.foam[0]!)).toEqual([316, 236])
    expect(made.interfacing[0]).toBe(made.cut)
    expect(difference(made.foam, [made.seam])).toEqual([])
    const deeper = outlinesOf(side, allowances, { how: 'inside', byMm: 4 }, { interfacing: false, foam: true, web: false, webLessMm: 0 })
    expect([size(deeper.foam[0]!), deeper.interfacing]).toEqual([[312, 232], []])
  })
  it('a web is its piece or up to a millimetre less, never more', () => {
    const of = (less: number) =>
      outlinesOf(side, allowances, { how: 'exact' }, { interfacing: false, foam: false, web: true, webLessMm: less })
    expect([size(of(0).web[0]!), size(of(1).web[0]!)]).toEqual([
      [320, 240],
      [318, 238],
    ])
    expect(() => of(1.5)).toThrow('up to 1 mm less')
  })
  it('a hole stays a hole in the fabric, and the interfacing keeps as far from it as from the seam', () => {
    const holed = drawnOf(outlineOf(side.seam.rim, [arc({ x: 160, y: 120 }, 20, 360, 0, 0.01).slice(1)]))
    const made = outlinesOf(holed, allowances, { how: 'inside', byMm: 3 })
    expect(made.cut.holes).toHaveLength(1)
    expect(Math.abs(areaMm2({ rim: made.interfacing[0]!.holes[0]!, holes: [] }) / (Math.PI * 23 ** 2) - 1)).toBeLessThan(0.01)
  })
  it('drawn by its cut edge, the seam line lies its allowance inside; an allowance larger than the piece is refused', () => {
    expect(size(fromCutEdge(side.seam, 10).seam)).toEqual([300, 220])
    expect(() => fromCutEdge(side.seam, 130)).toThrow('Within 130 mm of allowance')
  })
  it('mirrored, every edge is still what it was', () => {
    const front = blockOf('coatFront')!.draw({ long: 760, wide: 310, shoulder: 130, armhole: 230, neck: 90 })
    const other = mirroredDrawn(front)
    const lengths = ({ seam, edges }: typeof front, kind: string) =>
      seam.rim.reduce((sum, p, i) => sum + (edges[i] === kind ? distanceMm(p, seam.rim[(i + 1) % seam.rim.length]!) : 0), 0)
    for (const kind of ['hem', 'front', 'seam']) expect(lengths(other, kind)).toBeCloseTo(lengths(front, kind), 6)
    expect(areaMm2(other.seam)).toBeCloseTo(areaMm2(front.seam), 6)
    const wider = outlinesOf(other, { seam: 10, hem: 40, front: 0 }, { how: 'exact' })
    expect(boundsOf(other.seam).bottom - boundsOf(wider.cut).bottom).toBeCloseTo(40, 6)
    // The opening front lies at the right now, with nothing added to it.
    expect(boundsOf(wider.cut).right).toBeCloseTo(boundsOf(other.seam).right, 6)
  })
})

describe('cut larger for what it will shrink', () => {
  it('wanted / (1 − s) each way, and shrunk again it has its size', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 15, noNaN: true }), fc.double({ min: 0, max: 15, noNaN: true }), (along, across) => {
        const { wideMm, highMm } = boundsOf(grown(mat, { along, across }))
        expect(highMm * (1 - along / 100)).toBeCloseTo(300, 6)
        expect(wideMm * (1 - across / 100)).toBeCloseTo(420, 6)
      }),
      { seed: 2 },
    )
    expect(grown(mat, { along: 0, across: 0 })).toBe(mat)
  })
})

describe('a block or piece by piece', () => {
  const sole = { wideMm: 110, longMm: 200 }
  it('positions over a box, a fifth overlapping, the iron held whichever way needs fewer', () => {
    expect(touchesFor({ wideMm: 100, highMm: 190 }, sole)).toBe(1)
    expect(touchesFor({ wideMm: 190, highMm: 100 }, sole)).toBe(1)
    // 110 + 88 covers 198; 200 + 160 covers 360; held the other way one of 200 and four of 110 + 3 · 88 cover 199 by 361.
    expect([touchesFor({ wideMm: 198, highMm: 200 }, sole), touchesFor({ wideMm: 199, highMm: 361 }, sole)]).toEqual([2, 4])
    expect(touchesFor({ wideMm: 201, highMm: 361 }, sole)).toBe(8)
  })
  it('many small pieces are quicker as a block, a few large ones are not dearer in interfacing by themselves', () => {
    const small = outlinesOf(
      blockOf('cuff')!.draw({ long: 240, high: 62, corner: 14 }),
      { seam: 8, hem: 8, front: 8 },
      { how: 'inside', byMm: 2 },
    )
    const pieces = Array.from({ length: 24 }, () => ({ cut: small.cut, interfacing: small.interfacing[0]! }))
    const q = { pieces, interfacingLayoutMm: 520, cutLayoutMm: 700, blockWideMm: 880, sole, holdS: 12, passes: 1 }
    const { piece, block, quicker, savesM } = blockOrPiece(q)
    expect([quicker, savesM]).toEqual(['block', expect.closeTo(0.18, 9)])
    expect([piece.interfacingM, block.interfacingM]).toEqual([0.52, 0.7])
    expect(piece.touches).toBe(24 * touchesFor(boundsOf(small.interfacing[0]!), sole))
    expect(blockOrPiece({ ...q, passes: 2 }).block.minutes - block.minutes).toBeCloseTo((block.touches * 15) / 60, 9)
  })
})
