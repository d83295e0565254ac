import {
  CONSTRUCTION_KEYS, CONSTRUCTIONS, FIBRE_KEYS, FIBRES, type ConstructionKey, type FibreKey, type SupplyFamily,
} from '#core/materials'

/** A thing that people look for, by every name that they have for it: common nouns, in small letters and without accents. */
interface Meaning {
  names: readonly string[]
  fibres?: readonly FibreKey[]
  constructions?: readonly ConstructionKey[]
  families?: readonly SupplyFamily[]
}

const MEANINGS: readonly Meaning[] = [
  ...FIBRE_KEYS.flatMap(key => (FIBRES[key].synonyms ? [{ names: FIBRES[key].synonyms, fibres: [key] }] : [])),
  ...CONSTRUCTION_KEYS.flatMap((key) => {
    const { synonyms } = CONSTRUCTIONS[key]
    return synonyms ? [{ names: synonyms, constructions: [key] }] : []
  }),
  { names: ['fusible', 'iron-on', 'iron on', 'interfacing'], families: ['fusible'] },
  { names: ['sew-in', 'sew in', 'interlining'], families: ['sewIn'] },
  { names: ['web', 'fusible web', 'bonding web'], families: ['web'] },
  { names: ['hem tape', 'hemming tape'], families: ['hemTape'] },
  { names: ['foam', 'batting', 'wadding', 'fleece'], families: ['foam'] },
  { names: ['stabilizer', 'stabiliser', 'tear-away', 'cut-away'], families: ['hoop', 'stiffener'] },
  { names: ['stay tape', 'edge tape'], families: ['stayTape'] },
  { names: ['transfer', 'iron-on transfer'], families: ['transfer'] },
  { names: ['badge', 'patch', 'applique'], families: ['patch'] },
  { names: ['trim', 'braid', 'ribbon', 'piping'], families: ['trim'] },
]

/** As it is looked for: without accents, capitals and spaces too many. */
export const plainWords = (text: string): string =>
  text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase().replace(/\s+/g, ' ').trim()

/** Three letters of a name are enough, as in a search that is still being typed. */
const LEAST = 3

/** What a word that is looked for may mean besides itself. @param word as it was typed; capitals and accents do not matter */
export function meaningOf(word: string): Required<Omit<Meaning, 'names'>> {
  const plain = plainWords(word)
  const meant = plain.length < LEAST ? [] : MEANINGS.filter(m => m.names.some(n => n === plain || n.startsWith(plain)))
  return {
    fibres: meant.flatMap(m => m.fibres ?? []), constructions: meant.flatMap(m => m.constructions ?? []),
    families: meant.flatMap(m => m.families ?? []),
  }
}

/** The fibre that people call so, or null: "rayon" is viscose. */
export const fibreCalled = (name: string): FibreKey | null => {
  const plain = plainWords(name)
  return MEANINGS.find(m => m.fibres && m.names.includes(plain))?.fibres?.[0] ?? null
}
