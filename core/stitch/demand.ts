import { areaMm2 } from '../geometry'
import { denseParts, type StitchDesign } from './design'

/** A fabric as stitching sees it; give in %, across and along. */
export interface StitchFabric { massGsm: number, giveAcrossPct: number, giveAlongPct: number }
/** What a part asks for each way, in our own units: a plain filled badge of 30 cm² and 6,000 stitches on a firm twill asks for 0.9. */
export interface Demand { part: number, across: number, along: number }

/**
 * Our own scale, set by what is practised: that badge wants two tear-aways or one cut-away and a film, letters of 60 × 10 mm on poplin one
 * tear-away, a monogram of 30 × 30 mm on chiffon films or mesh. Results of the workroom move it.
 */
const BADGE = 0.5
const REF_CM2 = 30, REF_GSM = 240
/** What is smaller than the badge pulls on far less fabric; what is larger, only a little more. */
const SMALLER = 0.65, LARGER = 0.3
const LIGHTER = 0.4
const byArea = (mm2: number): number => (mm2 / 100 / REF_CM2) ** (mm2 / 100 < REF_CM2 ? SMALLER : LARGER)
/** A satin column of this width doubles the pull of its thread, mm. */
const SATIN_MM = 15
/** Give of so much doubles it, %. */
const GIVE_PCT = 80
/** So much thread led about adds a tenth, mm, up to three tenths. */
const TRAVEL_MM = 40

/**
 * What each part of a design asks for: more with density, with area, with the width of its satin, with thread led about, with the fabric's
 * give, and the lighter the fabric. Source: ours; only its order is claimed, its scale is learned (`learnScale`).
 * @throws RangeError as `denseParts`
 */
export function demandOf(design: StitchDesign, fabric: StitchFabric, scale = 1): Demand[] {
  return denseParts(design).map((p, part) => {
    const pull = scale * BADGE * p.perMm2 ** 0.8 * (1 + p.satinMm / SATIN_MM) * byArea(areaMm2(p.outline))
      * (REF_GSM / fabric.massGsm) ** LIGHTER * (1 + Math.min(0.3, p.travelMm / TRAVEL_MM * 0.1))
    return { part, across: pull * (1 + fabric.giveAcrossPct / GIVE_PCT), along: pull * (1 + fabric.giveAlongPct / GIVE_PCT) }
  })
}
