/** What kind of thing is done: with an iron, or by the hands alone. Another kind is a row here. */
interface Kind {
  name: string
  /** What lies up while it is pressed: fabric or trim by itself, a side of the garment, or what is backed by it; absent by hand. */
  lies?: 'fabric' | 'trim' | 'garment' | 'backed'
  /** Something is stuck by it for good: once it is cold its edge is tried. */
  hasEdge?: true
  /** Done by the hands alone: what they do, and how long they take, s; null where nobody knows when it is done. Typical. */
  byHand?: { words: string, tookS: number | null }
}

export const OPERATIONS = {
  preshrink: { name: 'Preshrink', lies: 'fabric' },
  trim: { name: 'Preshrink trim', lies: 'trim' },
  fuse: { name: 'Fuse', lies: 'backed', hasEdge: true },
  tack: { name: 'Tack web', lies: 'backed' },
  peel: { name: 'Peel paper', hasEdge: true, byHand: { words: 'Peel the paper off, slowly', tookS: 12 } },
  hold: { name: 'Hold', lies: 'backed', hasEdge: true },
  sew: { name: 'Sew and turn', hasEdge: true, byHand: { words: 'Sew it, trim, turn it right side out', tookS: null } },
  flatten: { name: 'Press flat', lies: 'garment' },
  seam: { name: 'Press', lies: 'garment' },
  hem: { name: 'Hem', lies: 'garment', hasEdge: true },
  tape: { name: 'Tape the join', lies: 'garment' },
  fingers: { name: 'By hand', hasEdge: true, byHand: { words: 'Fingers, roller or stitches: no heat on it', tookS: 30 } },
  hole: { name: 'Mend', lies: 'garment', hasEdge: true },
  badge: { name: 'Badge', lies: 'garment', hasEdge: true },
  transfer: { name: 'Transfer', lies: 'garment', hasEdge: true },
  letters: { name: 'Letters', lies: 'garment', hasEdge: true },
  shape: { name: 'Appliqué', lies: 'garment', hasEdge: true },
  stitch: { name: 'Stitch', hasEdge: true, byHand: { words: 'Stitch it, as its page says', tookS: null } },
  remedy: { name: 'Repair', lies: 'garment', hasEdge: true },
} satisfies Record<string, Kind>

export type OperationKind = keyof typeof OPERATIONS
export const OPERATION_KINDS = Object.keys(OPERATIONS) as OperationKind[]
const KINDS: Readonly<Record<OperationKind, Kind>> = OPERATIONS

/** Done by the hands alone. */
export const isByHand = (kind: OperationKind): boolean => KINDS[kind].byHand !== undefined
/** What the hands take by themselves, s; what is sewn is not timed. */
export const handS = (kind: OperationKind): number => KINDS[kind].byHand?.tookS ?? 0
/** What the hands do; nothing where it is done with an iron. */
export const handWords = (kind: OperationKind): string => KINDS[kind].byHand?.words ?? ''
/** Nobody knows when it is done: what needs it is in no order yet. */
export const isUntimed = (kind: OperationKind): boolean => KINDS[kind].byHand?.tookS === null
export const hasEdgeToTry = (kind: OperationKind): boolean => KINDS[kind].hasEdge === true
export const liesAs = (kind: OperationKind): NonNullable<Kind['lies']> => KINDS[kind].lies ?? 'backed'
