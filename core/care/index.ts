/** What the finished garment stands, how its bonds come through the wash, and how they did. */
export {
  bondThrough, coolerWashC, HOLDS_FROM, LIMIT_ROUNDS, lossOf, roundsHeld, softensC, wakenedBy, type ResinInWash, type WashRound,
} from './wash'
export { learnWear, type WashSeen, type Wear } from './wear'
export { hottestFor, IRON_CLASSES, ironStays, STROKE_S, type IronClass, type IronStay } from './ironing'
export {
  beyond, careLimits, type CareChain, type CareFault, type CareLimits, type CarePart, type CareReason, type CareWhy, type CareWished,
  type IronC,
} from './limits'
