/** A job cut by layouts of one or several garments on rolls of several widths: what is compared, and which takes least. */
import { spreadOf, type Spread } from '#core/layout'
import { partsOf, type CuttingGround, type Part } from './cutting'
import type { JobPiece, Supply } from './schemas'
import { takenM } from './laidOut'

const divisor = (a: number, b: number): number => (b === 0 ? a : divisor(b, a % b))

/** How many garments a job is of: what the numbers of all its pieces can be divided by. */
export const garmentsIn = (pieces: readonly Pick<JobPiece, 'count'>[]): number => pieces.reduce((n, p) => divisor(n, p.count), 0) || 1

/** What one garment of a job wants of a supply; a piece that cannot be cut as it stands is left out: it is said at the piece. */
export function oneGarmentOf(pieces: readonly JobPiece[], supplyId: string, ground: CuttingGround): Part[] {
  const garments = garmentsIn(pieces)
  return pieces.flatMap((p) => {
    try {
      return partsOf([{ ...p, count: p.count / garments }], supplyId, ground)
    } catch {
      return []
    }
  })
}

/** A roll that a job may be cut from. */
export interface Roll {
  id: string
  name: string
  wideMm: number
  /** Null where nobody wrote it down. */
  pricePerM: number | null
  stockM: number | null
}
export const rollOf = (s: Pick<Supply, 'id' | 'name' | 'pricePerM' | 'stockM'>, wideMm: number): Roll =>
  ({ id: s.id, name: s.name, wideMm, pricePerM: s.pricePerM ?? null, stockM: s.stockM })

/** What a roll and a number of garments in a layout come to. */
export interface Compared extends Spread {
  rollId: string
  /** Taken off the roll, m, as it is cut; its price, and its area, m². */
  metres: number
  price: number | null
  areaM2: number
  /** More than lies in stock, as far as that is known. */
  isShort: boolean
}
export function comparedOf(roll: Roll, layoutMm: number, garments: number, wanted: number, mostLayers: number): Compared {
  const spread = spreadOf(layoutMm, garments, wanted, mostLayers)
  const metres = Math.round(takenM(spread.layerMm) * spread.layers * 100) / 100
  return {
    ...spread, rollId: roll.id, metres, price: roll.pricePerM === null ? null : metres * roll.pricePerM,
    areaM2: metres * roll.wideMm / 1000, isShort: roll.stockM !== null && metres > roll.stockM,
  }
}

/** What less is worth preferring, as a share: less than this is as good. */
const AS_GOOD = 0.005
/**
 * The one that takes least, of those that there is enough of: by price where any has one, else by area; of those as good the one that is
 * cut in fewer goes, with fewer layers.
 */
export function leastOf(compared: readonly Compared[]): { best: Compared, by: 'price' | 'area' } | null {
  if (compared.length === 0) return null
  const enough = compared.some(c => !c.isShort) ? compared.filter(c => !c.isShort) : compared
  const priced = enough.filter(c => c.price !== null), by = priced.length > 0 ? 'price' : 'area', all = priced.length > 0 ? priced : enough
  const cost = (c: Compared) => (by === 'price' ? c.price! : c.areaM2)
  const least = Math.min(...all.map(cost))
  const [best] = all.filter(c => cost(c) <= least * (1 + AS_GOOD))
    .sort((a, b) => a.cuts - b.cuts || a.layers - b.layers || cost(a) - cost(b))
  return { best: best!, by }
}
