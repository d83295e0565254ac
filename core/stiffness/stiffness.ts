/** Classes of hand, from limp to stiff, with the bending length (mm) at which each begins. */
export const STIFFNESSES = ['drape', 'light', 'crisp', 'firm', 'rigid'] as const
export type Stiffness = typeof STIFFNESSES[number]

export const STIFFNESS_FROM_MM: Record<Stiffness, number> = { drape: 0, light: 24, crisp: 34, firm: 48, rigid: 70 }
const STIFFEST_MM = 110

/** The class of a bending length, mm. */
export const stiffnessOf = (bendingMm: number): Stiffness =>
  [...STIFFNESSES].reverse().find(h => bendingMm >= STIFFNESS_FROM_MM[h]) ?? 'drape'

/** Lower and upper bending length of a class, mm. */
export function stiffnessRangeMm(stiffness: Stiffness): [number, number] {
  const next = STIFFNESSES[STIFFNESSES.indexOf(stiffness) + 1]
  return [STIFFNESS_FROM_MM[stiffness], next ? STIFFNESS_FROM_MM[next] : STIFFEST_MM]
}

/** How far a bending length lies outside a range, in classes: 0 inside it, 1 a whole class (a factor of about 1.4) away. */
export function stiffnessAway(bendingMm: number, [fromMm, toMm]: readonly [number, number]): number {
  const CLASS_FACTOR = 1.4
  if (bendingMm < fromMm) return Math.log(fromMm / bendingMm) / Math.log(CLASS_FACTOR)
  return bendingMm > toMm ? Math.log(bendingMm / toMm) / Math.log(CLASS_FACTOR) : 0
}
