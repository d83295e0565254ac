import { CAUSES, type CauseKey } from './causes'

/** What can be asked of whoever has the piece in hand. */
export const QUESTIONS = [
  'crisp', 'where', 'wetAtLift', 'thick', 'held', 'soleRead', 'washed', 'beads', 'preshrunk', 'warmMoved', 'faceBare', 'adhesiveSide',
  'heavier', 'beyondEdge', 'seeThrough', 'gotWet', 'chalky', 'slidIron', 'taut', 'ridge', 'overheld',
] as const
export type QuestionKey = (typeof QUESTIONS)[number]
/** An answer by its place; null = not sure. */
export type Answer = number | null
export type Answers = Partial<Record<QuestionKey, Answer>>

interface QuestionFacts {
  /** How likely each answer is where a cause says nothing of it, and with those causes that do. */
  usual: readonly number[]
  with: Partial<Record<CauseKey, readonly number[]>>
}
/** Yes first, then no. */
const yes = (usual: number, by: Partial<Record<CauseKey, number>>): QuestionFacts => ({
  usual: [usual, 1 - usual],
  with: Object.fromEntries(Object.entries(by).map(([cause, p]) => [cause, [p, 1 - p]])),
})

/** Chances of each answer under each cause. Typical; a workroom's own log moves the causes, not these. */
const FACTS: Record<QuestionKey, QuestionFacts> = {
  crisp: yes(0.12, {
    tooCool: 0.8, tooShort: 0.75, tooWet: 0.72, tooThick: 0.85, missedPlaces: 0.72, soleHeldOff: 0.75, sideWrong: 0.3, peeledHot: 0.25,
    overFused: 0.03, openFabric: 0.03,
  }),
  // All over, at the edges, in patches.
  where: {
    usual: [0.7, 0.15, 0.15],
    with: {
      missedPlaces: [0.05, 0.33, 0.62], soleHeldOff: [0.04, 0.22, 0.74], movedHot: [0.25, 0.35, 0.4], finish: [0.85, 0.1, 0.05],
      tooCool: [0.9, 0.06, 0.04], tooShort: [0.88, 0.07, 0.05], tooThick: [0.9, 0.06, 0.04], tooWet: [0.8, 0.08, 0.12],
      washTooHot: [0.5, 0.38, 0.12], peeledHot: [0.2, 0.6, 0.2],
    },
  },
  wetAtLift: yes(0.12, { tooWet: 0.88, waterMarked: 0.35 }),
  thick: yes(0.15, { tooThick: 0.92 }),
  held: yes(0.9, { tooShort: 0.12 }),
  soleRead: yes(0.85, { tooCool: 0.1, overFused: 0.6, tooHot: 0.5, melted: 0.55 }),
  // Never, within the limit, hotter.
  washed: { usual: [0.75, 0.22, 0.03], with: { washTooHot: [0.02, 0.18, 0.8], finish: [0.45, 0.5, 0.05], shrankApart: [0.5, 0.35, 0.15] } },
  beads: yes(0.08, { finish: 0.85 }),
  preshrunk: yes(0.6, { shrankApart: 0.12, trimShrank: 0.12 }),
  warmMoved: yes(0.13, { movedHot: 0.9, peeledHot: 0.85 }),
  faceBare: yes(0.12, { bareSole: 0.9, flatSole: 0.55, tooHot: 0.3, melted: 0.35 }),
  adhesiveSide: yes(0.96, { sideWrong: 0.12 }),
  heavier: yes(0.12, { interfacingHeavy: 0.9 }),
  beyondEdge: yes(0.06, { webTooLarge: 0.9 }),
  seeThrough: yes(0.1, { openFabric: 0.88 }),
  gotWet: yes(0.25, { waterMarked: 0.9, dripping: 0.9, tooWet: 0.9 }),
  chalky: yes(0.06, { dripping: 0.8, waterMarked: 0.12 }),
  slidIron: yes(0.1, { slid: 0.9, movedHot: 0.3 }),
  taut: yes(0.12, { hoopStretched: 0.85 }),
  ridge: yes(0.08, { soleHeldOff: 0.85, printedThrough: 0.9 }),
  overheld: yes(0.08, { overFused: 0.85, tooHot: 0.85, melted: 0.8, dyeHeat: 0.75 }),
}

/** How many answers a question has. */
export const answersTo = (q: QuestionKey): number => FACTS[q].usual.length
/** How likely an answer is if this is the cause. */
export const chanceOf = (q: QuestionKey, answer: number, cause: CauseKey): number => (FACTS[q].with[cause] ?? FACTS[q].usual)[answer]!

/** Causes that a question can tell apart at all. */
export const tellsApart = (q: QuestionKey): CauseKey[] => CAUSES.filter(c => FACTS[q].with[c] !== undefined)
