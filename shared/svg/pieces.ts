import { plainPiece, type DrawnPiece } from '../drawing'
import type { SvgReading } from './read'

/** The outlines of an SVG drawing as pieces. */
export const piecesOfSvg = ({ outlines }: SvgReading): DrawnPiece[] => outlines.map(o => plainPiece(o.name, o.outline, o.marks))
