import type { ConstructionKey, FibreKey, AdhesiveKey } from '../materials'
import type { PressSetup } from '../recipe'

const iron = {
  kind: 'household' as const,
  settings: [{ label: 'synthetic', meanC: 112, swingC: 10, origin: 'typical' as const },
    { label: 'wool', meanC: 150, swingC: 12, origin: 'typical' as const },
    { label: 'cotton', meanC: 190, swingC: 12, origin: 'typical' as const }],
}
const setup = (construction: ConstructionKey, fibre: FibreKey, massGsm: number, thicknessMm: number, adhesive: AdhesiveKey): PressSetup =>
  ({
    fabric: { fibres: [{ fibre, sharePct: 100 }], construction, massGsm, thicknessMm, mayGetWet: true, nap: 'none', finishes: [] },
    supply: { massGsm: 55, thicknessMm: 0.2, base: 'cotton', adhesive, adhesiveGsm: 12 }, iron, pressCloth: 'muslin', surface: 'padded',
    blendRule: 'strict',
  })
/** Fabrics and interfacings that fail: shirting, suiting, twill, coating, sheeting. */
export const SETUPS: readonly PressSetup[] = [
  setup('poplin', 'cotton', 120, 0.27, 'polyamide'), setup('poplin', 'cotton', 120, 0.27, 'polyamideLow'),
  setup('suiting', 'wool', 260, 0.55, 'polyamide'), setup('twill', 'cotton', 240, 0.48, 'polyester'),
  setup('coating', 'wool', 480, 1.8, 'polyamide'), setup('sheeting', 'cotton', 145, 0.32, 'eva'),
]
