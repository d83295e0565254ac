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
  fusing: 'yes' | 'no'
  reason: string
}

const rows = {
  puCoat: ['Polyurethane coat', 110, null, null, true, false, 'yes', 'the coat softens and sticks'],
  foamLaminate: ['Foam laminate', 110, 105, null, true, true, 'yes', 'the foam flattens and lets go'],
  filmLaminate: ['Cork or film laminate', 130, 115, null, true, true, 'yes', 'the lamination glue wakes'],
  gasDyedPrint: ['Print gassed into polyester', 150, null, 10, true, true, 'yes', 'the dye moves out again with heat and time'],
  flock: ['Flock or film lettering', null, null, null, true, true, 'yes', 'lettering is only heated from the wrong side'],
  resinPrint: ['Adhesive-finished or foil print', 110, null, null, true, true, 'yes', 'the print softens'],
  flameRetardant: [
    'Flame-retardant or protective', null, null, null, false, false, 'no', 'fusing may void its certificate: ask the maker',
  ],
  waterRepellent: ['Water-repellent', null, null, null, true, false, 'yes', 'adhesive holds badly on it: prove it with a swatch'],
} satisfies Record<string, [string, number | null, number | null, number | null, boolean, boolean, Finish['fusing'], string]>

export type FinishKey = keyof typeof rows

export const FINISHES = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key, name: r[0], limitC: r[1], fabricLimitC: r[2], maxTouchS: r[3], pressClothNeeded: r[4], backOnly: r[5], fusing: r[6], reason: r[7],
  }]),
) as Record<FinishKey, Finish>

export const FINISH_KEYS = Object.keys(rows) as FinishKey[]
