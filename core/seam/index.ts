/** Pressing while a garment is made: features of every cloth, strips, wadding, what is done before the cutting. */
export {
  besidePliesOf, FEATURE_KEYS, FEATURES, pliesAt, pliesOf, SUPPORT_KEYS, type FeatureKey, type Motion,
  type SupportKey,
} from './features'
export { settingOf, type Setting } from './sets'
export { foldedStack, pliesIn, plyMm, runFold } from './fold'
export { bulkOf, printThroughOf } from './bulk'
export type { Agent, FeatureAsk, FeaturePlan, FeatureReason, FeatureStep, Support } from './ask'
export { isHovering, planFeature } from './plan'
export { MOVED_UNDER_C, reachedS } from './settle'
export { foldingS, stripsFor, type StripAsk, type StripFold, type Strips } from './strips'
export { waddingFrom, type Sheet, type Wadding } from './wadding'
export { soakS, type Body } from './moisten'
export { driedS } from './dry'
export { firstAtS, lyingS } from './lies'
export { planFlatten, type FlattenPlan } from './flatten'
