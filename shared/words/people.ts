import type { AuditLine } from '../schemas'

/** What is written down of those who change the workroom as a whole, or who is in it. */
const DONE = {
  signedIn: () => 'signed in',
  signedOut: () => 'signed out',
  switched: () => 'took over at the board',
  copiedCookie: () => 'was signed out: the same sign-in was used from two places',
  personAdded: (about: string) => `added ${about}`,
  personChanged: (about: string) => `changed ${about}`,
  personPutAway: (about: string) => `removed ${about}`,
  personBack: (about: string) => `brought ${about} back`,
  passphrase: (about: string) => `gave ${about} a new passphrase`,
  pin: (about: string) => (about === 'none' ? 'removed the PIN' : about ? `gave a PIN ${about}` : 'chose a PIN'),
  paired: (about: string) => `paired ${about}`,
  deviceEnded: (about: string) => `removed the device ${about}`,
  rules: () => 'changed the house rules',
  imported: (about: string) => `imported ${about}`,
  restored: (about: string) => `restored ${about}`,
  exported: () => 'exported the workroom',
  removed: (about: string) => `removed ${about}`,
  begun: (about: string) => `began ${about}`,
  cardLink: (about: string) => `gave out a care card: ${about}`,
} satisfies Record<string, (about: string) => string>
export type Audited = keyof typeof DONE
/** Who stands on what was done before people were kept. */
export const BEFORE_PEOPLE = 'before people were kept'
/** What somebody did, as a sentence. */
export function auditSentence({ what, about, by, device }: Pick<AuditLine, 'what' | 'about' | 'by' | 'device'>): string {
  const did = (DONE as Partial<Record<string, (about: string) => string>>)[what]?.(about) ?? what
  return `${by ?? 'Somebody at the server'} ${did}${device ? `, on ${device}` : ''}.`
}
/** By whom, for a line of a list. */
export const byWords = (name: string | null): string => (name ? `by ${name}` : BEFORE_PEOPLE)
