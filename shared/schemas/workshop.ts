import { z } from 'zod'
import { idSchema, nameField, versionField } from './common'

export const unitsSchema = z.object({
  length: z.enum(['mm', 'cm', 'in']), temperature: z.enum(['°C', '°F']), arealMass: z.enum(['g/m²', 'oz/yd²']),
})
export const rulesSchema = z.object({ blend: z.enum(['strict', 'proportional']).default('strict') })
export const workshopSchema = z.object({ id: idSchema, name: nameField('Name'), units: unitsSchema, rules: rulesSchema, version: versionField })
export type Workshop = z.infer<typeof workshopSchema>
