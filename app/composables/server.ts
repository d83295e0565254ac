const awaySince = ref<number | null>(null)
/** When the oldest of what is shown was last heard from the server, ms; null while it answers. */
const copyOf = ref<number | null>(null)

/** A request was not answered, or answered by a server whose database is away. */
function silent(nowMs = Date.now()): void {
  awaySince.value ??= nowMs
}

/**
 * An answer came, from the server or out of the browser's own copies; a copy tells its age by its date.
 * @param date the answer's own, as the server wrote it
 */
function heard(isCopy: boolean, date: string | null = null, nowMs = Date.now()): void {
  if (!isCopy) {
    awaySince.value = copyOf.value = null
    return
  }
  silent(nowMs)
  const atMs = date ? Date.parse(date) : Number.NaN
  if (Number.isFinite(atMs)) copyOf.value = Math.min(copyOf.value ?? atMs, atMs)
}

/** Whether the server answers, and how old is what is shown meanwhile. */
export const useServer = () => ({ awaySince, copyOf, silent, heard })
