/** What is pressed while a garment is made. */
export type SeamDetailKey
  = | 'seamOpen' | 'seamOneSide' | 'curvedSeam' | 'sleeveSeam' | 'dart' | 'pleat' | 'gather' | 'collarEdge' | 'neckEdge' | 'facing'
    | 'hemFold' | 'trouserCrease' | 'binding' | 'crease' | 'largeFlat' | 'finishFlat' | 'finishHanging'

/** How the iron goes. */
export type Motion
  = | 'tipAlong' | 'toThePoint' | 'upAndDown' | 'edgeOnly' | 'alongTheGrain' | 'middleOutward' | 'hover' | 'none'
/** What lies under the work, or on it while it cools. */
export type SupportKey = 'boardEdge' | 'flat' | 'ham' | 'roll' | 'sleeveBoard' | 'needleBoard' | 'cards' | 'clapper' | 'hanger'
export const SUPPORT_KEYS: readonly SupportKey[] = ['boardEdge', 'flat', 'ham', 'roll', 'sleeveBoard', 'needleBoard', 'cards', 'clapper',
  'hanger']

/** From where a ply is drawn: across the feature in mm, and which level above the board it lies on. */
export type PlyPath = readonly (readonly [xMm: number, level: number])[]

export interface SeamDetail {
  key: SeamDetailKey
  motion: Motion
  support: SupportKey
  firstSide: 'back' | 'face'
  /** A light look from the other side at the end. */
  look: boolean
  /** It lies flat as sewn for a moment first, so that the thread sinks in. */
  setFirst: boolean
  /** Lies off the straight grain, or carries weight: it stretches when it is pushed or steamed before it is preshrunk. */
  stretches: boolean
  /** What a sharp fold or edge asks for afterwards. */
  sharp: boolean
  /** Pressed under a damp press cloth where the fabric takes water: it has to stay for good. */
  damp?: boolean
  /** It hangs: steam alone, and its own weight. */
  hangs?: boolean
  /** The plies as they lie when the sole comes down, cut across. */
  section: readonly PlyPath[]
  /** Where in the section most plies lie, and where only what lies beside it, mm. */
  thickAtMm: number
  besideAtMm: number
}

const OPEN: readonly PlyPath[] = [[[-40, 0], [0, 0], [0, 1], [-12, 1]], [[40, 0], [0, 0], [0, 1], [12, 1]]]
const EDGE: readonly PlyPath[] = [[[-44, 0], [0, 0], [0, 1], [-9, 1]], [[-44, 3], [0, 3], [0, 2], [-9, 2]]]
type Row = Omit<SeamDetail, 'key'>
const seam = { motion: 'tipAlong', firstSide: 'back', look: true, setFirst: true, stretches: false, sharp: false } as const
const edge = {
  motion: 'upAndDown', firstSide: 'back', look: true, setFirst: false, stretches: true, sharp: true, section: EDGE, thickAtMm: -5,
  besideAtMm: -25,
} as const

