import { readFile } from 'node:fs/promises'
import opentype, { type Font } from 'opentype.js'
import type { Typesetter } from '#core/mend'
import type { LetterFace } from '#shared/schemas'
import { fontFile, LETTER_FILES, typesetterOf } from '#shared/typeface'
import { fontPath } from './fonts'

const known = new Map<LetterFace, Promise<Typesetter>>()
async function read(face: LetterFace): Promise<Typesetter> {
  const { family, scripts } = LETTER_FILES[face]
  const fonts = await Promise.all(scripts.map(async (script): Promise<Font> => {
    const bytes = await readFile(fontPath(family, fontFile(face, script)))
    return opentype.parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength))
  }))
  return typesetterOf(fonts)
}
/** Sets text in a shipped typeface; read once. */
export function typesetterFor(face: LetterFace): Promise<Typesetter> {
  const one = known.get(face) ?? read(face)
  known.set(face, one)
  one.catch(() => known.delete(face))
  return one
}
