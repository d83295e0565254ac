/** What a proof rests on: a swatch of these very things, pressed this way. */
export interface ProofGround {
  fabricLot: string
  supplyId: string
  supplyLot: string
  overIds: readonly string[]
  ironId: string
  settingLabel: string
  settingMeanC: number
  pressClothId: string | null
  surface: string
  method: string
  firstSide: string
  passes: number
  holdS: number
  /** Leaned on or not, and warmed first or not. */
  lean: string
  warmed: boolean
}

export type ProofChange
  = | 'fabricLot'
    | 'supply'
    | 'supplyLot'
    | 'layers'
    | 'iron'
    | 'setting'
    | 'calibration'
    | 'pressCloth'
    | 'surface'
    | 'moisture'
    | 'side'
    | 'passes'
    | 'hold'
    | 'bearing'
    | 'warming'

export interface ProofSwatch {
  id: string
  grade: number
  marks: readonly string[]
  /** Grades after each wash round, and any marks seen then. */
  washes: readonly { grade: number, marks: readonly string[] }[]
  ground: ProofGround
  pressedAt: string
}

/** A sole that is measured anew within this is the same sole, °C; a hold within this is the same hold, s. */
const SAME_SOLE_C = 4, SAME_HOLD_S = 2
/** A nail is needed to start it. */
export const PASS_GRADE = 3

/** Did it pass: grade 3 or better, no marks, and still so after as many washes as the house asks for? */
export const hasPassed = (t: Pick<ProofSwatch, 'grade' | 'marks' | 'washes'>, washesAsked: number): boolean =>
  t.grade >= PASS_GRADE
  && t.marks.length === 0
  && t.washes.length >= washesAsked
  && t.washes.every(w => w.grade >= PASS_GRADE && w.marks.length === 0)

/** Did it fail: at the first judging or after any wash? One that only waits for its washes has neither passed nor failed. */
const hasFailed = (t: Pick<ProofSwatch, 'grade' | 'marks' | 'washes'>): boolean => !hasPassed(t, 0)

/** What differs between the setup a proof was made on and the one on the board now. */
export function changesBetween(a: ProofGround, b: ProofGround): ProofChange[] {
  const changes: ProofChange[] = []
  const differ = (what: ProofChange, is: boolean) => { if (is) changes.push(what) }
  differ('fabricLot', a.fabricLot !== b.fabricLot)
  differ('supply', a.supplyId !== b.supplyId)
  differ('supplyLot', a.supplyId === b.supplyId && a.supplyLot !== b.supplyLot)
  differ('layers', a.overIds.join() !== b.overIds.join())
  differ('iron', a.ironId !== b.ironId)
  differ('setting', a.ironId === b.ironId && a.settingLabel !== b.settingLabel)
  differ('calibration', a.ironId === b.ironId && a.settingLabel === b.settingLabel
  && Math.abs(a.settingMeanC - b.settingMeanC) > SAME_SOLE_C)
  differ('pressCloth', a.pressClothId !== b.pressClothId)
  differ('surface', a.surface !== b.surface)
  differ('moisture', a.method !== b.method)
  differ('side', a.firstSide !== b.firstSide)
  differ('passes', a.passes !== b.passes)
  differ('bearing', a.lean !== b.lean)
  differ('warming', a.warmed !== b.warmed)
  differ('hold', Math.abs(a.holdS - b.holdS) > SAME_HOLD_S)
  return changes
}

export type ProofState
  = | { state: 'proved', swatch: ProofSwatch }
    | { state: 'stale', swatch: ProofSwatch, changes: ProofChange[] }
  /** It held, but has not been through the washes asked for. */
    | { state: 'toWash', swatch: ProofSwatch, missing: number }
    | { state: 'none' }

const newestFirst = <T extends Pick<ProofSwatch, 'pressedAt'>>(swatches: readonly T[]): T[] =>
  [...swatches].sort((a, b) => a.pressedAt < b.pressedAt ? 1 : -1)

/**
 * Of swatches that were pressed on the very things on the board, the one whose recipe leads: the newest that passed, else the newest that
 * held and has washes before it; null where none did. Swatch, comparison and plan all ask this.
 */
export function leadingSwatch<T extends Pick<ProofSwatch, 'grade' | 'marks' | 'washes' | 'pressedAt'>>(
  here: readonly T[], washesAsked: number,
): { state: 'proved' | 'toWash', swatch: T } | null {
  const newest = newestFirst(here), proved = newest.find(t => hasPassed(t, washesAsked))
  if (proved) return { state: 'proved', swatch: proved }
  const waiting = newest.find(t => !hasFailed(t) && t.washes.length < washesAsked)
  return waiting ? { state: 'toWash', swatch: waiting } : null
}

/** The state of what lies on the board: proved by a passed swatch, gone stale by a change, waiting for a wash, or without one. */
export function proofOf(swatches: readonly ProofSwatch[], now: ProofGround, washesAsked: number): ProofState {
  const here = leadingSwatch(swatches.filter(t => changesBetween(t.ground, now).length === 0), washesAsked)
  if (here?.state === 'proved') return { state: 'proved', swatch: here.swatch }
  if (here) return { state: 'toWash', swatch: here.swatch, missing: washesAsked - here.swatch.washes.length }
  const nearest = newestFirst(swatches).filter(t => hasPassed(t, washesAsked))
    .map(swatch => ({ swatch, changes: changesBetween(swatch.ground, now) }))
    .filter(p => !p.changes.includes('supply'))
    .sort((a, b) => a.changes.length - b.changes.length)[0]
  return nearest ? { state: 'stale', ...nearest } : { state: 'none' }
}
