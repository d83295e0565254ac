import { z } from 'zod'
import { rulesSchema } from '../house'
import { idSchema, nameField, versionField, yesField } from './common'

export { rulesSchema, type Rules } from '../house'

/** Every currency there is, by its three letters (ISO 4217). */
export const CURRENCIES: readonly string[] = Intl.supportedValuesOf('currency')
export const unitsSchema = z.object({
  length: z.enum(['mm', 'cm', 'in'], { error: 'Lengths: mm, cm or in.' }),
  temperature: z.enum(['°C', '°F'], { error: 'Temperatures: °C or °F.' }),
  arealMass: z.enum(['g/m²', 'oz/yd²'], { error: 'Weights: g/m² or oz/yd².' }),
  region: z.enum(['UK', 'US'], { error: 'Words: those of the UK or of the US.' }).default('UK'),
  currency: z.string({ error: 'Currency: choose one.' })
    .refine(code => CURRENCIES.includes(code), 'Currency: no currency has that code. Give its three letters, such as EUR.').default('EUR'),
})
export const workroomSchema = z.object({
  id: idSchema, name: nameField('Name'), units: unitsSchema, rules: rulesSchema, version: versionField,
  /** The demonstration, with invented data. */
  demo: yesField('Demonstration').default(false),
})
export type Workroom = z.infer<typeof workroomSchema>
export const workroomUpdate = z.object({ name: nameField('Name'), units: unitsSchema, rules: rulesSchema, version: versionField })
export type WorkroomUpdate = z.infer<typeof workroomUpdate>
