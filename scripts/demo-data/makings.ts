import { plainPatches } from '#shared/making'
import type { MakingSpec, SpecOf } from '#shared/schemas'

/** What of a demo job is pressed while it is made; fabrics and tape by their codes. */
export interface DemoMaking {
  name: string
  fabric: string
  lining?: string
  tape?: string
  fabrics?: string[]
  scrap?: string
  supplies?: string[]
  spec: MakingSpec
}
const seamDetail = (seamDetail: SpecOf<'seamDetail'>['seamDetail'], lengthMm: number, count: number): MakingSpec =>
  ({ format: 1, kind: 'seamDetail', seamDetail, lengthMm, count })
const hem = (more: Partial<SpecOf<'hem'>>): MakingSpec => ({
  format: 1, kind: 'hem', task: 'fallen', depthMm: 30, turnMm: 0, aroundMm: 1200, stretches: [], curve: null, legs: [], taper: null,
  count: 1,
  ...more,
})
/** A signal-flag of our own, eight by six: a pale cross on a chequered field, its edge dark. */
const flagAt = (row: number, column: number): number => {
  if (row === 0 || row === 5 || column === 0 || column === 7) return 2
  if (column === 3 || column === 4 || row === 2 || row === 3) return (row + column) % 2 ? 0 : 1
  return (row + column) % 2 ? 3 : 1
}

/** By job. */
export const DEMO_MAKINGS: Record<string, DemoMaking[]> = {
  'Saloon evening jackets': [
    { name: 'Front pleats', fabric: 'TW-16', spec: seamDetail('pleat', 420, 6) },
    { name: 'Side seams', fabric: 'TW-16', spec: seamDetail('seamOpen', 560, 2) },
    { name: 'Velvet collar edge', fabric: 'TW-04', spec: seamDetail('collarEdge', 460, 1) },
  ],
  'Galley aprons, hems': [
    {
      name: 'Fallen hem', fabric: 'TW-05', tape: 'B-51',
      spec: hem({ depthMm: 32, aroundMm: 980, stretches: [{ fromMm: 120, lengthMm: 260 }, { fromMm: 640, lengthMm: 180 }], count: 4 }),
    },
  ],
  'Signal-flag quilt': [
    {
      name: 'Flag top', fabric: 'TW-01', fabrics: ['TW-01', 'TW-11', 'TW-13', 'TW-05'],
      spec: {
        format: 1, kind: 'patchwork', first: 'rows', closed: false, seamMm: 7, open: false, spun: false, sewnFirst: false, turned: {},
        ties: [],
        colours: ['#f4f1e8', '#9b2d30', '#34466b', '#5c6f5b'].map((hex, fabric) => ({ hex, fabric })),
        patches: plainPatches([110, 110, 110, 110, 110, 110, 110, 110], [95, 95, 95, 95, 95, 95], flagAt),
      },
    },
    {
      name: 'Binding', fabric: 'TW-13',
      spec: {
        format: 1, kind: 'strips', wideMm: 64, aroundMm: 2900, corners: 4, fabricMm: 1440, bias: false, join: 'slant', seamMm: 6,
        fold: 'double',
      },
    },
    {
      name: 'Wadding', fabric: 'TW-01', tape: 'B-51',
      spec: {
        format: 1, kind: 'wadding', top: { wideMm: 880, highMm: 570 }, marginMm: 40, fibre: 'cotton', massGsm: 160, thicknessMm: 3.5,
        sheets: [{ wideMm: 1000, highMm: 410 }, { wideMm: 980, highMm: 300 }],
      },
    },
  ],
  'Bosun\'s trousers': [
    {
      name: 'Legs', fabric: 'TW-13', tape: 'B-51',
      spec: hem({
        task: 'shorten', depthMm: 40, turnMm: 10, aroundMm: 430, taper: { foldRoundMm: 430, edgeRoundMm: 424 },
        legs: [
          { name: 'Left', nowMm: 1062, fabricMm: 1110, wantedMm: 1010 }, { name: 'Right', nowMm: 1049, fabricMm: 1097, wantedMm: 1004 },
        ],
      }),
    },
  ],
  'Singer\'s lined dress': [
    {
      name: 'Dress hem', fabric: 'TW-14', lining: 'TW-10', tape: 'B-51',
      spec: hem({ depthMm: 35, aroundMm: 1640, stretches: [{ fromMm: 300, lengthMm: 520 }], curve: { radiusMm: 980, turnDeg: 96 } }),
    },
  ],
}
