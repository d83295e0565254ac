import { boundsOf, offset, type Outline, type Point } from '../geometry'

/** Two fabrics sewn together about a stiff layer and turned through an opening. */
export interface LayersSpec {
  finished: Outline
  /** Thickness of the stiff layer, mm. */
  stiffMm: number
  /** Thickness of the outer fabric, and of the one behind, mm. */
  faceMm: number
  backMm: number
  allowanceMm: number
  webLessMm: number
  /** Smallest fold that the stiff layer takes by hand, mm: rolled up, it has to go through the opening. */
  foldMm: number
}

export interface Layers {
  /** Sewn here; once turned, this is the edge. */
  stitch: Outline
  stiff: Outline
  face: Outline
  back: Outline
  web: Outline
  /** Between the stiff layer's edge and the stitch line, mm. */
  standOffMm: number
  /** By how much more fabric the face goes round each edge than the back, mm. */
  turnMm: number
  openingMm: number
}

/** The stitch line never stands nearer to the stiff layer than this, mm. */
const LEAST_STAND_OFF_MM = 1.5

/**
 * All sizes of a stiff mat or bag from its finished one. The stitch line stands off the stiff edge by the stiff layer's and the fabric's
 * thickness, at least 1.5 mm. The face goes round the edge in a quarter circle whose radius is that distance to the middle of the fabric;
 * the back goes straight to the stitch line: the face is larger by the difference, (π/2 − 1) r at each edge, and eased in.
 * @throws RangeError where it is too small for its stiff layer
 */
export function layersOf({ finished, stiffMm, faceMm, backMm, allowanceMm, webLessMm, foldMm }: LayersSpec): Layers {
  const standOffMm = Math.max(LEAST_STAND_OFF_MM, stiffMm + Math.max(faceMm, backMm))
  const turnMm = (Math.PI / 2 - 1) * (standOffMm - faceMm / 2)
  const at = (byMm: number): Outline => {
    const [made] = offset([finished], byMm, 'pointed')
    if (!made) throw new RangeError('It is too small: nothing of its stiff layer would be left.')
    return made
  }
  const stiff = at(-standOffMm)
  const around = boundsOf(stiff)
  return {
    stitch: finished,
    stiff,
    face: at(allowanceMm + turnMm),
    back: at(allowanceMm),
    web: at(-standOffMm - webLessMm),
    standOffMm,
    turnMm,
    openingMm: openingFor(
      Math.max(around.wideMm, around.highMm),
      Math.min(around.wideMm, around.highMm),
      stiffMm + faceMm + backMm,
      Math.max(foldMm, stiffMm * FOLD_PER_THICK),
    ),
  }
}

/** Bent closer than so many times its thickness a board creases for good: its outside is stretched by one part in forty. Practice. */
const FOLD_PER_THICK = 40
/** A work that is pulled through bent, not rolled, wants so many times its smallest fold. Practice. */
const OPENING_FOLDS = 2.4

/**
 * The slit that lets the work through, mm: bent double it passes one of two to three times its smallest fold; rolled up from its shorter
 * side it is a spiral about that fold, and a slit passes a roll whose round is twice its length. No longer than the longer side.
 */
function openingFor(longMm: number, shortMm: number, thickMm: number, foldMm: number): number {
  const acrossMm = Math.sqrt(foldMm ** 2 + (4 * shortMm * thickMm) / Math.PI)
  return Math.min(longMm, Math.max(OPENING_FOLDS * foldMm, (Math.PI / 2) * acrossMm))
}

/**
 * The edge cut through, to scale, mm: the stiff layer's end at x = 0 with its lower side at y = 0; the middle lines of face and back from
 * `fromMm` inside to the stitch.
 */
export function edgeSection(
  { standOffMm }: Pick<Layers, 'standOffMm'>,
  spec: Pick<LayersSpec, 'stiffMm' | 'faceMm' | 'backMm'>,
  fromMm: number,
) {
  const r = standOffMm - spec.faceMm / 2
  const quarter = Array.from({ length: QUARTER + 1 }, (_, i): Point => {
    const a = (Math.PI / 2) * (1 - i / QUARTER)
    return { x: standOffMm - r + r * Math.cos(a), y: (spec.stiffMm + spec.faceMm / 2) * Math.sin(a) }
  })
  return {
    stiff: { fromX: -fromMm, toX: 0, highMm: spec.stiffMm },
    face: [{ x: -fromMm, y: spec.stiffMm + spec.faceMm / 2 }, ...quarter],
    back: [
      { x: -fromMm, y: -spec.backMm / 2 },
      { x: standOffMm, y: -spec.backMm / 2 },
    ],
    stitch: { x: standOffMm, y: 0 },
  }
}
const QUARTER = 24

/** What of a web work is known in seconds; null where nobody knows yet. */
export interface WebTimes {
  tackS: number | null
  holdS: number | null
  coolS: number | null
}
/** One step of making it, in order. */
export type LayersStep
  = | { do: 'wash' }
    | { do: 'cut' }
    | { do: 'tack', on: 'face' | 'back', s: number | null }
    | { do: 'cool', s: number | null }
    | { do: 'peel', on: 'face' | 'back' }
    | { do: 'hold', on: 'face' | 'back', s: number | null, touches: number }
    | { do: 'sew', openingMm: number, standOffMm: number }
    | { do: 'trim' }
    | { do: 'turn' }
    | { do: 'foldBack' }
    | { do: 'weight', fromMin: number, toMin: number }
    | { do: 'close' }
    | { do: 'topstitch' }
    | { do: 'foam', s: number | null, touches: number }
    | { do: 'over', s: number | null, touches: number }
    | { do: 'edge' }

/** Under a flat weight before it is bent, minutes. Practice. */
const WEIGHTED = { fromMin: 10, toMin: 20 }

/**
 * The order of a reversible mat, washed before anything is cut, since it will be washed. The stiff layer is held to the face before
 * sewing; once it is turned, the back's web, tacked and peeled before, is held through the back; the opening's allowances are folded in
 * onto it first.
 * @param touches positions a side
 */
export function layersSteps({ openingMm, standOffMm }: Layers, { tackS, holdS, coolS }: WebTimes, touches: number): LayersStep[] {
  const web = (on: 'face' | 'back'): LayersStep[] => [
    { do: 'tack', on, s: tackS },
    { do: 'cool', s: coolS },
    { do: 'peel', on },
  ]
  const hold = (on: 'face' | 'back'): LayersStep[] => [
    { do: 'hold', on, s: holdS, touches },
    { do: 'cool', s: coolS },
  ]
  return [
    { do: 'wash' },
    { do: 'cut' },
    ...web('face'),
    ...hold('face'),
    ...web('back'),
    { do: 'sew', openingMm, standOffMm },
    { do: 'trim' },
    { do: 'turn' },
    { do: 'foldBack' },
    ...hold('back'),
    { do: 'weight', ...WEIGHTED },
    { do: 'close' },
    { do: 'topstitch' },
  ]
}

/** The order of a bag's panel: the foam is held to the fabric, then the interfacing over it, out into the allowance. */
export function bagSteps({ holdS, coolS }: Omit<WebTimes, 'tackS'>, touches: number, held: boolean): LayersStep[] {
  const over: LayersStep[] = held ? [{ do: 'over', s: holdS, touches }, { do: 'cool', s: coolS }] : []
  return [{ do: 'foam', s: holdS, touches }, { do: 'cool', s: coolS }, ...over, { do: 'edge' }]
}
