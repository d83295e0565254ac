import { FIBRES, FIBRE_KEYS, type FibreKey } from './fibres'

/** A fibre and its share of the mass, %. */
export interface LabelShare { fibre: FibreKey, sharePct: number }
/** What a label's words say, or why they say nothing. */
export type LabelReading
  = | { read: true, fibres: LabelShare[], origin: 'label' | 'typical' }
    | { read: false, why: 'empty' | 'noFibre' | 'sharesMissing' | 'sharesWrong', totalPct?: number }
    | { read: false, why: 'unknownWord', word: string }

/** Words for two fibres at once, in the order in which their shares are said, with what is usual where they are not. */
const MIXED: readonly { words: readonly string[], of: readonly LabelShare[] }[] = [
  { words: ['polycotton', 'poly cotton', 'poly-cotton'], of: [{ fibre: 'polyester', sharePct: 65 }, { fibre: 'cotton', sharePct: 35 }] },
  { words: ['cottonpoly', 'cotton poly'], of: [{ fibre: 'cotton', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 }] },
  { words: ['polyviscose', 'poly viscose'], of: [{ fibre: 'polyester', sharePct: 65 }, { fibre: 'viscose', sharePct: 35 }] },
  { words: ['linen union', 'union linen'], of: [{ fibre: 'linen', sharePct: 55 }, { fibre: 'cotton', sharePct: 45 }] },
]
/** Said beside the shares, and of no matter to heat. */
const ASIDE = /\b(and|with|of|a|in|the|mix|mixed|blend|fabric|shell|outer|body|pure|fibres?|fibers?|percent|per cent)\b/g

/** The longest is tried first. Where a word covers two polymers the one that takes less heat is meant. */
const ENTRIES = [
  ...MIXED.flatMap(({ words, of }) => words.map(word => ({ word, of }))),
  ...FIBRE_KEYS.flatMap(fibre => [...new Set([...FIBRES[fibre].labelWords.split('|'), ...FIBRES[fibre].name.toLowerCase().split(/[,()]/)
    .map(w => w.trim()).filter(w => w !== '')])].map(word => ({ word, of: [{ fibre, sharePct: 100 }] }))),
].sort((a, b) => b.word.length - a.word.length)

const TOLERANCE_PCT = 0.5

/**
 * Reads what a fabric's label says it is made of: "80 wool 20 nylon", "65/35 polycotton", "55 % LI, 45 % CV", "silk".
 * One share less than fibres leaves the rest to the last of them; a mixture named by one word alone has its usual shares.
 * @returns its fibres, largest share first, no fibre twice; or why the words cannot be read
 */
export function readLabel(text: string): LabelReading {
  let rest = ` ${text.toLowerCase().replace(/(\d),(\d)(?!\d)/g, '$1.$2').replace(/[%/,;:&+·•|]/g, ' ')} `
  if (rest.trim() === '') return { read: false, why: 'empty' }
  /** What was found, each with where it stood. */
  const found: { at: number, of: readonly LabelShare[] }[] = []
  for (const { word, of } of ENTRIES) {
    // A word ends where no letter follows: "wool." and "80wool" are wool, "woollen" is not.
    const whole = new RegExp(`(?<![a-z])${word.replace(/[-\s]+/g, '[-\\s]+')}(?![a-z])`, 'g')
    rest = rest.replace(whole, (said, at: number) => {
      found.push({ at, of })
      return ' '.repeat(said.length)
    })
  }
  found.sort((a, b) => a.at - b.at)
  const shares = [...rest.matchAll(/\d+(?:\.\d+)?/g)].map(m => Number(m[0]))
  const word = /[a-z][a-z-]*/.exec(rest.replace(ASIDE, ' '))?.[0]
  if (word) return { read: false, why: 'unknownWord', word }
  const fibres = found.flatMap(f => f.of)
  if (fibres.length === 0) return { read: false, why: 'noFibre' }
  if (shares.length === 0 && found.length === 1)
    return { read: true, fibres: [...fibres], origin: fibres.length > 1 ? 'typical' : 'label' }
  return shared(fibres.map(f => f.fibre), shares)
}

function shared(fibres: readonly FibreKey[], said: readonly number[]): LabelReading {
  const total = said.reduce((sum, s) => sum + s, 0)
  const all = said.length === fibres.length - 1 && total < 100 ? [...said, Math.round((100 - total) * 10) / 10] : said
  if (all.length !== fibres.length) return { read: false, why: 'sharesMissing' }
  const totalPct = all.reduce((sum, s) => sum + s, 0)
  if (Math.abs(totalPct - 100) > TOLERANCE_PCT || all.some(s => s <= 0)) return { read: false, why: 'sharesWrong', totalPct }
  const merged = new Map<FibreKey, number>()
  for (const [i, fibre] of fibres.entries()) merged.set(fibre, (merged.get(fibre) ?? 0) + all[i]!)
  const list = [...merged].map(([fibre, sharePct]) => ({ fibre, sharePct })).sort((a, b) => b.sharePct - a.sharePct)
  // A label's rounding goes to its largest share.
  list[0]!.sharePct = Math.round((list[0]!.sharePct + 100 - totalPct) * 10) / 10
  return { read: true, fibres: list, origin: 'label' }
}

/** Moves the border between one share and the next, both kept at a least. @returns the shares after it, in order, of the same sum */
export function moveBorder(shares: readonly number[], border: number, toPct: number, leastPct = 1): number[] {
  const before = shares.slice(0, border).reduce((sum, s) => sum + s, 0), pair = shares[border]! + shares[border + 1]!
  const first = Math.round(Math.min(pair - leastPct, Math.max(leastPct, toPct - before)))
  return shares.map((s, i) => (i === border ? first : i === border + 1 ? Math.round((pair - first) * 10) / 10 : s))
}
