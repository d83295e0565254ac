/** From what lies in the drawers to the layers under the sole. */
export {
  backingLayer, bedLayers, buildStack, clothProperties, coverLayer, resinLayer, type ClothInput, type FibreShare, type Lot,
  type Sheet, type StackInput, type SupplyInput,
} from './build'
