/** What a cloth can stand: one answer with its chain of reasons. */
export {
  clothLimit, limitingFibres, type BlendRule, type ClothLimit, type Evidence,
  type Reason,
} from './limit'
