import { bondOf } from '../bond'
import { runProgramme, steadySole, type RunOptions, type Transient } from '../heat'
import { CLAPPER_KPA, ROOM_C, SHOT_S, steamGM2S, type Resin, type ResinKey } from '../materials'
import { buildStack, type ClothInput, type SupplyInput } from '../stack'
import { WRUNG_MUSLIN_GSM, type Leaflet } from './typical'

/** A leaflet's recipe comes to this on the reference cloth: a full bond with a little to spare. */
export const LEAFLET_BOND = 1.25
/** Leaflets are taken to have been pressed on this: plain light cotton. */
export const REFERENCE_CLOTH: ClothInput = {
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [],
}
const COOL_S = 20

type Backing = Pick<SupplyInput, 'massGsm' | 'thicknessMm' | 'base' | 'resinGsm'>

/** A leaflet's recipe on the reference cloth and the padded board, to the end of its cooling. @param key the resin of the supply */
export function pressReference(leaflet: Leaflet, key: ResinKey, supply: Backing, options: RunOptions = {}): Transient {
  const stack = buildStack({
    cloth: REFERENCE_CLOTH, supply: { ...supply, resin: key }, cover: leaflet.cover, bed: 'padded', firstSide: leaflet.firstSide,
    coverWaterGsm: leaflet.moisture === 'damp' ? WRUNG_MUSLIN_GSM : 0, mistGsm: 0,
  })
  return runProgramme(
    stack,
    {
      sole: steadySole(leaflet.soleC), roomC: ROOM_C,
      phases: [
        {
          kind: 'down', durationS: leaflet.holdS, pressureKPa: leaflet.pressureKPa,
          steamGM2S: leaflet.moisture === 'steam' ? steamGM2S('household') : 0, steamS: SHOT_S,
        },
        { kind: 'clapper', durationS: COOL_S, pressureKPa: CLAPPER_KPA },
      ],
    },
    { skipBed: true, ...options },
  )
}

/** Bond of a leaflet's recipe on the reference cloth with this resin. */
export const referenceBond = (leaflet: Leaflet, key: ResinKey, supply: Backing, resin: Resin): number =>
  bondOf(pressReference(leaflet, key, supply), resin).final
