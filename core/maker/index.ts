/** Does a maker's sheet agree with itself and with what its adhesive usually wants? */
import { ADHESIVES, type AdhesiveKey } from '../materials'

export interface MakerFigures {
  adhesive: AdhesiveKey | null
  instructions: 'maker' | 'lost'
  makerC: number | null
  makerHoldS: number | null
  makerMoisture: 'dry' | 'steam' | 'damp' | null
  makerPressureKPa: number | null
  washC: number | null
  tumble: 'no' | 'low' | 'yes' | null
}

export type MakerTrouble
  = | { why: 'belowMelting', makerC: number, meltC: number }
    | { why: 'farAboveWindow', makerC: number, windowC: number }
    | { why: 'washWakesIt', washC: number, typicalC: number }
    | { why: 'tumbleWakesIt' }
    | { why: 'moistureIdle' }
    | { why: 'machineHold', holdS: number, pressureKPa: number }
    | { why: 'heatWithoutAdhesive' }
    | { why: 'nothingOnIt' }

/** Sole temperatures stand this far above a glue line at the most, K. */
const SOLE_OVER_GLUE_K = 60

/** Everything on the sheet that contradicts itself or the adhesive's typical grade. Typical values, so a prompt to look again. */
export function makerTroubles(s: MakerFigures): MakerTrouble[] {
  const troubles: MakerTrouble[] = []
  if (s.instructions === 'maker' && s.makerC === null && s.makerHoldS === null) troubles.push({ why: 'nothingOnIt' })
  if (!s.adhesive) return s.makerC === null ? troubles : [...troubles, { why: 'heatWithoutAdhesive' }]
  const r = ADHESIVES[s.adhesive]
  const shift = s.makerMoisture === 'steam' || s.makerMoisture === 'damp' ? r.wetShiftC : 0
  if (s.makerC !== null && s.makerC < r.meltC[0] - shift)
    troubles.push({ why: 'belowMelting', makerC: s.makerC, meltC: r.meltC[0] - shift })
  if (s.makerC !== null && s.makerC > r.windowC[1] + SOLE_OVER_GLUE_K)
    troubles.push({ why: 'farAboveWindow', makerC: s.makerC, windowC: r.windowC[1] })
  if (s.washC !== null && s.washC > r.washC[1]) troubles.push({ why: 'washWakesIt', washC: s.washC, typicalC: r.washC[1] })
  if (s.tumble === 'yes' && r.tumble === 'no') troubles.push({ why: 'tumbleWakesIt' })
  if ((s.makerMoisture === 'steam' || s.makerMoisture === 'damp') && r.wetShiftC === 0) troubles.push({ why: 'moistureIdle' })
  if (s.makerHoldS !== null && s.makerPressureKPa !== null && s.makerPressureKPa >= 10)
    troubles.push({ why: 'machineHold', holdS: s.makerHoldS, pressureKPa: s.makerPressureKPa })
  return troubles
}
