/**
 * Display units. Everything is stored and computed metric; a workroom may read and write it otherwise.
 * Each converter maps the stored metric value to the shown one and back without loss beyond floating point.
 */
export type Unit = 'mm' | 'cm' | 'm' | 'in' | 'yd' | '°C' | '°F' | 'g/m²' | 'oz/yd²' | 'kPa' | 'psi' | 'm²' | 'yd²'
/** What a figure is of; stored in mm, mm, m, °C, g/m², kPa and m². */
export type Quantity = 'length' | 'thickness' | 'fabricLength' | 'temperature' | 'temperatureDifference' | 'arealMass' | 'pressure' | 'area'

interface Scale { factor: number, offset: number, digits: number }

const GSM_PER_OZ_YD2 = 28.349523125 / 0.83612736
const KPA_PER_PSI = 6.894757293168361
const MM_PER_IN = 25.4, M_PER_YD = 0.9144

/** By how much a metric figure is multiplied, and what is added. Yards are of metres, the others of the unit that is stored. */
const SCALES: Record<Unit, Scale> = {
  'mm': { factor: 1, offset: 0, digits: 1 },
  'cm': { factor: 0.1, offset: 0, digits: 1 },
  'm': { factor: 1, offset: 0, digits: 2 },
  'in': { factor: 1 / MM_PER_IN, offset: 0, digits: 2 },
  'yd': { factor: 1 / M_PER_YD, offset: 0, digits: 2 },
  '°C': { factor: 1, offset: 0, digits: 0 },
  '°F': { factor: 1.8, offset: 32, digits: 0 },
  'g/m²': { factor: 1, offset: 0, digits: 0 },
  'oz/yd²': { factor: 1 / GSM_PER_OZ_YD2, offset: 0, digits: 1 },
  'kPa': { factor: 1, offset: 0, digits: 0 },
  'psi': { factor: 1 / KPA_PER_PSI, offset: 0, digits: 1 },
  'm²': { factor: 1, offset: 0, digits: 2 },
  'yd²': { factor: 1 / (M_PER_YD * M_PER_YD), offset: 0, digits: 2 },
}

export type Region = 'UK' | 'US'
export interface DisplayUnits {
  length: 'mm' | 'cm' | 'in'
  temperature: '°C' | '°F'
  arealMass: 'g/m²' | 'oz/yd²'
  /** Whose words and dates; the United Kingdom's where it is not said. */
  region?: Region
  /** ISO 4217; euros where it is not said. */
  currency?: string
}
export const METRIC: DisplayUnits = { length: 'mm', temperature: '°C', arealMass: 'g/m²' }
export const US_CUSTOMARY: DisplayUnits = { length: 'in', temperature: '°F', arealMass: 'oz/yd²' }

/** In what a quantity is shown: who reads inches reads yards of fabric and psi of a press too. */
export function unitOf(quantity: Quantity, units: DisplayUnits = METRIC): Unit {
  const inches = units.length === 'in'
  switch (quantity) {
    case 'length': return units.length
    case 'thickness': return inches ? 'in' : 'mm'
    case 'fabricLength': return inches ? 'yd' : 'm'
    case 'temperature':
    case 'temperatureDifference': return units.temperature
    case 'arealMass': return units.arealMass
    case 'pressure': return inches ? 'psi' : 'kPa'
    case 'area': return inches ? 'yd²' : 'm²'
  }
}

/** Stored metric value (mm, m for yards, °C, g/m², kPa, m²) → the number in `unit`. */
export const toUnit = (metric: number, unit: Unit): number => metric * SCALES[unit].factor + SCALES[unit].offset

/** The number in `unit` → stored metric value. */
export const fromUnit = (shown: number, unit: Unit): number => (shown - SCALES[unit].offset) / SCALES[unit].factor

