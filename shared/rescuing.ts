/** From what is kept of a piece to what its rescue is worked out from: the one way, and back to how signs are drawn. */
import { bothAppearances, UNDAMAGED, type FabricAppearance } from '#core/appearance'
import { bondAtGrade } from '#core/learn'
import type { CauseKey, Patient, Remedy, RescueContext, Sign } from '#core/rescue'
import { habitsOf } from './house'
import { toFabricInput, toEvidence, toIronInput, toRecipePayload, toSupplyInput } from './mappers'
import type { ConstructionKey, SurfaceKindKey } from '#core/materials'
import type { Fabric, PressCloth, Iron, Making, PressSession, RescuePast, Rules, Supply, Swatch } from './schemas'
import { CAUSE_NAME, REMEDY_NAME } from './words'

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

const LOOSE: readonly Sign[] = ['lifts', 'edges', 'peeledWashed']
/** A piece that lets go and was never graded has about so much of a bond left. */
const LOOSE_BOND = 0.35, WHOLE_BOND = 1
/** What is left of its bond: no more than it was pressed to, nor than its last grade says. @param pressedTo null where it is not known */
export function bondLeft(signs: readonly Sign[], swatch: Pick<Swatch, 'grade' | 'washes'> | null, pressedTo: number | null): number {
  if (swatch) return Math.min(pressedTo ?? Infinity, bondAtGrade(swatch.washes.at(-1)?.grade ?? swatch.grade))
  return signs.some(s => LOOSE.includes(s)) ? LOOSE_BOND : WHOLE_BOND
}
/** The hottest that it was washed at, °C; null where it never was. */
export const hottestWashC = ({ washes }: Pick<Swatch, 'washes'>): number | null =>
  (washes.length ? Math.max(...washes.map(w => w.washC)) : null)

/** How many positions were missed, in the session that a swatch comes from: of the very piece whose edge it was, if that is known. */
export function missedPlaces(sessions: readonly PressSession[], t: Pick<Swatch, 'clientKey' | 'fabricId' | 'supplyId'>): number {
  const edge = sessions.flatMap(r => r.events).find(e => e.key === t.clientKey)
  const session = sessions.find(r => edge && r.events.includes(edge)) ?? sessions[0]
  if (!session) return 0
  const ops = edge?.op
    ? new Set([edge.op])
    : new Set(session.operations.filter(o => o.fabricId === t.fabricId && o.supplyId === t.supplyId).map(o => o.id))
  return session.events.filter(e => e.kind === 'missed' && e.op !== null && ops.has(e.op)).length
}

export type RemedyMaking = Making & { spec: Extract<Making['spec'], { kind: 'remedy' }> }
export const isRemedy = (m: Making): m is RemedyMaking => m.spec.kind === 'remedy'
const LONGEST_NAME = 60
/** A remedy that is taken into the job, to be pressed over so much of it. */
export function remedyMaking(
  id: string, remedy: Remedy, found: { cause: CauseKey, belief: number, signs: readonly Sign[] },
  on: { fabricId: string | null, supplyId: string | null }, { wideMm, highMm }: { wideMm: number, highMm: number },
): RemedyMaking {
  return {
    id, name: `${REMEDY_NAME[remedy.key]}: ${CAUSE_NAME[found.cause].toLowerCase()}`.slice(0, LONGEST_NAME), ...on, liningId: null,
    fabricIds: [], scrapId: null, supplyIds: [],
    spec: {
      format: 1, kind: 'remedy', signs: [...found.signs], cause: found.cause, belief: Math.min(1, found.belief), remedy: remedy.key,
      recipe: remedy.recipe ? toRecipePayload(remedy.recipe) : null, wideMm, highMm, went: null,
    },
  }
}

/** What each way a remedy went counts for the cause it was for. */
const COUNTS = { well: 1, partly: 0.4, badly: -0.5 } as const
export function toPast({ results }: RescuePast): RescueContext['past'] {
  const past: Partial<Record<CauseKey, number>> = {}
  for (const { cause, went } of results) past[cause] = (past[cause] ?? 0) + COUNTS[went]
  return past
}
