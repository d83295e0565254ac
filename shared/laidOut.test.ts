import { describe, expect, it } from 'vitest'
import { NO_MARKS } from '#core/cut'
import { boxOf } from '#core/geometry'
import { draggedTo, laidOutOf, laidWithin, leastWideMm, placedBy, takenM, tooWideOf, turnedOn } from './laidOut'
import { partId, type Part } from './cutting'
import { idOf } from './kept.fixture'
import type { LayoutPart } from './schemas'

/** A part 100 mm wide and 40 high that lies along the grain. */
const part = (n: number, more: Partial<Part> = {}): Part => ({
  id: partId({ pieceId: idOf(n), role: 'interfacing', number: 0 }), pieceId: idOf(n), role: 'interfacing', number: 0, name: `Part ${n}`,
  outline: boxOf({ left: 0, right: 100, bottom: 0, top: 40 }), grain: 'along', oneWay: false,
  marks: NO_MARKS, ...more,
})
const at = (n: number, x: number, y: number, more: Partial<LayoutPart> = {}): LayoutPart =>
  ({ pieceId: idOf(n), role: 'interfacing', number: 0, turnDeg: 0, x, y, offcutId: null, pinned: false, ...more })
const parts = [part(1), part(2), part(3), part(4)]

describe('parts where they lie', () => {
  it('the roll takes as much as the furthest of them, and says how much of that lies under parts', () => {
    const lies = laidOutOf(parts, [at(1, 0, 0), at(2, 0, 60)], 200)
    expect([lies.lengthMm, lies.used, lies.faults]).toEqual([100, 2 * 100 * 40 / (200 * 100), []])
    expect([lies.laid.map(p => p.id), lies.unplaced.map(p => p.id)]).toEqual([[parts[0]!.id, parts[1]!.id], [parts[2]!.id, parts[3]!.id]])
    expect([lies.boundMm > 0, lies.boundMm <= lies.lengthMm]).toEqual([true, true])
  })
  it('what is taken is cut at the next whole centimetre, never one more', () => {
    expect([0, 741, 740, 740.000001, 7.2].map(takenM)).toEqual([0, 0.75, 0.74, 0.74, 0.01])
  })
  it('what lies on an offcut takes nothing of the roll; what is no more to be cut is passed over', () => {
    const lies = laidOutOf(parts, [at(1, 0, 500, { offcutId: 'o' }), at(9, 0, 900), at(2, 0, 0)], 200)
    expect([lies.lengthMm, lies.rollParts.map(p => p.id), [...lies.onOffcut].map(([of, on]) => [of, on.map(p => p.id)])])
      .toEqual([40, [parts[1]!.id], [['o', [parts[0]!.id]]]])
    expect(lies.unplaced.map(p => p.id)).toEqual([parts[2]!.id, parts[3]!.id])
    expect(laidOutOf(parts, [], 200)).toMatchObject({ lengthMm: 0, used: 0, laid: [] })
  })
  it('those that lie on each other are both marked, and the third is not', () => {
    const lies = laidOutOf(parts, [at(1, 0, 0), at(2, 50, 20), at(3, 0, 300)], 200)
    expect(lies.faults).toHaveLength(1)
    expect(lies.laid.map(p => p.bad)).toEqual([true, true, false])
  })
})

describe('a part wider than the roll', () => {
  const wide = part(1), places = (place: string) => [{ id: idOf(1), place }] as Parameters<typeof tooWideOf>[1]
  it('is said with by how much; only where the trade allows it may it be joined', () => {
    expect(leastWideMm(wide)).toBe(100)
    expect(tooWideOf([wide], places('waistband'), 80)).toEqual(
      [{ id: wide.id, name: 'Part 1', byMm: 20, mayJoin: true, fitsTurned: true }])
    expect(tooWideOf([wide], places('collar'), 30)).toMatchObject([{ byMm: 70, mayJoin: false, fitsTurned: false }])
    expect(tooWideOf([wide], places('collar'), 100)).toEqual([])
  })
  it('one whose grain lets it be turned lies as narrow as it can', () => {
    expect(leastWideMm(part(1, { grain: 'any' }))).toBeCloseTo(40, 6)
    expect(tooWideOf([part(1, { grain: 'any' })], [], 50)).toEqual([])
  })
})

describe('a part in the hand', () => {
  it('stays within the selvedges and after the cut end, and is pinned', () => {
    expect(draggedTo(part(1), at(1, 5, 5), { x: 170, y: -3 }, 200)).toMatchObject({ x: 100, y: 0, pinned: true })
    expect(draggedTo(part(1), at(1, 5, 5), { x: -4, y: 33 }, 200)).toMatchObject({ x: 0, y: 33 })
    // Turned, it is narrower; wider than the roll, it begins at the selvedge.
    expect(draggedTo(part(1), at(1, 5, 5, { turnDeg: 90 }), { x: 170, y: 0 }, 200).x).toBe(160)
    expect(draggedTo(part(1), at(1, 5, 5), { x: 30, y: 0 }, 60).x).toBe(0)
  })
  it('is turned on as its grain allows, around to the first', () => {
    expect(turnedOn(part(1), at(1, 0, 0))).toMatchObject({ turnDeg: 180, pinned: true })
    expect(turnedOn(part(1), at(1, 0, 0, { turnDeg: 180 })).turnDeg).toBe(0)
    expect(turnedOn(part(1, { oneWay: true }), at(1, 0, 0)).turnDeg).toBe(0)
  })
  it('beyond what there is of the roll it is taken off; what lies on an offcut stays', () => {
    const placed = [at(1, 0, 0), at(2, 0, 61), at(3, 0, 500, { offcutId: 'o' }), at(9, 0, 0)]
    expect(laidWithin(parts, placed, 100).map(p => p.pieceId)).toEqual([idOf(1), idOf(3)])
    expect(laidWithin(parts, placed, 101).map(p => p.pieceId)).toEqual([idOf(1), idOf(2), idOf(3)])
  })
  it('lies where a search found it, unpinned; one that is gone lies nowhere', () => {
    expect(placedBy(parts, parts[1]!.id, { turnDeg: 180, x: 3, y: 4 })).toEqual([at(2, 3, 4, { turnDeg: 180 })])
    expect(placedBy(parts, parts[1]!.id, { turnDeg: 0, x: 3, y: 4, offcutId: 'o' })[0]!.offcutId).toBe('o')
    expect(placedBy(parts, 'gone', { turnDeg: 0, x: 0, y: 0 })).toEqual([])
  })
})
