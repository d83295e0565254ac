/** What holds cloth flat under dense stitching: how much it asks for, what each layer gives, and the lightest set that is enough. */
export { denseParts, type StitchDesign, type StitchPart } from './design'
export { demandOf, type Demand, type StitchCloth } from './demand'
export { HOW_IT_LEAVES, LAYER_KINDS, supportOf, type Layer, type LayerKind, type Leaves, type Support } from './support'
export { judgeSupport, type Judged, type PuckerPlace } from './judge'
export { proposeSupport, stepsOf, type ShelfLayer, type SupportSet, type StitchStep } from './propose'
export { learnScale, type StitchResult } from './learn'
