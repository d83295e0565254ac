import type { ConstructionKey, FibreKey, ResinKey } from '../materials'
import type { Bench } from '../recipe'

const iron = {
  kind: 'household' as const,
  stops: [{ label: 'synthetic', meanC: 112, swingC: 10, origin: 'typical' as const },
    { label: 'wool', meanC: 150, swingC: 12, origin: 'typical' as const },
    { label: 'cotton', meanC: 190, swingC: 12, origin: 'typical' as const }],
}
const bench = (construction: ConstructionKey, fibre: FibreKey, massGsm: number, thicknessMm: number, resin: ResinKey): Bench => ({
  cloth: { fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [] },
  supply: { massGsm: 55, thicknessMm: 0.2, base: 'cotton', resin, resinGsm: 12 }, iron, cover: 'muslin', bed: 'padded',
  blendRule: 'strict',
})
/** Cloths and backings that fail: shirting, suiting, twill, coating, sheeting. */
export const BENCHES: readonly Bench[] = [
  bench('poplin', 'cotton', 120, 0.27, 'polyamide'), bench('poplin', 'cotton', 120, 0.27, 'polyamideLow'),
  bench('suiting', 'wool', 260, 0.55, 'polyamide'), bench('twill', 'cotton', 240, 0.48, 'polyester'),
  bench('coating', 'wool', 480, 1.8, 'polyamide'), bench('sheeting', 'cotton', 145, 0.32, 'eva'),
]
