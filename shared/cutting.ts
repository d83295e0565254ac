/** From the pieces of a job to the outlines and the parts that are cut: the one way, for the screen, the server and paper. */
import {
  blockOf,
  drawnOf,
  foldOf,
  fromCutEdge,
  grown,
  grownPoint,
  halfOf,
  marksOn,
  mirroredDrawn,
  mirroredMarks,
  movedMarks,
  NO_MARKS,
  outlinesOf,
  layersOf,
  unfolded,
  type AllowanceRule,
  type Drawn,
  type PieceOutlines,
  type Layers,
  type LayersSpec,
  type Marks,
} from '#core/cut'
import { areaMm2, mirrored, outlineOf, thinned, type Outline, type Point, type Ring } from '#core/geometry'
import { rigidityUNm, smallestFoldMm } from '#core/stiffness'
import type { LayoutPiece } from '#core/layout'
import { MOST_SHRINK_PCT } from '#core/shrink'
import { supplyPly } from '#core/match'
import { toMatchSupply } from './mappers'
import type { FabricShrink, JobPiece, KeptLayout, LayerRole, LayoutPart, OutlinePayload, PieceShape, Rules, Supply } from './schemas'

/** What cutting must know besides the pieces. */
export interface CuttingGround {
  rules: Pick<Rules, 'allowance' | 'size'>
  fabricMm: (fabricId: string) => number
  supply: (id: string) => Supply | null
  shrink: Readonly<Record<string, FabricShrink | null>>
}

/** The same as plain rows, so that it can be handed to a thread. */
export interface GroundRows {
  rules: Rules
  shrink: Record<string, FabricShrink | null>
  fabricMm: Record<string, number>
  supplies: Record<string, Supply>
}
/** A fabric whose thickness nobody knows is taken to be so thick, mm. */
const USUAL_FABRIC_MM = 0.5
export const groundFrom = ({ rules, shrink, fabricMm, supplies }: GroundRows): CuttingGround => ({
  rules, shrink, fabricMm: id => fabricMm[id] ?? USUAL_FABRIC_MM, supply: id => supplies[id] ?? null,
})

/** Where the house ends an interfacing that is trimmed inside, mm. */
export const HOUSE_INSET_MM = 2
const SMALLER_WEB_MM = 1

const ringOf = (corners: readonly (readonly [number, number])[]): Ring => corners.map(([x, y]) => ({ x, y }))
export const fromPayload = (o: OutlinePayload): Outline => outlineOf(ringOf(o.rim), o.holes.map(ringOf))
/** What is drawn on a piece, in the plane of its shape; a block has only its outline. */
function marksOf(shape: PieceShape): Marks {
  if (shape.kind === 'block' || !shape.marks) return NO_MARKS
  const { notches, drills, internal, mirror } = shape.marks, [from, to] = mirror ? ringOf(mirror) : []
  return { notches: ringOf(notches), drills: ringOf(drills), internal: internal.map(ringOf), mirror: from && to ? [from, to] : null }
}
const tenThousandth = (v: number) => Math.round(v * 1e4) / 1e4
/** An outline as it is kept: thinned where it has more corners than it needs. */
export const toPayload = (o: Outline): OutlinePayload => {
  const pairs = (r: Ring) =>
    (r.length > 200 ? thinned(r, 0.02) : r).map((p): [number, number] => [tenThousandth(p.x), tenThousandth(p.y)])
  return { rim: pairs(o.rim), holes: o.holes.map(pairs) }
}
type MarksPayload = NonNullable<Extract<PieceShape, { kind: 'outline' }>['marks']>
/** Marks as they are kept: nothing where there are none. */
export function toMarksPayload({ notches, drills, internal, mirror }: Marks): MarksPayload | undefined {
  if (notches.length + drills.length + internal.length === 0 && !mirror) return undefined
  const pair = (p: Point): [number, number] => [tenThousandth(p.x), tenThousandth(p.y)]
  return { notches: notches.map(pair), drills: drills.map(pair), internal: internal.map(l => l.map(pair)), mirror: mirror
    && [pair(mirror[0]), pair(mirror[1])] }
}

const isHalf = (shape: PieceShape): boolean => shape.kind === 'block' && (blockOf(shape.block)?.half ?? false)
/** The piece as it is when finished. @throws RangeError where its allowance is larger than what was drawn */
function drawnPiece({ shape, allowances }: Pick<JobPiece, 'shape' | 'allowances'>): Drawn {
  if (shape.kind === 'block') {
    const drawn = blockOf(shape.block)!.draw(shape.measures)
    return shape.mirrored ? mirroredDrawn(drawn) : drawn
  }
  const outline = fromPayload(shape)
  return shape.drawnBy === 'cut' ? fromCutEdge(outline, allowances.seam) : drawnOf(outline)
}

