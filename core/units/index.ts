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
