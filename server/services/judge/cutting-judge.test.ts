import { describe, expect, it } from 'vitest'
import { areaMm2, boundsOf, difference, outlineOf, type Outline } from '#core/geometry'
import { fromPayload, type GroundRows } from '#shared/cutting'
import {
  outlinePayload, OUTLINE_LIMITS, rulesSchema, type JobPiece, type LayoutPart,
} from '#shared/schemas'
import { blockPiece, idOf, supply } from '#shared/kept.fixture'
import { judgeLayout, judgePieces, keepable } from './cutting-judge'

const S = supply({ widthMm: 920 })
const ground: GroundRows = { rules: rulesSchema.parse({}), shrink: {}, fabricMm: {}, supplies: { [S.id]: S } }
const piece = (over: Partial<JobPiece> = {}): JobPiece => blockPiece('strip', {
  name: 'Facing', place: 'collar', count: 4, interfacingId: S.id, inset: { how: 'exact' },
  shape: { format: 1, kind: 'block', block: 'strip', measures: { long: 300, wide: 200 }, mirrored: false }, ...over,
})
const part = (number: number, x: number, y: number, over: Partial<LayoutPart> = {}): LayoutPart =>
  ({ pieceId: idOf(1), role: 'interfacing', number, offcutId: null, turnDeg: 0, x, y, pinned: false, ...over })
const box = (w: number, h: number): Outline => outlineOf([{ x: 0, y: 0 }, { x: w, y: 0 }, { x: w, y: h }, { x: 0, y: h }])
const payload = (o: Outline) => ({ rim: o.rim.map((p): [number, number] => [p.x, p.y]), holes: [] })
const judged = (parts: LayoutPart[], metres: number, offcuts: { id: string, outline: ReturnType<typeof payload> }[] = []) =>
  judgeLayout({ body: { parts, metres, supplyId: S.id }, pieces: [piece()], ground, supply: S, offcuts })
const total = (all: readonly Outline[]) => all.reduce((sum, o) => sum + areaMm2(o), 0)

describe('a layout as it would be cut', () => {
  it('leaves what nothing lies on, but for the gap about each part', () => {
    const left = judged([part(0, 0, 0), part(1, 250, 0)], 1).map(fromPayload)
    expect(total(left)).toBeGreaterThan(900 * 1000 - 2 * 300 * 200 - 25_000)
    expect(total(left)).toBeLessThan(900 * 1000 - 2 * 300 * 200)
  })
  it.each<[string, LayoutPart[], number, RegExp]>([
    ['two on each other', [part(0, 0, 0), part(1, 100, 100)], 1, /Facing lies on Facing|on another|overlap/i],
    ['one off the roll', [part(0, 0, 900)], 1, /./],
    ['one that there is not', [part(9, 0, 0)], 1, /the pieces have changed/],
  ])('refuses %s', (_, parts, metres, said) => expect(() => judged(parts, metres)).toThrow(said))

  const offcut = { id: idOf(7), outline: payload(box(400, 500)) }
  it('on an offcut nothing comes off the roll: metres are refused, none are taken', () => {
    const on = [part(0, 10, 10, { offcutId: offcut.id })]
    expect(() => judged(on, 0.5, [offcut])).toThrow('Length: every part is on an offcut, so nothing is cut off the roll. Enter 0 m.')
    expect(total(judged(on, 0, [offcut]).map(fromPayload))).toBeLessThan(400 * 500 - 300 * 200)
  })
  it.each<[string, LayoutPart[], RegExp]>([
    ['beyond its offcut', [part(0, 260, 10, { offcutId: offcut.id })], /does not lie within its offcut/],
    ['on another part of it', [part(0, 0, 0, { offcutId: offcut.id }), part(1, 50, 50, { offcutId: offcut.id })], /overlaps another part/],
  ])('refuses a part %s', (_, parts, said) => expect(() => judged(parts, 0, [offcut])).toThrow(said))
})

describe('what is left over', () => {
  it('of a long layout is cut across, so that it can be kept and read back', () => {
    const strip = box(300, 11_880), kept = keepable([strip])
    expect(kept.map(o => outlinePayload.safeParse(o).success)).toEqual([true, true])
    expect(total(kept.map(fromPayload))).toBeCloseTo(areaMm2(strip), -1)
  })
  it('with more holes than an outline may have is cut between them', () => {
    const at = (i: number) => ({ x: 20 + (i % 5) * 160, y: 20 + Math.floor(i / 5) * 160 })
    const holes = Array.from({ length: 30 }, (_, i) => box(60, 60).rim.map(p => ({ x: p.x + at(i).x, y: p.y + at(i).y })))
    const [loose] = difference([box(820, 980)], holes.map(h => outlineOf(h)))
    expect(loose!.holes).toHaveLength(30)
    const kept = keepable([loose!])
    expect(kept.length).toBeGreaterThan(1)
    for (const o of kept) {
      expect(outlinePayload.safeParse(o).success).toBe(true)
      expect(o.holes.length).toBeLessThanOrEqual(OUTLINE_LIMITS.holes)
      expect(boundsOf(fromPayload(o))).toMatchObject({ left: 0, bottom: 0 })
    }
  })
})

describe('pieces', () => {
  it('that cannot be cut are named', () => {
    const rim: [number, number][] = [[0, 0], [12, 0], [12, 12], [0, 12]]
    const small = piece({ id: idOf(2), name: 'Tab', shape: { format: 1, kind: 'outline', drawnBy: 'cut', rim, holes: [] } })
    expect(judgePieces({ pieces: [piece()], ground })).toBeNull()
    expect(() => judgePieces({ pieces: [piece(), small], ground })).toThrow(/^Tab: /)
  })
})
