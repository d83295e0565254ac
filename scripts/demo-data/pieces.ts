import { blockOf, usualMeasures } from '#core/cut'
import type { PlaceKey } from '#core/place'
import type { JobPiece } from '#shared/schemas'

/** A piece of a demo job; things by their codes, what is not said is usual. */
export interface DemoPiece extends Partial<Pick<JobPiece, 'count' | 'pair' | 'grain' | 'oneWay' | 'inset'>> {
  name: string
  fabric: string
  place: PlaceKey
  block: string
  measures?: Record<string, number>
  /** Seam, hem and front allowance, mm. */
  allowances?: [number, number, number]
  interfacing?: string
  foam?: string
  web?: string
}

const melton = { fabric: 'TW-02', interfacing: 'B-31', oneWay: true, allowances: [10, 45, 12] as [number, number, number] }
const poplin = { fabric: 'TW-01', interfacing: 'B-20', allowances: [8, 25, 8] as [number, number, number] }
const cork = { fabric: 'TW-07', foam: 'B-41', interfacing: 'B-22', allowances: [8, 8, 8] as [number, number, number] }

/** The pieces that are drawn already, by job. */
export const DEMO_PIECES: Record<string, DemoPiece[]> = {
  'Second mate\'s blazer': [
    {
      name: 'Front', fabric: 'TW-14', place: 'front', block: 'coatFront', count: 1, pair: true, measures: { long: 720, wide: 300 },
      interfacing: 'B-32',
      allowances: [10, 40, 12],
    },
  ],
  'Stewards\' shirts, twelve': [
    {
      ...poplin, name: 'Collar, upper', place: 'collar', block: 'collar', count: 12,
      measures: { neck: 205, deep: 48, point: 14, spring: 9 },
    },
    { ...poplin, name: 'Stand', place: 'stand', block: 'stand', count: 12, measures: { neck: 198, high: 31, over: 17, rise: 9 } },
    { ...poplin, name: 'Cuff', place: 'cuff', block: 'cuff', count: 24, measures: { long: 236, high: 62, corner: 14 } },
    { ...poplin, name: 'Sleeve placket', place: 'placket', block: 'placket', count: 24, measures: { long: 148, wide: 24, point: 12 } },
  ],
  'Mate\'s boat coat': [
    { ...melton, name: 'Front', place: 'front', block: 'coatFront', count: 1, pair: true, measures: { long: 745, wide: 318 } },
    { ...melton, name: 'Front facing', place: 'facing', block: 'frontFacing', count: 1, pair: true, measures: { long: 745, wide: 96 } },
    {
      ...melton, name: 'Collar', place: 'collar', block: 'collar', count: 2, grain: 'bias',
      measures: { neck: 222, deep: 84, point: 20, spring: 14 },
    },
    { ...melton, name: 'Stand', place: 'stand', block: 'stand', count: 1, measures: { neck: 218, high: 38, over: 0, rise: 12 } },
    { ...melton, name: 'Pocket flap', place: 'facing', block: 'flap', count: 2, pair: true, measures: { wide: 168, high: 62 } },
    { ...melton, name: 'Sleeve cuff', place: 'cuff', block: 'cuff', count: 2, measures: { long: 292, high: 96, corner: 0 } },
  ],
  'Purser\'s satchel': [
    { ...cork, name: 'Side', place: 'bagSide', block: 'bagSide', count: 2, measures: { wide: 330, high: 245, corner: 45 } },
    { ...cork, name: 'Base', place: 'bagBase', block: 'bagBase', count: 1, measures: { long: 330, wide: 96, corner: 12 } },
  ],
  'Saloon mats, reversible': [
    {
      fabric: 'TW-13', name: 'Mat', place: 'mat', block: 'mat', count: 6, foam: 'B-42', web: 'B-53', allowances: [10, 10, 10],
      measures: { long: 420, wide: 300, corner: 25 },
    },
  ],
}

/** The shape of a demo piece: its block, with what was measured otherwise. */
export const shapeOf = ({ block, measures = {} }: DemoPiece): JobPiece['shape'] => ({
  format: 1, kind: 'block', block, measures: { ...usualMeasures(blockOf(block)!), ...measures }, mirrored: false,
})
