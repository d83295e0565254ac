/** From what is kept of a piece to what its rescue is worked out from: the one way, and back to how signs are drawn. */
import { bothAppearances, UNDAMAGED, type FabricAppearance } from '#core/appearance'
import type { CauseKey, Patient, RescueContext, Sign } from '#core/rescue'
import { habitsOf } from './house'
import { toFabricInput, toEvidence, toIronInput, toSupplyInput } from './mappers'
import type { ConstructionKey, SurfaceKindKey } from '#core/materials'
import type { Fabric, PressCloth, Iron, RescuePast, Rules, Supply } from './schemas'

/** How each sign looks on a swatch. */
export const SIGN_APPEARANCE: Record<Sign, Partial<FabricAppearance>> = {
  lifts: { peeled: 0.75, melted: 0 }, edges: { peeled: 0.7, atEdges: true, melted: 0.3 },
  peeledWashed: { peeled: 0.85, melted: 0.9, rings: 0.1 },
  torn: { torn: true, peeled: 0.25, melted: 1 }, bubbles: { bubbles: 0.9 }, adhesiveFace: { adhesiveOut: 0.9 }, adhesiveSole: {},
  adhesiveBoard: {},
  boardy: { stiff: 1 },
  shine: { shine: 0.9 }, yellow: { yellowed: 0.9, browned: 0.3 }, holed: { holed: 0.9 }, rings: { rings: 0.9 }, curl: { curled: 0.7 },
  waves: { waved: 0.9 }, puckers: { puckered: 0.8 }, crushedPile: { crushed: 0.9 }, lostSlub: { crushed: 0.7 }, ghost: { ghost: 1 },
  shifted: { shifted: 0.9 }, colourMoved: { dyeOut: 0.8 },
}
/** What a sign is drawn on, where that says more than the fabric at hand. */
export const SIGN_ON: Partial<Record<Sign, { construction: ConstructionKey, nap: string }>> = {
  crushedPile: { construction: 'velvet', nap: 'pile' }, lostSlub: { construction: 'dupion', nap: 'texture' },
}
export const appearanceOfSigns = (signs: readonly Sign[]): FabricAppearance =>
  signs.reduce<FabricAppearance>((all, s) => bothAppearances(all, { ...UNDAMAGED, ...SIGN_APPEARANCE[s] }), UNDAMAGED)

/** The piece as a remedy is worked out for it. */
export function toPatient(
  things: { fabric: Fabric, supply: Supply | null, iron: Iron, pressCloth: PressCloth | null, surface: SurfaceKindKey, rules: Rules },
  found: { bond: number, browned: boolean },
): Patient {
  const { fabric, supply, iron, pressCloth, surface, rules } = things
  return {
    fabric: toFabricInput(fabric), supply: supply?.adhesive ? toSupplyInput(supply) : null, iron: toIronInput(iron),
    pressCloth: pressCloth?.kind ?? null,
    surface, blendRule: rules.blend, habits: habitsOf(rules), evidence: toEvidence(fabric), ...found,
  }
}

/** What each way a remedy went counts for the cause it was for. */
const COUNTS = { well: 1, partly: 0.4, badly: -0.5 } as const
export function toPast({ results }: RescuePast): RescueContext['past'] {
  const past: Partial<Record<CauseKey, number>> = {}
  for (const { cause, went } of results) past[cause] = (past[cause] ?? 0) + COUNTS[went]
  return past
}
