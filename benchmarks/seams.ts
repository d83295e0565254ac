/** How soon a grid of patches and a feature's seconds are there; prints, asserts nothing. */
import { bulkAt, nest, piecingOf, pressingTurns, type PatchArea } from '#core/patchwork'
import { planHem } from '#core/hem'
import { seeded } from '#core/numeric'
import { SEAM_DETAIL_KEYS, planSeamDetail, SUPPORT_KEYS } from '#core/seam'
import type { FabricInput } from '#core/stack'
import { few } from './short'

const timed = (work: () => unknown): number => {
  const from = performance.now()
  work()
  return performance.now() - from
}
const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!
const fabric = (more: Partial<FabricInput>): FabricInput => ({
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [], ...more,
})
const FABRICS: [string, FabricInput][] = [
  ['poplin', fabric({})],
  ['worsted', fabric({ fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm: 260, thicknessMm: 0.55 })],
  ['melton', fabric({ fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 520, thicknessMm: 1.8, nap: 'nap' })],
]
const iron = {
  kind: 'household' as const,
  settings: [110, 150, 195].map(meanC => ({ label: String(meanC), meanC, swingC: 10, origin: 'typical' as const })),
}
const GRID = few(40, 10), ROUNDS = few(5, 1)

export function printSeams(): void {
  const random = seeded(40)
  const patches: PatchArea[] = Array.from({ length: GRID * GRID }, (_, i) => ({
    x: (i % GRID) * 50, y: Math.floor(i / GRID) * 50, wideMm: 50, highMm: 50, lightness: Math.round(random() * 100), plyMm: 0.25,
  }))
  const whole = () => {
    const piecing = piecingOf(patches, 'rows'), { side } = nest(piecing, patches)
    return [bulkAt(piecing, patches, side), pressingTurns(piecing, side)]
  }
  const ms = Array.from({ length: ROUNDS }, () => timed(whole))
  const { crossings, seams } = piecingOf(patches, 'rows')
  console.log(`grid of ${GRID} × ${GRID}: ${seams.length} seams, ${crossings.length} crossings, directions, thickness and order in `
    + `${median([...ms]).toFixed(0)} ms, slowest ${Math.max(...ms).toFixed(0)} ms`)
  const closed = timed(() => nest(piecingOf(patches, 'rows', true), patches))
  console.log(`  closed to a tube: ${closed.toFixed(0)} ms`)
  for (const [name, of] of FABRICS) {
    const ask = {
      fabric: of, iron, pressCloth: 'muslin' as const, surface: 'padded' as const, blendRule: 'strict' as const, kit: SUPPORT_KEYS,
      house: { piecing: 'dry' as const, cooling: 'cold' as const, alwaysPressCloth: true },
    }
    const seamDetails = SEAM_DETAIL_KEYS.slice(0, few(SEAM_DETAIL_KEYS.length, 3))
    const each = seamDetails.map(seamDetail => median(Array.from({ length: ROUNDS }, () => timed(() => planSeamDetail({ ...ask,
      seamDetail })))))
    console.log(`seamDetails of ${name}: median ${median([...each]).toFixed(0)} ms, slowest ${Math.max(...each).toFixed(0)} ms`)
  }
  const hem = median(Array.from({ length: ROUNDS }, () => timed(() => planHem({
    fabric: FABRICS[1]![1], turnedPlies: 1, dryTape: null, lining: FABRICS[0]![1], pressCloth: 'muslin', surface: 'padded', iron,
    blendRule: 'strict',
    cooling: 'cold', tape: { massGsm: 32, thicknessMm: 0.12, base: 'polyamide66', adhesive: 'polyamideWeb', adhesiveGsm: 30 },
  }))))
  console.log(`a hem with its lining: ${hem.toFixed(0)} ms`)
}
