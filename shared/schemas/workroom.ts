import { z } from 'zod'
import { idSchema, nameField, versionField, yesField } from './common'

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
/** The schools a workroom chooses between; each has its reason in the words. */
export const rulesSchema = z.object({
  blend: z.enum(['strict', 'proportional'], { error: 'Blends: strict or proportional.' }).default('strict'),
  pressCloth: z.enum(['always', 'sturdyBare'], { error: 'Press cloth: always, or bare on sturdy cotton.' }).default('always'),
  moisture: z.enum(['widest', 'dry', 'moist'], { error: 'Moisture: widest margin, dry or moist.' }).default('widest'),
  allowance: z.enum(['inside', 'caught'], { error: 'Seam allowance: inside or caught.' }).default('inside'),
  size: z.enum(['smaller', 'exact'], { error: 'Web size: smaller or exact.' }).default('smaller'),
  motion: z.enum(['still', 'circles'], { error: 'Iron: still or circles.' }).default('still'),
  seams: z.enum(['open', 'oneSide'], { error: 'Seams: open or to one side.' }).default('open'),
  piecing: z.enum(['dry', 'steam'], { error: 'Piecing: dry or steam.' }).default('dry'),
  washes: z.enum(['0', '1', '3', '5'], { error: 'Washes: none, one, three or five.' }).default('1'),
  bearing: z.enum(['lean', 'weight'], { error: 'Bearing down: lean, or the iron\'s weight.' }).default('lean'),
  warm: z.enum(['first', 'no'], { error: 'Warming: first, or not.' }).default('first'),
  sides: z.enum(['one', 'both'], { error: 'Sides: one, or both.' }).default('one'),
  patience: z.enum(['12', '20', '30', '45'], { error: 'Patience: 12, 20, 30 or 45 s.' }).default('20'),
  clock: z.enum(['bond', 'seconds'], { error: 'Clock: by bond, or by seconds.' }).default('bond'),
  walk: z.enum(['middle', 'rows'], { error: 'Positions: from the middle, or row by row.' }).default('middle'),
  places: z.enum(['1', '2', '3', '4', '6', '8'], { error: 'Flat places: one, two, three, four, six or eight.' }).default('3'),
  cooling: z.enum(['touch', 'cold'], { error: 'Cooling: to the touch or cold.' }).default('cold'),
  view: z.enum(['simple', 'full'], { error: 'Screens: simple or full.' }).default('full'),
})
export type Rules = z.infer<typeof rulesSchema>
export const workroomSchema = z.object({
  id: idSchema, name: nameField('Name'), units: unitsSchema, rules: rulesSchema, version: versionField,
  /** The demonstration, with invented data. */
  demo: yesField('Demonstration').default(false),
})
export type Workroom = z.infer<typeof workroomSchema>
export const workroomUpdate = z.object({ name: nameField('Name'), units: unitsSchema, rules: rulesSchema, version: versionField })
export type WorkroomUpdate = z.infer<typeof workroomUpdate>
