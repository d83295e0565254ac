import parser from 'dxf/lib/parseString.js'
import { areaMm2, boundsOf } from '#core/geometry'
import { keptMarks, type DrawnPiece } from '../drawing'
import { scaledPlace, thingsOf, type DrawnThing, type Expanding } from './lines'
import { DXF_UNITS, type DxfNote, type DxfProblem, type DxfUnit } from './notes'
import type { DxfEntity, DxfFile } from './parsed'
import { GRADE_RULE, isKnownLayer, piecesOfBlock } from './pieces'
import { decodedText, isBinaryDxf } from './text'

export interface DxfReading {
  pieces: DrawnPiece[]
  notes: DxfNote[]
}
export const DXF_MOST_BYTES = 60_000_000
const MOST_PIECES = 400
/** The parser is an older kind of module: bundlers hand it over one way, Node.js the other. */
const parse = typeof parser === 'function' ? parser : parser.default

/** Units by the number that a header gives them. */
const HEADER_UNIT: Readonly<Record<number, DxfUnit>> = { 1: 'in', 2: 'ft', 4: 'mm', 5: 'cm', 6: 'm' }
const UNITS_TEXT = /^\s*units\s*:\s*(metric|english|inch(?:es)?|mm|cm|millimet(?:er|re)s?|centimet(?:er|re)s?)/i
const WRITTEN_UNIT: Readonly<Record<string, DxfUnit>> = { me: 'mm', mm: 'mm', mi: 'mm', en: 'in', in: 'in', cm: 'cm', ce: 'cm' }
function unitsOf(file: DxfFile, words: readonly string[]): { unit: DxfUnit, from: 'header' | 'text' | 'system' } | { said: DxfUnit[] } {
  const inHeader = HEADER_UNIT[file.header.insUnits ?? 0]
  const written = words.map(w => UNITS_TEXT.exec(w)?.[1]?.slice(0, 2).toLowerCase()).find(w => w !== undefined)
  const inText = written ? WRITTEN_UNIT[written] : undefined
  if (inHeader && inText && inHeader !== inText) return { said: [inHeader, inText] }
  if (inHeader) return { unit: inHeader, from: 'header' }
  if (inText) return { unit: inText, from: 'text' }
  return file.header.measurement === 1 ? { unit: 'mm', from: 'system' } : { said: [] }
}

const wordsIn = (entities: readonly DxfEntity[]): string[] => entities.flatMap(e => (e.string ? [e.string] : []))

const WORDS = new Set(['TEXT', 'MTEXT', 'ATTRIB'])
/** What is one piece each: every block that is inserted; where none is, every block; and what is drawn outside blocks. */
function groupsOf(file: DxfFile): { called: string, entities: DxfEntity[] }[] {
  const isDrawn = (e: DxfEntity) => e.type !== 'INSERT' && !WORDS.has(e.type)
  const inserts = file.entities.filter(e => e.type === 'INSERT'), loose = file.entities.filter(isDrawn)
  const own = file.blocks.filter(b => !(b.name ?? '*').startsWith('*') && (b.entities ?? []).length > 0)
  const blocks = inserts.length > 0
    ? inserts.map(e => ({ called: e.block ?? '', entities: [e] }))
    : own.map(b => ({ called: b.name!, entities: b.entities! }))
  return loose.length > 0 && blocks.length === 0
    ? [{ called: 'Outline', entities: file.entities }]
    : [
        ...blocks, ...(loose.some(e => isKnownLayer(e.layer ?? '')) ? [{ called: 'Outline', entities: loose }] : []),
      ]
}

/** Two of one name and size cannot both be meant: the second is called otherwise, and said. */
function toldApart(pieces: readonly DrawnPiece[], onNote: (n: DxfNote) => void): DrawnPiece[] {
  const seen = new Set<string>()
  return pieces.map((p) => {
    let name = p.name
    for (let n = 2; seen.has(`${name}\n${p.size}`); n++) name = `${p.name.slice(0, 36)} ${n}`
    seen.add(`${name}\n${p.size}`)
    if (name !== p.name) onNote({ why: 'sameSize', name: p.name, size: p.size })
    return name === p.name ? p : { ...p, name }
  })
}

