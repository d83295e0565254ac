/** A list of a job as it was at a version: whoever saves over it says which one they began from. */
export type ListOfJob<Name extends string, Item> = { version: number } & Record<Name, Item[]>

/** Which row of a list a refusal names, by its field ("pieces.2.count"); null where it names none. */
export function badRowOf(name: string, field: string): number | null {
  const [list, at] = field.split('.')
  return list === name && at !== undefined && /^\d+$/.test(at) ? Number(at) : null
}
