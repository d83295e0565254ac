import type { ConstructionKey } from './constructions'
import type { InterfacingBase } from './supplies'

/** Bending length of a fabric of this construction when nobody has measured it, mm. Typical, from fabric-handle surveys. */
export const FABRIC_BENDING_MM: Record<ConstructionKey, number> = {
  voile: 15, organza: 34, lining: 15, satin: 19, poplin: 22, dupion: 29, sheeting: 22, jersey: 14, sweat: 19, twill: 27, denim: 38,
  suiting: 21, flannel: 20, coating: 27, corduroy: 24, velvet: 19, fleece: 22, cork: 46, felt: 36,
  crepe: 17, georgette: 14, seersucker: 22, chambray: 23, ticking: 31, canvas: 40, gabardine: 24, tweed: 26, boucle: 23, rib: 15,
  doubleKnit: 19, lace: 20, tulle: 26, brocade: 32, taffeta: 30, softshell: 30, terry: 25,
}

/** At 60 g/m², mm, and how it grows with weight. */
const INTERFACING: Record<InterfacingBase, { atMm: number, power: number }> = {
  woven: { atMm: 26, power: 0.7 }, knit: { atMm: 15, power: 0.4 }, weftInsert: { atMm: 21, power: 0.5 },
  nonwoven: { atMm: 27, power: 0.6 }, none: { atMm: 9, power: 0.3 },
}

/** Bending length of an interfacing that nobody has measured, mm, from its base and weight. Typical. @param massGsm g/m², above 0 */
export const typicalInterfacingBendingMm = (base: InterfacingBase, massGsm: number): number =>
  INTERFACING[base].atMm * (massGsm / 60) ** INTERFACING[base].power
