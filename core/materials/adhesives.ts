/** Adhesives of fusibles: typical values of each, from adhesive handbooks. A maker's sheet overrides every one. */
export interface Adhesive {
  key: AdhesiveKey
  name: string
  /** Start and end of the melting range, °C. */
  meltC: [number, number]
  /** Glue-line temperature wanted, °C. */
  windowC: [number, number]
  /** Hold at mid-window under `pressureKPa`, seconds: where the fit to the makers' instructions starts. */
  holdS: number
  /** Reference pressure of that hold, kPa. */
  pressureKPa: number
  /** How much lower it flows when moist, °C. */
  wetShiftC: number
  washC: [number, number]
  tumble: 'no' | 'low' | 'yes'
  dryClean: 'no' | 'poor' | 'some' | 'yes'
}

const rows = {
  polyamide: ['Polyamide, standard', [105, 125], [118, 140], 10, 20, 15, [40, 60], 'low', 'yes'],
  polyamideLow: ['Polyamide, low melt', [80, 105], [95, 120], 8, 10, 12, [30, 40], 'no', 'some'],
  polyester: ['Polyester', [110, 130], [125, 150], 12, 25, 3, [60, 60], 'low', 'yes'],
  ldpe: ['Low-density polyethylene', [100, 115], [125, 150], 12, 30, 0, [60, 60], 'no', 'poor'],
  hdpe: ['High-density polyethylene', [125, 135], [150, 170], 15, 100, 0, [95, 95], 'yes', 'no'],
  eva: ['Ethylene-vinyl acetate', [65, 90], [85, 110], 6, 8, 2, [30, 30], 'no', 'no'],
  polyurethane: ['Polyurethane film', [100, 130], [120, 150], 12, 25, 3, [40, 60], 'low', 'some'],
  polyamideWeb: ['Polyamide web', [100, 120], [112, 135], 8, 8, 15, [40, 40], 'no', 'yes'],
  evaWeb: ['Low-heat web', [65, 90], [85, 110], 6, 8, 2, [30, 30], 'no', 'no'],
} satisfies Record<
  string,
  [string, [number, number], [number, number], number, number, number, [number, number], Adhesive['tumble'], Adhesive['dryClean']]
>

export type AdhesiveKey = keyof typeof rows

export const ADHESIVES = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key, name: r[0], meltC: r[1], windowC: r[2], holdS: r[3], pressureKPa: r[4], wetShiftC: r[5], washC: r[6], tumble: r[7], dryClean: r[8],
  }]),
) as Record<AdhesiveKey, Adhesive>

export const ADHESIVE_KEYS = Object.keys(rows) as AdhesiveKey[]

/** What is sold for irons and what is sold for presses are different grades of the same adhesive. */
export type AdhesiveGrade = 'hand' | 'press'
export const ADHESIVE_GRADES: readonly AdhesiveGrade[] = ['hand', 'press']

/** Adhesives that bond at a low heat and hold a hem dry. */
export const LOW_MELT: ReadonlySet<AdhesiveKey> = new Set<AdhesiveKey>(['eva', 'evaWeb', 'polyamideLow'])
