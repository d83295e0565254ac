import { z } from 'zod'
import { COVER_KIND_KEYS, IRON_KIND_KEYS } from '#core/materials'
import { idSchema, nameField, numberField, originSchema, textField, versionField } from './common'

export const ironStopSchema = z.object({
  label: nameField('Stop', 24),
  meanC: numberField('Stop temperature', '°C', 60, 240),
  swingC: numberField('Swing', '°C', 0, 40),
  origin: originSchema.default('typical'),
})

export const ironBody = z.object({
  name: nameField('Name'),
  kind: z.enum(IRON_KIND_KEYS, { error: 'Kind of iron: choose one from the list.' }),
  stops: z
    .array(ironStopSchema, { error: 'Stops: give a list.' })
    .min(1, 'Stops: an iron needs at least one dial stop with its temperature.')
    .max(8, 'Stops: eight at most.'),
  shutsOffAfterS: numberField('Shuts itself off after', 's', 30, 7200).nullable().default(null),
  note: textField('Note', 500).default(''),
})
export const ironUpdate = ironBody.extend({ version: versionField })
export type IronBody = z.infer<typeof ironBody>
export interface Iron extends IronBody { id: string, version: number, updatedAt: string }

export const coverSchema = z.object({ id: idSchema, name: nameField('Name'), kind: z.enum(COVER_KIND_KEYS), version: versionField })
export type Cover = z.infer<typeof coverSchema>
