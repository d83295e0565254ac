/** Ends of the heat scale, °C. */
export const HEAT_FROM_C = 20
export const HEAT_TO_C = 210

/**
 * Warm colour for a temperature: lightness falls evenly from pale straw to deep brick, so that equal steps of heat look equal.
 * Warm colours are used for nothing else.
 */
export function heatColour(c: number): string {
  const x = Math.min(1, Math.max(0, (c - HEAT_FROM_C) / (HEAT_TO_C - HEAT_FROM_C)))
  return `oklch(${(0.95 - 0.55 * x).toFixed(3)} ${(0.03 + 0.15 * Math.sin(Math.PI * Math.min(1, x * 0.62 + 0.08))).toFixed(3)} `
    + `${(88 - 60 * x).toFixed(1)})`
}

/** Ink that can be read on that colour. */
export const inkOnHeat = (c: number): string => c > 128 ? '#fffaf0' : '#25211d'
