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
  /** It bonds at a low heat and holds a hem dry. */
  isLowMelt?: true
  /** Pictures and names are printed on it, and pressed off. */
  isPrintFilm?: true
}

const KINDS = {
  polyamide: {
    name: 'Polyamide, standard', meltC: [105, 125], windowC: [118, 140], holdS: 10, pressureKPa: 20, wetShiftC: 15, washC: [40, 60],
    tumble: 'low', dryClean: 'yes',
  },
  polyamideLow: {
    name: 'Polyamide, low melt', meltC: [80, 105], windowC: [95, 120], holdS: 8, pressureKPa: 10, wetShiftC: 12, washC: [30, 40],
    tumble: 'no', dryClean: 'some', isLowMelt: true,
  },
  polyester: {
    name: 'Polyester', meltC: [110, 130], windowC: [125, 150], holdS: 12, pressureKPa: 25, wetShiftC: 3, washC: [60, 60],
    tumble: 'low', dryClean: 'yes',
  },
  ldpe: {
    name: 'Low-density polyethylene', meltC: [100, 115], windowC: [125, 150], holdS: 12, pressureKPa: 30, wetShiftC: 0, washC: [60, 60],
    tumble: 'no', dryClean: 'poor',
  },
  hdpe: {
    name: 'High-density polyethylene', meltC: [125, 135], windowC: [150, 170], holdS: 15, pressureKPa: 100, wetShiftC: 0, washC: [95, 95],
    tumble: 'yes', dryClean: 'no',
  },
  eva: {
    name: 'Ethylene-vinyl acetate', meltC: [65, 90], windowC: [85, 110], holdS: 6, pressureKPa: 8, wetShiftC: 2, washC: [30, 30],
    tumble: 'no', dryClean: 'no', isLowMelt: true,
  },
  polyurethane: {
    name: 'Polyurethane film', meltC: [100, 130], windowC: [120, 150], holdS: 12, pressureKPa: 25, wetShiftC: 3, washC: [40, 60],
    tumble: 'low', dryClean: 'some', isPrintFilm: true,
  },
  polyamideWeb: {
    name: 'Polyamide web', meltC: [100, 120], windowC: [112, 135], holdS: 8, pressureKPa: 8, wetShiftC: 15, washC: [40, 40],
    tumble: 'no', dryClean: 'yes',
  },
  evaWeb: {
    name: 'Low-heat web', meltC: [65, 90], windowC: [85, 110], holdS: 6, pressureKPa: 8, wetShiftC: 2, washC: [30, 30],
    tumble: 'no', dryClean: 'no', isLowMelt: true,
  },
} satisfies Record<string, Omit<Adhesive, 'key'>>

export type AdhesiveKey = keyof typeof KINDS
export const ADHESIVE_KEYS = Object.keys(KINDS) as AdhesiveKey[]
export const ADHESIVES = Object.fromEntries(ADHESIVE_KEYS.map(key => [key, { ...KINDS[key], key }])) as Record<AdhesiveKey, Adhesive>

/** What is sold for irons and what is sold for presses are different grades of the same adhesive. */
export type AdhesiveGrade = 'hand' | 'press'
export const ADHESIVE_GRADES: readonly AdhesiveGrade[] = ['hand', 'press']

/** Adhesives that bond at a low heat and hold a hem dry. */
export const LOW_MELT: ReadonlySet<AdhesiveKey> = new Set(ADHESIVE_KEYS.filter(key => ADHESIVES[key].isLowMelt))
/** What is printed on to be pressed off. */
export const PRINT_FILM: AdhesiveKey = ADHESIVE_KEYS.find(key => ADHESIVES[key].isPrintFilm)!
