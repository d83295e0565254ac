import { randomInt } from 'node:crypto'
import { dictionary } from '@zxcvbn-ts/language-common'

/** Four words that have nothing to do with each other. */
export function drawnPassphrase(): string {
  const words = dictionary['diceware-common'] as readonly string[]
  return Array.from({ length: 4 }, () => words[randomInt(words.length)]).join(' ')
}
