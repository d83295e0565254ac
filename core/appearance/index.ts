/** How fabric looks after what was done to it: one reading for what was computed, one for what was judged. */
export { bothAppearances, UNDAMAGED, type FabricAppearance } from './appearance'
export { appearanceOfPressing, peeledShare, seenShare } from './pressed'
export { appearanceOfJudging, type Mark } from './judged'
export { scorchedHex } from './tint'
