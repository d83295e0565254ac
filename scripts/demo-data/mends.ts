import type { PrintAsk } from '#core/colour'
import { shapeOf } from '#core/mend'
import { outlineOf } from '#core/geometry'
import { toPayload } from '#shared/cutting'
import type { ScrapBody, SpecOf } from '#shared/schemas'
import type { DemoMaking } from './makings'

/** A made-up fabric as it would be photographed. */
export interface DemoScrap extends Pick<ScrapBody, 'name' | 'wideMm' | 'highMm' | 'massGsm' | 'givePct' | 'washC'> {
  fabric?: string
  print: Pick<PrintAsk, 'kind' | 'colours' | 'repeatMm' | 'seed'>
  back?: Pick<PrintAsk, 'kind' | 'colours' | 'repeatMm' | 'seed'>
}
export const FLAG_PRINT: DemoScrap['print'] = { kind: 'stripes', colours: ['#9b2d30', '#f0e7d2'], repeatMm: 14, seed: 21 }
const plain = (hex: string, seed: number): DemoScrap['print'] => ({ kind: 'plain', colours: [hex], repeatMm: 20, seed })

/** What lies in the Tidewell workroom's scrap box. */
export const DEMO_SCRAPS: DemoScrap[] = [
  {
    name: 'Bunting, end of the roll', fabric: 'TW-11', wideMm: 180, highMm: 120, massGsm: 110, givePct: 2, washC: 40,
    print: { ...FLAG_PRINT, seed: 22 },
  },
  { name: 'Bunting, plain red', fabric: 'TW-11', wideMm: 210, highMm: 90, massGsm: 110, givePct: 2, washC: 40,
    print: plain('#942a2e', 23) },
  { name: 'Old ensign, faded', wideMm: 160, highMm: 140, massGsm: 105, givePct: 1, washC: 30, print: plain('#b5575a', 24),
    back: plain('#a23d42', 25) },
  {
    name: 'Galley check', wideMm: 140, highMm: 110, massGsm: 130, givePct: 2, washC: 60,
    print: { kind: 'checks', colours: ['#f4f1e8', '#b3474b', '#7d2a2e'], repeatMm: 8, seed: 26 },
  },
  { name: 'Poplin corner, white', fabric: 'TW-01', wideMm: 130, highMm: 150, massGsm: 118, givePct: 1, washC: 60,
    print: plain('#f2efe6', 27) },
  { name: 'Denim leg', fabric: 'TW-13', wideMm: 300, highMm: 180, massGsm: 385, givePct: 1, washC: 60, print: plain('#34466b', 28) },
  { name: 'Dupion, plum', fabric: 'TW-16', wideMm: 90, highMm: 70, massGsm: 96, givePct: 1, washC: 30, print: plain('#5d2f4f', 29) },
  {
    name: 'Sprigged lawn', wideMm: 120, highMm: 100, massGsm: 90, givePct: 2, washC: 40,
    print: { kind: 'sprigs', colours: ['#efe6d4', '#3b6b58', '#a64a5a'], repeatMm: 11, seed: 30 },
  },
  { name: 'Deck jersey, sleeve', fabric: 'TW-06', wideMm: 140, highMm: 160, massGsm: 190, givePct: 34, washC: 40,
    print: { kind: 'stripes', colours: ['#3d5a80', '#f3efe4'], repeatMm: 14, seed: 31 } },
  { name: 'Bunting, snippet', fabric: 'TW-11', wideMm: 24, highMm: 30, massGsm: 110, givePct: 2, washC: 40,
    print: { ...FLAG_PRINT, seed: 32 } },
]

/** A ragged tear, about a middle. */
const tear = (x: number, y: number, wideMm: number, highMm: number, n = 24) => toPayload(outlineOf(Array.from({ length: n }, (_, i) => {
  const a = i / n * 2 * Math.PI, r = 1 + 0.16 * Math.sin(i * 2.3 + x)
  return { x: x + wideMm / 2 * r * Math.cos(a), y: y + highMm / 2 * r * Math.sin(a) }
})))
const patch = (more: Partial<SpecOf<'hole'>>): SpecOf<'hole'> => ({
  format: 1, kind: 'hole', holes: [], marginMm: 8, wear: 'hard', edge: 'rounded', trimMm: 1, look: null, side: 'face', marker: null,
  papered: false, count: 1, ...more,
})
const shape = (name: string, kind: SpecOf<'applique'>['shapes'][number]['kind'], fabric: number, wideMm: number, highMm: number,
  count: number, corner = false) =>
  ({ name, kind, outline: null, wideMm, highMm, count, edge: 'raw' as const, fabric, corner })

