/**
 * Display units. Everything is stored and computed metric; a workroom may read it otherwise.
 * Each converter maps the stored metric value to the shown one and back without loss beyond floating point.
 */
type Quantity = 'length' | 'temperature' | 'temperatureDifference' | 'arealMass' | 'pressure'
export type Unit = 'mm' | 'cm' | 'in' | '°C' | '°F' | 'g/m²' | 'oz/yd²' | 'kPa' | 'psi'

interface Scale { quantity: Quantity, factor: number, offset: number, digits: number }

const GSM_PER_OZ_YD2 = 28.349523125 / 0.83612736
const KPA_PER_PSI = 6.894757293168361

const SCALES: Record<Unit, Scale> = {
  'mm': { quantity: 'length', factor: 1, offset: 0, digits: 1 },
  'cm': { quantity: 'length', factor: 0.1, offset: 0, digits: 1 },
  'in': { quantity: 'length', factor: 1 / 25.4, offset: 0, digits: 2 },
  '°C': { quantity: 'temperature', factor: 1, offset: 0, digits: 0 },
  '°F': { quantity: 'temperature', factor: 1.8, offset: 32, digits: 0 },
  'g/m²': { quantity: 'arealMass', factor: 1, offset: 0, digits: 0 },
  'oz/yd²': { quantity: 'arealMass', factor: 1 / GSM_PER_OZ_YD2, offset: 0, digits: 1 },
  'kPa': { quantity: 'pressure', factor: 1, offset: 0, digits: 1 },
  'psi': { quantity: 'pressure', factor: 1 / KPA_PER_PSI, offset: 0, digits: 2 },
}

export interface DisplayUnits { length: 'mm' | 'cm' | 'in', temperature: '°C' | '°F', arealMass: 'g/m²' | 'oz/yd²' }
export const METRIC: DisplayUnits = { length: 'mm', temperature: '°C', arealMass: 'g/m²' }

/** Stored metric value (mm, °C, g/m², kPa) → the number in `unit`. */
export const toUnit = (metric: number, unit: Unit): number => metric * SCALES[unit].factor + SCALES[unit].offset

/** The number in `unit` → stored metric value. */
export const fromUnit = (shown: number, unit: Unit): number => (shown - SCALES[unit].offset) / SCALES[unit].factor

/** How many decimals a person is shown in `unit`. */
const shownDigits = (unit: Unit): number => SCALES[unit].digits

/** A metric value as shown, with its unit: `withUnit(142, '°C')` is "142 °C". */
export const withUnit = (metric: number, unit: Unit, digits = shownDigits(unit)): string =>
  `${toUnit(metric, unit).toFixed(digits)} ${unit}`

const IN_MM = { 'mm': 1, 'cm': 10, 'm': 1000, 'in': 25.4, '"': 25.4, '″': 25.4 } as const
const VULGAR: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' }

/**
 * A length as people write it, mm: 38, 38,5, 3.5 cm, 5 3/8, 5-3/8", ¾ in. A unit that is written comes before the usual one.
 * @returns null where it is none
 */
export function readLengthMm(text: string, usual: 'mm' | 'cm' | 'in'): number | null {
  const plain = text.trim().replace(/[½¼¾⅛⅜⅝⅞]/g, v => ` ${VULGAR[v]!}`).replace(/\s+/g, ' ').trim()
  const parts = /^(-)?(?:(\d+(?:[.,]\d+)?)(?:[ -](\d+)\/(\d+))?|(\d+)\/(\d+)) ?(mm|cm|m|in|"|″)?$/.exec(plain)
  if (!parts) return null
  const [, minus, whole, over, under, over2, under2, unit] = parts
  // A fraction goes with a whole number: 5.5 3/8 is none.
  if (over && /[.,]/.test(whole!)) return null
  const [top, below] = [Number(over ?? over2 ?? 0), Number(under ?? under2 ?? 1)]
  if (below === 0) return null
  const value = Number((whole ?? '0').replace(',', '.')) + top / below
  return (minus ? -value : value) * IN_MM[(unit as keyof typeof IN_MM | undefined) ?? usual]
}