/** By how much a fabric's pieces are cut larger, %: what its last pass still took, until it is preshrunk; nothing where nobody knows. */
export const cutLargerPct = (s: FabricShrink | null | undefined): { along: number, across: number } => {
  // A pass that says more was measured wrong: nothing is cut by it.
  const believed = (pct: number) => (pct <= MOST_SHRINK_PCT ? pct : 0)
  return s && s.preshrunkUpToC === null ? { along: believed(s.alongPct), across: believed(s.acrossPct) } : { along: 0, across: 0 }
}

/** Where a piece's interfacing ends: by its own wish, or the house's. */
export const insetOf = (piece: Pick<JobPiece, 'inset'>, rules: Pick<Rules, 'allowance'>): AllowanceRule =>
  piece.inset ?? (rules.allowance === 'caught' ? { how: 'caught' } : { how: 'inside', byMm: HOUSE_INSET_MM })
export const webLessMm = (rules: Pick<Rules, 'size'>): number => (rules.size === 'exact' ? 0 : SMALLER_WEB_MM)

/** A mat with a stiff layer is a stiff mat or bag. */
export const isLayers = (p: Pick<JobPiece, 'place' | 'foamId'>): boolean => p.place === 'mat' && p.foamId !== null

/** What a stiff mat or bag is made from; null where the piece is none. */
export function layersSpec(piece: JobPiece, ground: CuttingGround): LayersSpec | null {
  const stiff = isLayers(piece) ? ground.supply(piece.foamId!) : null
  if (!stiff) return null
  const ply = supplyPly(toMatchSupply(stiff))
  const fabric = ground.fabricMm(piece.fabricId)
  return {
    finished: drawnPiece(piece).seam,
    stiffMm: stiff.thicknessMm,
    faceMm: fabric,
    backMm: fabric,
    allowanceMm: piece.allowances.seam,
    webLessMm: webLessMm(ground.rules),
    foldMm: smallestFoldMm(rigidityUNm(ply.massGsm, ply.bendingMm)),
  }
}

export interface CutPiece extends PieceOutlines {
  layers: Layers | null
  marks: Marks
  /** Where it folds, if only one half of it is backed. */
  fold: [Point, Point] | null
}
/**
 * All outlines of a piece as it is cut: whole where it was drawn on a fold, larger by what its fabric will still shrink.
 * @throws RangeError with a sentence where it cannot be cut so
 */
export function cutPiece(piece: JobPiece, ground: CuttingGround): CutPiece {
  const spec = layersSpec(piece, ground)
  const layers = spec && layersOf(spec)
  const made: PieceOutlines = layers
    ? {
        cut: layers.face,
        seam: layers.stitch,
        interfacing: piece.interfacingId ? [layers.stitch] : [],
        foam: [layers.stiff],
        web: piece.webId ? [layers.web] : [],
        narrow: [],
      }
    : outlinesOf(drawnPiece(piece), piece.allowances, insetOf(piece, ground.rules), {
        interfacing: piece.interfacingId !== null,
        foam: piece.foamId !== null,
        web: piece.webId !== null,
        webLessMm: webLessMm(ground.rules),
      })
  const largerPct = cutLargerPct(ground.shrink[piece.fabricId]), marks = movedMarks(marksOf(piece.shape), grownPoint(largerPct))
  const whole = (o: Outline) => grown(isHalf(piece.shape) ? unfolded(o) : o, largerPct)
  const all = (list: readonly Outline[]) => list.map(whole)
  const seam = whole(made.seam), half = layers ? null : piece.half
  const backed = (list: readonly Outline[]) => (half ? halfOf(all(list), seam, half, marks.mirror) : all(list))
  return {
    cut: whole(made.cut),
    seam,
    marks,
    fold: half && foldOf(seam, half, marks.mirror),
    interfacing: backed(made.interfacing),
    foam: all(made.foam),
    web: all(made.web),
    narrow: backed(made.narrow),
    layers,
  }
}

/** How often a piece is cut in all. */
export const howMany = (p: Pick<JobPiece, 'count' | 'pair'>): number => p.count * (p.pair ? 2 : 1)

/** One thing to cut out of a supply. */
export interface Part extends LayoutPiece {
  pieceId: string
  role: LayerRole
  number: number
  name: string
  /** What of its piece's marks shows on it. */
  marks: Marks
}
export const partId = (p: Pick<LayoutPart, 'pieceId' | 'role' | 'number'>): string => `${p.pieceId}.${p.role}.${p.number}`

const SUPPLY_OF = { interfacing: 'interfacingId', foam: 'foamId', web: 'webId' } as const
export const supplyOf = (piece: JobPiece, role: LayerRole): string | null => piece[SUPPLY_OF[role]]

