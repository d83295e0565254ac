import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, boxOf, outlineOf, rotated, shifted, signedAreaMm2, atOrigin, type Point } from '../geometry'
import { acrossLine, laidMarks, marksOn, markStrokes, mirroredMarks, nearestOn, NO_MARKS, underLines, type Marks } from './marks'
import { foldOf, halfOf } from './outlines'

const box = boxOf({ left: 0, right: 100, bottom: 0, top: 60 })
const marks: Marks = {
  notches: [{ x: 50, y: -10 }, { x: 100, y: 30 }], drills: [{ x: 20, y: 20 }, { x: 200, y: 20 }],
  internal: [[{ x: 10, y: 10 }, { x: 90, y: 10 }], [{ x: 300, y: 0 }, { x: 300, y: 9 }]], mirror: [{ x: 50, y: 0 }, { x: 50, y: 60 }],
}
const near = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y) < 1e-9

describe('what lies under lines that are drawn within a piece', () => {
  const line: Point[] = [{ x: 10, y: 20 }, { x: 10, y: 120 }]
  it('of an open one a band about it, as wide as was asked, its ends round', () => {
    const [band, ...rest] = underLines([line], 12)
    expect(rest).toEqual([])
    const { left, right, bottom, top } = boundsOf(band!)
    expect([left, right, bottom, top].map(Math.round)).toEqual([4, 16, 14, 126])
    expect(areaMm2(band!)).toBeCloseTo(100 * 12 + Math.PI * 36, 0)
  })
  it('of a closed one what it goes round, whichever way it was drawn; a crooked one is one band', () => {
    const ring: Point[] = [{ x: 0, y: 0 }, { x: 40, y: 0 }, { x: 40, y: 30 }, { x: 0, y: 30 }, { x: 0.2, y: 0.1 }]
    for (const drawn of [ring, [...ring].reverse()]) {
      const [pocket] = underLines([drawn], 12)
      expect(Math.abs(areaMm2(pocket!) - 1200)).toBeLessThan(15)
      expect(signedAreaMm2(pocket!.rim)).toBeGreaterThan(0)
    }
    const bent = underLines([[{ x: 0, y: 0 }, { x: 80, y: 0 }, { x: 80, y: 60 }]], 10)
    expect(bent).toHaveLength(1)
    expect(underLines([[], [{ x: 1, y: 1 }]], 10)).toEqual([])
  })
})

describe('marks on a piece', () => {
  it('what shows on a part within the piece: notches come in to its edge, what does not touch it is left out', () => {
    const on = marksOn(boxOf({ left: 10, right: 90, bottom: 0, top: 50 }), marks)
    expect(on.notches).toEqual([{ x: 50, y: 0 }, { x: 90, y: 30 }])
    expect(on.drills).toEqual([{ x: 20, y: 20 }])
    expect(on.internal).toEqual([marks.internal[0]])
    expect(on.mirror).toEqual(marks.mirror)
    expect(marksOn(boxOf({ left: 500, right: 600, bottom: 0, top: 50 }), marks)).toEqual(NO_MARKS)
  })
  it('lie on the roll where the outline does, however it is turned', () => {
    fc.assert(fc.property(fc.constantFrom(0, 45, 90, 180, 270), fc.integer({ min: 0, max: 900 }), fc.integer({ min: 0, max: 900 }),
      (turnDeg, x, y) => {
        const blob = outlineOf([{ x: 3, y: 4 }, { x: 70, y: 9 }, { x: 50, y: 80 }, { x: 12, y: 44 }])
        const laid = shifted(atOrigin(rotated(blob, turnDeg)), x, y)
        const own = laidMarks(blob, { ...NO_MARKS, notches: blob.rim, mirror: [blob.rim[0]!, blob.rim[2]!] }, { turnDeg, x, y })
        expect(own.notches.every(n => laid.rim.some(p => near(p, n)))).toBe(true)
        expect(near(own.mirror![0], own.notches[0]!) && near(own.mirror![1], own.notches[2]!)).toBe(true)
      }), { seed: 8, numRuns: 60 })
  })
  it('a notch is a stroke inward from the edge, a drill hole a cross, a line itself', () => {
    const [bottom, right, ...rest] = markStrokes(box.rim, { ...marks, notches: [{ x: 50, y: 0 }, { x: 100, y: 30 }], drills: [{ x: 20,
      y: 20 }] }, 6)
    expect(bottom).toEqual([{ x: 50, y: 0 }, { x: 50, y: 6 }])
    expect(right).toEqual([{ x: 100, y: 30 }, { x: 94, y: 30 }])
    expect(rest).toEqual([[{ x: 17, y: 20 }, { x: 23, y: 20 }], [{ x: 20, y: 17 }, { x: 20, y: 23 }], ...marks.internal])
  })
  it('the other of a pair has them on its other side; twice over a line is where it was', () => {
    expect(mirroredMarks(marks).drills[0]).toEqual({ x: -20, y: 20 })
    fc.assert(fc.property(fc.integer({ min: 1, max: 99 }), fc.integer(), (x, y) => {
      const fold = [{ x: 0, y: 0 }, { x, y: y % 100 }] as const, p = { x: 7, y: 3 }, over = acrossLine(p, fold)
      expect(near(acrossLine(over, fold), p)).toBe(true)
      // The middle between both lies on the line.
      expect(Math.abs((p.x + over.x) * fold[1].y - (p.y + over.y) * fold[1].x)).toBeLessThan(1e-6 * (1 + Math.hypot(x, y)))
    }), { seed: 9, numRuns: 60 })
    expect(() => acrossLine({ x: 1, y: 1 }, [{ x: 2, y: 2 }, { x: 2, y: 2 }])).toThrow(RangeError)
  })
  it('the nearest point of a ring is on an edge, the last one too', () => {
    expect(nearestOn(box.rim, { x: -5, y: 30 })).toEqual({ at: { x: 0, y: 30 }, mm: 5 })
  })
  it('a piece that is backed by half folds along its own mirror line, where that runs so', () => {
    const mirror = [{ x: 30, y: 0 }, { x: 30, y: 60 }] as const
    expect(foldOf(box, 'left', mirror).map(p => p.x)).toEqual([30, 30])
    expect(foldOf(box, 'upper', mirror).map(p => p.y)).toEqual([30, 30])
    expect(foldOf(box, 'left', [{ x: 30, y: 0 }, { x: 60, y: 60 }]).map(p => p.x)).toEqual([50, 50])
    const [left] = halfOf([box], box, 'left', mirror)
    expect(Math.max(...left!.rim.map(p => p.x))).toBeCloseTo(30, 6)
  })
})
