import { fabricFields, supplyFields, type Fabric, type PressCloth, type Iron, type Supply } from './schemas'

/** Things as they are kept, for tests: what is not said is usual. */
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
export const iron: Iron = {
  ...kept, id: idOf(31), name: 'I', kind: 'household', shutsOffAfterS: null, note: '', water: 'tap', bookWater: null, cleanedAt: null,
  since: { bare: 0, fused: 0 },
  settings: [
    { label: 'synthetic', meanC: 112, swingC: 10, origin: 'measured' }, { label: 'wool', meanC: 152, swingC: 12, origin: 'measured' },
    { label: 'cotton', meanC: 192, swingC: 12, origin: 'measured' },
  ],
}
export const muslin: PressCloth = { id: idOf(41), name: 'Muslin', kind: 'muslin', version: 0 }
