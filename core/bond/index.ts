/** How far the resin has bonded. */
export { bondOf, bondRatePerS, FULL_BOND, OVER_FUSED, type BondCourse } from './bond'
