import { Colors, DxfWriter, LWPolylineFlags, point3d, Units, type DxfBlock } from '@tarikjabiri/dxf'
import type { Marks } from '#core/cut'
import { boundsOf, type Outline, type Point } from '#core/geometry'

/** A piece as it is handed on; lines that it has not are empty. */
export interface DxfPiece {
  name: string
  size: string
  number: string
  count: number
  pair: boolean
  cut: readonly Outline[]
  sew: readonly Outline[]
  /** Turn of its grain from upward, degrees; null where it has none. */
  grainDeg: number | null
  marks: Marks
  says: readonly string[]
}

/** Layers by what lies on them, as pattern programs exchange them (ASTM D6673). */
const LAYER = { cut: '1', notch: '4', mirror: '6', grain: '7', internal: '8', cutOut: '11', drill: '13', sew: '14', words: '15' } as const
/** The width of the roll, on a layer that no pattern program takes for a piece. */
const ROLL_LAYER = 'ROLL'
const WRITTEN_MM = 5, LINE_MM = 7
const GRAIN_SHARE = 0.6

/** A name that every program takes for a block: letters, figures and strokes, told apart by a number. */
const blockName = ({ name, size }: DxfPiece, i: number): string =>
  `${`${name}${size && `_${size}`}`.normalize('NFD').replace(/[^\w-]+/g, '_').replace(/^_+|_+$/g, '').slice(0, 24) || 'PIECE'}_${i + 1}`
const oneLine = (text: string): string => text.replace(/\s+/g, ' ')

function writePiece(block: DxfBlock, piece: DxfPiece): void {
  const line = (points: readonly Point[], layer: string, isClosed: boolean): void => {
    block.addLWPolyline(points.map(p => ({ point: { x: p.x, y: p.y } })), {
      layerName: layer, flags: isClosed ? LWPolylineFlags.Closed : LWPolylineFlags.None,
    })
  }
  const points = (all: readonly Point[], layer: string): void => { for (const p of all) block.addPoint(p.x, p.y, 0, { layerName: layer }) }
  for (const o of piece.cut) {
    line(o.rim, LAYER.cut, true)
    for (const h of o.holes) line(h, LAYER.cutOut, true)
  }
  for (const o of piece.sew) line(o.rim, LAYER.sew, true)
  points(piece.marks.notches, LAYER.notch)
  points(piece.marks.drills, LAYER.drill)
  for (const l of piece.marks.internal) line(l, LAYER.internal, false)
  const { left, bottom, wideMm, highMm } = boundsOf({ rim: [...piece.cut, ...piece.sew].flatMap(o => o.rim) })
  const middle = { x: left + wideMm / 2, y: bottom + highMm / 2 }
  if (piece.marks.mirror) {
    const [a, b] = piece.marks.mirror
    block.addLine(point3d(a.x, a.y), point3d(b.x, b.y), { layerName: LAYER.mirror })
  }
  if (piece.grainDeg !== null) {
    const a = piece.grainDeg * Math.PI / 180, half = Math.min(wideMm, highMm) * GRAIN_SHARE / 2, [dx, dy] = [Math.sin(a) * half,
      Math.cos(a) * half]
    block.addLine(point3d(middle.x - dx, middle.y - dy), point3d(middle.x + dx, middle.y + dy), { layerName: LAYER.grain })
  }
  const words = [
    `Piece Name: ${piece.name}`, ...(piece.size ? [`Size: ${piece.size}`] : []), ...(piece.number ? [`Piece Number: ${piece.number}`] : []),
    `Quantity: ${piece.pair ? `${piece.count},${piece.count}` : piece.count}`, ...piece.says.map(s => `Annotation: ${s}`),
  ]
  words.forEach((says, i) => {
    block.addText(point3d(middle.x, middle.y - i * LINE_MM), WRITTEN_MM, oneLine(says), { layerName: LAYER.words })
  })
}

/**
 * Pieces as a drawing in mm, each a block of its own where its outline lies, in the garment trade's layers.
 * @param roll the fabric they lie on, drawn about them
 */
export function writeDxf(pieces: readonly DxfPiece[], roll: { wideMm: number, longMm: number } | null = null): string {
  const writer = new DxfWriter()
  writer.setUnits(Units.Millimeters)
  for (const layer of [...Object.values(LAYER), ...(roll ? [ROLL_LAYER] : [])]) writer.addLayer(layer, Colors.White)
  writer.addText(point3d(0, -2 * LINE_MM), WRITTEN_MM, 'Units: METRIC', { layerName: LAYER.words })
  if (roll) {
    const corners = [[0, 0], [roll.wideMm, 0], [roll.wideMm, roll.longMm], [0, roll.longMm]] as const
    writer.addLWPolyline(corners.map(([x, y]) => ({ point: { x, y } })), { layerName: ROLL_LAYER, flags: LWPolylineFlags.Closed })
  }
  pieces.forEach((piece, i) => {
    const block = writer.addBlock(blockName(piece, i))
    writePiece(block, piece)
    writer.addInsert(block.name, point3d(0, 0), { layerName: LAYER.cut })
  })
  return writer.stringify()
}
