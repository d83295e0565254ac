import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { areaMm2, boxOf, outlineOf, type Outline } from '../geometry'
import { seeded } from '../numeric'
import { cutJigsaw, firstLayout, layoutFaults, searchOn, squeezeLayout, type Grain, type Layout, type LayoutPiece,
  type LayoutTask } from '.'

const piece = (outline: Outline, i: number, grain: Grain = 'along', oneWay = false): LayoutPiece => ({ id: String(i), outline, grain,
  oneWay })
const jigsaw = (count: number, seed: number): LayoutTask => ({
  pieces: cutJigsaw(count, 900, 1200, seeded(seed)).map((o, i) => piece(o, i)), wideMm: 900, gapMm: 0, pinned: [],
})
const faults = (task: LayoutTask, { placements }: Layout) => layoutFaults(task.pieces, placements, task.wideMm, task.gapMm)

/** Jigsaws that several tests begin with: squeezed once. */
const eight = jigsaw(8, 31), eightFirst = firstLayout(eight), eightFound = squeezeLayout(eight, eightFirst, 6000, 1)
const twelve = jigsaw(12, 5), twelveFound = squeezeLayout(twelve, firstLayout(twelve), 4000, 1)

describe('a roll cut shorter, and overlaps driven out again', () => {
  it('a jigsaw covers its rectangle, and its pieces lie well shorter than they lay at first', () => {
    expect(cutJigsaw(16, 900, 1200, seeded(3)).reduce((sum, o) => sum + areaMm2(o), 0)).toBeCloseTo(900 * 1200, 0)
    expect(faults(eight, eightFound)).toEqual([])
    expect(eightFound.lengthMm).toBeLessThan(1.1 * 1200)
    expect(eightFirst.lengthMm).toBeGreaterThan(1.25 * 1200)
    expect(eightFound.lengthMm).toBeGreaterThanOrEqual(1200 - 1e-6)
  })
  it('whatever the pieces, gaps, grains and pins: none on another, all on the roll, pins where they were, never longer', () => {
    const corner = fc.record({ w: fc.integer({ min: 30, max: 260 }), h: fc.integer({ min: 30, max: 260 }), lean: fc.integer({ min: -20,
      max: 20 }) })
    fc.assert(fc.property(
      fc.array(corner, { minLength: 3, maxLength: 9 }), fc.constantFrom<Grain>('along', 'across', 'bias', 'any'), fc.boolean(),
      fc.constantFrom(0, 2, 7), fc.boolean(), fc.integer({ min: 1, max: 1000 }),
      (all, grain, oneWay, gapMm, isPinned, seed) => {
        const pieces = all.map(({ w, h, lean }, i) => piece(
          outlineOf([{ x: 0, y: 0 }, { x: w, y: lean }, { x: w + lean, y: h }, { x: w / 2, y: h * 0.8 }, { x: 0, y: h }]), i, grain, oneWay,
        ))
        const open: LayoutTask = { pieces, wideMm: 600, gapMm, pinned: [] }, free = firstLayout(open)
        const task = { ...open, pinned: isPinned ? free.placements.slice(0, 1) : [] }, first = firstLayout(task)
        const found = searchOn(task, searchOn(task, first, 12, seed * 16 + 2), 8, seed * 16 + 3)
        expect(faults(task, found)).toEqual([])
        expect(found.lengthMm).toBeLessThanOrEqual(first.lengthMm + 1e-6)
        expect(new Set(found.placements.map(p => p.id)).size).toBe(pieces.length)
        if (isPinned) expect(found.placements.find(p => p.id === task.pinned[0]!.id)).toEqual(task.pinned[0])
        const turns = new Set(first.placements.map(p => p.turnDeg % 45))
        expect(found.placements.every(p => turns.has(p.turnDeg % 45))).toBe(true)
        if (oneWay && grain === 'along') expect(found.placements.every(p => p.turnDeg === 0)).toBe(true)
      }), { seed: 30, numRuns: 40 })
  })
  it('the same seed gives the same layout, and what is not clear yet is gone on from', () => {
    const task = twelve, first = firstLayout(task)
    const on = (from: Layout) => squeezeLayout(task, from, 150, 7)
    const once = on(first)
    expect(on(first).placements).toEqual(once.placements)
    expect(once.tight!.longMm).toBeLessThan(once.lengthMm)
    let found = once
    for (let i = 0; i < 60; i++) found = squeezeLayout(task, found, 150, i)
    expect(found.lengthMm).toBeLessThan(first.lengthMm * 0.95)
    expect(faults(task, found)).toEqual([])
    // Left off and handed on as plain data, as a worker does, it goes on the same.
    expect(squeezeLayout(task, structuredClone(found), 150, 9).lengthMm).toBe(squeezeLayout(task, found, 150, 9).lengthMm)
  })
  it('each time it lies otherwise than the last, and what is stuck weighs more', () => {
    const task = twelve
    let now = twelveFound, compared = 0
    for (let i = 0; i < 30; i++) {
      const next = squeezeLayout(task, now, 20, i), [a, b] = [now.tight, next.tight]
      now = next
      if (!a || !b || a.longMm !== b.longMm || a.tried.length !== b.tried.length) continue
      compared++
      expect(b.at).not.toEqual(a.at)
      expect(b.weigh).not.toEqual(a.weigh)
      expect(b.leastMm).toBeLessThanOrEqual(a.leastMm)
    }
    expect(compared).toBeGreaterThan(3)
  })
  it('where nothing becomes of it two change places, in a crowd that overlapped little; at last another length is tried', () => {
    const task = twelve
    let found = twelveFound, most = 0
    const lengths = new Set<number>()
    for (let i = 0; i < 150; i++) {
      found = squeezeLayout(task, found, 60, i)
      if (!found.tight) continue
      lengths.add(found.tight.longMm)
      const depths = found.tight.tried.map(t => t.depthMm)
      most = Math.max(most, depths.length)
      expect(depths).toEqual([...depths].sort((a, b) => a - b))
      expect(found.tight.longMm).toBeLessThan(found.lengthMm + 1e-6)
    }
    expect(most).toBeGreaterThan(1)
    expect(most).toBeLessThanOrEqual(10)
    expect(lengths.size).toBeGreaterThan(1)
    expect(faults(task, found)).toEqual([])
  })
  it('of other pieces nothing is gone on from', () => {
    const task = twelve, once = squeezeLayout(task, firstLayout(task), 150, 7), other = jigsaw(12, 6)
    const first = firstLayout(other), found = squeezeLayout(other, { ...first, tight: once.tight }, 150, 7)
    expect(faults(other, found)).toEqual([])
    const fewer = { ...task, pieces: task.pieces.slice(0, 11) }, few = firstLayout(fewer)
    expect(squeezeLayout(fewer, { ...few, tight: once.tight }, 150, 7)).toEqual(squeezeLayout(fewer, few, 150, 7))
  })
  it('orders that are longer do not replace what lies shorter already', () => {
    const later = searchOn(eight, eightFound, 20, 17)
    expect(later.lengthMm).toBeLessThanOrEqual(eightFound.lengthMm)
    expect(faults(eight, later)).toEqual([])
  })
  it('a roll that is full already stays as it is', () => {
    const task: LayoutTask = { pieces: [piece(boxOf({ left: 0, right: 300, bottom: 0, top: 100 }), 0)], wideMm: 300, gapMm: 0, pinned: [] }
    const first = firstLayout(task)
    expect(squeezeLayout(task, first, 100, 1).placements).toEqual(first.placements)
    expect(squeezeLayout({ ...task, pinned: first.placements }, first, 100, 1)).toBe(first)
  })
})
