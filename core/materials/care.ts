import type { FibreKey } from './fibres'
import type { FinishKey } from './finishes'

/** Hottest ordinary wash of a fabric of this fibre, °C; 0 = not washed. Typical, from care-labelling practice. */
export const FIBRE_WASH_C: Record<FibreKey, number> = {
  cotton: 95, linen: 95, viscose: 40, modal: 60, cupro: 30, wool: 30, cashmere: 30, silk: 30, polyester: 60, polyamide6: 40,
  polyamide66: 40, acrylic: 40, modacrylic: 40, acetate: 30, triacetate: 40, elastane: 40, polypropylene: 40, polylactide: 30, pvc: 30,
  metallisedPlastic: 30, metallisedCotton: 30, aramid: 60, leather: 0,
}

/** The dryer that fabric of a fibre withstands: typical, of plain fabric. */
export const FIBRE_TUMBLE: Record<FibreKey, 'no' | 'low' | 'yes'> = {
  cotton: 'yes', linen: 'yes', viscose: 'low', modal: 'low', cupro: 'no', wool: 'no', cashmere: 'no', silk: 'no', polyester: 'low',
  polyamide6: 'low', polyamide66: 'low', acrylic: 'low', modacrylic: 'no', acetate: 'no', triacetate: 'low', elastane: 'low',
  polypropylene: 'no', polylactide: 'no', pvc: 'no', metallisedPlastic: 'no', metallisedCotton: 'low', aramid: 'low', leather: 'no',
}

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
/** Fibres and finishes that a dry-cleaner's solvent harms; typical. */
export const NO_SOLVENT_FIBRES: ReadonlySet<FibreKey> = new Set(['pvc', 'polypropylene', 'polylactide', 'leather'])
export const NO_SOLVENT_FINISHES: ReadonlySet<FinishKey> = new Set(['puCoat', 'foamLaminate', 'filmLaminate', 'flock', 'beads',
  'resinPrint'])

/** Fabric in a dryer comes to about this, °C: none, low, normal (exhaust limits of ISO 3758). */
export const DRYER_C = { no: 20, low: 60, yes: 80 } as const
export type Dryer = keyof typeof DRYER_C
