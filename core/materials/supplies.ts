/** Families of supplies, by what they are for. */
export const SUPPLY_FAMILIES = [
  'fusible', 'sewIn', 'web', 'hemTape', 'foam', 'hoop', 'stiffener', 'stayTape', 'transfer', 'lettering', 'patch', 'trim',
] as const
export type SupplyFamily = (typeof SUPPLY_FAMILIES)[number]

export const BACKING_BASES = ['woven', 'knit', 'weftInsert', 'nonwoven', 'none'] as const
export type BackingBase = typeof BACKING_BASES[number]

export const RESIN_FORMS = ['dots', 'powder', 'film', 'web', 'none'] as const
export type ResinForm = typeof RESIN_FORMS[number]

/** Give of a backing that nobody has measured, %. Typical; a web or film goes along with its cloth a little. */
export const BASE_GIVE_PCT: Record<BackingBase, number> = { woven: 1, knit: 20, weftInsert: 4, nonwoven: 2, none: 12 }