const rows: Record<SeamDetailKey, Row> = {
  seamOpen: { ...seam, support: 'boardEdge', section: OPEN, thickAtMm: 6, besideAtMm: 25 },
  seamOneSide: {
    ...seam, support: 'boardEdge', thickAtMm: 6, besideAtMm: 25,
    section: [[[-40, 0], [0, 0], [0, 2], [12, 2]], [[40, 0], [0, 0], [0, 1], [12, 1]]],
  },
  curvedSeam: { ...seam, support: 'ham', stretches: true, section: OPEN, thickAtMm: 6, besideAtMm: 25 },
  sleeveSeam: { ...seam, support: 'roll', section: OPEN, thickAtMm: 6, besideAtMm: 25 },
  dart: {
    ...seam, motion: 'toThePoint', support: 'ham', thickAtMm: -7, besideAtMm: -30,
    section: [[[-40, 0], [0, 0], [0, 1], [-15, 1], [-15, 2], [0, 2], [0, 0], [40, 0]]],
  },
  pleat: {
    motion: 'upAndDown', support: 'flat', firstSide: 'face', look: true, setFirst: false, stretches: false, sharp: true, thickAtMm: -10,
    besideAtMm: 25, section: [[[-44, 2], [0, 2], [0, 1], [-26, 1], [-26, 0], [40, 0]]],
  },
  gather: {
    ...seam, motion: 'edgeOnly', support: 'boardEdge', look: false, setFirst: false, thickAtMm: -5, besideAtMm: -25,
    section: [
      [[-40, 0], [0, 0], [0, 1], [-10, 1]],
      [[40, 0.2], [34, 1.2], [28, 0], [22, 1.3], [16, 0], [10, 1.1], [4, 0.1], [0, 0], [0, 2], [-10, 2]],
    ],
  },
  collarEdge: { ...edge, support: 'flat', stretches: false },
  neckEdge: { ...edge, support: 'ham' },
  facing: { ...edge, support: 'flat' },
  hemFold: {
    motion: 'upAndDown', support: 'flat', firstSide: 'back', look: false, setFirst: false, stretches: false, sharp: true, thickAtMm: -12,
    besideAtMm: 20, section: [[[44, 0], [-30, 0], [-30, 2], [0, 2], [0, 1], [-24, 1]]],
  },
  // A leg laid flat, its crease at the edge: both plies of it.
  trouserCrease: {
    motion: 'upAndDown', support: 'flat', firstSide: 'face', look: false, setFirst: false, stretches: false, sharp: true, damp: true,
    thickAtMm: -10, besideAtMm: -30, section: [[[-44, 0], [0, 0], [0, 1], [-44, 1]]],
  },
  binding: {
    motion: 'upAndDown', support: 'flat', firstSide: 'back', look: false, setFirst: false, stretches: true, sharp: true, thickAtMm: 5,
    besideAtMm: 30, section: [[[-1, 1], [10, 1], [10, 0], [-10, 0], [-10, 3], [10, 3], [10, 2], [-1, 2]]],
  },
  crease: {
    motion: 'upAndDown', support: 'flat', firstSide: 'back', look: false, setFirst: false, stretches: false, sharp: false, thickAtMm: 20,
    besideAtMm: 30, section: [[[-44, 0], [-3, 0], [0, 1], [3, 0], [44, 0]]],
  },
  largeFlat: {
    motion: 'alongTheGrain', support: 'flat', firstSide: 'back', look: false, setFirst: false, stretches: false, sharp: false,
    thickAtMm: 20, besideAtMm: 30, section: [[[-50, 0], [50, 0]]],
  },
  finishFlat: {
    motion: 'middleOutward', support: 'flat', firstSide: 'back', look: false, setFirst: false, stretches: false, sharp: false,
    thickAtMm: 20, besideAtMm: 30, section: [[[-50, 0], [50, 0]]],
  },
  finishHanging: {
    motion: 'hover', support: 'hanger', firstSide: 'face', look: false, setFirst: false, stretches: false, sharp: false, hangs: true,
    thickAtMm: 20, besideAtMm: 30, section: [[[-50, 0], [50, 0]]],
  },
}

export const SEAM_DETAIL_KEYS = Object.keys(rows) as SeamDetailKey[]
export const SEAM_DETAILS = Object.fromEntries(SEAM_DETAIL_KEYS.map(key => [key, { key, ...rows[key] }])) as Record<SeamDetailKey,
  SeamDetail>

/** How many plies lie at a place across a feature. */
export function pliesAt(section: readonly PlyPath[], xMm: number): number {
  let plies = 0
  for (const path of section) {
    for (let i = 1; i < path.length; i++) {
      const [a, b] = [path[i - 1]![0], path[i]![0]]
      if (a !== b && xMm > Math.min(a, b) && xMm <= Math.max(a, b)) plies++
    }
  }
  return plies
}

/** Plies under the sole where most of them lie. */
export const pliesOf = (f: SeamDetail): number => pliesAt(f.section, f.thickAtMm)
/** Plies beside it, on which the sole has to come to rest. */
export const besidePliesOf = (f: SeamDetail): number => pliesAt(f.section, f.besideAtMm)
