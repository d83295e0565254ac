/** Letters of a drawing from its bytes: a drawing of today is in UTF-8, an older one in the code page that it names. */

/** How `$DWGCODEPAGE` calls what decoders call otherwise. */
const ASIAN: Readonly<Record<string, string>> = { 932: 'shift_jis', 936: 'gbk', 949: 'euc-kr', 950: 'big5' }
/** From this version on text is UTF-8, whatever code page the header still names. */
const UTF_8_SINCE = 'AC1021'
const HEAD_BYTES = 65_536

export interface DecodedText {
  text: string
  /** A code page that no decoder knows; its letters were taken to be western. */
  unknownPage: string | null
}
const value = (head: string, variable: string): string | null =>
  new RegExp(String.raw`\$${variable}\s*\r?\n\s*\d+\s*\r?\n\s*([^\r\n]*)`).exec(head)?.[1]?.trim() ?? null

function pageOf(head: string): { label: string, unknown: string | null } {
  const said = value(head, 'DWGCODEPAGE'), number = /(\d+)$/.exec(said ?? '')?.[1]
  if (!number) return { label: 'windows-1252', unknown: said || null }
  const label = ASIAN[number] ?? (/^12\d\d$|^874$/.test(number) ? `windows-${number}` : number === '866' ? 'ibm866' : null)
  return label ? { label, unknown: null } : { label: 'windows-1252', unknown: said }
}

/** Bytes that a drawing as numbers rather than as text begins with. */
const BINARY = 'AutoCAD Binary DXF'
export const isBinaryDxf = (bytes: Uint8Array): boolean => new TextDecoder('latin1').decode(bytes.subarray(0, BINARY.length)) === BINARY

/** A letter written as its number: `\U+00E9`. */
const NUMBERED = /\\U\+([\da-f]{4})/gi
/** Marks of a paragraph: `\P` for a new line, `\fArial|b0;` for a typeface, and their kind. */
const MARKED = /\\[A-Za-z][^\\;{}\n]*;|\\[PpLlOoKk]|[{}]/g
export const plainText = (said: string): string => said
  .replace(NUMBERED, (_, hex: string) => String.fromCodePoint(Number.parseInt(hex, 16)))
  .replace(MARKED, m => (m === '\\P' ? ' ' : '')).replace(/%%d/gi, '°').replace(/%%c/gi, '⌀').replace(/%%p/gi, '±').trim()

export function decodedText(bytes: Uint8Array): DecodedText {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, HEAD_BYTES))
  const isNew = (value(head, 'ACADVER') ?? '') >= UTF_8_SINCE
  const { label, unknown } = pageOf(head)
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), unknownPage: null }
  } catch {
    return { text: new TextDecoder(isNew ? 'windows-1252' : label).decode(bytes), unknownPage: isNew ? null : unknown }
  }
}
