import { describe, expect, it } from 'vitest'
import { boundsOf } from '#core/geometry'
import { IRON_KINDS } from '#core/materials'
import { printed, soleOutline } from '#core/positions'
import {
  operationsOfMaking, outlineAbout, patchesOf, plainPatches, placementsAlong, placementsOnLine, REACH_SHARE,
  tapeOf,
} from '.'
import { soleOf } from '../pressing'
import { makingSchema, type Making, type MakingSpec, type SpecOf } from '../schemas'

const ID = '6b1c1a90-0000-4000-8000-000000000001', FABRIC = '6b1c1a90-0000-4000-8000-000000000002'
const of = (spec: MakingSpec, name = 'Test'): Making =>
  makingSchema.parse({ id: ID, name, fabricId: FABRIC, liningId: null, supplyId: null, fabricIds: [], spec })
const patchwork = (more: Partial<SpecOf<'patchwork'>> = {}): SpecOf<'patchwork'> => ({
  format: 1, kind: 'patchwork', first: 'rows', closed: false, seamMm: 6, open: false, spun: false, sewnFirst: false, turned: {}, ties: [],
  colours: [{ hex: '#ffffff', fabric: null }, { hex: '#000000', fabric: 0 }],
  patches: plainPatches([60, 60, 60], [50, 50], (r, c) => (r + c) % 2), ...more,
})
const hem = (more: Partial<SpecOf<'hem'>> = {}): SpecOf<'hem'> => ({
  format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 0, aroundMm: 1000,
  stretches: [{ fromMm: 0, lengthMm: 100 }, { fromMm: 500, lengthMm: 60 }], curve: null, legs: [], taper: null, count: 1, ...more,
})

describe('what a making asks for under the iron', () => {
  it('a seam detail as often as it is there, each along its length', () => {
    const ops = operationsOfMaking(of({ format: 1, kind: 'seamDetail', seamDetail: 'pleat', lengthMm: 300, count: 3 }, 'Pleat'))
    expect(ops.map(o => [o.id, o.name, o.kind])).toEqual([
      [`${ID}.n0`, 'Pleat 1', 'seam'], [`${ID}.n1`, 'Pleat 2', 'seam'], [`${ID}.n2`, 'Pleat 3', 'seam'],
    ])
    expect(ops[0]!.lines).toEqual([{ x0: 0, y0: 0, x1: 0, y1: 300 }])
    expect(ops[0]!.fabricId).toBe(FABRIC)
  })
  it('a patchwork row by row, then what joins them, each after the one before', () => {
    const ops = operationsOfMaking(of(patchwork(), 'Block'))
    expect(ops.map(o => o.name)).toEqual(['Block, row 1', 'Block, row 2', 'Block, joining seams'])
    expect(ops.map(o => o.lines.length)).toEqual([2, 2, 1])
    expect(ops.map(o => o.needs)).toEqual([[], [ops[0]!.id], [ops[1]!.id]])
    expect(ops[2]!.lines).toEqual([{ x0: 0, y0: -50, x1: 180, y1: -50 }])
    expect(ops[0]!.spec).toEqual({ how: 'seamDetail', seamDetail: 'seamOneSide' })
    expect(operationsOfMaking(of(patchwork({ open: true })))[0]!.spec).toEqual({ how: 'seamDetail', seamDetail: 'seamOpen' })
    expect(operationsOfMaking(of(patchwork({ closed: true }), 'Band')).at(-1)!.name).toBe('Band, closing seam')
  })
  it('a large patchwork is split into parts that can be numbered', () => {
    const many = patchwork({ patches: plainPatches(Array.from({ length: 100 }, () => 20), [30], () => 0) })
    expect(operationsOfMaking(of(many)).map(o => o.lines.length)).toEqual([60, 39])
  })
  it('a fallen hem where it is down, on each of them; two legs each once round', () => {
    const ops = operationsOfMaking(of(hem({ count: 2 }), 'Hem'))
    expect(ops.map(o => o.name)).toEqual(['Hem 1', 'Hem 2'])
    expect(ops[0]!.lines).toEqual([{ x0: 0, y0: 0, x1: 0, y1: 100 }, { x0: 0, y0: 500, x1: 0, y1: 560 }])
    expect([ops[0]!.kind, ops[0]!.spec]).toEqual(['hem', { how: 'hem', turnedPlies: 1 }])
    const legs = [{ name: 'Left', nowMm: 900, fabricMm: 950, wantedMm: 880 }, { name: 'Right', nowMm: 895, fabricMm: 950, wantedMm: 880 }]
    const both = operationsOfMaking(of(hem({ task: 'shorten', legs, turnMm: 8, aroundMm: 400 }), 'Trousers'))
    expect(both.map(o => [o.name, o.lines[0]!.y1])).toEqual([['Trousers, left', 400], ['Trousers, right', 400]])
    expect(both[0]!.spec).toEqual({ how: 'hem', turnedPlies: 2 })
    expect(() => operationsOfMaking(of(hem({ task: 'shorten', legs: [{ ...legs[0]!, fabricMm: 890 }] })))).toThrow('Left')
    expect(operationsOfMaking(of(hem({ stretches: [] })))).toEqual([])
  })
  it('strips fold by fold, wadding join by join, fabric walk by walk', () => {
    const strips = operationsOfMaking(of({
      format: 1, kind: 'strips', wideMm: 60, aroundMm: 1000, corners: 0, fabricMm: 1100, bias: false, join: 'slant', seamMm: 6,
      fold: 'double',
    }))
    expect(strips[0]!.lines).toHaveLength(4)
    const top = { wideMm: 900, highMm: 900 }
    const wadding = (sheets: { wideMm: number, highMm: number }[]) => operationsOfMaking(of({
      format: 1, kind: 'wadding', top, marginMm: 50, fibre: 'cotton', massGsm: 150, thicknessMm: 4, sheets,
    }))
    const [join] = wadding([{ wideMm: 1000, highMm: 600 }, { wideMm: 1000, highMm: 500 }])
    expect(join).toMatchObject({ kind: 'tape', lines: [{ y1: 1000 }] })
    expect(wadding([{ wideMm: 1200, highMm: 1200 }])).toEqual([])
    const flat = operationsOfMaking(of({ format: 1, kind: 'flatten', body: 'starch', lengthMm: 450, wideMm: 1400, wideAfterMm: null }))
    expect(flat[0]!.lines).toHaveLength(5)
    expect(flat[0]).toMatchObject({ kind: 'flatten', spec: { how: 'flatten', body: 'starch' } })
  })
})

