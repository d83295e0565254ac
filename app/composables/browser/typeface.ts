import notosanslatin400 from '@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff?url'
import notosanslatinext400 from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff?url'
import notosansgreek400 from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff?url'
import notosanscyrillic400 from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff?url'
import notosanslatin700 from '@fontsource/noto-sans/files/noto-sans-latin-700-normal.woff?url'
import notosanslatinext700 from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff?url'
import notosansgreek700 from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff?url'
import notosanscyrillic700 from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff?url'
import bitterlatin700 from '@fontsource/bitter/files/bitter-latin-700-normal.woff?url'
import bitterlatinext700 from '@fontsource/bitter/files/bitter-latin-ext-700-normal.woff?url'
import bittercyrillic700 from '@fontsource/bitter/files/bitter-cyrillic-700-normal.woff?url'
import type { Typesetter } from '#core/mend'
import type { LetterFace } from '#shared/schemas'
import { fontFile, LETTER_FILES, typesetterOf } from '#shared/typeface'

const FILES: Record<string, string> = {
  'noto-sans-latin-400-normal.woff': notosanslatin400,
  'noto-sans-latin-ext-400-normal.woff': notosanslatinext400,
  'noto-sans-greek-400-normal.woff': notosansgreek400,
  'noto-sans-cyrillic-400-normal.woff': notosanscyrillic400,
  'noto-sans-latin-700-normal.woff': notosanslatin700,
  'noto-sans-latin-ext-700-normal.woff': notosanslatinext700,
  'noto-sans-greek-700-normal.woff': notosansgreek700,
  'noto-sans-cyrillic-700-normal.woff': notosanscyrillic700,
  'bitter-latin-700-normal.woff': bitterlatin700,
  'bitter-latin-ext-700-normal.woff': bitterlatinext700,
  'bitter-cyrillic-700-normal.woff': bittercyrillic700,
}
const known = new Map<LetterFace, Promise<Typesetter>>()
async function read(face: LetterFace): Promise<Typesetter> {
  const { scripts } = LETTER_FILES[face], { parse } = await import('opentype.js')
  const fonts = await Promise.all(scripts.map(async (script) => {
    const bytes = await (await fetch(FILES[fontFile(face, script)]!)).arrayBuffer()
    return parse(bytes)
  }))
  return typesetterOf(fonts)
}
/** Sets text in a shipped typeface once it is read; null until then. */
export function useTypeface(face: () => LetterFace) {
  const { answer: typeset, problem } = useAnswer<Typesetter>(face, () => {
    const f = face(), asked = known.get(f) ?? read(f)
    known.set(f, asked)
    asked.catch(() => known.delete(f))
    return asked
  }, { fault: () => 'The typeface could not be read. It comes with the board: load it again once the server answers.' })
  return { typeset, problem }
}