/** A metric value as shown, with its unit: `withUnit(142, '°C')` is "142 °C". */
export const withUnit = (metric: number, unit: Unit, digits = SCALES[unit].digits): string =>
  `${toUnit(metric, unit).toFixed(digits)} ${unit}`

/** A number as a whole and a fraction, as a tape has it: 13.375 → "13 3/8". @param parts of one, a power of two */
function mixed(value: number, parts: number): string {
  const all = Math.round(Math.abs(value) * parts), whole = Math.floor(all / parts)
  let [over, under] = [all % parts, parts]
  while (over > 0 && over % 2 === 0) [over, under] = [over / 2, under / 2]
  const text = over === 0 ? String(whole) : whole === 0 ? `${over}/${under}` : `${whole} ${over}/${under}`
  return value < 0 && all > 0 ? `-${text}` : text
}
/** Coarsest fraction of an inch that is within a tenth of the value: eighths, and finer only for what is small. */
const TAPES = [8, 16, 32] as const, WITHIN = 0.1
function inchWords(inches: number): string {
  const parts = TAPES.find(p => Math.abs(Math.round(inches * p) / p - inches) <= WITHIN * Math.abs(inches)) ?? 64
  return mixed(inches, parts)
}

/** A difference is multiplied only: what is added to a temperature stays out. */
const valueOf = (metric: number, quantity: Quantity, unit: Unit): number =>
  quantity === 'temperatureDifference' ? metric * SCALES[unit].factor : toUnit(metric, unit)

/** A figure as it is read: inches and yards in eighths, °F by fives. No unit. */
export function shownNumber(metric: number, quantity: Quantity, units: DisplayUnits = METRIC): string {
  const unit = unitOf(quantity, units), value = valueOf(metric, quantity, unit)
  switch (unit) {
    case 'in': return quantity === 'thickness' ? value.toFixed(3) : inchWords(value)
    case 'yd': return mixed(value, 8)
    case '°F': return String(quantity === 'temperature' || Math.abs(value) >= 10 ? Math.round(value / 5) * 5 : Math.round(value))
    case 'mm': return quantity === 'thickness' ? String(Number(value.toFixed(2))) : value.toFixed(value < 20 && value % 1 !== 0 ? 1 : 0)
    default: return value.toFixed(SCALES[unit].digits)
  }
}
/** A metric figure as a workroom reads it, with its unit: 340 mm or 13 3/8 in. */
export const quantityWords = (metric: number, quantity: Quantity, units: DisplayUnits = METRIC): string =>
  `${shownNumber(metric, quantity, units)} ${unitOf(quantity, units)}`

/** Decimals of a field where three would only be noise. */
const FIELD_DIGITS: Partial<Record<Unit, number>> = { '°F': 0, '°C': 1, 'g/m²': 1, 'oz/yd²': 2, 'psi': 1, 'kPa': 1 }
/** A figure as a field shows it, to be written over: close to what is stored, in fractions of an inch or a yard. */
export function fieldText(metric: number, quantity: Quantity, units: DisplayUnits = METRIC): string {
  const unit = unitOf(quantity, units), value = valueOf(metric, quantity, unit)
  // A tape has thirty-seconds; what is stored is only changed where someone writes something else.
  if (unit === 'in' && quantity === 'length') return mixed(value, 32)
  if (unit === 'yd') for (const parts of TAPES) if (Math.abs(Math.round(value * parts) / parts - value) < 1e-3) return mixed(value, parts)
  return String(Number(value.toFixed(FIELD_DIGITS[unit] ?? (quantity === 'thickness' ? 4 : 3))))
}

