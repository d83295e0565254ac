import type { PaperSize } from '../schemas'
import { fromUnit, METRIC, quantityWords, toUnit, unitOf, withUnit, type DisplayUnits, type Quantity, type Unit } from '#core/units'

export const PAPER_NAME: Record<PaperSize, string> = { A4: 'A4', A3: 'A3', letter: 'US letter', tabloid: 'Tabloid' }
/** The paper that lies in a workroom's printer, as far as its region says. */
export const paperOf = (units: DisplayUnits = METRIC): PaperSize => (units.region === 'US' ? 'letter' : 'A4')

/** Whose numbers and dates a workroom reads. */
export const localeOf = (units: DisplayUnits = METRIC): string => (units.region === 'US' ? 'en-US' : 'en-GB')

export const lengthWords = (mm: number, units: DisplayUnits = METRIC): string => quantityWords(mm, 'length', units)
export const thicknessWords = (mm: number, units: DisplayUnits = METRIC): string => quantityWords(mm, 'thickness', units)
/** Fabric or a supply off its roll, given in metres. */
export const fabricWords = (m: number, units: DisplayUnits = METRIC): string => quantityWords(m, 'fabricLength', units)
export const massWords = (gsm: number, units: DisplayUnits = METRIC): string => quantityWords(gsm, 'arealMass', units)
export const pressureWords = (kPa: number, units: DisplayUnits = METRIC): string => quantityWords(kPa, 'pressure', units)
export const areaWords = (m2: number, units: DisplayUnits = METRIC): string => quantityWords(m2, 'area', units)
export const celsius = (c: number, units: DisplayUnits = METRIC): string => quantityWords(c, 'temperature', units)
/** A difference of temperature, given in °C: by fives in °F, as temperatures are, unless it is smaller. */
export const degreesApart = (k: number, units: DisplayUnits = METRIC): string => quantityWords(k, 'temperatureDifference', units)
/** What a metre loses: millimetres on it, or inches on a yard. */
export const perLengthWords = (mmPerM: number, units: DisplayUnits = METRIC): string =>
  `${lengthWords(units.length === 'in' ? mmPerM * fromUnit(1, 'yd') : mmPerM, units)} on a ${fabricUnitName(units)}`
/** How far off someone stands. */
export const distanceWords = (m: number, units: DisplayUnits = METRIC): string =>
  units.length === 'in' ? `${Math.round(m / 0.3048)} ft` : `${m} m`
/** A small area, given in cm². */
export const patchWords = (cm2: number, units: DisplayUnits = METRIC): string => {
  const [area, unit] = units.length === 'in' ? [cm2 / 6.4516, 'in²'] : [cm2, 'cm²']
  return `${area < 1 ? 'less than 1' : Math.round(area)} ${unit}`
}
/** A temperature that was measured, to a tenth. */
export const exactTemperature = (c: number, units: DisplayUnits = METRIC): string => withUnit(c, units.temperature, 1)
export const exactDegrees = (k: number, units: DisplayUnits = METRIC): string =>
  `${(units.temperature === '°F' ? k * 1.8 : k).toFixed(1)} ${units.temperature}`
/** Wide and high. */
export const sizeWords = (wideMm: number, highMm: number, units: DisplayUnits = METRIC): string =>
  `${lengthWords(wideMm, units)} × ${lengthWords(highMm, units)}`
/** Of what is stored in metres, what a length of so many is called. */
export const unitWords = (quantity: Quantity, units: DisplayUnits = METRIC): string => unitOf(quantity, units)
/** What a unit of fabric off the roll is called, and several. */
const fabricUnitName = (units: DisplayUnits = METRIC, many = false): string =>
  unitOf('fabricLength', units) === 'yd' ? (many ? 'yards' : 'yard') : many ? 'metres' : 'metre'

/** An amount of the workroom's money. */
export const moneyWords = (amount: number, units: DisplayUnits = METRIC): string =>
  new Intl.NumberFormat(localeOf(units), { style: 'currency', currency: units.currency ?? 'EUR' }).format(amount)
/** A price by the metre as the workroom reads it: by the yard where it cuts in yards. */
export const priceWords = (pricePerM: number, units: DisplayUnits = METRIC): string =>
  `${moneyWords(pricePerM / toUnit(1, unitOf('fabricLength', units)), units)} a ${fabricUnitName(units)}`
/** a, b and c. */
export const listWords = (list: readonly string[], units: DisplayUnits = METRIC): string =>
  new Intl.ListFormat(localeOf(units), { type: 'conjunction' }).format(list)
export const dayWords = (at: string | number, units: DisplayUnits = METRIC, withYear = false): string =>
  new Intl.DateTimeFormat(localeOf(units), { day: 'numeric', month: 'short', ...(withYear ? { year: 'numeric' } : {}) })
    .format(new Date(at))
export const timeWords = (at: string | number, units: DisplayUnits = METRIC): string =>
  new Intl.DateTimeFormat(localeOf(units), { hour: '2-digit', minute: '2-digit' }).format(new Date(at))

const QUANTITY: Readonly<Record<string, Quantity>> = {
  'mm': 'length', 'cm': 'length', 'm': 'fabricLength', '°C': 'temperature', 'g/m²': 'arealMass', 'kPa': 'pressure', 'm²': 'area',
}
const FIGURE = /(?<![\w.,])(-?\d+(?:[.,]\d+)?)[ \u00A0]?(mm|cm|m²|m|°C|g\/m²|kPa)(?![\w²])/g
/**
 * A sentence that was written with metric figures, as faults of the core and of the server are, in the workroom's units: each figure
 * with a unit is put into the other one; the words stay.
 */
export function inUnits(text: string, units: DisplayUnits = METRIC): string {
  const asked = (unit: string) => unitOf(QUANTITY[unit]!, units)
  return text.replace(FIGURE, (as, figure: string, unit: Unit) => {
    if (asked(unit) === unit || (unit === 'cm' && asked(unit) !== 'in')) return as
    const value = Number(figure.replace(',', '.'))
    // A thickness has hundredths of a millimetre: a tape does not.
    if (unit === 'mm' && /[.,]\d\d/.test(figure)) return thicknessWords(value, units)
    return quantityWords(unit === 'cm' ? value * 10 : value, QUANTITY[unit]!, units)
  })
}

/** The sign of the workroom's money. */
export const currencySign = (units: DisplayUnits = METRIC): string =>
  new Intl.NumberFormat(localeOf(units), { style: 'currency', currency: units.currency ?? 'EUR', currencyDisplay: 'narrowSymbol' })
    .formatToParts(0).find(p => p.type === 'currency')!.value
