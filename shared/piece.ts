/** A piece as it begins, and what becomes of it when it is turned over: the one way, wherever a piece is made. */
import { blockOf, usualMeasures } from '#core/cut'
import { howMany, toMarksPayload, toPayload } from './cutting'
import type { DrawnPiece } from './drawing'
import { pressedAsTheHouse, type Fabric, type JobFabric, type JobPiece, type Supply } from './schemas'

/** Where on a garment a block belongs; the others go where their job's fabric does. */
const PLACE_OF: Readonly<Record<string, string>> = {
  collar: 'collar', stand: 'stand', cuff: 'cuff', placket: 'placket', curvedFacing: 'facing', waistband: 'waistband', coatFront: 'front',
  frontFacing: 'facing', hemFacing: 'facing', bagSide: 'bagSide', bagBase: 'bagBase', mat: 'mat',
}
/** Allowances as they begin, mm. */
const SEAM_MM = 10, HEM_MM = 40

/** Supplies that are laid along an edge or on the finished piece: none of them is a piece's own layer. */
const NO_LAYER: ReadonlySet<Supply['family']> = new Set(['hemTape', 'stayTape', 'transfer', 'lettering', 'patch', 'trim', 'hoop'])

/** What a job says of the fabric that a piece is cut from. */
export interface PieceGround {
  own: JobFabric | null
  fabric: Pick<Fabric, 'nap'> | null
  supply: Pick<Supply, 'family'> | null
}
/** A piece of the job's fabric, with what was chosen for it: as its interfacing, its foam or its web. */
export function freshPiece(
  id: string, name: string, shape: JobPiece['shape'], { own, fabric, supply }: PieceGround, pair = false,
): JobPiece {
  const family = supply?.family, supplyId = family && NO_LAYER.has(family) ? null : own?.supplyId ?? null
  return {
    id, name, fabricId: own?.fabricId ?? '', place: own?.place ?? null, shape, count: 1, pair,
    allowances: { seam: SEAM_MM, hem: HEM_MM, front: SEAM_MM }, grain: 'along', oneWay: fabric !== null && fabric.nap !== 'none',
    interfacingId: family === 'foam' || family === 'web' ? null : supplyId, foamId: family === 'foam' ? supplyId : null,
    webId: family === 'web' ? supplyId : null, inset: null, ...pressedAsTheHouse(),
  }
}
/** A piece as a drawing gives it, cut as often as the pattern says. @param drawnBy what its line is, where the drawing does not say */
export function drawnPieceOf(id: string, drawn: DrawnPiece, drawnBy: 'seam' | 'cut', ground: PieceGround): JobPiece {
  const marks = toMarksPayload(drawn.marks), { size, number } = drawn
  const piece = freshPiece(id, drawn.size ? `${drawn.name.slice(0, 39 - drawn.size.length)} ${drawn.size}` : drawn.name, {
    format: 1, kind: 'outline', drawnBy: drawn.drawnBy ?? drawnBy, ...toPayload(drawn.outline), ...(marks && { marks }),
    ...(size && { size }), ...(number && { number }),
  }, ground, drawn.pair)
  const seam = drawn.allowanceMm ?? piece.allowances.seam
  return { ...piece, count: drawn.count, allowances: { ...piece.allowances, seam, front: drawn.allowanceMm ?? piece.allowances.front } }
}
/** A block at its usual measures, where it belongs. @throws RangeError where there is no such block */
export function freshBlock(id: string, key: string, ground: PieceGround): JobPiece {
  const block = blockOf(key)
  if (!block) throw new RangeError('Block: choose one from the pictures.')
  const shape = { format: 1 as const, kind: 'block' as const, block: key, measures: usualMeasures(block), mirrored: false }
  const piece = freshPiece(id, block.name, shape, ground, block.pair)
  return { ...piece, place: PLACE_OF[key] ?? piece.place }
}

type Corners = Extract<JobPiece['shape'], { kind: 'outline' }>['rim']
const flipped = (ring: Corners): Corners => ring.map(([x, y]): [number, number] => [-x, y]).reverse()
type Place = [number, number]
const across = ([x, y]: Place): Place => [0 - x, y]
const flippedMarks = ({ notches, drills, internal, mirror }: NonNullable<Extract<JobPiece['shape'], { kind: 'outline' }>['marks']>) => ({
  notches: notches.map(across), drills: drills.map(across), internal: internal.map(l => l.map(across)),
  mirror: mirror && [across(mirror[0]), across(mirror[1])] as [Place, Place],
})
/** Its mirror image: what was its left half is its right. */
export function mirroredPiece(p: JobPiece): JobPiece {
  const { shape, half } = p
  return {
    ...p, half: half === 'left' ? 'right' : half === 'right' ? 'left' : half,
    shape: shape.kind === 'block'
      ? { ...shape, mirrored: !shape.mirrored }
      : { ...shape, rim: flipped(shape.rim), holes: shape.holes.map(flipped), ...(shape.marks && { marks: flippedMarks(shape.marks) }) },
  }
}

/** Several drawn alike with adhesive on one side are all left or all right, where they are no pairs. */
export const areAllOneHand = (p: JobPiece, interfacing: Pick<Supply, 'adhesive'> | null): boolean =>
  !p.pair && howMany(p) > 1 && p.place !== 'mat' && p.shape.kind === 'outline' && interfacing !== null && interfacing.adhesive !== null
