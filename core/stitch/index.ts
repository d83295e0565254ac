/** What holds fabric flat under dense stitching: how much it asks for, what each layer gives, and the lightest set that is enough. */
export { denseParts, type StitchDesign } from './design'
export { demandOf, type StitchFabric } from './demand'
export { HOW_IT_LEAVES, LAYER_KINDS, leavesNothing, supportOf, type Layer, type LayerKind, type Leaves } from './support'
export { judgeSupport, type Judged } from './judge'
export { proposeSupport, stepsOf, type ShelfLayer, type StitchStep } from './propose'
export { learnScale } from './learn'
