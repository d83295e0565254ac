import type { Role } from '#shared/people'

/** Who works at Tidewell. None of them has a passphrase: whoever opens the demonstration may take anyone's place. */
export const DEMO_PEOPLE = [
  { key: 'orla', name: 'Orla', role: 'owner' }, { key: 'bram', name: 'Bram', role: 'maker' }, { key: 'wick', name: 'Wick',
    role: 'apprentice' },
] as const satisfies readonly { key: string, name: string, role: Role }[]
export type DemoPerson = typeof DEMO_PEOPLE[number]['key']
