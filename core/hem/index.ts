/** Hems: tape and how much of it, shortening, curves, and how they are pressed. */
export { easeMm, longestStraightMm, openStretches, tapeCut, tapeFor, UNDER_MM } from './tape'
export { shortenLegs, type Leg, type Shortened, type ShortenedPair } from './shorten'
export {
  hemStack, isPressed, LOW_MELT, planHem, tapeDry, type HemAsk, type HemPlan, type HemPressed, type HemRefusal, type LiningBehind,
} from './press'
