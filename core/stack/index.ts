/** From what lies in the drawers to the layers under the sole. */
export {
  interfacingLayer, surfaceLayers, buildStack, fabricProperties, pressClothLayer, adhesiveLayer, type FabricInput, type FibreShare,
  type Lot,
  type MakerRecipe, type StackInput, type SupplyInput,
} from './build'
