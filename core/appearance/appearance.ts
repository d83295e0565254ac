/** How a piece of fabric looks after what was done to it, each from 0 (not at all) to 1 (as bad as it gets). */
export interface FabricAppearance {
  yellowed: number
  browned: number
  shine: number
  /** Melted through, with a hard rim. */
  holed: number
  bubbles: number
  /** Tide marks of water. */
  rings: number
  /** Pile or texture lying flat. */
  crushed: number
  /** Adhesive seen on the face. */
  adhesiveOut: number
  /** Colour moved out of its place. */
  dyeOut: number
  /** Edge that curls. */
  curled: number
  /** Edge stretched into waves. */
  waved: number
  /** Fabric gathered about stitching. */
  puckered: number
  /** An edge or seam printed through. */
  ghost: number
  /** A design beside its place. */
  shifted: number
  /** Boardy: it stands out instead of hanging. */
  stiff: number
  /** Shorter than it was. */
  shrunk: number
  /** Of the interfacing, the share that has let go. */
  peeled: number
  /** Only along its edges. */
  atEdges: boolean
  /** Adhesive dots of the interfacing: 0 crisp, 1 gone into the fabric; null where there is none to see. */
  melted: number | null
  /** The fabric itself tore before the interfacing let go. */
  torn: boolean
}
export const UNDAMAGED: Readonly<FabricAppearance> = {
  yellowed: 0, browned: 0, shine: 0, holed: 0, bubbles: 0, rings: 0, crushed: 0, adhesiveOut: 0, dyeOut: 0, curled: 0, waved: 0,
  puckered: 0,
  ghost: 0, shifted: 0, stiff: 0, shrunk: 0, peeled: 0, atEdges: false, melted: null, torn: false,
}
const KEYS = Object.keys(UNDAMAGED) as (keyof FabricAppearance)[]

/** Two looks on one piece of fabric: the worse of each. */
export function bothAppearances(a: FabricAppearance, b: FabricAppearance): FabricAppearance {
  const melted = a.melted === null ? b.melted : b.melted === null ? a.melted : Math.max(a.melted, b.melted)
  const worse = KEYS.filter(k => typeof UNDAMAGED[k] === 'number').map(k => [k, Math.max(a[k] as number, b[k] as number)])
  return { ...UNDAMAGED, ...Object.fromEntries(worse), melted, atEdges: a.atEdges || b.atEdges, torn: a.torn || b.torn }
}
