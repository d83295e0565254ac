/** A small seeded generator (mulberry32): the same seed gives the same numbers everywhere. Values in [0, 1). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0
  return () => {
    a = (a + 0x6D2B79F5) >>> 0
    let t = a
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** Puts a list into an order by chance, in its place; every order is as likely. Source: Fisher and Yates, as by Durstenfeld (1964). */
export function shuffle<T>(list: T[], random: () => number): void {
  for (let i = list.length - 1; i > 0; i--) {
    const k = Math.floor(random() * (i + 1)), kept = list[i]!
    list[i] = list[k]!
    list[k] = kept
  }
}

/** Standard normal quantile, error under 5e-4 of a standard deviation (Abramowitz & Stegun 26.2.23). @param p 0–1, ends held off */
export function normalQuantile(p: number): number {
  const q = Math.min(1 - 1e-9, Math.max(1e-9, p))
  const tail = q < 0.5 ? q : 1 - q
  const t = Math.sqrt(-2 * Math.log(tail))
  const x = t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t * t * t)
  return q < 0.5 ? -x : x
}
