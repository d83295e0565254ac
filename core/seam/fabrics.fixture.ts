import type { IronInput } from '../recipe'
import type { FabricInput } from '../stack'
import type { FibreKey } from '../materials'

const pure = (fibre: FibreKey) => [{ fibre, sharePct: 100 }]
const plain = { mayGetWet: true, nap: 'none', finishes: [] } as const
/** Fabrics of the trade at their typical weights, for tests. */
export const FABRICS = {
  poplin: { ...plain, fibres: pure('cotton'), construction: 'poplin', massGsm: 120, thicknessMm: 0.27, finishes: [] },
  denim: { ...plain, fibres: pure('cotton'), construction: 'denim', massGsm: 370, thicknessMm: 0.8, finishes: [] },
  twill: { ...plain, fibres: pure('cotton'), construction: 'twill', massGsm: 240, thicknessMm: 0.48, finishes: [] },
  worsted: { ...plain, fibres: pure('wool'), construction: 'suiting', massGsm: 260, thicknessMm: 0.55, finishes: [] },
  melton: { ...plain, fibres: pure('wool'), construction: 'coating', massGsm: 520, thicknessMm: 1.8, nap: 'nap', finishes: [] },
  silk: { ...plain, fibres: pure('silk'), construction: 'satin', massGsm: 80, thicknessMm: 0.15, mayGetWet: false, finishes: [] },
  polyester: { ...plain, fibres: pure('polyester'), construction: 'lining', massGsm: 70, thicknessMm: 0.12, finishes: [] },
  acetate: { ...plain, fibres: pure('acetate'), construction: 'lining', massGsm: 72, thicknessMm: 0.12, mayGetWet: false, finishes: [] },
  viscose: { ...plain, fibres: pure('viscose'), construction: 'lining', massGsm: 72, thicknessMm: 0.12, finishes: [] },
  dupion: {
    ...plain, fibres: pure('silk'), construction: 'dupion', massGsm: 90, thicknessMm: 0.2, nap: 'texture',
    mayGetWet: false, finishes: [],
  },
  velvet: { ...plain, fibres: pure('viscose'), construction: 'velvet', massGsm: 300, thicknessMm: 1.6, nap: 'pile', finishes: [] },
  film: { ...plain, fibres: pure('polypropylene'), construction: 'twill', massGsm: 200, thicknessMm: 0.5, finishes: [] },
  gassed: { ...plain, fibres: pure('polyester'), construction: 'twill', massGsm: 240, thicknessMm: 0.5, finishes: ['gasDyedPrint'] },
  mixed: {
    ...plain, fibres: [{ fibre: 'polyester', sharePct: 65 }, { fibre: 'cotton', sharePct: 35 }], construction: 'twill', massGsm: 240,
    thicknessMm: 0.48, finishes: [],
  },
  acrylic: { ...plain, fibres: pure('acrylic'), construction: 'doubleKnit', massGsm: 250, thicknessMm: 1, finishes: [] },
  unknown: { ...plain, fibres: [], construction: 'suiting', massGsm: 240, thicknessMm: 0.5, finishes: [] },
} satisfies Record<string, FabricInput>

const setting = (label: string, meanC: number) => ({ label, meanC, swingC: 10, origin: 'typical' as const })
export const IRON: IronInput = { kind: 'household', settings: [setting('synthetic', 110), setting('wool', 150), setting('cotton', 195)] }
export const DRY_IRON: IronInput = { ...IRON, kind: 'heavyDry' }
