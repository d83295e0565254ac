/** What a cloth can stand: one answer with its chain of reasons. */
export { clothLimit, limitingFibres, PROPORTIONAL_SHARE_PCT, type BlendRule, type CareLabel, type ClothLimit, type Conflict, type Evidence, type LimitOrigin, type Reason } from './limit'
