/** A response older than this came out of the browser's own copies, s. */
const COPY_AFTER_S = 20

const awaySince = ref<number | null>(null)
/** When the oldest of what is shown was last heard from the server, ms; null while it answers. */
const copyOf = ref<number | null>(null)

/** A request was not answered, or answered by a server whose database is away. */
function silent(nowMs = Date.now()): void {
  awaySince.value ??= nowMs
}

/**
 * An answer came; one out of the copies tells its age by its date.
 * @param date the answer's own, as the server wrote it
 */
function heard(date: string | null, nowMs = Date.now()): void {
  const atMs = date ? Date.parse(date) : Number.NaN
  if (Number.isFinite(atMs) && nowMs - atMs > COPY_AFTER_S * 1000) {
    silent(nowMs)
    copyOf.value = Math.min(copyOf.value ?? atMs, atMs)
  } else {
    awaySince.value = copyOf.value = null
  }
}

/** Whether the server answers, and how old is what is shown meanwhile. */
export const useServer = () => ({ awaySince, copyOf, silent, heard })
