/** What a cloth can stand: one answer with its chain of reasons. */
export { clothLimit, limitingFibres, PROPORTIONAL_SHARE_PCT, type BlendRule, type ClothLimit, type Reason } from './limit'
