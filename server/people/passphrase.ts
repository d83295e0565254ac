import { hash, verify } from '@node-rs/argon2'
import type { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { nameKeyOf } from '#shared/people'
import { invalid } from '../utils/problem'

/** Argon2id with 19 MiB and two passes, as OWASP's cheat sheet on storing passwords asks for at the least. */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const
/** So many are worked out at once; the others wait, so that forty who come at once take no more memory than two. */
const AT_ONCE = 2
let busy = 0
const waiting: (() => void)[] = []
async function inTurn<T>(work: () => Promise<T>): Promise<T> {
  if (busy >= AT_ONCE) await new Promise<void>((go) => { waiting.push(go) })
  else busy++
  try {
    return await work()
  } finally {
    const next = waiting.shift()
    if (next) next()
    else busy--
  }
}

export const hashed = (secret: string): Promise<string> => inTurn(() => hash(secret.normalize('NFKC'), COST))
/** One that nobody has: who is not known here takes as long to be refused as a wrong passphrase. */
let nobodys: Promise<string> | null = null
/** Is it the one that was hashed? Where there is none to compare with, it takes as long, and is not. */
export async function matches(kept: string | null, secret: string): Promise<boolean> {
  nobodys ??= hashed(crypto.randomUUID())
  const against = kept ?? await nobodys
  return await inTurn(() => verify(against, secret.normalize('NFKC'))) && kept !== null
}

/** How guessable: 0 to 4, by the estimator of the package; under 2 falls to a few million guesses. */
const EASY = 2
/** Letters it has that are in nobody's name. */
const LEAST_OF_ONES_OWN = 4
let estimator: Promise<ZxcvbnFactory> | null = null
/** Its word lists are read when the first passphrase is chosen: most servers never see one. */
async function newEstimator(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory: Factory }, common] = await Promise.all([import('@zxcvbn-ts/core'), import('@zxcvbn-ts/language-common')])
  return new Factory({ dictionary: common.dictionary, graphs: common.adjacencyGraphs })
}
/** @throws ProblemError 422 where it is a common one, or made of what everybody here knows */
export async function refuseEasy(passphrase: string, known: readonly string[]): Promise<void> {
  estimator ??= newEstimator()
  const words = known.flatMap(k => [k, ...k.split(/\s+/)]).filter(w => w.length > 2)
  // Of names and figures alone it is guessed by whoever knows her.
  const rest = words.map(nameKeyOf).sort((a, b) => b.length - a.length)
    .reduce((left, w) => left.replaceAll(w, ''), nameKeyOf(passphrase)).replace(/[\d\s\p{P}]/gu, '')
  const { score } = (await estimator).check(passphrase.slice(0, 72), [...words, 'ready', 'cuff', 'workroom'])
  if (rest.length < LEAST_OF_ONES_OWN || score < EASY) {
    throw invalid([{ field: 'passphrase', message:
      'Passphrase: that one is easily guessed. Take a few words that have nothing to do with each other.' }])
  }
}
