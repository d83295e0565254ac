import type { Person } from '#shared/schemas'
import { byWords } from '#shared/words'

const people = shallowRef<Person[] | null>(null)
let asked: Promise<void> | null = null

/** Names of whoever did something, put away or not; asked for once. */
export function usePersonNames() {
  asked ??= $fetch<Person[]>('/api/people').then((all) => { people.value = all }, () => { asked = null })
  const nameOf = (id: string | null | undefined): string | null => people.value?.find(p => p.id === id)?.name ?? null
  /** By whom; nothing while the names are not here. */
  const by = (id: string | null | undefined): string => (people.value === null ? '' : byWords(nameOf(id)))
  /** Those of a list who did something in it, as choices; none where it was one alone. */
  const among = (ids: readonly (string | null | undefined)[]): { value: string, name: string }[] => {
    const there = (people.value ?? []).filter(p => ids.includes(p.id)).map(p => ({ value: p.id, name: p.name }))
    return there.length > 1 ? [{ value: '', name: 'Everyone' }, ...there] : []
  }
  return { people, nameOf, by, among }
}
