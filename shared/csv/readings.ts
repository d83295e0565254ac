import { fromUnit, METRIC, type DisplayUnits } from '#core/units'

/** A reading of a probe. */
export interface ProbeReading { atS: number, c: number }

/** The unit that a heading names; null where it names none. */
const headingUnit = (heading: string): '°C' | '°F' | null =>
  /°\s?f\b|_f\b|\bf\b|fahrenheit/i.test(heading) ? '°F' : /°\s?c\b|_c\b|\bc\b|celsius/i.test(heading) ? '°C' : null

/**
 * Lines of seconds and degrees, apart by comma, semicolon, tab or space; decimal commas where the gap is something else. Degrees are those
 * that a heading names, else those of the workroom.
 * @returns the readings, in °C; or what is wrong, as a sentence
 */
export function readReadings(text: string, units: DisplayUnits = METRIC): ProbeReading[] | string {
  const rows: ProbeReading[] = []
  let unit: '°C' | '°F' = units.temperature
  for (const [i, raw] of text.replace(/^\uFEFF/, '').split(/\r?\n/).entries()) {
    const line = raw.trim()
    if (line === '') continue
    if (i === 0 && /[a-z]/i.test(line)) {
      unit = headingUnit(line) ?? unit
      continue
    }
    const cells = (/[;\t ]/.test(line) ? line.split(/[;\t ]+/).map(c => c.replace(',', '.')) : line.split(',')).map(Number)
    if (cells.length < 2 || cells.slice(0, 2).some(n => !Number.isFinite(n)))
      return `Line ${i + 1}: give two numbers, seconds and ${unit}. It says "${line.slice(0, 40)}".`
    rows.push({ atS: cells[0]!, c: fromUnit(cells[1]!, unit) })
  }
  return rows.length > 0 ? rows : 'This file has no readings.'
}