/** What is cut of one supply: a part for every piece and time; of a pair the odd ones are the mirror images. */
export function partsOf(pieces: readonly JobPiece[], supplyId: string, ground: CuttingGround): Part[] {
  return pieces.flatMap((piece) => {
    const roles = (['interfacing', 'foam', 'web'] as const).filter(role => supplyOf(piece, role) === supplyId)
    if (roles.length === 0) return []
    const made = cutPiece(piece, ground)
    return roles.flatMap((role) => {
      const largest = [...made[role]].sort((a, b) => areaMm2(b) - areaMm2(a))[0]
      if (!largest) return []
      const marks = marksOn(largest, made.marks)
      const other = piece.pair ? mirrored(largest) : largest, otherMarks = piece.pair ? mirroredMarks(marks) : marks
      // A sandwich is held to its stiff layer on both sides.
      const times = howMany(piece) * (role === 'web' && made.layers ? 2 : 1)
      return Array.from({ length: times }, (_, number): Part => ({
        id: partId({ pieceId: piece.id, role, number }),
        pieceId: piece.id,
        role,
        number,
        name: piece.name,
        outline: number % 2 === 1 ? other : largest,
        marks: number % 2 === 1 ? otherMarks : marks,
        grain: piece.grain,
        oneWay: piece.oneWay,
      }))
    })
  })
}

/** Parts cut already, by their id. */
export const cutPartIds = (layouts: readonly Pick<KeptLayout, 'cutAt' | 'parts'>[]): ReadonlySet<string> =>
  new Set(layouts.filter(l => l.cutAt !== null).flatMap(l => l.parts.map(partId)))
/** How many parts of a piece were cut already. */
export const partsCutOf = (pieceId: string, cutIds: ReadonlySet<string>): number =>
  [...cutIds].filter(id => id.startsWith(`${pieceId}.`)).length

/** What is still to be cut of a supply; a piece that cannot be cut as it stands is left out: it is said at the piece. */
export const openPartsOf = (
  pieces: readonly JobPiece[], supplyId: string, ground: CuttingGround, cutIds: ReadonlySet<string>,
): Part[] => pieces.flatMap((p) => {
  try {
    return partsOf([p], supplyId, ground)
  } catch {
    return []
  }
}).filter(p => !cutIds.has(p.id))

/** Every supply that the pieces ask for, the interfacings first. */
export const suppliesOf = (pieces: readonly JobPiece[]): string[] => [
  ...new Set((['interfacing', 'foam', 'web'] as const).flatMap(role => pieces.flatMap(p => supplyOf(p, role) ?? []))),
]

/** Selvedges that are not cut into, both together, mm. */
const SELVEDGES_MM = 20
/** A supply without a width is taken to be so wide, mm. */
const USUAL_WIDTH_MM = 900
export const usableWidthMm = (s: Pick<Supply, 'widthMm'>): number => (s.widthMm ?? USUAL_WIDTH_MM) - SELVEDGES_MM
/** Between any two parts on the roll, mm. */
export const GAP_MM = 2

/** Supplies of which there is enough for a layout of so many metres on another, by its area. */
export const enoughOf = (supplies: readonly Supply[], insteadOf: Supply, needM: number): Supply[] =>
  supplies.filter(s => s.id !== insteadOf.id && s.stockM * usableWidthMm(s) >= needM * usableWidthMm(insteadOf))

/**
 * What the pieces of a fabric in a place want of an interfacing, m², and how many there are; what cannot be cut as it stands counts
 * nothing.
 */
export function interfacingNeed(
  pieces: readonly JobPiece[], fabricId: string, place: string, ground: CuttingGround,
): { m2: number, count: number } {
  const own = pieces.filter(p => p.fabricId === fabricId && p.place === place)
  return own.reduce((sum, p) => {
    try {
      const { interfacing } = cutPiece({ ...p, interfacingId: p.interfacingId ?? p.id }, ground)
      return { m2: sum.m2 + interfacing.reduce((a, o) => a + areaMm2(o), 0) * howMany(p) / 1e6, count: sum.count + howMany(p) }
    } catch {
      return sum
    }
  }, { m2: 0, count: 0 })
}

/** What the pieces of a fabric are cut from it by their edges, backed or not, mm²; what cannot be cut as it stands counts nothing. */
export const fabricNeedMm2 = (pieces: readonly JobPiece[], fabricId: string | null, ground: CuttingGround): number =>
  pieces.filter(p => p.fabricId === fabricId).reduce((sum, p) => {
    try {
      return sum + areaMm2(cutPiece(p, ground).cut) * howMany(p)
    } catch {
      return sum
    }
  }, 0)