describe('where the iron goes', () => {
  it('along a line from its middle outward, its nose along it', () => {
    const placements = placementsAlong([{ x0: 0, y0: 0, x1: 0, y1: 560 }], 'household')
    expect(placements.map(p => Math.round(p.y))).toEqual([280, 93, 467])
    expect(placements.every(p => p.headingDeg === 0 && p.x === 0)).toBe(true)
    // To the right is three quarters round, counter-clockwise from up.
    expect(placementsAlong([{ x0: 0, y0: 0, x1: 100, y1: 0 }], 'household')).toEqual([{ x: 50, y: 0, headingDeg: 270 }])
  })
  it('on any line, diagonal too, the iron lies along it as it is drawn', () => {
    const sole = soleOutline(soleOf('household'))
    for (let deg = 0; deg < 360; deg += 15) {
      const [dx, dy] = [Math.cos(deg * Math.PI / 180), Math.sin(deg * Math.PI / 180)]
      const [print] = placementsAlong([{ x0: 0, y0: 0, x1: dx * 100, y1: dy * 100 }], 'household')
      const { rim } = printed(sole, { ...print!, x: 0, y: 0 })
      const reach = (x: number, y: number) => Math.max(...rim.map(p => Math.abs(p.x * x + p.y * y)))
      expect(reach(dx, dy), `${deg}°`).toBeGreaterThan(reach(-dy, dx) * 1.5)
    }
  })
  it('as often wherever the line lies on its fabric', () => {
    const from = (x: number, y: number) => placementsAlong([{ x0: x, y0: y, x1: x + 300, y1: y + 400 }], 'household')
    expect(from(1500, -900)).toHaveLength(from(0, 0).length)
    expect(from(1500, -900).map(p => [Math.round(p.x - 1500), Math.round(p.y + 900)]))
      .toEqual(from(0, 0).map(p => [Math.round(p.x), Math.round(p.y)]))
  })
  it('a small iron is set down more often; never more often than can be numbered', () => {
    const line = [{ x0: 0, y0: 0, x1: 0, y1: 1000 }]
    expect(placementsAlong(line, 'travel').length).toBeGreaterThan(placementsAlong(line, 'household').length)
    const long = Array.from({ length: 30 }, (_, i) => ({ x0: i * 50, y0: 0, x1: i * 50, y1: 9000 }))
    expect(placementsAlong(long, 'household').length).toBeLessThanOrEqual(400)
  })
  it('along a drawn line with bends the iron points as the stretch under it does, and goes the whole of it', () => {
    const straight = placementsOnLine([{ x: 0, y: 0 }, { x: 0, y: 560 }], 'household')
    expect(straight.map(({ x, y, headingDeg }) => [x, y, headingDeg]))
      .toEqual(placementsAlong([{ x0: 0, y0: 0, x1: 0, y1: 560 }], 'household').map(({ x, y, headingDeg }) => [x, y, headingDeg]))
    // A line of many points is as one of few: what matters is how long it is.
    const fine = Array.from({ length: 57 }, (_, i) => ({ x: 0, y: i * 10 }))
    placementsOnLine(fine, 'household').forEach((p, i) => {
      expect(Math.hypot(p.x - straight[i]!.x, p.y - straight[i]!.y)).toBeLessThan(1e-9)
      expect(p.headingDeg).toBe(straight[i]!.headingDeg)
    })
    const round = Array.from({ length: 181 }, (_, i) => ({ x: 300 * Math.cos(i * Math.PI / 180), y: 300 * Math.sin(i * Math.PI / 180) }))
    const about = placementsOnLine(round, 'household')
    expect(about).toHaveLength(Math.ceil(300 * Math.PI / (IRON_KINDS.household.soleMm[0] * REACH_SHARE)))
    for (const { x, y, headingDeg } of about) {
      expect(Math.hypot(x, y)).toBeCloseTo(300, 0)
      // On a circle walked counter-clockwise the nose points as far round as the place lies.
      const places = (Math.atan2(y, x) * 180 / Math.PI + 360) % 360
      expect(Math.min(Math.abs(headingDeg - places), 360 - Math.abs(headingDeg - places))).toBeLessThan(6)
    }
    // A closed line is set down on, once where the sole covers all of it.
    const ring = (mm: number) => [[0, 0], [mm, 0], [mm, mm], [0, mm], [0, 0]].map(([x, y]) => ({ x: x!, y: y! }))
    expect(placementsOnLine(ring(60), 'household')).toHaveLength(1)
    expect(placementsOnLine(ring(300), 'household').length).toBeGreaterThan(4)
    expect(placementsOnLine([], 'household')).toEqual([])
  })
  it('is drawn on the fabric about it', () => {
    const b = boundsOf(outlineAbout([{ x0: 10, y0: 0, x1: 10, y1: 200 }]))
    expect([b.wideMm, b.highMm]).toEqual([48, 248])
  })
})

