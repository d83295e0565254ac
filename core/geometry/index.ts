/** Pieces in the plane, mm: areas, offsets, what they have in common. */
export {
  areaMm2, aroundMm, atOrigin, boundsOf, boxAbout, boxOf, distanceMm, isInside, mirrored, outlineOf, placing, rotated, shifted,
  signedAreaMm2,
  type Outline, type Point, type Ring,
} from './outline'
export { bandAbout, difference, intersection, offset, isOverlapping, simplified, swept, thinned, tooNarrow, union, untangled } from './clip'
export { crossing, contactOf } from './crossing'
export { cutApart } from './apart'
export { offsetEdges } from './edges'
export { arc, bulged, cubic, quadratic } from './curve'
export { labelSpot } from './label'
