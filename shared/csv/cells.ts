/** Cells as people write them: decimal commas, units typed behind the figure, yes and no. */

/** A text that a spreadsheet would run as a formula is written with an apostrophe before it, and read back without. */
// The full-width forms are read as the plain ones by some.
const RUNS = /^[=+\-@\t\r\uFF1D\uFF0B\uFF0D\uFF20]/
const GUARDED = /^'(?=[=+\-@\t\r'\uFF1D\uFF0B\uFF0D\uFF20])/
export const guard = (text: string): string => RUNS.test(text) || GUARDED.test(text) ? `'${text}` : text
export const unguard = (cell: string): string => cell.replace(GUARDED, '')

export class CellTrouble extends Error {}

const FOREIGN: Record<string, string> = {
  'oz': 'oz/yd²', 'oz/yd2': 'oz/yd²', 'oz/yd²': 'oz/yd²', 'cm': 'cm', 'in': 'inches', '"': 'inches', '°f': '°F', 'f': '°F',
  'yd': 'yards', 'lb': 'lb',
}

/**
 * A figure with or without its unit; a decimal comma is read as a point.
 * @throws CellTrouble naming the column where the unit is another or it is no number
 */
export function numberCell(column: string, unit: string, cell: string): number | null {
  const text = cell.trim()
  if (text === '') return null
  const match = /^(-?\d+(?:[.,]\d+)?)\s*(.*)$/.exec(text)
  if (!match) throw new CellTrouble(`${column}: "${text.slice(0, 30)}" is not a number${unit ? ` in ${unit}` : ''}.`)
  const tail = match[2]!.trim().toLowerCase()
  if (tail !== '' && tail !== unit.toLowerCase() && tail !== unit.toLowerCase().replace('²', '2') && tail !== 'gsm') {
    const other = FOREIGN[tail]
    throw new CellTrouble(
      other
        ? `${column}: "${text.slice(0, 30)}" is in ${other}; give it in ${unit}.`
        : `${column}: "${text.slice(0, 30)}" has something behind the number that is not ${unit}.`,
    )
  }
  return Number(match[1]!.replace(',', '.'))
}

export function isYes(column: string, cell: string, otherwise: boolean): boolean {
  const text = cell.trim().toLowerCase()
  if (text === '') return otherwise
  if (['yes', 'y', 'true', '1'].includes(text)) return true
  if (['no', 'n', 'false', '0'].includes(text)) return false
  throw new CellTrouble(`${column}: "${text.slice(0, 30)}" is neither yes nor no.`)
}
