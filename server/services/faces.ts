import { existsSync } from 'node:fs'
import { readFile } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import opentype, { type Font } from 'opentype.js'
import type { Typesetter } from '#core/mend'
import type { LetterFace } from '#shared/schemas'
import { fontFile, LETTER_FILES, typesetterOf } from '#shared/typeface'

/** Beside the built server, or in the package. */
const fileOf = (family: string, name: string): string =>
  [join(dirname(process.argv[1] ?? ''), 'fonts', name), join(process.cwd(), `node_modules/@fontsource/${family}/files`, name)]
    .find(path => existsSync(path)) ?? name

const known = new Map<LetterFace, Promise<Typesetter>>()
async function read(face: LetterFace): Promise<Typesetter> {
  const { family, scripts } = LETTER_FILES[face]
  const fonts = await Promise.all(scripts.map(async (script): Promise<Font> => {
    const bytes = await readFile(fileOf(family, fontFile(face, script)))
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
