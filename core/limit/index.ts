/** What a fabric can stand: one answer with its chain of reasons. */
export {
  fabricLimit, limitingFibres, type BlendRule, type FabricLimit, type Evidence,
  type Reason,
} from './limit'
