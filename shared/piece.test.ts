import { describe, expect, it } from 'vitest'
import { BLOCKS, NO_MARKS } from '#core/cut'
import { areaMm2, mirrored } from '#core/geometry'
import { PLACE_KEYS } from '#core/place'
import { cutPiece, fromPayload, type CuttingGround } from './cutting'
import { plainPiece, type DrawnPiece } from './drawing'
import { areAllOneHand, drawnPieceOf, freshBlock, freshPiece, mirroredPiece, type PieceGround } from './piece'
import { jobPieceSchema, type JobFabric, type JobPiece } from './schemas'
import { idOf as id } from './kept.fixture'

const own: JobFabric = { fabricId: id(1), place: 'collar', supplyId: id(2) }
const ground = (family: 'fusible' | 'foam' | 'web' | 'hemTape' | null = 'fusible', nap: 'none' | 'pile' = 'none'): PieceGround =>
  ({ own, fabric: { nap }, supply: family && { family } })
const shape: JobPiece['shape'] = {
  format: 1, kind: 'outline', drawnBy: 'seam', rim: [[0, 0], [80, 0], [60, 50]], holes: [[[20, 10], [20, 14], [24, 10]]],
}
const cutting: CuttingGround = { rules: { allowance: 'inside', size: 'exact' }, fabricMm: () => 0.3, supply: () => null, shrink: {} }

describe('a piece as it begins', () => {
  it('is of the job\'s fabric, goes where that goes, and carries what was chosen for it as what it is', () => {
    const [fused, foam, web] = (['fusible', 'foam', 'web'] as const).map(f => freshPiece(id(9), 'Flap', shape, ground(f)))
    expect(jobPieceSchema.parse(fused)).toMatchObject({ fabricId: id(1), place: 'collar', count: 1, pair: false, oneWay: false })
    expect([fused, foam, web].map(p => [p!.interfacingId, p!.foamId, p!.webId]))
      .toEqual([[id(2), null, null], [null, id(2), null], [null, null, id(2)]])
    expect(fused!.allowances).toEqual({ seam: 10, hem: 40, front: 10 })
    // A tape goes along an edge: no piece is backed with it.
    const taped = freshPiece(id(9), 'Flap', shape, ground('hemTape'))
    expect([taped.interfacingId, taped.foamId, taped.webId]).toEqual([null, null, null])
  })
  it('from a pattern it has its size in its name, its allowance, its number of times and all that is drawn on it', () => {
    const rim = [{ x: 0, y: 0 }, { x: 80, y: 0 }, { x: 60, y: 50 }]
    const drawn: DrawnPiece = {
      ...plainPiece('Collar', { rim, holes: [] }, { ...NO_MARKS, notches: [rim[1]!], mirror: [rim[0]!, rim[2]!] }), size: '40',
      number: '7', count: 2, pair: true,
      drawnBy: 'seam', allowanceMm: 6,
    }
    const p = drawnPieceOf(id(9), drawn, 'cut', ground())
    expect(jobPieceSchema.parse(p)).toMatchObject({ name: 'Collar 40', count: 2, pair: true, allowances: { seam: 6, hem: 40, front: 6 } })
    expect(p.shape).toMatchObject({ drawnBy: 'seam', size: '40', number: '7', marks: { notches: [[80, 0]], mirror: [[0, 0], [60, 50]] } })
    expect(cutPiece(p, cutting).marks.notches).toEqual([{ x: 80, y: 0 }])
    expect(mirroredPiece(p).shape).toMatchObject({ marks: { notches: [[-80, 0]], drills: [], mirror: [[0, 0], [-60, 50]] } })
    // What says nothing of it is what the person says it is; without marks none are kept.
    const plain = drawnPieceOf(id(9), plainPiece('Flag', { rim, holes: [] }), 'cut', ground())
    expect(plain.shape).toMatchObject({ drawnBy: 'cut' })
    expect(plain.shape).not.toHaveProperty('marks')
    expect([plain.name, plain.allowances.seam]).toEqual(['Flag', 10])
  })
  it('lies one way on what has a nap, and of no fabric is of none', () => {
    expect(freshPiece(id(9), 'Flap', shape, ground('fusible', 'pile')).oneWay).toBe(true)
    expect(freshPiece(id(9), 'Flap', shape, { own: null, fabric: null, supply: null }))
      .toMatchObject({ fabricId: '', place: null, interfacingId: null, oneWay: false })
  })
  it('every block can be cut as it begins, and those that belong somewhere go to a place there is', () => {
    for (const { key, name, pair } of BLOCKS) {
      const p = freshBlock(id(9), key, ground())
      expect([p.name, p.pair], key).toEqual([name, pair])
      expect(areaMm2(cutPiece(p, cutting).cut), key).toBeGreaterThan(100)
      expect(PLACE_KEYS as readonly string[], key).toContain(p.place)
    }
    expect(freshBlock(id(9), 'cuff', ground()).place).toBe('cuff')
    expect(() => freshBlock(id(9), 'cloud', ground())).toThrow(/^Block:/)
  })
})

describe('turned over', () => {
  it('a drawing is its mirror image, twice is as it was; a block is drawn mirrored', () => {
    const p = freshPiece(id(9), 'Flap', shape, ground()), flip = mirroredPiece(p)
    const s = flip.shape as Extract<JobPiece['shape'], { kind: 'outline' }>
    expect(fromPayload(s)).toEqual(mirrored(fromPayload(shape as typeof s)))
    expect(mirroredPiece(flip).shape).toEqual(p.shape)
    const block = freshBlock(id(9), 'cuff', ground())
    expect(mirroredPiece(block).shape).toMatchObject({ mirrored: true })
  })
  it('its left half is its right, what is above stays above', () => {
    const half = (h: JobPiece['half']) => mirroredPiece({ ...freshPiece(id(9), 'Flap', shape, ground()), half: h }).half
    expect([half('left'), half('right'), half('upper'), half(null)]).toEqual(['right', 'left', 'upper', null])
  })
})

it('several alike with adhesive on one side are all of one hand, unless they are pairs or mats', () => {
  const p = { ...freshPiece(id(9), 'Flap', shape, ground()), count: 4 }, fusible = { adhesive: 'polyamide' as const }
  expect(areAllOneHand(p, fusible)).toBe(true)
  for (const not of [{ pair: true }, { count: 1 }, { place: 'mat' }, { shape: freshBlock(id(8), 'cuff', ground()).shape }])
    expect(areAllOneHand({ ...p, ...not }, fusible), JSON.stringify(not).slice(0, 40)).toBe(false)
  expect([areAllOneHand(p, null), areAllOneHand(p, { adhesive: null })]).toEqual([false, false])
})
