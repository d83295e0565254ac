/** Pressing while a garment is made: features of every cloth, strips, wadding, what is done before the cutting. */
export {
  besidePliesOf, FEATURE_KEYS, FEATURES, pliesAt, pliesOf, SUPPORT_KEYS, type Feature, type FeatureKey, type Motion, type PlyPath,
  type SupportKey,
} from './features'
export { settingOf, type SetBy, type Setting } from './sets'
export { foldedStack, pliesIn, plyMm, runFold, type Fold } from './fold'
export { bulkOf, printThroughOf, STEP_MM, type Bulk, type PrintThrough } from './bulk'
export {
  isHovering, MOVED_UNDER_C, planFeature, reachedS, type Agent, type FeatureAsk, type FeaturePlan, type FeatureReason, type FeatureStep,
  type House,
  type Support,
} from './plan'
export { foldingS, stripsFor, type StripAsk, type StripFold, type Strips } from './strips'
export { waddingFrom, type Joined, type Sheet, type Wadding } from './wadding'
export { soakS, SPRAY_GSM, type Body } from './moisten'
export { driedS, DRY_GSM } from './dry'
export { planFlatten, type FlattenPlan } from './flatten'
