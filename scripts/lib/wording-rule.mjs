// What a person reads says the trade's words, and takes its units from the workroom's system of measure: as a rule of the linter.
import { relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { tsImport } from 'tsx/esm/api'

const { textsOfFile, wordingFault } = await tsImport('./texts.ts', import.meta.url)
const ROOT = fileURLToPath(new URL('../..', import.meta.url))

export default {
  meta: { type: 'problem', schema: [], docs: { description: 'the trade\'s words, and no unit written out, in whatever a person reads' } },
  create: context => ({
    Program() {
      const { sourceCode, filename } = context
      for (const text of textsOfFile(relative(ROOT, filename).replaceAll('\\', '/'), sourceCode.text)) {
        const message = wordingFault(text)
        const loc = { start: sourceCode.getLocFromIndex(text.from), end: sourceCode.getLocFromIndex(text.to) }
        if (message) context.report({ loc, message })
      }
    },
  }),
}
