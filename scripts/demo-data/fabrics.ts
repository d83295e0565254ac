import type { FabricBody } from '#shared/schemas'

type DemoFabric = Pick<FabricBody,
  'code' | 'name' | 'fibres' | 'construction' | 'massGsm' | 'thicknessMm' | 'colourHex'> & Partial<FabricBody>

const pure = (fibre: FabricBody['fibres'][number]['fibre']): FabricBody['fibres'] => [{ fibre, sharePct: 100 }]

/** What the Tidewell workroom has cut from for the ferry's crew. */
export const DEMO_FABRICS: DemoFabric[] = [
  {
    code: 'TW-01', name: 'Steward poplin, white', fibres: pure('cotton'), construction: 'poplin', massGsm: 118, thicknessMm: 0.26,
    massOrigin: 'measured', thicknessOrigin: 'measured', colourHex: '#eeeae0', lot: 'L-7', widthMm: 1480, stockM: 14.5, labelIronC: 200,
    note: 'Collars and cuffs, washed every week at 40.',
  },
  {
    code: 'TW-02', name: 'Boat-coat melton, navy',
    fibres: [
      { fibre: 'wool', sharePct: 90 }, { fibre: 'polyester', sharePct: 10 },
    ],
    construction: 'coating', massGsm: 520, thicknessMm: 2.0, massOrigin: 'measured', colourHex: '#1f2a44', nap: 'nap',
    note: 'Fronts and cuffs; the braid goes on after.',
  },
  {
    code: 'TW-03', name: 'Saloon satin, oyster', fibres: pure('silk'), construction: 'satin', massGsm: 92, thicknessMm: 0.19,
    colourHex: '#d9cfc0', mayGetWet: false, note: 'Rings at the first drop.',
  },
  {
    code: 'TW-04', name: 'Evening velvet, black',
    fibres: [
      { fibre: 'viscose', sharePct: 82 }, { fibre: 'silk', sharePct: 18 },
    ],
    construction: 'velvet', massGsm: 260, thicknessMm: 1.5, colourHex: '#17151a', nap: 'pile', mayGetWet: false,
    note: 'Collars of the evening jackets.',
  },
  {
    code: 'TW-05', name: 'Galley apron twill',
    fibres: [
      { fibre: 'polyester', sharePct: 65 }, { fibre: 'cotton', sharePct: 35 },
    ],
    construction: 'twill', massGsm: 215, thicknessMm: 0.42, massOrigin: 'measured', colourHex: '#5c6f5b', labelIronC: 110, widthMm: 1500,
    stockM: 8, note: 'The hems that fall.',
  },
  {
    code: 'TW-06', name: 'Deck jersey, striped',
    fibres: [
      { fibre: 'cotton', sharePct: 95 }, { fibre: 'elastane', sharePct: 5 },
    ],
    construction: 'jersey', massGsm: 190, thicknessMm: 0.7, colourHex: '#3d5a80', giveAlongPct: 12, giveAcrossPct: 34,
    note: 'Crest on the chest.',
  },
  {
    code: 'TW-07', name: 'Purser satchel cork', fibres: pure('polyester'), construction: 'cork', massGsm: 410, thicknessMm: 0.75,
    colourHex: '#b08a5b', finishes: ['filmLaminate'], mayGetWet: false, nap: 'texture', note: 'Cork skin glued to an interfacing.',
  },
  {
    code: 'TW-08', name: 'Fog-horn oilskin',
    fibres: [
      { fibre: 'pvc', sharePct: 70 }, { fibre: 'cotton', sharePct: 30 },
    ],
    construction: 'twill', massGsm: 380, thicknessMm: 0.5, colourHex: '#c9a227', mayGetWet: false, note: 'Stitch or glue only.',
  },
  {
    code: 'TW-09', name: 'Remnant from the stores, grey', fibres: [], construction: 'suiting', massGsm: 240, thicknessMm: 0.5,
    colourHex: '#77787b', note: 'No label. Could be anything.',
  },
  {
    code: 'TW-10', name: 'Saloon lining, bronze', fibres: pure('acetate'), construction: 'lining', massGsm: 72, thicknessMm: 0.12,
    colourHex: '#8a6a3f', mayGetWet: false, note: 'A drop of water and it is done for.',
  },
  {
    code: 'TW-11', name: 'Signal-flag bunting',
    fibres: [
      { fibre: 'wool', sharePct: 55 }, { fibre: 'polyester', sharePct: 45 },
    ],
    construction: 'sheeting', massGsm: 110, thicknessMm: 0.35, colourHex: '#9b2d30', note: 'The torn one.',
  },
  {
    code: 'TW-12', name: 'Saloon chiffon, sea green', fibres: pure('silk'), construction: 'voile', massGsm: 42, thicknessMm: 0.14,
    colourHex: '#8fb3a4', sheer: true, mayGetWet: false, note: 'Scarf ends and a bow.',
  },
  {
    code: 'TW-13', name: 'Deck denim', fibres: pure('cotton'), construction: 'denim', massGsm: 385, thicknessMm: 0.82,
    massOrigin: 'measured', colourHex: '#34466b', labelIronC: 200, stockM: 5.5, widthMm: 1500, note: 'Bosun’s trousers.',
  },
  {
    code: 'TW-14', name: 'Purser worsted, charcoal', fibres: pure('wool'), construction: 'suiting', massGsm: 265, thicknessMm: 0.55,
    colourHex: '#3b3c40', labelIronC: 150, note: 'Jacket fronts and lapels.',
  },
  {
    code: 'TW-15', name: 'Regatta print', fibres: pure('polyester'), construction: 'poplin', massGsm: 135, thicknessMm: 0.28,
    colourHex: '#2f7f86', finishes: ['gasDyedPrint'], note: 'The print is gassed in: it walks in the heat.',
  },
  {
    code: 'TW-16', name: 'Evening dupion, plum', fibres: pure('silk'), construction: 'dupion', massGsm: 96, thicknessMm: 0.21,
    colourHex: '#5d2f4f', nap: 'texture', mayGetWet: false, note: 'Slubs that must not be pressed flat.',
  },
  {
    code: 'TW-17', name: 'Stewardess crepe, navy',
    fibres: [
      { fibre: 'polyester', sharePct: 70 }, { fibre: 'viscose', sharePct: 30 },
    ],
    construction: 'suiting', massGsm: 190, thicknessMm: 0.45, colourHex: '#26304d', note: 'Lined dresses; hems go up and down.',
  },
  {
    code: 'TW-18', name: 'Rain-cape coated twill', fibres: pure('cotton'), construction: 'twill', massGsm: 230, thicknessMm: 0.42,
    colourHex: '#6b6b54', finishes: ['puCoat'], note: 'Coated on the inside.',
  },
]
