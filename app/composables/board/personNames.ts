import type { Person } from '#shared/schemas'
import { byWords } from '#shared/words'

const people = shallowRef<Person[] | null>(null)
let asking: Promise<void> | null = null
/** Somebody who came since the names were asked for: they are asked for once more. */
const missed = new Set<string>()

function ask(): Promise<void> {
  return (asking ??= $fetch<Person[]>('/api/people')
    .then((all) => { people.value = all }, () => undefined).finally(() => { asking = null }))
}

/** Names of whoever did something, put away or not; asked for once. */
export function usePersonNames() {
  if (people.value === null) void ask()
  function nameOf(id: string | null | undefined): string | null {
    const found = people.value?.find(p => p.id === id)?.name ?? null
    if (found === null && id && people.value !== null && !missed.has(id)) {
      missed.add(id)
      void ask()
    }
    return found
  }
  /** By whom; nothing while her name is not here. */
  const by = (id: string | null | undefined): string => {
    const name = nameOf(id)
    return people.value === null || (id && name === null) ? '' : byWords(name)
  }
  /** Those of a list who did something in it, as choices; none where it was one alone. */
  const among = (ids: readonly (string | null | undefined)[]): { value: string, name: string }[] => {
    const there = (people.value ?? []).filter(p => ids.includes(p.id)).map(p => ({ value: p.id, name: p.name }))
    return there.length > 1 ? [{ value: '', name: 'Everyone' }, ...there] : []
  }
  return { people, nameOf, by, among }
}
