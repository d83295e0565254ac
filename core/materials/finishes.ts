/** Finishes and structures that change what a fabric can stand. Typical values. */
export interface Finish {
  key: FinishKey
  name: string
  /** Highest sole temperature, °C; null = unchanged, 0 = no heat at all. */
  limitC: number | null
  /** A temperature inside the fabric that must not be reached, °C (the glue of a laminate, say). */
  fabricLimitC: number | null
  /** Longest single touch, seconds. */
  maxTouchS: number | null
  pressClothNeeded: boolean
  /** The sole may only come from the back. */
  backOnly: boolean
  /** Steam comes through to what it harms. */
  noSteam: boolean
  fusing: 'yes' | 'no'
  reason: string
}

const NONE = {
  limitC: null, fabricLimitC: null, maxTouchS: null, pressClothNeeded: true, backOnly: false, noSteam: false, fusing: 'yes',
} satisfies Omit<Finish, 'key' | 'name' | 'reason'>

const rows = {
  puCoat: { ...NONE, name: 'Polyurethane coat', limitC: 110, reason: 'the coat softens and sticks' },
  foamLaminate: {
    ...NONE, name: 'Foam laminate', limitC: 110, fabricLimitC: 105, backOnly: true, reason: 'the foam flattens and lets go',
  },
  filmLaminate: {
    ...NONE, name: 'Cork or film laminate', limitC: 130, fabricLimitC: 115, backOnly: true, reason: 'the lamination glue wakes',
  },
  gasDyedPrint: {
    ...NONE, name: 'Print gassed into polyester', limitC: 150, maxTouchS: 5, backOnly: true,
    reason: 'the dye moves out again with heat and time',
  },
  flock: {
    ...NONE, name: 'Flock or film lettering', limitC: 110, backOnly: true, reason: 'lettering is only heated from the wrong side',
  },
  beads: {
    ...NONE, name: 'Beads or sequins', limitC: 110, backOnly: true, noSteam: true,
    reason: 'they melt, curl or lose their colour, so heat comes from the wrong side alone',
  },
  resinPrint: { ...NONE, name: 'Adhesive-finished or foil print', limitC: 110, backOnly: true, reason: 'the print softens' },
  flameRetardant: {
    ...NONE, name: 'Flame-retardant or protective', pressClothNeeded: false, fusing: 'no',
    reason: 'fusing may void its certificate: ask the maker',
  },
  waterRepellent: { ...NONE, name: 'Water-repellent', reason: 'adhesive holds badly on it: prove it with a swatch' },
} satisfies Record<string, Omit<Finish, 'key'>>

export type FinishKey = keyof typeof rows

export const FINISHES = Object.fromEntries(Object.entries(rows).map(([key, row]) => [key, { key, ...row }])) as Record<FinishKey, Finish>

export const FINISH_KEYS = Object.keys(rows) as FinishKey[]
