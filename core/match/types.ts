import type { Stiffness } from '../stiffness'
import type { BlendRule, FabricLimit, Evidence } from '../limit'
import type { InterfacingBase, SurfaceKindKey, PressClothKindKey, FibreKey, Origin, AdhesiveForm, AdhesiveKey,
  SupplyFamily } from '../materials'
import type { Place } from '../place'
import type { MakerFigures } from '../instructions'
import type { Blocked, EvaluateOptions, HouseHabits, IronInput, Margins, Recipe } from '../recipe'
import type { FabricInput } from '../stack'

/** A supply as matching sees it; null = nobody has measured or said. */
export interface MatchSupply {
  id: string
  code: string
  name: string
  family: SupplyFamily
  base: InterfacingBase
  baseFibre: FibreKey
  massGsm: number
  thicknessMm: number
  adhesive: AdhesiveKey | null
  adhesiveGsm: number
  form: AdhesiveForm
  givePct: number | null
  /** Bending length by itself, mm. */
  bendingMm: number | null
  colourHex: string
  moistOnly: boolean
  washC: number | null
  tumble: 'no' | 'low' | 'yes' | null
  widthMm: number | null
  pricePerM: number | null
  stockM: number
  /** Own swatches of this fabric with this supply. */
  passed: number
  failed: number
  /** Coupling learned from a measured fused swatch; null = typical. */
  coupling: number | null
  /** What its maker's instructions say; absent where the maker's instructions are lost. */
  sheet?: MakerFigures | null
}

export interface MatchFabric extends FabricInput {
  colourHex: string
  sheer: boolean
  giveAlongPct: number | null
  giveAcrossPct: number | null
  bendingMm: number | null
}

/** What the finished thing must stand. */
export interface CareWish {
  /** Wash, °C; 0 = never in water. */
  washC: number
  tumble: 'no' | 'low' | 'yes'
  dryClean: boolean
}

export interface MatchQuery {
  fabric: MatchFabric
  evidence?: Evidence
  blendRule: BlendRule
  /** House rule: interfacing trimmed inside the seam line, or caught in the seam. */
  allowance: 'inside' | 'caught'
  place: Place
  /** The hand wanted; the place's own where it is null. */
  stiffness: Stiffness | 'keep' | null
  /** The drape must stay that of the fabric, whatever the hand asked for. */
  drapeKept: boolean
  care: CareWish
  iron: IronInput
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  /** Area of the pieces known so far, m²; 0 = none yet. */
  needM2: number
  /** House rules about fusing; the usual ones when absent. */
  habits?: HouseHabits
  /** What own swatches of this fabric taught of each supply on this iron, by its id. */
  taught?: Readonly<Record<string, EvaluateOptions>>
  /** What own swatches on these very things tested, by supply: it goes before what is worked out. */
  tested?: Readonly<Record<string, Recipe>>
}

/** A wish that a person can take back. */
export type Wish = 'drapeKept' | 'wash' | 'tumble' | 'dryClean' | 'give'

export type Exclusion
  = | { why: 'family', place: string }
    | { why: 'companion' }
    | { why: 'noHeat', fumes: boolean }
    | { why: 'notFusible' }
    | { why: 'noAdhesive' }
    | { why: 'ironTooHot', limitC: number, coolestC: number }
    | { why: 'noWindow', reachC: number, meltC: number }
    | { why: 'damagedFirst', damageC: number, neededC: number, fibre: FibreKey }
    | { why: 'searched', blocked: Blocked }
    | { why: 'wash', wishC: number, limitC: number, of: 'sheet' | 'adhesive' | 'base' }
    | { why: 'tumble', limit: 'no' | 'low', of: 'sheet' | 'adhesive' }
    | { why: 'dryClean' }
    | { why: 'giveLost', fabricPct: number, supplyPct: number }
    | { why: 'giveKept', supplyPct: number }
    | { why: 'strikeThrough', openness: number, adhesiveGsm: number }
    | { why: 'grins', contrast: number }
    | { why: 'moistOnly' }
    | { why: 'crush' }
    | { why: 'drapeLost', bendingMm: number, mostMm: number }
    | { why: 'tooHeavy', interfacingGsm: number, fabricGsm: number }
    | { why: 'addsNothing', bendingMm: number, ownMm: number }

