import type { PressCloth, IronBody, SupplyBody } from '#shared/schemas'

type DemoSupply = Pick<SupplyBody,
  'code' | 'name' | 'family' | 'base' | 'baseFibre' | 'massGsm' | 'thicknessMm' | 'adhesive' | 'adhesiveGsm'>
  & Partial<SupplyBody>

export const DEMO_SUPPLIES: DemoSupply[] = [
  {
    code: 'B-12', name: 'Feather nonwoven', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 34, thicknessMm: 0.2,
    adhesive: 'polyamideLow', adhesiveGsm: 9, colourHex: '#f4f3ee', form: 'dots', overhangMm: 41, stockM: 11.5, widthMm: 900,
    pricePerM: 2.6,
    instructions: 'maker', makerC: 150, makerHoldS: 10, makerMoisture: 'dry', makerFor: 'hand', washC: 40, lot: 'FN-17',
  },
  {
    code: 'B-13', name: 'Cloud knit', family: 'fusible', base: 'knit', baseFibre: 'polyamide66', massGsm: 28, thicknessMm: 0.18,
    adhesive: 'polyamideLow', adhesiveGsm: 7, colourHex: '#f1ede4', givePct: 24, overhangMm: 27, stockM: 4.2, widthMm: 1500, pricePerM: 7.9,
    instructions: 'maker', makerC: 145, makerHoldS: 10, makerMoisture: 'dry', makerFor: 'hand',
  },
  {
    code: 'B-14', name: 'Veil net', family: 'fusible', base: 'woven', baseFibre: 'polyester', massGsm: 19, thicknessMm: 0.1,
    adhesive: 'polyamideLow', adhesiveGsm: 4, colourHex: '#efe9dd', stockM: 2.5, widthMm: 1100, pricePerM: 8.4,
    note: 'Hardly to be seen under a sheer.',
  },
  {
    code: 'B-20', name: 'Collar lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 78, thicknessMm: 0.24,
    adhesive: 'polyamide', adhesiveGsm: 14, adhesiveOrigin: 'maker', colourHex: '#f7f5ef', instructions: 'maker', makerC: 150,
    makerHoldS: 12,
    makerMoisture: 'dry', makerPressureKPa: 30, washC: 60, widthMm: 900, stockM: 6.4, pricePerM: 7.2, overhangMm: 62, lot: 'CL-204',
    makerFor: 'press',
  },
  {
    code: 'B-21', name: 'Shirt crisp', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 132, thicknessMm: 0.32,
    adhesive: 'hdpe', adhesiveGsm: 22, adhesiveOrigin: 'maker', colourHex: '#fbfaf6', note: 'Made for a press.', instructions: 'maker',
    makerC: 165,
    makerHoldS: 15, makerPressureKPa: 100, washC: 95, tumble: 'yes', widthMm: 1120, stockM: 3, pricePerM: 8.9, makerFor: 'press',
  },
  {
    code: 'B-22', name: 'Placket lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 52, thicknessMm: 0.19,
    adhesive: 'polyamide', adhesiveGsm: 10, adhesiveOrigin: 'maker', colourHex: '#f7f5ef', instructions: 'maker', makerC: 150,
    makerHoldS: 12,
    makerMoisture: 'damp', washC: 60, widthMm: 900, stockM: 8.1, pricePerM: 6.1, overhangMm: 47, makerFor: 'hand',
  },
  {
    code: 'B-23', name: 'Band stiff', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 165, thicknessMm: 0.42,
    adhesive: 'polyamide', adhesiveGsm: 20, adhesiveOrigin: 'maker', colourHex: '#f4f1e8', instructions: 'maker', makerC: 160,
    makerHoldS: 15,
    washC: 60, widthMm: 900, stockM: 4.4, pricePerM: 9.6, overhangMm: 104, makerFor: 'hand',
  },
  {
    code: 'B-30', name: 'Warp knit, soft', family: 'fusible', base: 'knit', baseFibre: 'polyester', massGsm: 42, thicknessMm: 0.3,
    adhesive: 'polyamide', adhesiveGsm: 10, colourHex: '#2b2b2f', givePct: 18, stockM: 5.5, widthMm: 1500, pricePerM: 6.8,
    instructions: 'maker',
    makerC: 150, makerHoldS: 14, makerMoisture: 'steam', makerFor: 'hand', washC: 40,
  },
  {
    code: 'B-31', name: 'Weft-insert front', family: 'fusible', base: 'weftInsert', baseFibre: 'viscose', massGsm: 72, thicknessMm: 0.42,
    adhesive: 'polyester', adhesiveGsm: 13, colourHex: '#34363d', stockM: 7, widthMm: 1500, pricePerM: 9.4, overhangMm: 47,
    instructions: 'maker',
    makerC: 155, makerHoldS: 15, makerMoisture: 'dry', makerPressureKPa: 30, makerFor: 'press',
  },
  {
    code: 'B-32', name: 'Coat front, grey', family: 'fusible', base: 'weftInsert', baseFibre: 'viscose', massGsm: 98, thicknessMm: 0.5,
    adhesive: 'polyamide', adhesiveGsm: 14, colourHex: '#4a4c50', stockM: 6.2, widthMm: 1500, pricePerM: 11.2, overhangMm: 56, washC: 40,
    instructions: 'maker', makerC: 150, makerHoldS: 16, makerMoisture: 'steam', makerFor: 'hand',
  },
  {
    code: 'B-33', name: 'Two-way knit, black', family: 'fusible', base: 'knit', baseFibre: 'polyester', massGsm: 56, thicknessMm: 0.36,
    adhesive: 'polyamide', adhesiveGsm: 11, colourHex: '#1d1d20', givePct: 30, stockM: 3, widthMm: 1500, pricePerM: 8.8,
  },
  {
    code: 'B-40', name: 'Low-heat bag felt', family: 'foam', base: 'nonwoven', baseFibre: 'polyester', massGsm: 120, thicknessMm: 1.2,
    adhesive: 'eva', adhesiveGsm: 22, colourHex: '#e7e2d7', form: 'film', instructions: 'maker', makerC: 110, makerHoldS: 10,
    makerMoisture: 'dry',
    washC: 60, stockM: 1.8, widthMm: 1500,
  },
  {
    code: 'B-41', name: 'Bag foam', family: 'foam', base: 'nonwoven', baseFibre: 'polyester', massGsm: 190, thicknessMm: 3.6,
    adhesive: 'polyamideLow', adhesiveGsm: 18, form: 'powder', colourHex: '#eceae4', stockM: 2.2, widthMm: 1500, pricePerM: 12.5,
    overhangMm: 118,
  },
  {
    code: 'B-42', name: 'Base board', family: 'foam', base: 'nonwoven', baseFibre: 'polyester', massGsm: 460, thicknessMm: 1.9,
    adhesive: 'eva', adhesiveGsm: 24, form: 'film', colourHex: '#d9d4c8', stockM: 1.6, widthMm: 1000, pricePerM: 15, overhangMm: 236,
  },
  {
    code: 'B-43', name: 'Low-heat felt, thin', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 68, thicknessMm: 0.6,
    adhesive: 'eva', adhesiveGsm: 14, form: 'powder', colourHex: '#e9e4da', stockM: 3.4, widthMm: 900, pricePerM: 4.4,
    instructions: 'maker',
    makerC: 150, makerHoldS: 10, makerFor: 'hand',
  },
  {
    code: 'B-50', name: 'Appliqué web', family: 'web', base: 'none', baseFibre: 'polyamide66', massGsm: 26, thicknessMm: 0.1,
    adhesive: 'polyamideWeb', adhesiveGsm: 24, colourHex: '#fdfcf8', form: 'web', stockM: 4, widthMm: 450, instructions: 'maker',
    makerC: 150,
    makerMoisture: 'damp', makerFor: 'hand', note: 'The seconds on its leaflet cannot be read.',
  },
  {
    code: 'B-51', name: 'Hem tape 20 mm', family: 'hemTape', base: 'none', baseFibre: 'polyamide66', massGsm: 32, thicknessMm: 0.12,
    adhesive: 'polyamideWeb', adhesiveGsm: 30, colourHex: '#fafaf5', form: 'web', stockM: 22, widthMm: 20, instructions: 'maker',
    makerC: 150,
    makerHoldS: 12, makerMoisture: 'damp', makerFor: 'hand',
  },
  {
    code: 'B-52', name: 'Gossamer web', family: 'web', base: 'none', baseFibre: 'polyamide66', massGsm: 15, thicknessMm: 0.07,
    adhesive: 'polyamideWeb', adhesiveGsm: 15, colourHex: '#fdfcf8', form: 'web', stockM: 6, widthMm: 300, pricePerM: 3.2,
  },
  {
    code: 'B-53', name: 'Low-heat web, papered', family: 'web', base: 'none', baseFibre: 'polyester', massGsm: 30, thicknessMm: 0.1,
    adhesive: 'evaWeb', adhesiveGsm: 28, colourHex: '#fbfaf4', form: 'web', stockM: 7, widthMm: 450, pricePerM: 3.6, instructions: 'maker',
    makerC: 150, makerHoldS: 6, makerMoisture: 'dry', makerFor: 'hand', makerPeel: 'cold',
  },
  {
    code: 'B-60', name: 'Film for lettering', family: 'web', base: 'none', baseFibre: 'polyester', massGsm: 60, thicknessMm: 0.1,
    adhesive: 'polyurethane', adhesiveGsm: 55, colourHex: '#eef0f2',
  },
  {
    code: 'B-61', name: 'Patch twill, iron-on', family: 'patch', base: 'woven', baseFibre: 'cotton', massGsm: 230, thicknessMm: 0.5,
    adhesive: 'ldpe', adhesiveGsm: 40, colourHex: '#3a4152', form: 'film', stockM: 0.8, widthMm: 400, pricePerM: 9, instructions: 'maker',
    makerC: 110, makerHoldS: 6, makerMoisture: 'dry', makerFor: 'hand', note: 'The sheet may belong to something else.',
  },
  {
    code: 'B-70', name: 'Hoop tear-away', family: 'hoop', base: 'nonwoven', baseFibre: 'viscose', massGsm: 50, thicknessMm: 0.25,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#f6f1e4', stockM: 9, hoop: 'tearAway',
  },
  {
    code: 'B-71', name: 'Hoop cut-away, soft', family: 'hoop', base: 'nonwoven', baseFibre: 'polyester', massGsm: 62, thicknessMm: 0.3,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#f6f3ea', stockM: 5, hoop: 'cutAway',
  },
  {
    code: 'B-73', name: 'Hoop soft mesh', family: 'hoop', base: 'knit', baseFibre: 'polyamide66', massGsm: 45, thicknessMm: 0.2,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#f4f2ea', stockM: 6, givePct: 4, hoop: 'softMesh',
  },
  {
    code: 'B-74', name: 'Hoop film, soluble', family: 'hoop', base: 'none', baseFibre: 'viscose', massGsm: 38, thicknessMm: 0.06,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#fdfdfa', stockM: 8, givePct: 3, hoop: 'washAway',
  },
  {
    code: 'B-72', name: 'Embroidery starch, liquid', family: 'stiffener', base: 'none', baseFibre: 'cotton', massGsm: 20, thicknessMm: 0.05,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#fbfaf5', stockM: 1,
  },
  {
    code: 'B-75', name: 'Cuff braid, gilt', family: 'trim', base: 'woven', baseFibre: 'metallisedPlastic', massGsm: 420, thicknessMm: 1.1,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#c6a14b', stockM: 12, widthMm: 14, note: 'Pulls up: shrink it run by run.',
  },
  {
    code: 'B-76', name: 'Stay tape, fusible', family: 'stayTape', base: 'woven', baseFibre: 'cotton', massGsm: 64, thicknessMm: 0.24,
    adhesive: 'polyamide', adhesiveGsm: 12, colourHex: '#f2efe6', stockM: 18, widthMm: 12, pricePerM: 0.9, washC: 60,
  },
  {
    code: 'B-77', name: 'Stay tape, sew-in', family: 'stayTape', base: 'woven', baseFibre: 'cotton', massGsm: 58, thicknessMm: 0.22,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#f2efe6', stockM: 25, widthMm: 10, pricePerM: 0.5,
  },
  {
    code: 'B-90', name: 'Silk organza, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'silk', massGsm: 30, thicknessMm: 0.12,
    adhesive: null, adhesiveGsm: 0, colourHex: '#f3ead7', form: 'none', overhangMm: 66, stockM: 3.2, widthMm: 1120, pricePerM: 14,
  },
  {
    code: 'B-91', name: 'Organdy, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: 62, thicknessMm: 0.17,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#fbfaf5', stockM: 4, widthMm: 1120, pricePerM: 9.5, overhangMm: 96,
  },
  {
    code: 'B-92', name: 'Batiste, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: 66, thicknessMm: 0.18,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#f6f3ea', stockM: 6, widthMm: 1400, pricePerM: 6.4, overhangMm: 36,
  },
  {
    code: 'B-93', name: 'Chest canvas, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'wool', massGsm: 190, thicknessMm: 0.7,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#b7a88a', stockM: 2.4, widthMm: 800, pricePerM: 16, overhangMm: 96,
  },
  {
    code: 'B-94', name: 'Duck board, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: 420, thicknessMm: 0.95,
    adhesive: null, adhesiveGsm: 0, form: 'none', colourHex: '#e8e0cd', stockM: 1.5, widthMm: 1500, pricePerM: 13, overhangMm: 138,
  },
  {
    code: 'B-99', name: 'Tin-box find, no instructions', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 90,
    thicknessMm: 0.28,
    adhesive: null, adhesiveGsm: 0, colourHex: '#efe6d2', note: 'Glints on one side, but nobody knows with what.', stockM: 2,
  },
]

