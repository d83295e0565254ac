import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

/** Where a file of a shipped typeface lies: beside the built server's threads, or in its package. */
export function fontPath(family: string, name: string): string {
  const shipped = join(dirname(fileURLToPath(import.meta.url)), '../fonts', name)
  return existsSync(shipped) ? shipped : join(process.cwd(), `node_modules/@fontsource/${family}/files`, name)
}
