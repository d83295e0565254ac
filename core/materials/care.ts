import type { FinishKey } from './finishes'

/** Hottest ordinary wash of a finish, print or laminate, °C; 0 = never in water. Typical. */
export const FINISH_WASH_C: Record<FinishKey, number> = {
  puCoat: 40, foamLaminate: 30, filmLaminate: 0, gasDyedPrint: 60, flock: 40, beads: 30, resinPrint: 30, flameRetardant: 60,
  waterRepellent: 30,
}
/** The dryer that a finish withstands; typical. */
export const FINISH_TUMBLE: Record<FinishKey, 'no' | 'low' | 'yes'> = {
  puCoat: 'no', foamLaminate: 'no', filmLaminate: 'no', gasDyedPrint: 'low', flock: 'no', beads: 'no', resinPrint: 'no',
  flameRetardant: 'low',
  waterRepellent: 'low',
}
/** Finishes that a dry-cleaner's solvent harms; typical. */
export const NO_SOLVENT_FINISHES: ReadonlySet<FinishKey> = new Set(['puCoat', 'foamLaminate', 'filmLaminate', 'flock', 'beads',
  'resinPrint'])

/** Fabric in a dryer comes to about this, °C: none, low, normal (exhaust limits of ISO 3758). */
export const DRYER_C = { no: 20, low: 60, yes: 80 } as const
export type Dryer = keyof typeof DRYER_C
