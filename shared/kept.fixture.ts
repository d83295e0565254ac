import { blockOf, usualMeasures } from '#core/cut'
import {
  fabricFields, jobPieceSchema, pressedAsTheHouse, supplyFields, type Fabric, type Iron, type JobPiece, type PressCloth, type Supply,
} from './schemas'

/** Things as they are kept, for tests: what is not said is usual. Ids are easy to tell apart: the last figure counts. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const kept = { version: 0, updatedAt: '' }
export const fabric = (more: Partial<Fabric> = {}): Fabric => ({
  ...fabricFields.parse({
    code: 'C', name: 'C', fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27,
    mayGetWet: true, nap: 'none', colourHex: '#ffffff',
  }),
  ...kept, id: idOf(11), swatchCount: 0, cornerC: null, swatches: [], ...more,
})
export const supply = (more: Partial<Supply> = {}): Supply => ({
  ...supplyFields.parse({
    code: 'S', name: 'S', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 70, thicknessMm: 0.22, adhesive: 'polyamide',
    adhesiveGsm: 12, colourHex: '#ffffff',
  }),
  ...kept, id: idOf(21), used: 0, ...more,
})
export const iron = (more: Partial<Iron> = {}): Iron => ({
  ...kept, id: idOf(31), name: 'I', kind: 'household', shutsOffAfterS: null, note: '', water: 'tap', bookWater: null, cleanedAt: null,
  since: { bare: 0, fused: 0 },
  settings: [
    { label: 'synthetic', meanC: 112, swingC: 10, origin: 'measured' }, { label: 'wool', meanC: 152, swingC: 12, origin: 'measured' },
    { label: 'cotton', meanC: 192, swingC: 12, origin: 'measured' },
  ],
  ...more,
})
export const muslin: PressCloth = { id: idOf(41), name: 'Muslin', kind: 'muslin', version: 0 }
/** A piece cut as a block of usual measures, without a backing. */
export const blockPiece = (block: string, more: Partial<JobPiece> = {}): JobPiece => jobPieceSchema.parse({
  id: idOf(1), name: 'A piece', fabricId: idOf(11), place: null, count: 1, pair: false, grain: 'any', oneWay: false, inset: null,
  allowances: { seam: 10, hem: 10, front: 10 }, interfacingId: null, foamId: null, webId: null, ...pressedAsTheHouse(),
  shape: { format: 1, kind: 'block', block, measures: usualMeasures(blockOf(block)!), mirrored: false }, ...more,
})
