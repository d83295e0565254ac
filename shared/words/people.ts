import type { AuditLine } from '../schemas'

const DONE: Readonly<Record<string, (about: string) => string>> = {
  signedIn: () => 'signed in', signedOut: () => 'signed out', switched: () => 'took over at the board',
  copiedCookie: () => 'was signed out: what the browser carries was in use twice',
  personAdded: about => `added ${about}`, personChanged: about => `changed ${about}`, personPutAway: about => `put ${about} away`,
  personBack: about => `took ${about} back`, passphrase: about => `gave ${about} a new passphrase`,
  pin: about => (about === 'none' ? 'took the PIN away' : about ? `gave a PIN ${about}` : 'chose a PIN'),
  paired: about => `paired ${about}`, deviceEnded: about => `put the device ${about} away`, rules: () => 'changed the house rules',
  imported: about => `imported ${about}`, restored: about => `restored ${about}`, exported: () => 'exported the workroom',
  removed: about => `removed ${about}`, begun: about => `began ${about}`, cardLink: about => `gave out a care card: ${about}`,
}
/** Who stands on what was done before people were kept. */
export const BEFORE_PEOPLE = 'before people were kept'
/** What somebody did, as a sentence. */
export function auditSentence({ what, about, by, device }: Pick<AuditLine, 'what' | 'about' | 'by' | 'device'>): string {
  const did = DONE[what]?.(about) ?? what
  return `${by ?? 'Somebody at the server'} ${did}${device ? `, on ${device}` : ''}.`
}
/** By whom, for a line of a list. */
export const byWords = (name: string | null): string => (name ? `by ${name}` : BEFORE_PEOPLE)
