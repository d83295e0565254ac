import { createHash } from 'node:crypto'
import { simulateProbe, type Reading } from '#core/iron'
import type { Iron } from '#shared/schemas'

/** A probe on a sole: gives a reading for each moment asked, in order. */
export interface SoleProbe { read: (atS: number) => Reading }

const NOMINAL_C = [110, 150, 200]

/**
 * A stand-in for a real probe. Each iron has a hidden true temperature of its own at every stop, off the dial's class by up to
 * 18 °C, always the same for the same iron, so that calibrating it finds something out.
 */
export function simulatedProbe(iron: Iron, position: number, seed: number, sagsAtS: number[]): SoleProbe {
  const off = createHash('sha256').update(`${iron.id} ${position}`).digest()[0]! / 255 * 36 - 18
  const setting = iron.settings[position]!
  const nominalC = NOMINAL_C[Math.min(position, NOMINAL_C.length - 1)] ?? setting.meanC
  return { read: simulateProbe({ kind: iron.kind, meanC: nominalC + off, swingC: 12 + off / 6, noiseC: 0.8, seed, sagsAtS }) }
}
