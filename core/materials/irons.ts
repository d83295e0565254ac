/** Kinds of iron, typical values. A workroom's own iron is measured; these fill what it has not. */
export interface IronKind {
  key: IronKindKey
  name: string
  soleMm: [number, number]
  bearingCm2: number
  /** Null where the machine presses by itself. */
  massKg: number | null
  steamGMin: number
  burstGMin: number | null
  burstS: number | null
  /** Half-width of the thermostat's swing, °C. */
  swingC: number
  warmCPerS: number
  coolCPerS: number
  /** Heat that the sole and its body hold, J/K: how far it sags on cold or wet work. */
  soleJK: number
  /** Bearing pressure under its own weight, kPa. */
  weightKPa: number
  /** Bearing pressure when leaned on or closed, kPa. */
  leanKPa: number
}

const rows = {
  household: ['Household steam iron', [220, 115], 175, 1.4, 30, 120, 3, 15, 2, 0.2, 900, 0.78, 3],
  travel: ['Small travel iron', [145, 75], 75, 0.8, 12, null, null, 20, 2.5, 0.3, 350, 1.05, 4],
  heavyDry: ['Heavy dry iron', [215, 120], 190, 2, 0, null, null, 12, 1.5, 0.15, 1400, 1.03, 3.2],
  gravityFeed: ['Gravity-feed steam iron', [210, 120], 180, 1.9, 50, 150, 3, 8, 2, 0.2, 1100, 1.04, 3.2],
  heatPress: ['Flat heat press', [380, 380], 1440, null, 0, null, null, 4, 1, 0.05, 14_000, 20, 30],
} satisfies Record<
  string,
  [string, [number, number], number, number | null, number, number | null, number | null, number, number, number, number, number, number]
>

export type IronKindKey = keyof typeof rows

export const IRON_KINDS = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key, name: r[0], soleMm: r[1], bearingCm2: r[2], massKg: r[3], steamGMin: r[4], burstGMin: r[5], burstS: r[6],
    swingC: r[7], warmCPerS: r[8], coolCPerS: r[9], soleJK: r[10], weightKPa: r[11], leanKPa: r[12],
  }]),
) as Record<IronKindKey, IronKind>

export const IRON_KIND_KEYS = Object.keys(rows) as IronKindKey[]

/** Lowest sole temperature at which a steam iron steams rather than drips, °C. */
export const STEAMS_FROM_C = 125
