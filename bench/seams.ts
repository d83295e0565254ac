/** How soon a grid of patches and a feature's seconds are there; prints, asserts nothing. */
import { bulkAt, nest, piecingOf, pressingTurns, type Patch } from '#core/grid'
import { planHem } from '#core/hem'
import { seeded } from '#core/numeric'
import { FEATURE_KEYS, planFeature, SUPPORT_KEYS } from '#core/seam'
import type { ClothInput } from '#core/stack'
import { few } from './short'

const timed = (work: () => unknown): number => {
  const from = performance.now()
  work()
  return performance.now() - from
}
const median = (all: number[]): number => all.sort((a, b) => a - b)[Math.floor(all.length / 2)]!
const cloth = (more: Partial<ClothInput>): ClothInput => ({
  fibres: [{ fibre: 'cotton', sharePct: 100 }], construction: 'poplin', massGsm: 120, thicknessMm: 0.27, mayGetWet: true, nap: 'none',
  finishes: [], ...more,
})
const CLOTHS: [string, ClothInput][] = [
  ['poplin', cloth({})],
  ['worsted', cloth({ fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'suiting', massGsm: 260, thicknessMm: 0.55 })],
  ['melton', cloth({ fibres: [{ fibre: 'wool', sharePct: 100 }], construction: 'coating', massGsm: 520, thicknessMm: 1.8, nap: 'nap' })],
]
const iron = {
  kind: 'household' as const,
  stops: [110, 150, 195].map(meanC => ({ label: String(meanC), meanC, swingC: 10, origin: 'typical' as const })),
}
const GRID = few(40, 10), ROUNDS = few(5, 1)

export function printSeams(): void {
  const random = seeded(40)
  const patches: Patch[] = Array.from({ length: GRID * GRID }, (_, i) => ({
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
  for (const [name, of] of CLOTHS) {
    const ask = {
      cloth: of, iron, cover: 'muslin' as const, bed: 'padded' as const, blendRule: 'strict' as const, kit: SUPPORT_KEYS,
      house: { piecing: 'dry' as const, cooling: 'cold' as const, alwaysCover: true },
    }
    const features = FEATURE_KEYS.slice(0, few(FEATURE_KEYS.length, 3))
    const each = features.map(feature => median(Array.from({ length: ROUNDS }, () => timed(() => planFeature({ ...ask, feature })))))
    console.log(`features of ${name}: median ${median([...each]).toFixed(0)} ms, slowest ${Math.max(...each).toFixed(0)} ms`)
  }
  const hem = median(Array.from({ length: ROUNDS }, () => timed(() => planHem({
    cloth: CLOTHS[1]![1], turnedPlies: 1, dryTape: null, lining: CLOTHS[0]![1], cover: 'muslin', bed: 'padded', iron, blendRule: 'strict',
    cooling: 'cold', tape: { massGsm: 32, thicknessMm: 0.12, base: 'polyamide66', resin: 'polyamideWeb', resinGsm: 30 },
  }))))
  console.log(`a hem with its lining: ${hem.toFixed(0)} ms`)
}
