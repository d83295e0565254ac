import { bondOf } from '../bond'
import { runProgramme, steadySole, type RunOptions, type Transient } from '../heat'
import { CLAPPER_KPA, ROOM_C, SHOT_S, steamGM2S, type Adhesive, type AdhesiveKey } from '../materials'
import { buildStack, type FabricInput, type SupplyInput } from '../stack'
import { WRUNG_MUSLIN_GSM, type Instructions } from './typical'

/** A maker's recipe comes to this on the reference fabric: a full bond with a little to spare. */
export const INSTRUCTIONS_BOND = 1.25
/** Maker's instructions are taken to have been pressed on this: plain light cotton. */
export const REFERENCE_FABRIC: FabricInput = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const COOL_S = 20

type Interfacing = Pick<SupplyInput, 'massGsm' | 'thicknessMm' | 'base' | 'adhesiveGsm'>

/** A maker's recipe on the reference fabric and the padded board, to the end of its cooling. @param key the adhesive of the supply */
export function pressReference(instructions: Instructions, key: AdhesiveKey, supply: Interfacing, options: RunOptions = {}): Transient {
  const stack = buildStack({
    fabric: REFERENCE_FABRIC, supply: { ...supply, adhesive: key }, pressCloth: instructions.pressCloth, surface: 'padded',
    firstSide: instructions.firstSide,
    pressClothWaterGsm: instructions.moisture === 'damp' ? WRUNG_MUSLIN_GSM : 0, mistGsm: 0,
  })
  return runProgramme(
    stack,
    {
      sole: steadySole(instructions.soleC), roomC: ROOM_C,
      phases: [
        {
          kind: 'down', durationS: instructions.holdS, pressureKPa: instructions.pressureKPa,
          steamGM2S: instructions.moisture === 'steam' ? steamGM2S('household') : 0, steamS: SHOT_S,
        },
        { kind: 'clapper', durationS: COOL_S, pressureKPa: CLAPPER_KPA },
      ],
    },
    { skipSurface: true, ...options },
  )
}

/** Bond of a maker's recipe on the reference fabric with this adhesive. */
export const referenceBond = (instructions: Instructions, key: AdhesiveKey, supply: Interfacing, adhesive: Adhesive): number =>
  bondOf(pressReference(instructions, key, supply), adhesive).final
