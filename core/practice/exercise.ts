import type { FabricAppearance } from '../appearance'
import type { SurfaceKindKey, PressClothKindKey } from '../materials'
import type { Course, IronSetting } from '../recipe'
import type { FabricInput, MakerRecipe, SupplyInput } from '../stack'

export const EXERCISES = [
  'corner', 'dryMoist', 'thick', 'laminate', 'filmSteam', 'velvet', 'gassed', 'braid', 'agents', 'order', 'lining', 'instructionsMislead',
] as const
export type ExerciseKey = (typeof EXERCISES)[number]

/** What is chosen, by what it is about. Several of one kind stand joined by `+`, an order by `>`. */
export type Topic
  = 'setting' | 'method' | 'pressCloth' | 'side' | 'bearing' | 'surface' | 'touches' | 'fibreClass' | 'cutMore'
    | 'agents' | 'motion' | 'order'
    | 'clear'
export type Choice = Partial<Record<Topic, string>>
export interface TopicAsked {
  topic: Topic
  options: readonly string[]
  /** How it is answered: one of them, exactly two of them, all of them in a row. */
  how: 'one' | 'two' | 'row'
}

/** How the clock goes into it: pressed until lifted, in several touches, a corner step by step, or not at all. */
type Clock = 'hold' | 'touches' | 'steps' | 'none'

/** An exercise as it lies on the setup: all that may be seen. What is hidden is drawn from its seed again when it is judged. */
export interface PracticeSetup {
  key: ExerciseKey | 'free'
  seed: number
  asks: TopicAsked[]
  clock: Clock
  /** Scraps that may be pressed before it counts. */
  tries: number
  fabric: FabricInput | null
  supply: SupplyInput | null
  settings: readonly IronSetting[]
  pressCloth: PressClothKindKey | null
  surface: SurfaceKindKey
  sheet: MakerRecipe | null
  /** Figures that the task names. */
  figures: Readonly<Record<string, number>>
  /** Names that the task mentions: a feature, operations. */
  names: readonly string[]
}
/** One go at it: what was chosen, and how long each hold was, s. For a corner, the settings that were touched. */
export interface Attempt { choice: Choice, heldS: readonly number[] }

/** What is found in the answer, worst first. */
export type Finding
  = { say: 'overClass', soleC: number, limitC: number } | { say: 'needsPressCloth' } | { say: 'drips' } | { say: 'steamStopped' }
    | { say: 'faceBarred' }
    | { say: 'underBonded', bond: number } | { say: 'overFused', bond: number } | { say: 'bonded', bond: number }
    | { say: 'harm', kind: string, severity: number } | { say: 'blisters', waterGsm: number }
    | { say: 'slow', bestS: number, tookS: number }
    | { say: 'wrongClass', said: number, is: number } | { say: 'rightClass', is: number } | { say: 'jumped', fromC: number, toC: number }
    | { say: 'cutOff', wantedMm: number, cameMm: number } | { say: 'preshrunk' } | { say: 'movesAgain'
      mmPerM: number } | { say: 'brittle' }
      | { say: 'agents', right: readonly string[] } | { say: 'motion', right: string } | { say: 'notSet', forS: number, neededS: number }
      | { say: 'finish', yoursS: number, bestS: number } | { say: 'broken', op: string, needs: string }
      | { say: 'lining', peakC: number, limitC: number } | { say: 'unanswered', topic: Topic }
export interface Verdict {
  /** 0 to 1: how good it is; and as a share of the best that was possible. */
  score: number
  near: number
  passed: boolean
  findings: Finding[]
  look: FabricAppearance
  /** Grade by the judging, where something was fused. */
  grade: number | null
  course: Course | null
  /** What the hidden setup was: sole, contact, lot, by name. */
  truth: Readonly<Record<string, number>>
}
/** Near enough to the best counts as done. */
export const PASS_AT = 0.75
