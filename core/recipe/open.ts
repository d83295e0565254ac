import { COVER_KINDS, RESINS, type CoverKindKey, type ResinKey } from '../materials'
import { clothLimit } from '../limit'
import { bestOf, searchRecipes, type Found } from './search'
import { METHODS, type Bench, type IronStop } from './recipe'

/** A change that would open an empty window, found by trying it. Sew-in is always open. */
export type Opener
  = | { change: 'cover', cover: CoverKindKey, found: Found }
    | { change: 'lean', found: Found }
    | { change: 'resin', resin: ResinKey, found: Found }
    | { change: 'heatPress', found: Found }
    | { change: 'sewIn' }

const THINNER: readonly CoverKindKey[] = ['organza', 'slipSheet']

/** What would open this bench: each candidate change is computed, only those that work are returned, easiest first. */
export function findOpeners(bench: Bench): Opener[] {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const openers: Opener[] = []
  if (limit.soleC > 0 && limit.fusible && bench.iron.stops.length > 0) {
    const best = (b: Bench, leans?: readonly ('weight' | 'lean')[]) => bestOf(searchRecipes(b, { methods: METHODS, leans }))?.found
    if (bench.supply.resin) {
      for (const cover of THINNER) {
        if (bench.cover && COVER_KINDS[cover].thicknessMm >= COVER_KINDS[bench.cover].thicknessMm) continue
        const found = best({ ...bench, cover })
        if (found) openers.push({ change: 'cover', cover, found })
      }
      const leaned = best(bench, ['lean'])
      if (leaned) openers.push({ change: 'lean', found: leaned })
    }
    for (const resin of ['polyamideLow', 'eva', 'polyamideWeb'] satisfies ResinKey[]) {
      if (resin === bench.supply.resin) continue
      const found = best({ ...bench, supply: { ...bench.supply, resin, resinGsm: bench.supply.resinGsm || 12 } })
      if (found) {
        openers.push({ change: 'resin', resin, found })
        break
      }
    }
    if (bench.supply.resin) {
      const wanted = Math.min(limit.soleC, RESINS[bench.supply.resin].windowC[1] + 5)
      const stop: IronStop = { label: `${wanted} °C`, meanC: wanted, swingC: 4, origin: 'typical' }
      const found = best({ ...bench, iron: { kind: 'heatPress', stops: [stop] } })
      if (found) openers.push({ change: 'heatPress', found })
    }
  }
  openers.push({ change: 'sewIn' })
  return openers
}
