/** Lightness 0–1 of a colour as seen, from its hex form (cube root of relative luminance). */
function lightness(hex: string): number {
  const n = Number.parseInt(hex.slice(1), 16)
  const linear = (v: number) => (v / 255) ** 2.2
  return Math.cbrt(0.2126 * linear(n >> 16) + 0.7152 * linear(n >> 8 & 255) + 0.0722 * linear(n & 255))
}

/** Lightness L* as CIELAB has it, 0 black to 100 white, from a colour's hex form. */
export const lightnessOf = (hex: string): number => Math.max(0, 116 * lightness(hex) - 16)

/** How far two colours stand apart in lightness, 0–1. */
export const contrastOf = (a: string, b: string): number => Math.abs(lightness(a) - lightness(b))