describe('patches and tape', () => {
  it('a patch is as light as its colour and as thick as its fabric', () => {
    const patches = patchesOf(patchwork(), () => 0.9)
    expect(patches[0]).toMatchObject({ x: 0, y: 0, wideMm: 60, highMm: 50, plyMm: 0.3 })
    expect(patches[1]!.plyMm).toBe(0.9)
    expect(patches[0]!.lightness).toBeCloseTo(100, 0)
    expect(patches[1]!.lightness).toBe(0)
  })
  it('so much tape in so many pieces', () => {
    expect(tapeOf(hem())).toEqual({ pieces: 2, metres: 0.2 })
    expect(tapeOf(hem({ count: 4 }))).toEqual({ pieces: 8, metres: 0.8 })
    const legs = [{ name: 'Left', nowMm: 900, fabricMm: 950, wantedMm: 880 }]
    expect(tapeOf(hem({ task: 'shorten', legs, aroundMm: 400 }))).toEqual({ pieces: 1, metres: 0.4 })
  })
})

describe('what may be kept', () => {
  const why = (spec: object) => makingSchema.safeParse({ id: ID, name: 'x', fabricId: null, spec }).error?.issues[0]?.message
  it('a patch has a colour, a curve a radius, a hem a depth', () => {
    expect(why(patchwork({ patches: [[0, 0, 9, 9, 0], [9, 0, 9, 9, 2]] }))).toBe('Patch 2: it has no colour. Choose one for it.')
    expect(why(hem({ curve: { radiusMm: 0, turnDeg: 90 } }))).toContain('Radius')
    expect(why(hem({ depthMm: 1 }))).toContain('Depth')
    expect(why({ kind: 'other' })).toContain('no known kind')
    expect(why(patchwork())).toBeUndefined()
  })
})
