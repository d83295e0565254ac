import { z } from 'zod'
import { COVER_KIND_KEYS, IRON_KIND_KEYS } from '#core/materials'
import { idSchema, nameField, numberField, originSchema, textField, versionField } from './common'

export const ironStopSchema = z.object({
  label: nameField('Stop', 24),
  meanC: numberField('Stop temperature', '°C', 60, 240),
  swingC: numberField('Swing', '°C', 0, 40),
  origin: originSchema.default('typical'),
})

export const ironFields = z.object({
  name: nameField('Name'),
  kind: z.enum(IRON_KIND_KEYS, { error: 'Kind of iron: choose one from the list.' }),
  stops: z.array(ironStopSchema, { error: 'Stops: give a list.' }).min(1, 'Stops: an iron needs at least one dial stop with its temperature.').max(8, 'Stops: eight at most.'),
  shutsOffAfterS: numberField('Shuts itself off after', 's', 30, 7200).nullable().default(null),
  note: textField('Note', 500).default(''),
})
export const ironBody = ironFields
export const ironUpdate = ironFields.extend({ version: versionField })
export const ironSchema = ironFields.extend({ id: idSchema, version: versionField, updatedAt: z.string() })
export type IronBody = z.infer<typeof ironBody>
export type Iron = z.infer<typeof ironSchema>

export const coverSchema = z.object({ id: idSchema, name: nameField('Name'), kind: z.enum(COVER_KIND_KEYS), version: versionField })
export type Cover = z.infer<typeof coverSchema>
