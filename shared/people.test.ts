import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MAYS, mayDo, nameKeyOf, ROLES, rolesThatMay, whoMaySentence } from './people'
import { personBody, pinBody, signInBody } from './schemas'
import { auditSentence, BEFORE_PEOPLE, byWords } from './words'

describe('who may do what', () => {
  it('the owner all, the maker the work, the apprentice looking and pressing; each may what the one below may', () => {
    expect(ROLES.map(role => MAYS.filter(may => mayDo(role, may)))).toEqual([
      ['read', 'work', 'manage', 'own'], ['read', 'work', 'manage'], ['read', 'work'],
    ])
    expect(MAYS.map(rolesThatMay)).toEqual([
      ['owner', 'maker', 'apprentice'], ['owner', 'maker', 'apprentice'], ['owner', 'maker'], ['owner'],
    ])
    expect(whoMaySentence('manage')).toBe('A maker or the owner can do this.')
  })
})

describe('a name', () => {
  it.each(['anna berg', ' ANNA  Berg ', 'An\u200Bna\u00A0Berg', 'Ａｎｎａ Berg', 'anna\u034F\uFE0F\u3164 berg'])('%j is the same person',
    name =>
      expect(nameKeyOf(name)).toBe('anna berg'))
  it('is the same however often it is folded, and never longer than it was typed for', () => {
    fc.assert(fc.property(fc.string({ unit: 'grapheme', maxLength: 40 }), (name) => {
      expect(nameKeyOf(nameKeyOf(name))).toBe(nameKeyOf(name))
      expect(nameKeyOf(name.toUpperCase())).toBe(nameKeyOf(nameKeyOf(name.toUpperCase())))
    }), { numRuns: 300, seed: 11 })
  })
  it('two are two', () => expect(nameKeyOf('Anna Berg')).not.toBe(nameKeyOf('Annaberg')))
})

describe('what is sent at the door', () => {
  const says = (schema: typeof personBody | typeof signInBody | typeof pinBody, body: object) =>
    schema.safeParse(body).error?.issues[0]?.message
  it.each<[object, RegExp]>([
    [{ name: '\u200B', role: 'maker' }, /letter that can be seen/], [{ name: 'A', role: 'king' }, /^Role: choose owner/],
    [{ name: 'A', role: 'maker', passphrase: 'x'.repeat(10_000) }, /200 characters at the most/],
    [{ name: 'A', role: 'maker', passphrase: 'nine chars'.slice(1) }, /10 characters at least/], [{ name: 'A'.repeat(81),
      role: 'maker' }, /80/],
  ])('%j is refused by its field', (body, said) => expect(says(personBody, body)).toMatch(said))
  it.each(['123', '123456789', '12a4', ''])('%j is no PIN', pin => expect(says(pinBody, { pin })).toBe('PIN: four to eight figures.'))
  it('a passphrase of ten thousand letters is not hashed to be compared', () =>
    expect(says(signInBody, { name: 'A', passphrase: 'x'.repeat(10_000) })).toMatch(/none has more than 200/))
})

describe('in words', () => {
  it('what was done, by whom and where', () => {
    expect(auditSentence({ what: 'personAdded', about: 'Wick, apprentice', by: 'Orla', device: 'Tablet' }))
      .toBe('Orla added Wick, apprentice, on Tablet.')
    expect(auditSentence({ what: 'passphrase', about: 'Bram', by: null,
      device: null })).toBe('Somebody at the server gave Bram a new passphrase.')
    expect(auditSentence({ what: 'pin', about: 'none', by: 'Bram', device: null })).toBe('Bram removed the PIN.')
    expect([byWords('Orla'), byWords(null)]).toEqual(['by Orla', BEFORE_PEOPLE])
  })
})