/** What is mended and put on, by job. */
export const DEMO_MENDS: Record<string, DemoMaking[]> = {
  'Signal flag, torn': [
    {
      name: 'Tear at the hoist', fabric: 'TW-11', tape: 'B-52', scrap: 'Bunting, end of the roll',
      spec: patch({ holes: [tear(-14, 4, 26, 15), tear(24, -6, 9, 7)], marginMm: 9.5 }),
    },
  ],
  'Deck jackets, lettering': [
    {
      name: 'Corner of the E', fabric: 'TW-13', tape: 'B-53',
      spec: {
        format: 1, kind: 'lettering', from: 'text', text: 'DECK', face: 'bold', sizeMm: 64, lifted: [1],
        outlines: [toPayload(shapeOf('shield', 40, 64))],
        padded: false, item: { form: 'film', fibre: 'polyester', massGsm: 140, thicknessMm: 0.15, adhesive: 'polyurethane' },
        place: { on: 'back', downMm: 190, asideMm: 0, turnDeg: 0 }, keepOuts: [], count: 3,
      },
    },
    {
      name: 'Felt anchor', fabric: 'TW-13',
      spec: {
        format: 1, kind: 'badge', item: { form: 'felt', fibre: 'wool', massGsm: 420, thicknessMm: 2.2, adhesive: 'polyamideLow' },
        wideMm: 64,
        highMm: 60, place: { on: 'front', downMm: 215, asideMm: 90, turnDeg: 0 }, from: 'computed', sewToo: false, smallChild: false,
        count: 3,
        keepOuts: [120, 215, 310].map(downMm => ({ kind: 'button' as const, downMm, asideMm: 8, wideMm: 17, highMm: 17 })),
      },
    },
    {
      name: 'Number across the back', fabric: 'TW-13', tape: 'B-60',
      spec: {
        format: 1, kind: 'transfer', what: 'cutFilm', wideMm: 210, highMm: 150, place: { on: 'back', downMm: 330, asideMm: 0, turnDeg: 0 },
        keepOuts: [], adhesive: 'polyurethane', holdS: 30, peel: 'cold', washed: true, softener: false, dry: true, count: 3,
      },
    },
  ],
  'Purser\'s satchel': [
    {
      name: 'Badge by the buckle', fabric: 'TW-07',
      spec: {
        format: 1, kind: 'badge', item: { form: 'woven', fibre: 'polyester', massGsm: 260, thicknessMm: 0.55, adhesive: 'eva' }, wideMm: 52,
        highMm: 44,
        place: { on: 'flap', downMm: 150, asideMm: 60, turnDeg: 0 }, from: 'computed', sewToo: true, smallChild: false, count: 1,
        keepOuts: [{ kind: 'other', downMm: 185, asideMm: 0, wideMm: 46, highMm: 40 }],
      },
    },
  ],
  'Crew names and crest': [
    {
      name: 'Crew names', fabric: 'TW-01', tape: 'B-12',
      spec: {
        format: 1, kind: 'labels', face: 'bold', sizeMm: 3.8, wideMm: 58, highMm: 16, borderMm: 1.5, inkHex: '#333a73', paper: 'A4',
        texts: [
          'MATE ORLA', 'PURSER\nTIDEWELL', 'BOSUN FENN', 'COOK MARLO', 'STEWARD IBBA', 'STEWARD JONE', 'DECKHAND RUSK', 'DECKHAND VELL',
          'ENGINEER\nHOLT', 'SINGER AMADI', 'SHIP\'S BOY',
        ],
      },
    },
    {
      name: 'Crest on jersey', fabric: 'TW-06', supplies: ['B-73'],
      spec: {
        format: 1, kind: 'embroidery', tookPct: 100, applique: false, nothingStays: false, keepOuts: [], count: 2, result: null,
        place: { on: 'front', downMm: 205, asideMm: 95, turnDeg: 0 }, layers: [{ kind: 'softMesh', supply: 0, massGsm: 45, givePct: 4 }],
        parts: [
          { name: 'Shield', outline: toPayload(shapeOf('shield', 58, 64)), stitches: 5200, satinMm: 2.5, travelMm: 20 },
          { name: 'Scroll', outline: toPayload({ rim: shapeOf('wave', 84, 30).rim.map(p => ({ x: p.x - 13, y: p.y - 36 })), holes: [] }),
            stitches: 1500, satinMm: 3.5, travelMm: 10 },
        ],
      },
    },
  ],
  'Saloon banner': [
    {
      name: 'Banner shapes', fabric: 'TW-16', tape: 'B-53', fabrics: ['TW-03', 'TW-12', 'TW-10'],
      spec: {
        format: 1, kind: 'applique', groundWideMm: 1100, groundHighMm: 700, tracedOn: 'paper', fray: 'much', papered: true,
        shapes: [
          shape('Star', 'star', 0, 170, 170, 3), shape('Sun', 'disc', 2, 150, 150, 2), shape('Wave', 'wave', 1, 260, 120, 2),
          shape('Corner', 'corner', 0, 150, 150, 4, true),
        ],
      },
    },
  ],
}
