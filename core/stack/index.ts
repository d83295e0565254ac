/** From what lies in the drawers to the layers under the sole. */
export { bedLayers, buildStack, clothProperties, coverLayer, CLOTH_HOLDS_WATER_SHARE, type ClothInput, type FibreShare, type StackInput, type SupplyInput } from './build'
