/** What the finished garment withstands, how its bonds come through the wash, and how they did. */
export {
  bondThrough, coolerWashC, HOLDS_FROM, lossOf, roundsHeld, softensC, wakenedBy, type AdhesiveInWash, type WashRound,
} from './wash'
export { learnWear, type WashSeen, type Wear } from './wear'
export { hottestFor, ironStays, staysAllowed, STROKE_S, stuckStays, type IronStay, type StuckLayers } from './ironing'
export {
  asWished, beyond, careLimits, gentler, type CareFault, type CareLimits, type CarePart, type CareReason,
} from './limits'
