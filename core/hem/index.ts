/** Hems: tape and how much of it, shortening, curves, and how they are pressed. */
export { easeMm, easesRound, longestStraightMm, openStretches, tapeCut, tapeFor, UNDER_MM, type Easing } from './tape'
export { shortenLegs, type Leg, type Shortened, type ShortenedPair } from './shorten'
export {
  hemStack, isPressed, planHem, tapeDry, type HemAsk, type HemPlan, type HemPressed, type HemRefusal, type LiningBehind,
} from './press'