/** Notes of one kind about several pieces as one. */
function gathered(notes: readonly DxfNote[]): DxfNote[] {
  const byKey = new Map<string, DxfNote>()
  for (const n of notes) {
    const key = 'names' in n ? JSON.stringify({ ...n, names: 0 }) : JSON.stringify(n), before = byKey.get(key)
    if (before && 'names' in before && 'names' in n) before.names.push(...n.names.filter(name => !before.names.includes(name)))
    else if (!before) byKey.set(key, 'names' in n ? { ...n, names: [...n.names] } : n)
  }
  return [...byKey.values()]
}

const largestOf = (things: readonly DrawnThing[]): number => {
  let [left, right, bottom, top] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const t of things) for (const p of t.kind === 'line' ? t.points : []) {
    left = Math.min(left, p.x)
    right = Math.max(right, p.x)
    bottom = Math.min(bottom, p.y)
    top = Math.max(top, p.y)
  }
  return Math.max(0, right - left, top - bottom)
}

/**
 * Reads the pieces of a pattern drawing in the garment trade's layers (ASTM D6673, AAMA), or the closed lines of any other DXF.
 * @param asked what one of its numbers is, where it does not say so itself
 */
export function readDxf(bytes: Uint8Array, asked: DxfUnit | null = null): DxfReading | { problem: DxfProblem } {
  if (bytes.length > DXF_MOST_BYTES) return { problem: { why: 'tooLarge', mb: bytes.length / 1e6, mostMb: DXF_MOST_BYTES / 1e6 } }
  if (isBinaryDxf(bytes)) return { problem: { why: 'binary' } }
  const { text, unknownPage } = decodedText(bytes)
  let file: DxfFile
  try {
    file = parse(text)
  } catch {
    return { problem: { why: 'unreadable' } }
  }
  if (file.entities.length + file.blocks.length === 0) return { problem: { why: /\bSECTION\b/.test(text) ? 'nothing' : 'unreadable' } }

  const notes: DxfNote[] = [], kinds = new Map<string, number>(), onNote = (n: DxfNote): void => { notes.push(n) }
  const by: Expanding = {
    blocks: new Map(file.blocks.map(b => [b.name ?? '', b])), onUnread: type => kinds.set(type, (kinds.get(type) ?? 0) + 1),
    onMissing: block => onNote({ why: 'missing', block }), onItself: block => onNote({ why: 'itself', block }),
  }
  const words = [...wordsIn(file.entities), ...file.blocks.flatMap(b => wordsIn(b.entities ?? []))]
  const units = asked ? { unit: asked, from: 'asked' as const } : unitsOf(file, words), groups = groupsOf(file)
  if ('said' in units) {
    const largest = Math.max(0, ...groups.map(g => largestOf(thingsOf(g.entities, scaledPlace(1), { ...by, onUnread: () => undefined }))))
    return { problem: largest > 0 ? { why: 'noUnits', largest, said: units.said } : { why: 'nothing' } }
  }
  const layers = new Set<string>()
  const pieces = groups.flatMap(({ called, entities }) => {
    const things = thingsOf(entities, scaledPlace(DXF_UNITS[units.unit]), by)
    for (const t of things) layers.add(t.layer)
    const found = piecesOfBlock(things, called, onNote)
    if (found.length === 0 && things.some(t => t.kind === 'line')) onNote({ why: 'noPiece', name: called })
    return found
  }).filter(p => areaMm2(p.outline) > 1 && boundsOf(p.outline).wideMm > 0)
  const [size = '', ...others] = new Set(pieces.map(p => p.size))
  if (others.length === 0 && words.some(w => GRADE_RULE.test(w))) onNote({ why: 'graded', size })
  if (unknownPage) onNote({ why: 'codePage', said: unknownPage })
  const unknown = [...layers].filter(l => !isKnownLayer(l) && l !== '0')
  if (unknown.length > 0 && [...layers].some(isKnownLayer)) onNote({ why: 'layers', layers: unknown.sort() })
  if (kinds.size > 0) onNote({ why: 'kinds', kinds: [...kinds].map(([kind, n]) => (n === 1 ? kind : `${n} × ${kind}`)) })
  if (pieces.length > MOST_PIECES) onNote({ why: 'tooMany', kept: MOST_PIECES })
  onNote({ why: 'units', ...units })
  const told = toldApart(pieces.slice(0, MOST_PIECES), onNote).map(p => ({ ...p, marks: keptMarks(p.name, p.marks, onNote) }))
  return told.length === 0 && notes.length === 1 ? { problem: { why: 'nothing' } } : { pieces: told, notes: gathered(notes) }
}
