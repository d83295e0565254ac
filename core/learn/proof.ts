/** What a proof stands on: a swatch of these very things, pressed this way. */
export interface ProofGround {
  clothLot: string
  supplyId: string
  supplyLot: string
  overIds: readonly string[]
  ironId: string
  stopLabel: string
  stopMeanC: number
  coverId: string | null
  bed: string
  method: string
  firstSide: string
  passes: number
  holdS: number
  /** Leaned on or not, and warmed first or not. */
  lean: string
  warmed: boolean
}

export type ProofChange
  = | 'clothLot'
    | 'supply'
    | 'supplyLot'
    | 'layers'
    | 'iron'
    | 'stop'
    | 'calibration'
    | 'cover'
    | 'bed'
    | 'moisture'
    | 'side'
    | 'passes'
    | 'hold'
    | 'bearing'
    | 'warming'

export interface ProofTrial {
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
export const hasPassed = (t: Pick<ProofTrial, 'grade' | 'marks' | 'washes'>, washesAsked: number): boolean =>
  t.grade >= PASS_GRADE
  && t.marks.length === 0
  && t.washes.length >= washesAsked
  && t.washes.every(w => w.grade >= PASS_GRADE && w.marks.length === 0)

/** Did it fail: at the first judging or after any wash? One that only waits for its washes has neither passed nor failed. */
const hasFailed = (t: Pick<ProofTrial, 'grade' | 'marks' | 'washes'>): boolean => !hasPassed(t, 0)

/** What differs between the ground a proof stands on and what lies on the board now. */
export function changesBetween(a: ProofGround, b: ProofGround): ProofChange[] {
  const changes: ProofChange[] = []
  const differ = (what: ProofChange, is: boolean) => { if (is) changes.push(what) }
  differ('clothLot', a.clothLot !== b.clothLot)
  differ('supply', a.supplyId !== b.supplyId)
  differ('supplyLot', a.supplyId === b.supplyId && a.supplyLot !== b.supplyLot)
  differ('layers', a.overIds.join() !== b.overIds.join())
  differ('iron', a.ironId !== b.ironId)
  differ('stop', a.ironId === b.ironId && a.stopLabel !== b.stopLabel)
  differ('calibration', a.ironId === b.ironId && a.stopLabel === b.stopLabel && Math.abs(a.stopMeanC - b.stopMeanC) > SAME_SOLE_C)
  differ('cover', a.coverId !== b.coverId)
  differ('bed', a.bed !== b.bed)
  differ('moisture', a.method !== b.method)
  differ('side', a.firstSide !== b.firstSide)
  differ('passes', a.passes !== b.passes)
  differ('bearing', a.lean !== b.lean)
  differ('warming', a.warmed !== b.warmed)
  differ('hold', Math.abs(a.holdS - b.holdS) > SAME_HOLD_S)
  return changes
}

export type ProofState
  = | { state: 'proved', trial: ProofTrial }
    | { state: 'stale', trial: ProofTrial, changes: ProofChange[] }
  /** It held, but has not been through the washes asked for. */
    | { state: 'toWash', trial: ProofTrial, missing: number }
    | { state: 'none' }

/** The state of what lies on the board: proved by a passed swatch, gone stale by a change, waiting for a wash, or without one. */
export function proofOf(trials: readonly ProofTrial[], now: ProofGround, washesAsked: number): ProofState {
  const newest = [...trials].sort((a, b) => a.pressedAt < b.pressedAt ? 1 : -1)
  const passed = newest.filter(t => hasPassed(t, washesAsked))
  const proved = passed.find(t => changesBetween(t.ground, now).length === 0)
  if (proved) return { state: 'proved', trial: proved }
  const waiting = newest.find(t => !hasFailed(t) && t.washes.length < washesAsked && changesBetween(t.ground, now).length === 0)
  if (waiting) return { state: 'toWash', trial: waiting, missing: washesAsked - waiting.washes.length }
  const nearest = passed
    .map(trial => ({ trial, changes: changesBetween(trial.ground, now) }))
    .filter(p => !p.changes.includes('supply'))
    .sort((a, b) => a.changes.length - b.changes.length)[0]
  return nearest ? { state: 'stale', ...nearest } : { state: 'none' }
}
