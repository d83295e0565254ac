/** Outlines in and out as drawings at true scale. */
export { readSvg, SVG_MOST_BYTES, type NamedOutline, type SvgNote, type SvgProblem, type SvgReading } from './read'
export { writeSvg, type SvgPiece, type SvgRole } from './write'
