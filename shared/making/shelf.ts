/** What of the shelf serves what is mended and put on. */
import { ADHESIVES, FIBRES } from '#core/materials'
import type { Fabric, Supply } from '../schemas'
import { MAKINGS, type MendKind } from './kinds'

export interface Suited { supply: Supply, standsC: number | null, careShort: boolean, heavy: boolean, none: boolean }
/**
 * What of the shelf serves a mend on this fabric, best first: what withstands the wash, is no heavier than the fabric, is there, and of
 * those the lightest.
 */
export function suitedTo(
  kind: MendKind, supplies: readonly Supply[], fabric: Pick<Fabric, 'massGsm'> | null, washC: number,
): Suited[] {
  const { families, isStuck } = MAKINGS[kind]
  const serves = (s: Supply) => (families as readonly string[]).includes(s.family) && (!isStuck || s.adhesive !== null)
  return supplies.filter(serves).map((supply): Suited => {
    const standsC = supply.washC ?? (supply.adhesive ? ADHESIVES[supply.adhesive].washC[1] : null)
    return {
      supply, standsC, careShort: standsC !== null && standsC < washC, heavy: fabric !== null && supply.massGsm > fabric.massGsm,
      none: supply.stockM <= 0,
    }
  }).sort((a, b) => Number(a.careShort) - Number(b.careShort) || Number(a.heavy) - Number(b.heavy) || Number(a.none) - Number(b.none)
    || a.supply.massGsm - b.supply.massGsm)
}

/** Fine and soft: its shapes are backed with a soft knit and basted, with no web on them. */
export const wantsSoftBacking = (f: Pick<Fabric, 'nap' | 'fibres'>): boolean =>
  f.nap === 'texture' || f.fibres.some(x => FIBRES[x.fibre].family === 'silk')
/** The soft knit of the shelf that goes behind such a fabric: one that stands the wash, no heavier than it, the lightest; else null. */
export function softBacking(supplies: readonly Supply[], fabric: Pick<Fabric, 'massGsm'>, washC: number): Supply | null {
  const stands = (s: Supply) => Number((s.washC ?? ADHESIVES[s.adhesive!].washC[1]) < washC)
  return supplies.filter(s => s.family === 'fusible' && s.base === 'knit' && s.adhesive !== null && s.massGsm <= fabric.massGsm)
    .sort((a, b) => stands(a) - stands(b) || Number(a.stockM <= 0) - Number(b.stockM <= 0) || a.massGsm - b.massGsm)[0] ?? null
}
