import type { DamageFlag, DamageKind } from '../damage'
import type { Cause } from '../learn'
import { CONSTRUCTIONS } from '../materials'
import type { FabricInput, SupplyInput } from '../stack'
import type { CauseKey } from './causes'

/** What the board knows of the piece beside what is seen. */
export interface RescueContext {
  fabric: FabricInput | null
  supply: SupplyInput | null
  /** What was really done, from its session or swatch: the transient's bond and harm, and what it already explains. */
  pressed: {
    bond: number
    flags: readonly DamageFlag[]
    causes: readonly Cause['why'][]
    /** Positions that were missed. */
    missed: number
    covered: boolean
  } | null
  /** Washes since; null where nobody wrote them down. */
  washed: { rounds: number, hottestC: number, limitC: number } | null
  /** Fabric and interfacing were shrunk before; null = not known. */
  preshrunk: boolean | null
  /** Of remedies in this workroom: how often each cause was borne out, less how often it was not. */
  past: Partial<Record<CauseKey, number>>
}
export const NO_CONTEXT: RescueContext = { fabric: null, supply: null, pressed: null, washed: null, preshrunk: null, past: {} }

/** What the explanation of a pressing speaks for. */
const SPEAKS_FOR: Partial<Record<Cause['why'], Partial<Record<CauseKey, number>>>> = {
  coldIron: { tooCool: 6 }, shutOff: { tooCool: 6 }, tooCool: { tooCool: 2.2, tooThick: 2, tooWet: 1.5 }, tooShort: { tooShort: 6 },
  notEnough: { tooCool: 1.5, tooShort: 1.5, tooThick: 1.8, tooWet: 1.5 }, heldWet: { tooWet: 5 },
  handledWarm: { movedHot: 5, peeledHot: 3 },
  overdone: { overFused: 4 }, clockRan: { overFused: 4, tooHot: 3 }, washTooHot: { washTooHot: 6 },
}
/** Bond that the model gives it; under the first it lacks one, over the second it does not, over the third it has too much. */
const LACKS_UNDER = 0.9, HAS_FROM = 1.1, TOO_MUCH_FROM = 3
const LACKING: readonly CauseKey[] = ['tooCool', 'tooShort', 'tooWet', 'tooThick']

const THICK_FROM_MM = 1
const OPEN_FROM = 0.15
const HEAVIER = 1.1

/** How much more, or less, likely each cause is by what is known: factors, 1 = says nothing. */
export function knownOf(k: RescueContext): Partial<Record<CauseKey, number>> {
  const by: Partial<Record<CauseKey, number>> = {}
  const times = (cause: CauseKey, factor: number) => { by[cause] = (by[cause] ?? 1) * factor }
  if (k.fabric) ofFabric(k.fabric, k.supply, times)
  if (k.pressed) ofPressing(k.pressed, times)
  if (k.washed) {
    if (k.washed.rounds === 0) times('washTooHot', 0.03)
    else times('washTooHot', k.washed.hottestC > k.washed.limitC ? 6 : 0.4)
  }
  if (k.preshrunk !== null) times('shrankApart', k.preshrunk ? 0.25 : 1.8)
  return by
}

/** The worst of a kind of harm on the piece itself, 1 = to be seen; 0 where there is none. */
export const worstOf = (flags: readonly DamageFlag[], kind: DamageKind): number =>
  Math.max(0, ...flags.filter(f => f.kind === kind && f.layer !== 'pressCloth').map(f => f.severity))

type Times = (cause: CauseKey, factor: number) => void
function ofFabric(fabric: FabricInput, supply: SupplyInput | null, times: Times): void {
  const { openness } = CONSTRUCTIONS[fabric.construction]
  times('tooThick', fabric.thicknessMm >= THICK_FROM_MM ? 2.5 : 0.25)
  times('openFabric', openness >= OPEN_FROM ? 3 : 0.3)
  times('finish', fabric.finishes.includes('waterRepellent') ? 5 : 0.8)
  times('waterMarked', fabric.mayGetWet ? 0.6 : 3)
  times('dyeHeat', fabric.finishes.includes('gasDyedPrint') ? 8 : 0.3)
  times('flatSole', fabric.nap === 'none' ? 0.2 : 2.5)
  if (supply && supply.massGsm > fabric.massGsm * HEAVIER) times('interfacingHeavy', 4)
}
function ofPressing({ bond, flags, causes, missed, covered }: NonNullable<RescueContext['pressed']>, times: Times): void {
  if (bond < LACKS_UNDER) for (const c of LACKING) times(c, 2)
  else if (bond > HAS_FROM) {
    for (const c of LACKING) times(c, c === 'tooCool' ? 0.6 : 0.2)
    for (const c of ['sideWrong', 'finish', 'missedPlaces', 'movedHot'] as const) times(c, 1.4)
  }
  times('overFused', bond > TOO_MUCH_FROM ? 4 : bond < HAS_FROM ? 0.2 : 0.8)
  for (const why of new Set(causes)) for (const [c, f] of Object.entries(SPEAKS_FOR[why] ?? {})) times(c as CauseKey, f)
  if (!causes.includes('tooShort')) times('tooShort', 0.3)
  times('missedPlaces', missed > 0 ? 4 : 0.7)
  times('bareSole', covered ? 0.25 : 3)
  const seen = (kind: DamageKind, cause: CauseKey) => {
    const worst = worstOf(flags, kind)
    times(cause, worst >= 1 ? 3 : worst < 0.3 ? 0.5 : 1)
  }
  seen('scorch', 'tooHot')
  seen('melt', 'melted')
  seen('waterMark', 'waterMarked')
  seen('crush', 'flatSole')
  seen('dyeMigration', 'dyeHeat')
  seen('strikeThrough', 'openFabric')
}
