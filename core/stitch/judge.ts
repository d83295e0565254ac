import { demandOf, type Demand, type StitchFabric } from './demand'
import type { StitchDesign } from './design'
import { supportOf, type Layer, type Support } from './support'

/** Where it would pucker: at the ends of a part, in the direction that is short. */
interface PuckerPlace { part: number, way: 'across' | 'along', byUnits: number, risk: number }
export interface Judged {
  demand: Demand[]
  support: Support
  places: PuckerPlace[]
  /** Chance that it puckers somewhere, 0 to 1. */
  risk: number
  puckers: boolean
}
/** Our spread: short by so much, it puckers in three of four. */
const SPREAD = 0.12

export const riskOf = (shortBy: number): number => 1 / (1 + Math.exp(-shortBy / SPREAD))
/** Is what holds the fabric enough for the design, and where is it not? @throws RangeError as `demandOf` */
export function judgeSupport(design: StitchDesign, fabric: StitchFabric, layers: readonly Layer[], scale = 1): Judged {
  const demand = demandOf(design, fabric, scale), support = supportOf(layers)
  const all = demand.flatMap(d => (['across', 'along'] as const).map((way): PuckerPlace => {
    const byUnits = d[way] - support[way]
    return { part: d.part, way, byUnits, risk: riskOf(byUnits) }
  }))
  const places = all.filter(p => p.byUnits > 0).sort((a, b) => b.byUnits - a.byUnits)
  return { demand, support, places, risk: Math.max(...all.map(p => p.risk)), puckers: places.length > 0 }
}
