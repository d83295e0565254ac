/** Families of supplies, by what they are for. */
export const SUPPLY_FAMILIES = [
  'fusible', 'sewIn', 'web', 'hemTape', 'foam', 'hoop', 'stiffener', 'stayTape', 'transfer', 'lettering', 'patch', 'trim',
] as const
export type SupplyFamily = (typeof SUPPLY_FAMILIES)[number]

export const INTERFACING_BASES = ['woven', 'knit', 'weftInsert', 'nonwoven', 'none'] as const
export type InterfacingBase = typeof INTERFACING_BASES[number]

export const ADHESIVE_FORMS = ['dots', 'powder', 'film', 'web', 'none'] as const
export type AdhesiveForm = typeof ADHESIVE_FORMS[number]

/** Give of an interfacing that nobody has measured, %. Typical; a web or film goes along with its fabric a little. */
export const BASE_GIVE_PCT: Record<InterfacingBase, number> = { woven: 1, knit: 20, weftInsert: 4, nonwoven: 2, none: 12 }
