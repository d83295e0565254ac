/** Outlines in and out as drawings at true scale. */
export { readSvg, SVG_MOST_BYTES, type SvgNote, type SvgProblem, type SvgReading } from './read'
export { piecesOfSvg } from './pieces'
export { layoutSvg, writeSvg, type SvgFace, type SvgPiece, type SvgRole } from './write'
