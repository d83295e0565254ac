/**
 * A root of a rising function between two places of unlike sign (Illinois false position); the nearer end if there is none.
 * @returns x with |f(x)| small, within 1e-10 of the interval
 */
export function rootBetween(low: number, high: number, f: (x: number) => number): number {
  let a = low, b = high, fa = f(a), fb = f(b)
  if (fa >= 0) return a
  if (fb <= 0) return b
  let side = 0
  for (let i = 0; i < 100 && b - a > 1e-10 * (high - low); i++) {
    const x = (a * fb - b * fa) / (fb - fa)
    const fx = f(x)
    if (Math.abs(fx) < 1e-10) return x
    if (fx < 0) {
      a = x
      fa = fx
      if (side === -1) fb /= 2
      side = -1
    } else {
      b = x
      fb = fx
      if (side === 1) fa /= 2
      side = 1
    }
  }
  return (a + b) / 2
}