const VULGAR: Record<string, string> = { '½': '1/2', '¼': '1/4', '¾': '3/4', '⅛': '1/8', '⅜': '3/8', '⅝': '5/8', '⅞': '7/8' }
/** Units as people write them, each with the one that is meant and how many of it one is. */
const TEMPERATURES: Record<string, readonly [Unit, number]> = {
  '°c': ['°C', 1], 'c': ['°C', 1], '°f': ['°F', 1], 'f': ['°F', 1], '° c': ['°C', 1], '° f': ['°F', 1],
}
const WRITTEN: Record<Quantity, Record<string, readonly [Unit, number]>> = {
  length: { 'mm': ['mm', 1], 'cm': ['cm', 1], 'm': ['mm', 1000], 'in': ['in', 1], '"': ['in', 1], '″': ['in', 1], 'yd': ['in', 36] },
  thickness: { 'mm': ['mm', 1], 'in': ['in', 1], '"': ['in', 1], '″': ['in', 1] },
  fabricLength: {
    'm': ['m', 1], 'cm': ['m', 0.01], 'mm': ['m', 0.001], 'yd': ['yd', 1], 'yds': ['yd', 1], 'in': ['yd', 1 / 36], '"': ['yd', 1 / 36],
    '″': ['yd', 1 / 36],
  },
  temperature: TEMPERATURES,
  temperatureDifference: TEMPERATURES,
  arealMass: {
    'g/m²': ['g/m²', 1], 'g/m2': ['g/m²', 1], 'gsm': ['g/m²', 1], 'oz/yd²': ['oz/yd²', 1], 'oz/yd2': ['oz/yd²', 1], 'oz': ['oz/yd²', 1],
  },
  pressure: { kpa: ['kPa', 1], psi: ['psi', 1], bar: ['kPa', 100] },
  area: { 'm²': ['m²', 1], 'm2': ['m²', 1], 'yd²': ['yd²', 1], 'yd2': ['yd²', 1] },
}

/**
 * A figure as people write it, metric as it is stored: 38, 38,5, 3.5 cm, 5 3/8, 5-3/8", ¾ in, 300 F, 3.5 oz. A unit that is written
 * comes before the usual one.
 * @returns null where it is none, or is of something else
 */
export function readQuantity(text: string, quantity: Quantity, units: DisplayUnits = METRIC): number | null {
  const plain = text.trim().replace(/[½¼¾⅛⅜⅝⅞]/g, v => ` ${VULGAR[v]!}`).replace(/\s+/g, ' ').trim()
  const parts = /^(-)?(?:(\d+)\/(\d+)|(\d+(?:[.,]\d+)?)(?:[ -](\d+)\/(\d+))?) ?([^\d.,\s/-].*)?$/.exec(plain)
  if (!parts) return null
  const [, minus, over2, under2, whole, over, under, written] = parts
  // A fraction goes with a whole number: 5.5 3/8 is none.
  if (over && /[.,]/.test(whole!)) return null
  const [top, below] = [Number(over ?? over2 ?? 0), Number(under ?? under2 ?? 1)]
  if (below === 0) return null
  const known = WRITTEN[quantity], name = written?.toLowerCase().trim()
  if (name !== undefined && !Object.hasOwn(known, name)) return null
  const [unit, times] = name === undefined ? [unitOf(quantity, units), 1] as const : known[name]!
  const value = (Number((whole ?? '0').replace(',', '.')) + top / below) * times
  const signed = minus ? -value : value
  return quantity === 'temperatureDifference' ? signed / SCALES[unit].factor : fromUnit(signed, unit)
}

/** Several lengths in a row, apart by commas, semicolons or spaces, as they are written: "60, 60, 90" or "2 1/2 2 1/2 3 in". */
export const splitLengths = (text: string): string[] =>
  text.split(/\s*[,;]\s*|\s+(?!\d+\/\d|mm\b|cm\b|in\b|["″½¼¾⅛⅜⅝⅞])/i).map(t => t.trim()).filter(Boolean)

/** A length as people write it, mm. @returns null where it is none */
export const readLengthMm = (text: string, usual: 'mm' | 'cm' | 'in'): number | null =>
  readQuantity(text, 'length', { ...METRIC, length: usual })