/** Which wish, taken back, would lift this exclusion; null where none would. */
export const WISH_OF: Record<Exclusion['why'], Wish | null> = {
  family: null, companion: null, noHeat: null, notFusible: null, noAdhesive: null, ironTooHot: null, noWindow: null, damagedFirst: null,
  searched: null, wash: 'wash', tumble: 'tumble', dryClean: 'dryClean', giveLost: 'give', giveKept: 'give', strikeThrough: null,
  grins: null, moistOnly: null, crush: null, drapeLost: 'drapeKept', tooHeavy: null, addsNothing: null,
}

export type PartKey = 'stiffness' | 'window' | 'seconds' | 'weight' | 'give' | 'show' | 'bulk' | 'care' | 'stock' | 'usual' | 'swatches'

/** One part of a score, with the figures it was read from. */
export interface Part {
  key: PartKey
  /** 0 (against it) to 1. */
  value: number
  weight: number
  origin: Origin
  /** What is compared, in the part's own unit. */
  got: number
  wanted: number
}

/** What speaks against a candidate so much that it is said, not only counted. */
export type Fault
  = | { why: 'heavier', interfacingGsm: number, fabricGsm: number }
    | { why: 'patience', holdS: number, patienceS: number }
    | { why: 'unusual', wanted: 'tailoring' | 'knit' }

export type CandidateKind = 'single' | 'double' | 'overFoam' | 'withWeb' | 'sewIn' | 'selfFabric'

/** Where a recipe's seconds come from. */
export type RecipeFrom = Extract<Origin, 'tested' | 'maker' | 'estimate'>

export interface Candidate {
  key: string
  kind: CandidateKind
  /** From the fabric outward; empty for self fabric. */
  supplies: MatchSupply[]
  /** Bending length of fabric and interfacing together, mm. */
  bendingMm: number
  stiffness: Stiffness
  score: number
  parts: Part[]
  faults: Fault[]
  /** Where another scores the same to a hundredth: which one, and what put this one first. */
  tie: { with: string, by: PartKey | 'code' } | null
  /** Glue line's highest possible temperature in this stack, °C; null where nothing is fused. */
  reachC: number | null
  /** Tested on own swatches, or found by the full search; null until it has run. */
  recipe: Recipe | null
  /** Where its recipe's seconds come from: own swatches, the maker's instructions as they are, or worked out. */
  recipeFrom: RecipeFrom
  /** Found by the full search; null until it has run. */
  margins: Margins | null
  /** Metres to buy or take, cost, and what is missing on the shelf, where sizes are known. */
  need: { metres: number, cost: number | null, shortM: number } | null
}

export interface Excluded {
  supply: MatchSupply
  reasons: Exclusion[]
}

/** What one wish alone keeps out. */
export interface WishCost { wish: Wish, excludes: number, firstName: string | null }

export interface Match {
  limit: FabricLimit
  /** Range of bending length wanted, mm. */
  wantedMm: [number, number]
  fabricBendingMm: number
  fabricBendingOrigin: Origin
  ranked: Candidate[]
  excluded: Excluded[]
  /** Hoop stabilisers and stiffeners that go with whatever is chosen, then leave. */
  companions: MatchSupply[]
  wishes: WishCost[]
  /** Wishes that the fabric itself does not stand, or that contradict each other. */
  clashes: Clash[]
}

export type Clash
  = | { why: 'fabricWash', wishC: number, limitC: number, fibre: FibreKey }
    | { why: 'fabricTumble', limit: 'no' | 'low', fibre: FibreKey }
    | { why: 'rigidDrape', wantedMm: [number, number], mostMm: number }
    | { why: 'placeNeedsHeat', place: string }
    | { why: 'shelfEmpty' }