export const DEMO_IRONS: (IronBody & { key: string })[] = [
  {
    key: 'harbour', name: 'Harbour iron', kind: 'household', shutsOffAfterS: 480, note: 'Runs hot at wool.', water: 'tap',
    bookWater: 'tap', cleanedAt: null,
    settings: [
      { label: 'synthetic', meanC: 118, swingC: 14, origin: 'measured' },
      { label: 'wool · silk', meanC: 154, swingC: 15, origin: 'measured' },
      { label: 'cotton · linen', meanC: 192, swingC: 15, origin: 'measured' },
    ],
  },
  {
    key: 'locker', name: 'Locker travel iron', kind: 'travel', shutsOffAfterS: null, note: 'Never switches itself off.',
    water: 'none', bookWater: 'distilled', cleanedAt: null,
    settings: [
      { label: 'one dot', meanC: 110, swingC: 20, origin: 'typical' },
      { label: 'two dots', meanC: 150, swingC: 20, origin: 'typical' },
      { label: 'three dots', meanC: 200, swingC: 20, origin: 'typical' },
    ],
  },
]

export const DEMO_PRESS_CLOTHS: Pick<PressCloth, 'name' | 'kind'>[] = [
  { name: 'Silk organza', kind: 'organza' },
  { name: 'Washed muslin', kind: 'muslin' },
  { name: 'Drill, doubled', kind: 'drill' },
  { name: 'Baking parchment', kind: 'parchment' },
]
