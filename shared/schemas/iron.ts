import { z } from 'zod'
import { PRESS_CLOTH_KIND_KEYS, IRON_KIND_KEYS } from '#core/materials'
import { idSchema, momentField, nameField, numberField, originSchema, textField, versionField } from './common'

export const ironSettingSchema = z.object({
  label: nameField('Dial setting', 24),
  meanC: numberField('Setting temperature', '°C', 60, 240),
  swingC: numberField('Swing', '°C', 0, 40),
  origin: originSchema.default('typical'),
})

const WATERS = ['none', 'tap', 'distilled'] as const

export const ironBody = z.object({
  name: nameField('Name'),
  kind: z.enum(IRON_KIND_KEYS, { error: 'Kind of iron: choose one from the list.' }),
  settings: z
    .array(ironSettingSchema, { error: 'Settings: give a list.' })
    .min(1, 'Settings: an iron needs at least one dial setting with its temperature.')
    .max(8, 'Settings: eight at most.'),
  shutsOffAfterS: numberField('Shuts itself off after', 's', 30, 7200).nullable().default(null),
  note: textField('Note', 500).default(''),
  /** What it is filled with, and what its book asks for; null where the book is lost. */
  water: z.enum(WATERS, { error: 'Water: none, tap or distilled.' }).default('tap'),
  bookWater: z.enum(WATERS, { error: 'Water by its manual: choose none, tap or distilled.' }).nullable().default(null),
  /** When its sole was last cleaned. */
  cleanedAt: momentField('Soleplate cleaned').nullable().default(null),
})
export const ironUpdate = ironBody.extend({ version: versionField })
export type IronBody = z.infer<typeof ironBody>
/** Touches with adhesive since its sole was cleaned: with a bare sole, and in all. */
export interface SoleSince {
  bare: number
  fused: number
}
export interface Iron extends IronBody { id: string, version: number, updatedAt: string, since: SoleSince }

export const pressClothSchema = z.object({ id: idSchema, name: nameField('Name'), kind: z.enum(PRESS_CLOTH_KIND_KEYS),
  version: versionField })
export type PressCloth = z.infer<typeof pressClothSchema>
