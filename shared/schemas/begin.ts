import { z } from 'zod'
import { IRON_KIND_KEYS, PRESS_CLOTH_KIND_KEYS } from '#core/materials'
import { nameField } from './common'
import { passphraseField, personName } from './people'
import { unitsSchema } from './workroom'

/** Typical supplies that a shelf may begin with. */
export const STARTER_KEYS = [
  'lightWoven', 'shirtWoven', 'lightNonwoven', 'softKnit', 'weftInsert', 'waistband', 'organza', 'canvas', 'web', 'hemTape', 'foam',
  'tearAway',
] as const
export type StarterKey = typeof STARTER_KEYS[number]
/** How the settings of a dial are called. */
export const DIAL_KEYS = ['dots', 'fibres', 'levels'] as const
export type DialKey = typeof DIAL_KEYS[number]

const list = <const T extends readonly [string, ...string[]]>(keys: T, what: string) => z
  .array(z.enum(keys, { error: `${what}: choose from the list.` }), { error: `${what}: give a list.` })
  .refine(all => new Set(all).size === all.length, `${what}: one is listed twice.`)

/** A workroom as it begins: what is skipped is not there, and can be added later. */
export const beginBody = z.object({
  name: nameField('Workroom'), units: unitsSchema,
  /** Who begins it is its owner. */
  owner: z.object({ name: personName, passphrase: passphraseField }, { error: 'Owner: say your name and a passphrase.' }),
  device: nameField('Device', 60).default('A browser'),
  iron: z.object({
    kind: z.enum(IRON_KIND_KEYS, { error: 'Kind of iron: choose one from the list.' }),
    dial: z.enum(DIAL_KEYS, { error: 'Dial: choose one from the list.' }),
  }).nullable().default(null),
  pressCloths: list(PRESS_CLOTH_KIND_KEYS as [typeof PRESS_CLOTH_KIND_KEYS[number], ...typeof PRESS_CLOTH_KIND_KEYS], 'Press cloths')
    .default([]),
  supplies: list(STARTER_KEYS, 'Supplies').default([]),
})
export type BeginBody = z.infer<typeof beginBody>
