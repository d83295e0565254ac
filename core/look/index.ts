/** How cloth looks after what was done to it: one reading for what was computed, one for what was judged. */
export { bothLooks, UNHURT, type ClothLook } from './look'
export { lookOfPressing, peeledShare, seenShare } from './pressed'
export { lookOfJudging, type Mark } from './judged'
export { scorchedHex } from './tint'
