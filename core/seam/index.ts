/** Pressing while a garment is made: features of every fabric, strips, wadding, what is done before the cutting. */
export {
  besidePliesOf, SEAM_DETAIL_KEYS, SEAM_DETAILS, pliesAt, pliesOf, SUPPORT_KEYS, type SeamDetailKey, type Motion,
  type SupportKey,
} from './details'
export { setPointOf, type SetPoint } from './sets'
export { foldedStack, pliesIn, plyMm, runFold } from './fold'
export { bulkOf, printThroughOf } from './bulk'
export type { Agent, SeamDetailAsk, SeamDetailPlan, SeamDetailReason, SeamDetailStep, Support } from './ask'
export { isHovering, planSeamDetail } from './plan'
export { reachedS } from './touch'
export { foldingS, stripsFor, type StripAsk, type StripFold, type Strips } from './strips'
export { waddingFrom, type PieceSize, type Wadding } from './wadding'
export { soakS, type Body } from './moisten'
export { planFlatten, type FlattenPlan } from './flatten'
