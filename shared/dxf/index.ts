/** Patterns and layouts in and out as DXF, in the layers of the garment trade. */
export { readDxf, DXF_MOST_BYTES, type DxfReading } from './read'
export { writeDxf, type DxfPiece } from './write'
export { DXF_UNITS, type DxfNote, type DxfProblem, type DxfUnit } from './notes'
