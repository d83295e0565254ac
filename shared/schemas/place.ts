import { z } from 'zod'
import { STIFFNESSES } from '#core/stiffness'
import { SUPPLY_FAMILIES } from '#core/materials'
import { idSchema, nameField, numberField, textField, versionField, yesField } from './common'

/** A place that a workroom added to the built-in ones. */
export const placeBody = z.object({
  name: nameField('Name', 40),
  stiffness: z.enum(['keep', ...STIFFNESSES], { error: 'Stiffness: choose one from the list.' }),
  give: z.enum(['stay', 'stop', 'any'], { error: 'Give: stay, stop or any.' }),
  wear: numberField('Wear', '', 0, 1),
  shows: yesField('Shows'),
  inSeam: yesField('In the seam'),
  families: z
    .array(z.enum(SUPPLY_FAMILIES, { error: 'Families: choose from the list.' }), { error: 'Families: give a list.' })
    .min(1, 'Families: at least one kind of supply must be let in.')
    .max(SUPPLY_FAMILIES.length),
  layers: z
    .array(z.enum(['double', 'overFoam', 'withWeb'], { error: 'Layers: choose from the list.' }))
    .max(3)
    .default([]),
})
export const placeUpdate = placeBody.extend({ version: versionField })
export type PlaceBody = z.infer<typeof placeBody>
export interface OwnPlace extends PlaceBody { id: string, version: number }

/** Address of an own place among the built-in keys. */
export const ownPlaceKey = (id: string): string => `own:${id}`

export const placeKeyField = textField('Place', 60).min(1, 'Place: say which.')
export const pieceSchema = z.object({
  /** Made in the browser; it lives as long as the piece. */
  id: idSchema,
  name: nameField('Piece', 40),
  alongMm: numberField('Length', 'mm', 5, 10_000),
  acrossMm: numberField('Width', 'mm', 5, 5000),
  count: z
    .number({ error: 'Count: give a whole number.' })
    .int('Count: give a whole number.')
    .min(1, 'Count: at least one.')
    .max(500, 'Count: 500 at the most.'),
})
export type Piece = z.infer<typeof pieceSchema>
export const piecesBody = z.object({
  place: placeKeyField, pieces: z
    .array(pieceSchema, { error: 'Pieces: give a list.' })
    .max(40, 'Pieces: forty sizes at most.')
    .refine(all => new Set(all.map(p => p.id)).size === all.length, 'Pieces: the same piece is listed twice.'),
})
export const piecesQuery = z.object({ place: placeKeyField })

export const matchShelfQuery = z.object({ fabricId: idSchema.optional() })
