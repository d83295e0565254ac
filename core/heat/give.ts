import { dryKgM2, type Layer } from './layer'

/** A mass of fibres is never pressed under this share of its thickness at 1 kPa, nor beyond this share of solid fibre. */
const LEAST_THICKNESS_SHARE = 0.45, MOST_FIBRE_SHARE = 0.75
/** Lying loose, fabric stands no higher than at this pressure, kPa. */
const LOOSEST_KPA = 0.4

const FIBRE_WM_K = 0.25, HOT_AIR_WM_K = 0.03, WATER_WM_K = 0.65
const PARALLEL_SHARE = 1 / 3

/**
 * Thickness under a pressure, mm: t_min + (t₁ − t_min)·p^(−1/3), t₁ being that at 1 kPa.
 * Source: van Wyk's law for masses of fibres. Solids do not give.
 */
export function thicknessUnderMm(layer: Layer, pressureKPa: number): number {
  if (layer.fibreKgM3 === null) return layer.thicknessMm
  const packedMm = dryKgM2(layer) / layer.fibreKgM3 / MOST_FIBRE_SHARE * 1000
  const leastMm = Math.min(layer.thicknessMm, Math.max(LEAST_THICKNESS_SHARE * layer.thicknessMm, packedMm))
  return leastMm + (layer.thicknessMm - leastMm) * Math.pow(Math.max(pressureKPa, LOOSEST_KPA), -1 / 3)
}

/** Share of a layer's room that is fibre when it is so thick, 0–1. */
export const fibreShare = (layer: Layer, thicknessMm: number): number =>
  layer.fibreKgM3 === null ? 1 : Math.min(1, dryKgM2(layer) / layer.fibreKgM3 / (thicknessMm / 1000))

/**
 * Conductivity of a mass of fibres, W/(m·K): a third of the fibres in parallel, two thirds in series with what fills the pores.
 * Source: Schuhmeister's mixture. @param fibre share of fibre, 0–1 @param wet share of the pores filled with water, 0–1
 * @example conductivityOf(0.29, 0) // 0.058, a dry poplin
 */
export function conductivityOf(fibre: number, wet: number): number {
  const pores = 1 - fibre
  const poreWmK = HOT_AIR_WM_K + (WATER_WM_K - HOT_AIR_WM_K) * wet
  return PARALLEL_SHARE * (fibre * FIBRE_WM_K + pores * poreWmK) + (1 - PARALLEL_SHARE) / (fibre / FIBRE_WM_K + pores / poreWmK)
}

/** Resistance of a dry layer under a pressure, m²K/W. */
export function dryResistanceM2KW(layer: Layer, pressureKPa: number): number {
  const mm = thicknessUnderMm(layer, pressureKPa)
  return mm / 1000 / (layer.fibreKgM3 === null ? layer.conductivityWmK : conductivityOf(fibreShare(layer, mm), 0))
}
