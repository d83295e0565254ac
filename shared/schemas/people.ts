import { z } from 'zod'
import { nameKeyOf, ROLES, type Role } from '../people'
import { idSchema, momentField, nameField, textField, versionField } from './common'

const roleField = z.enum(ROLES, { error: `Role: choose ${ROLES.join(', ')}.` })
/** A name under which somebody signs in: something of it can be seen. */
export const personName = nameField('Name').refine(name => nameKeyOf(name) !== '', 'Name: it needs a letter that can be seen.')

export const SHORTEST_PASSPHRASE = 10
const LONGEST_PASSPHRASE = 200
/** A new passphrase; whether it is easily guessed is looked at where it is kept. */
export const passphraseField = z.string({ error: 'Passphrase: write one.' })
  .min(SHORTEST_PASSPHRASE, `Passphrase: ${SHORTEST_PASSPHRASE} characters at least. A few words in a row are easy to keep in mind.`)
  .max(LONGEST_PASSPHRASE, `Passphrase: ${LONGEST_PASSPHRASE} characters at the most.`)
/** One that is only compared. */
const givenPassphrase = z.string({ error: 'Passphrase: write it.' }).min(1, 'Passphrase: write it.')
  .max(LONGEST_PASSPHRASE, `Passphrase: none has more than ${LONGEST_PASSPHRASE} characters.`)
const pinField = z.string({ error: 'PIN: four to eight figures.' }).regex(/^\d{4,8}$/, 'PIN: four to eight figures.')
const deviceName = nameField('Device', 60)

export const signInBody = z.object({
  name: z.string({ error: 'Name: write yours.' }).max(200, 'Name: none is longer than 80 characters.'),
  passphrase: givenPassphrase,
  /** Where somebody belongs to several. */
  workroomId: idSchema.optional(),
  device: deviceName.optional(),
})
export type SignInBody = z.infer<typeof signInBody>
export const switchBody = z.object({ personId: idSchema, pin: z.string().max(20).default('') })
export const pairBody = z.object({ code: z.string({ error: 'Code: write it.' }).max(60, 'Code: that is none of ours.'),
  device: deviceName })

export const cardBody = z.object({
  token: z.string({ error: 'Link: it is cut off.' }).max(1000, 'Link: that is none of ours.'),
  as: z.enum(['text', 'pdf'], { error: 'As: text or pdf.' }).default('text'),
})
export const deviceBody = z.object({ name: deviceName })

/** Someone new: with a passphrase, or only a name to be tapped at the board. */
export const personBody = z.object({
  name: personName, role: roleField, passphrase: passphraseField.nullable().default(null),
  /** With which she takes over at a paired board; she can choose another. */
  pin: pinField.nullable().default(null),
})
export type PersonBody = z.infer<typeof personBody>
export const personUpdate = z.object({ name: personName, role: roleField, version: versionField })
export const passphraseBody = z.object({ current: z.string().max(LONGEST_PASSPHRASE).default(''), passphrase: passphraseField })
export const pinBody = z.object({ pin: pinField.nullable() })

/** Someone of a workroom, as the others see them. */
export interface Person {
  id: string
  name: string
  role: Role
  hasPin: boolean
  /** With a passphrase of her own. */
  signsIn: boolean
  putAway: boolean
  version: number
}
export interface Device {
  id: string
  name: string
  paired: boolean
  /** Who is signed in there now. */
  at: string | null
  seenAt: string
  isThis: boolean
}
/** Who is at the board, and where. */
export interface Me {
  workroom: { id: string, name: string, demo: boolean }
  person: { id: string, name: string, role: Role, hasPin: boolean, signsIn: boolean }
  device: { id: string, name: string, paired: boolean } | null
  /** Nobody here has a passphrase yet: whoever comes is its owner. */
  open: boolean
  /** Who can take over at this board by a tap. */
  others: { id: string, name: string, role: Role, asksPin: boolean }[]
}
/** What a browser finds at the door. */
export type Door
  = | { at: 'empty' }
    | { at: 'in', me: Me }
  /** A device that stays at the board, with nobody at it. */
    | { at: 'board', workroom: { id: string, name: string }, people: { id: string, name: string, role: Role }[] }
    | { at: 'out' }
/** Several workrooms know this person. */
export interface ChooseWorkroom { choose: { id: string, name: string }[] }

export interface AuditLine { id: string, at: string, by: string | null, device: string | null, what: string, about: string }
/** A person in a workroom file: a name for what was done, never a way to sign in. */
export const personRow = z.object({
  id: idSchema, createdAt: momentField('Written'), name: textField('Name', 80), role: roleField,
  putAwayAt: momentField('Removed').nullable().default(null),
})
