import type { Typesetter } from '#core/mend'
import type { LetterFace } from '#shared/schemas'
import { fontFile, LETTER_FILES, typesetterOf } from '#shared/typeface'

const FILES = {
  ...import.meta.glob<string>(
    '/node_modules/@fontsource/noto-sans/files/noto-sans-{latin,latin-ext,greek,cyrillic}-{400,700}-normal.woff', {
      query: '?url', import: 'default', eager: true,
    }),
  ...import.meta.glob<string>('/node_modules/@fontsource/bitter/files/bitter-{latin,latin-ext,cyrillic}-700-normal.woff', {
    query: '?url', import: 'default', eager: true,
  }),
}
const known = new Map<LetterFace, Promise<Typesetter>>()
async function read(face: LetterFace): Promise<Typesetter> {
  const { family, scripts } = LETTER_FILES[face], { parse } = await import('opentype.js')
  const fonts = await Promise.all(scripts.map(async (script) => {
    const bytes = await (await fetch(FILES[`/node_modules/@fontsource/${family}/files/${fontFile(face, script)}`]!)).arrayBuffer()
    return parse(bytes)
  }))
  return typesetterOf(fonts)
}
/** Sets text in a shipped typeface once it is read; null until then. */
export function useTypeface(face: () => LetterFace) {
  const typeset = shallowRef<Typesetter | null>(null)
  const problem = ref<string | null>(null)
  watch(face, async (f) => {
    typeset.value = null
    try {
      const asked = known.get(f) ?? read(f)
      known.set(f, asked)
      asked.catch(() => known.delete(f))
      const found = await asked
      if (f === face()) typeset.value = found
      problem.value = null
    } catch {
      problem.value = 'The typeface could not be read. It comes with the board: load it again once the server answers.'
    }
  }, { immediate: true })
  return { typeset, problem }
}
