import { z } from 'zod'
import { FIBRE_KEYS, RESIN_KEYS } from '#core/materials'
import { idSchema, nameField, numberField, originSchema, textField, versionField } from './common'

export const FAMILIES = ['fusible', 'sewIn', 'web', 'hemTape'] as const
export const BASES = ['woven', 'knit', 'weftInsert', 'nonwoven', 'none'] as const

export const supplyFields = z.object({
  code: nameField('Code', 24),
  name: nameField('Name'),
  family: z.enum(FAMILIES, { error: 'Family: choose one from the list.' }),
  base: z.enum(BASES, { error: 'Base: choose one from the list.' }),
  baseFibre: z.enum(FIBRE_KEYS, { error: 'Base fibre: choose one from the list.' }),
  massGsm: numberField('Weight', 'g/m²', 5, 2000),
  thicknessMm: numberField('Thickness', 'mm', 0.02, 15),
  resin: z.enum(RESIN_KEYS, { error: 'Resin: choose one from the list.' }).nullable(),
  resinGsm: numberField('Resin', 'g/m²', 0, 200),
  resinOrigin: originSchema.default('typical'),
  colourHex: z.string().regex(/^#[0-9a-fA-F]{6}$/, 'Colour: six figures after a #, such as #ffffff.'),
  note: textField('Note', 500).default(''),
})

export const supplyChecks = (s: z.infer<typeof supplyFields>, ctx: z.RefinementCtx) => {
  if (s.family === 'sewIn' && s.resin !== null) ctx.addIssue({ code: 'custom', path: ['resin'], message: 'Resin: a sew-in carries none. Choose another family, or take the resin away.' })
  if (s.family !== 'sewIn' && s.resin !== null && s.resinGsm <= 0) ctx.addIssue({ code: 'custom', path: ['resinGsm'], message: 'Resin: say how much of it there is, in g/m²; 10 to 15 is usual.' })
  if (s.resinGsm > s.massGsm) ctx.addIssue({ code: 'custom', path: ['resinGsm'], message: 'Resin: it cannot weigh more than the whole supply.' })
}

export const supplyBody = supplyFields.superRefine(supplyChecks)
export const supplySchema = supplyFields.extend({ id: idSchema, version: versionField, updatedAt: z.string() })
export type SupplyBody = z.infer<typeof supplyBody>
export type Supply = z.infer<typeof supplySchema>
