/** A job cut by layouts of one or several garments on rolls of several widths: what is compared, and which takes least. */
import { spreadOf, type Spread } from '#core/layout'
import { partsOf, type CuttingGround, type Part } from './cutting'
import { supplyFields, type JobPiece, type Supply, type SupplyBody } from './schemas'
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

/** In what two rolls of one interfacing may differ: what they are called, their colour and lot, how wide, how much, how dear. */
const OF_THE_ROLL = ['code', 'name', 'note', 'lot', 'colourHex', 'widthMm', 'pricePerM', 'stockM', 'overhangMm', 'adhesiveOrigin'] as const
/** What keeps a roll from being pressed as another was tested: another interfacing, or another lot of the same; null where nothing does. */
export function otherRoll(a: Supply, b: Supply): 'interfacing' | 'lot' | null {
  const mayDiffer: readonly string[] = OF_THE_ROLL
  const isSame = (Object.keys(supplyFields.shape) as (keyof SupplyBody)[]).every(key => mayDiffer.includes(key) || a[key] === b[key])
  return !isSame ? 'interfacing' : a.lot !== b.lot ? 'lot' : null
}

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

/** A layout that was found for so many garments on a roll. */
export interface Found { roll: Roll, garments: number, layoutMm: number }
/** Garments cut from two rolls, each garment whole from one of them. */
export interface Split {
  halves: readonly [{ of: Compared, cut: number }, { of: Compared, cut: number }]
  metres: number
  price: number | null
}
/**
 * Where no roll alone has enough: the two that have it together at the least cost, by price where each has one, else by area.
 * @param found layouts of one and of several garments on each roll @returns null where no two have enough either
 */
export function splitOf(found: readonly Found[], wanted: number, mostLayers: number): Split | null {
  // Of each roll, by how many garments are cut from it, what takes least.
  const least = new Map<string, Map<number, Compared>>()
  for (const { roll, garments, layoutMm } of found) {
    if (roll.stockM === null) continue
    const own = least.get(roll.id) ?? least.set(roll.id, new Map()).get(roll.id)!
    for (let cut = garments; cut < wanted; cut += garments) {
      const of = comparedOf(roll, layoutMm, garments, cut, mostLayers)
      if (!of.isShort && of.metres < (own.get(cut)?.metres ?? Infinity)) own.set(cut, of)
    }
  }
  const pairs = [...least].flatMap(([id, own]) => [...least].filter(([other]) => other > id).flatMap(([, others]) =>
    [...own].flatMap(([cut, of]): Split[] => {
      const rest = others.get(wanted - cut)
      if (!rest) return []
      const a = { of, cut }, b = { of: rest, cut: wanted - cut }
      return [{
        halves: a.cut >= b.cut ? [a, b] : [b, a], metres: of.metres + rest.metres,
        price: of.price === null || rest.price === null ? null : of.price + rest.price,
      }]
    })))
  const priced = pairs.filter(p => p.price !== null), areaM2 = ({ halves: [a, b] }: Split) => a.of.areaM2 + b.of.areaM2
  const cost = (p: Split) => (priced.length > 0 ? p.price! : areaM2(p))
  return (priced.length > 0 ? priced : pairs).reduce<Split | null>((best, p) => (best === null || cost(p) < cost(best) ? p : best), null)
}
