import type { Stiffness } from '../stiffness'
import type { SupplyFamily } from '../materials'

/** What the fabric's give must do in a place. */
export type GiveWish = 'stay' | 'stop' | 'any'
/** Ways of layering that a place asks for besides a single interfacing. */
export type Layering = 'double' | 'overFoam' | 'withWeb'

/** A part of a garment and what it wants of its interfacing. Typical wishes; a workroom may add places of its own. */
export interface Place {
  key: string
  name: string
  /** The hand wanted of fabric and interfacing together; 'keep' = the drape of the fabric by itself. */
  stiffness: Stiffness | 'keep'
  give: GiveWish
  /** How hard it is worn and washed, 0 (hardly) to 1. */
  wear: number
  /** Is the interfacing seen through the fabric here, or its edge felt? */
  shows: boolean
  /** Does its edge go into a seam? */
  inSeam: boolean
  /** What may lie here, the usual family first. */
  families: readonly SupplyFamily[]
  layers: readonly Layering[]
}

const FUSED: readonly SupplyFamily[] = ['fusible', 'sewIn']
const BAG: readonly SupplyFamily[] = ['foam', 'fusible', 'sewIn']
const STUCK: readonly SupplyFamily[] = ['web', 'sewIn']

const rows = {
  collar: ['Collar', 'crisp', 'any', 0.9, true, true, FUSED, ['double']],
  stand: ['Collar stand', 'firm', 'any', 0.9, false, true, FUSED, ['double']],
  cuff: ['Cuff', 'crisp', 'any', 0.9, true, true, FUSED, ['double']],
  placket: ['Placket', 'light', 'stop', 0.8, true, true, FUSED, []],
  buttonholeStrip: ['Buttonhole strip', 'crisp', 'stop', 0.8, false, true, FUSED, ['double']],
  facing: ['Facing', 'light', 'any', 0.5, true, true, FUSED, ['double']],
  waistband: ['Waistband', 'firm', 'stop', 0.8, false, true, [...FUSED, 'stayTape'], ['double']],
  front: ['Front', 'light', 'any', 0.6, true, true, FUSED, ['double']],
  lapel: ['Lapel', 'light', 'any', 0.6, true, true, FUSED, ['double']],
  pocketMouth: ['Pocket mouth', 'light', 'stop', 0.7, false, true, [...FUSED, 'stayTape'], []],
  stay: ['Shoulder and neck stay', 'keep', 'stop', 0.5, false, true, ['stayTape', ...FUSED], []],
  zip: ['Zip', 'light', 'stop', 0.7, false, true, [...FUSED, 'stayTape'], []],
  hem: ['Hem', 'keep', 'any', 0.6, true, false, ['hemTape', 'web', 'sewIn'], []],
  bagSide: ['Bag side', 'firm', 'stop', 0.8, false, true, BAG, ['double', 'overFoam']],
  bagBase: ['Bag base', 'rigid', 'stop', 1, false, true, BAG, ['double', 'overFoam']],
  quiltedPanel: ['Quilted panel', 'firm', 'any', 0.5, false, true, ['foam', 'sewIn'], ['overFoam']],
  applique: ['Appliqué', 'light', 'any', 0.7, true, false, STUCK, ['withWeb']],
  embroideryGround: ['Embroidery ground', 'crisp', 'stop', 0.8, false, false, FUSED, ['double']],
  patch: ['Patch', 'keep', 'any', 0.9, true, false, ['web', 'patch', 'sewIn'], ['withWeb']],
  mat: ['Mat', 'firm', 'any', 0.4, false, true, [...BAG, 'web'], ['overFoam', 'withWeb']],
} satisfies Record<string, [string, Place['stiffness'], GiveWish, number, boolean, boolean, readonly SupplyFamily[], Layering[]]>

export type PlaceKey = keyof typeof rows

export const PLACES: readonly Place[] = Object.entries(rows).map(([key, r]) => ({
  key, name: r[0], stiffness: r[1] as Place['stiffness'], give: r[2] as GiveWish, wear: r[3], shows: r[4], inSeam: r[5], families: r[6],
  layers: r[7],
}))

export const PLACE_KEYS = Object.keys(rows) as PlaceKey[]

/** A built-in place by its key. @throws Error for a key there is none of */
export function placeOf(key: PlaceKey): Place {
  const place = PLACES.find(p => p.key === key)
  if (!place) throw new Error(`There is no place called ${key}.`)
  return place
}
