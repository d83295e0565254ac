import type { AuditLine } from '../schemas'

/** What is written down of those who change the workroom as a whole, or who is in it. */
const DONE = {
  signedIn: () => 'signed in',
  signedOut: () => 'signed out',
  switched: () => 'took over at the board',
  copiedCookie: () => 'was signed out: what the browser carries was in use twice',
  personAdded: (about: string) => `added ${about}`,
  personChanged: (about: string) => `changed ${about}`,
  personPutAway: (about: string) => `put ${about} away`,
  personBack: (about: string) => `took ${about} back`,
  passphrase: (about: string) => `gave ${about} a new passphrase`,
  pin: (about: string) => (about === 'none' ? 'took the PIN away' : about ? `gave a PIN ${about}` : 'chose a PIN'),
  paired: (about: string) => `paired ${about}`,
  deviceEnded: (about: string) => `put the device ${about} away`,
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
