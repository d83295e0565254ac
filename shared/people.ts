/** Who may do what: one table for the server, which refuses, and for the board, which says so beforehand. */

/** What somebody of a workroom is there. */
export const ROLES = ['owner', 'maker', 'apprentice'] as const
export type Role = typeof ROLES[number]

/**
 * What a route asks for. `read`: to look. `work`: to practise, press, log swatches. `manage`: to change fabrics, supplies, jobs, pieces,
 * stock and rules, and to bring things in. `own`: people, devices, restoring, removing.
 */
export const MAYS = ['read', 'work', 'manage', 'own'] as const
export type May = typeof MAYS[number]

const MAY_OF: Readonly<Record<Role, readonly May[]>> = {
  owner: MAYS, maker: ['read', 'work', 'manage'], apprentice: ['read', 'work'],
}
export const mayDo = (role: Role, may: May): boolean => MAY_OF[role].includes(may)
/** The roles that may, the most trusted first. */
export const rolesThatMay = (may: May): Role[] => ROLES.filter(role => mayDo(role, may))

export const ROLE_NAMES: Readonly<Record<Role, string>> = { owner: 'Owner', maker: 'Maker', apprentice: 'Apprentice' }
/** What a role may, in a sentence for whoever chooses one. */
export const ROLE_SENTENCES: Readonly<Record<Role, string>> = {
  owner: 'Everything, people, devices and restoring too.',
  maker: 'All the work: fabrics, supplies, jobs, stock, rules. Not people, restoring or removing.',
  apprentice: 'Looks, practises, presses and logs swatches. Not stock, rules or imports.',
}
const WHO_MAY: Readonly<Record<May, string>> = {
  read: 'Anyone of the workroom', work: 'Anyone of the workroom', manage: 'A maker or the owner', own: 'The owner',
}
/** Who may, for somebody who may not. */
export const whoMaySentence = (may: May): string => `${WHO_MAY[may]} can do this.`

/** What the same name is, however it is written: letters in two widths, cases, spaces and letters that cannot be seen count for nothing. */
export const nameKeyOf = (name: string): string =>
  name.normalize('NFKC').replace(/[\p{Cf}\p{Cc}\p{Default_Ignorable_Code_Point}\u2800]/gu,
    '').toLowerCase().normalize('NFKC').replace(/\s+/gu, ' ').trim()
