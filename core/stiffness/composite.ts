import type { AdhesiveForm } from '../materials'

/** One sheet of a fused composite, by what can be measured on it alone. */
export interface Ply {
  massGsm: number
  thicknessMm: number
  /** Bending length of the sheet by itself, mm. */
  bendingMm: number
}

const G_M_S2 = 9.81
/** Areal mass that would cover everything, by form, g/m². */
const COVERS_ALL_GSM: Record<Exclude<AdhesiveForm, 'none' | 'film'>, number> = { dots: 110, powder: 80, web: 55 }
/** Share of adhesive coverage at which sheets behave half as one body. */
const HALF_COUPLED_AT = 0.15

/** Flexural rigidity G = w g c³ of a sheet, µN·m (per metre of width). Peirce (1930). */
export const rigidityUNm = (massGsm: number, bendingMm: number): number => massGsm * G_M_S2 * bendingMm ** 3 * 1e-6

/** Bending length c, mm, of something of this weight and rigidity (µN·m): c = (G / w g)^(1/3). */
export const bendingOfRigidityMm = (massGsm: number, uNm: number): number => Math.cbrt(uNm / (massGsm * G_M_S2 * 1e-6))

/** Share of the area that adhesive of this form and weight covers, 0–1. */
export const adhesiveCoverage = (form: AdhesiveForm, adhesiveGsm: number): number =>
  form === 'none' || adhesiveGsm <= 0 ? 0 : form === 'film' ? 1 : Math.min(1, adhesiveGsm / COVERS_ALL_GSM[form])

/**
 * How far glued sheets bend as one body, 0 (they slip) to 1: rising with the share that the adhesive covers and with the bond up to a
 * full one. A typical curve; a measured fused swatch replaces it (`couplingFrom`).
 * @param bond bond progress, 1 = full
 */
export function typicalCoupling(form: AdhesiveForm, adhesiveGsm: number, bond: number): number {
  const coverage = adhesiveCoverage(form, adhesiveGsm)
  return coverage / (coverage + HALF_COUPLED_AT) * Math.min(1, Math.max(0, bond))
}

export interface CompositeLimits {
  /** Sheets slipping on each other: the sum of their rigidities, µN·m. */
  slippingUNm: number
  /** Sheets bending as one body about the common neutral plane, µN·m. */
  oneBodyUNm: number
}

/**
 * The two ends between which a composite's rigidity lies. Each sheet is a plate of effective modulus E = 12 G / t³;
 * as one body the parallel-axis terms E t d² are added.
 */
export function compositeLimits(plies: readonly Ply[]): CompositeLimits {
  let slippingUNm = 0, stretch = 0, moment = 0, depth = 0
  const parts = plies.map((p) => {
    const own = rigidityUNm(p.massGsm, p.bendingMm)
    // E·t in µN/m per mm²: 12 G / t².
    const perWidth = 12 * own / p.thicknessMm ** 2
    const at = depth + p.thicknessMm / 2
    depth += p.thicknessMm
    slippingUNm += own
    stretch += perWidth
    moment += perWidth * at
    return { perWidth, at }
  })
  const neutral = stretch > 0 ? moment / stretch : 0
  return { slippingUNm, oneBodyUNm: slippingUNm + parts.reduce((s, p) => s + p.perWidth * (p.at - neutral) ** 2, 0) }
}

/** Bending length of a composite, mm, at a coupling of 0 (slipping) to 1 (one body). */
export function compositeBendingMm(plies: readonly Ply[], coupling: number): number {
  const { slippingUNm, oneBodyUNm } = compositeLimits(plies)
  const massGsm = plies.reduce((s, p) => s + p.massGsm, 0)
  return bendingOfRigidityMm(massGsm, slippingUNm + (oneBodyUNm - slippingUNm) * Math.min(1, Math.max(0, coupling)))
}

/**
 * The coupling that a measured fused swatch shows.
 * @param bendingMm its bending length, mm
 * @returns the coupling held within 0–1, and whether the reading lay outside what these sheets can do
 */
export function couplingFrom(plies: readonly Ply[], bendingMm: number): { coupling: number, outside: 'limper' | 'stiffer' | null } {
  const { slippingUNm, oneBodyUNm } = compositeLimits(plies)
  const measured = rigidityUNm(plies.reduce((s, p) => s + p.massGsm, 0), bendingMm)
  const raw = oneBodyUNm > slippingUNm ? (measured - slippingUNm) / (oneBodyUNm - slippingUNm) : 0
  return { coupling: Math.min(1, Math.max(0, raw)), outside: raw < -0.05 ? 'limper' : raw > 1.05 ? 'stiffer' : null }
}
