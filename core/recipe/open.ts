import { COVER_KINDS, RESINS, type CoverKindKey, type ResinKey } from '../materials'
import { clothLimit } from '../limit'
import { bestOf, searchRecipes, type Found } from './search'
import type { EvaluateOptions } from './evaluate'
import { METHODS, USUAL_HABITS, type Bench, type IronInput, type IronStop } from './recipe'

/** A change that would open an empty window, found by trying it. Sew-in is always open. */
export type Opener
  = | { change: 'iron', name: string, found: Found }
    | { change: 'cover', cover: CoverKindKey, found: Found }
    | { change: 'lean', found: Found }
    | { change: 'warm', found: Found }
    | { change: 'resin', resin: ResinKey, found: Found }
    | { change: 'heatPress', found: Found }
    | { change: 'sewIn' }

const THINNER: readonly CoverKindKey[] = ['organza', 'slipSheet']

/** An iron of the workroom by its name. */
export type OwnIron = IronInput & { name: string }

/**
 * What would open this bench: each candidate change is computed with what was learned, only those that work are returned, easiest
 * first.
 * @param others irons of the workroom besides the one in hand
 */
export function findOpeners(bench: Bench, taught: EvaluateOptions = {}, others: readonly OwnIron[] = []): Opener[] {
  const limit = clothLimit(bench.cloth, bench.blendRule, bench.evidence)
  const openers: Opener[] = []
  if (limit.soleC > 0 && limit.fusible && bench.iron.stops.length > 0) {
    const best = (b: Bench) => bestOf(searchRecipes(b, { ...taught, methods: METHODS }))?.found
    // How far off the sole of this iron is says nothing of another iron.
    const { soleOffsetC: _offset, ...elsewhere } = taught
    // What was learned of this resin says nothing of another resin.
    const another = (b: Bench, { soleOffsetC, contactFactor }: EvaluateOptions) =>
      bestOf(searchRecipes(b, { methods: METHODS, soleOffsetC, contactFactor }))?.found
    if (bench.supply.resin) {
      for (const { name, ...iron } of others) {
        const found = bestOf(searchRecipes({ ...bench, iron }, { ...elsewhere, methods: METHODS }))?.found
        if (found) openers.push({ change: 'iron', name, found })
      }
      for (const cover of THINNER) {
        if (bench.cover && COVER_KINDS[cover].thicknessMm >= COVER_KINDS[bench.cover].thicknessMm) continue
        const found = best({ ...bench, cover })
        if (found) openers.push({ change: 'cover', cover, found })
      }
      const habits = bench.habits ?? USUAL_HABITS
      const leaned = habits.lean ? null : best({ ...bench, habits: { ...habits, lean: true } })
      if (leaned) openers.push({ change: 'lean', found: leaned })
      const warmed = habits.warmFirst ? null : best({ ...bench, habits: { ...habits, warmFirst: true } })
      if (warmed) openers.push({ change: 'warm', found: warmed })
    }
    for (const resin of ['polyamideLow', 'eva', 'polyamideWeb'] satisfies ResinKey[]) {
      if (resin === bench.supply.resin) continue
      const { sheet: _sheet, lot: _lot, grade: _grade, ...backing } = bench.supply
      const found = another({ ...bench, supply: { ...backing, resin, resinGsm: bench.supply.resinGsm || 12 } }, taught)
      if (found) {
        openers.push({ change: 'resin', resin, found })
        break
      }
    }
    if (bench.supply.resin) {
      const wanted = Math.min(limit.soleC, RESINS[bench.supply.resin].windowC[1] + 5)
      const stop: IronStop = { label: `${wanted} °C`, meanC: wanted, swingC: 4, origin: 'typical' }
      const found = bestOf(
        searchRecipes({ ...bench, iron: { kind: 'heatPress', stops: [stop] } }, { ...elsewhere, methods: METHODS }),
      )?.found
      if (found) openers.push({ change: 'heatPress', found })
    }
  }
  openers.push({ change: 'sewIn' })
  return openers
}
