/** What every board begins with: where it is read, and how much of it. */
const FIRST = {
  workroom: ['/api/workroom'], fabrics: ['/api/fabrics', { size: 100 }], supplies: ['/api/supplies', { size: 100 }],
  irons: ['/api/irons'], pressCloths: ['/api/press-cloths'],
} as const
type First = keyof typeof FIRST

/** Asked for before the board itself is there; each answer is taken once, by whoever needs it first. */
const early = new Map<First, Promise<unknown>>()
const ask = <T>(what: First): Promise<T> => {
  const [url, query] = FIRST[what]
  return $fetch<T>(url, { query }) as Promise<T>
}
/** Begins to read what will be needed. What fails is asked for again, and its fault said, by whoever needs it. */
export function readEarly(): void {
  for (const what of Object.keys(FIRST) as First[]) {
    const answer = ask(what)
    answer.catch(() => undefined)
    early.set(what, answer)
  }
}
/** The answer that is on its way, or a new one. */
export function readOnce<T>(what: First): Promise<T> {
  const found = early.get(what) as Promise<T> | undefined
  early.delete(what)
  return found ? found.catch(() => ask<T>(what)) : ask<T>(what)
}
