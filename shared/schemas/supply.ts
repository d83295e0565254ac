import { z } from 'zod'
import { INTERFACING_BASES as BASES, FIBRE_KEYS, ADHESIVE_FORMS as FORMS, ADHESIVE_KEYS,
  SUPPLY_FAMILIES as FAMILIES } from '#core/materials'
import { hexField, nameField, numberField, originSchema, pageQuery, textField, versionField } from './common'

export { BASES, FAMILIES, FORMS }
/** Stabilisers of the hoop, by how they leave. */
export const HOOP_KINDS = ['cutAway', 'tearAway', 'washAway', 'heatAway', 'softMesh'] as const

export const supplyFields = z.object({
  code: nameField('Code', 24),
  name: nameField('Name'),
  family: z.enum(FAMILIES, { error: 'Family: choose one from the list.' }),
  base: z.enum(BASES, { error: 'Base: choose one from the list.' }),
  baseFibre: z.enum(FIBRE_KEYS, { error: 'Base fibre: choose one from the list.' }),
  massGsm: numberField('Weight', 'g/m²', 5, 2000),
  thicknessMm: numberField('Thickness', 'mm', 0.02, 15),
  adhesive: z.enum(ADHESIVE_KEYS, { error: 'Adhesive: choose one from the list.' }).nullable(),
  adhesiveGsm: numberField('Adhesive', 'g/m²', 0, 200),
  adhesiveOrigin: originSchema.default('typical'),
  colourHex: hexField,
  note: textField('Note', 500).default(''),
  lot: textField('Lot', 40).default(''),
  givePct: numberField('Give', '%', 0, 300).nullable().default(null),
  form: z.enum(FORMS, { error: 'Adhesive form: choose one from the list.' }).default('dots'),
  instructions: z.enum(['maker', 'lost'], { error: 'Maker\'s instructions: from the maker, or lost.' }).default('lost'),
  makerC: numberField('Maker\'s temperature', '°C', 60, 240).nullable().default(null),
  makerHoldS: numberField('Maker\'s seconds', 's', 1, 300).nullable().default(null),
  makerMoisture: z.enum(['dry', 'steam', 'damp'], { error: 'Maker\'s moisture: dry, steam or damp.' }).nullable().default(null),
  makerPressureKPa: numberField('Maker\'s pressure', 'kPa', 0.1, 400).nullable().default(null),
  makerFor: z.enum(['hand', 'press'], { error: 'Instructions for: irons or presses.' }).nullable().default(null),
  makerPeel: z.enum(['hot', 'cold'], { error: 'Peel: hot or cold.' }).nullable().default(null),
  washC: numberField('Wash', '°C', 0, 95).int('Wash: a whole number of °C.').nullable().default(null),
  tumble: z.enum(['no', 'low', 'yes'], { error: 'Tumble: no, low or yes.' }).nullable().default(null),
  widthMm: numberField('Width', 'mm', 3, 5000).nullable().default(null),
  pricePerM: numberField('Price', 'per m', 0, 100_000).nullable().default(null),
  stockM: numberField('In stock', 'm', 0, 100_000).default(0),
  /** Of a hoop stabiliser: how it leaves. */
  hoop: z.enum(HOOP_KINDS, { error: 'Leaves: choose one from the list.' }).nullable().default(null),
  overhangMm: numberField('Overhang at 41.5°', 'mm', 1, 600).nullable().default(null),
})

const supplyChecks = (s: z.infer<typeof supplyFields>, ctx: z.RefinementCtx) => {
  if (s.family === 'sewIn' && s.adhesive !== null)
    ctx.addIssue({
      code: 'custom', path: ['adhesive'], message: 'Adhesive: a sew-in carries none. Choose another family, or take the adhesive away.',
    })
  if (s.family !== 'sewIn' && s.adhesive !== null && s.adhesiveGsm <= 0)
    ctx.addIssue({ code: 'custom', path: ['adhesiveGsm'], message: 'Adhesive: say how much of it there is, in g/m²; 10 to 15 is usual.' })
  if (s.adhesiveGsm > s.massGsm)
    ctx.addIssue({ code: 'custom', path: ['adhesiveGsm'], message: 'Adhesive: it cannot weigh more than the whole supply.' })
}

export const supplyBody = supplyFields.superRefine(supplyChecks)
export const supplyUpdate = supplyFields.extend({ version: versionField }).superRefine(supplyChecks)
export type SupplyBody = z.infer<typeof supplyBody>
export interface Supply extends SupplyBody { id: string, version: number, updatedAt: string, used: number }

export const supplyQuery = pageQuery.extend({
  family: z.enum(FAMILIES, { error: 'Family: choose one from the list.' }).optional(),
  adhesive: z.enum(ADHESIVE_KEYS, { error: 'Adhesive: choose one from the list.' }).optional(),
  gives: z.stringbool({ error: 'Gives: yes or no.' }).optional(),
  stocked: z.stringbool({ error: 'In stock: yes or no.' }).optional(),
})
export type SupplyQuery = z.infer<typeof supplyQuery>
