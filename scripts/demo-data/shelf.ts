import type { Cover, IronBody, SupplyBody } from '#shared/schemas'

type DemoSupply = Pick<SupplyBody, 'code' | 'name' | 'family' | 'base' | 'baseFibre' | 'massGsm' | 'thicknessMm' | 'resin' | 'resinGsm'> & Partial<SupplyBody>

export const DEMO_SUPPLIES: DemoSupply[] = [
  { code: 'B-12', name: 'Feather nonwoven', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 34, thicknessMm: 0.2, resin: 'polyamideLow', resinGsm: 9, colourHex: '#f4f3ee', form: 'dots', stockM: 11.5, widthMm: 900, pricePerM: 2.6 },
  { code: 'B-20', name: 'Collar lawn', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 78, thicknessMm: 0.24, resin: 'polyamide', resinGsm: 14, resinOrigin: 'maker', colourHex: '#f7f5ef', leaflet: 'maker', makerC: 150, makerHoldS: 12, makerMoisture: 'dry', makerPressureKPa: 30, washC: 60, widthMm: 900, stockM: 6.4, pricePerM: 7.2 },
  { code: 'B-21', name: 'Shirt crisp', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 132, thicknessMm: 0.32, resin: 'hdpe', resinGsm: 22, resinOrigin: 'maker', colourHex: '#fbfaf6', note: 'Made for a press.', leaflet: 'maker', makerC: 165, makerHoldS: 15, makerPressureKPa: 100, washC: 95, tumble: 'yes', widthMm: 1120, stockM: 3, pricePerM: 8.9 },
  { code: 'B-30', name: 'Warp knit, soft', family: 'fusible', base: 'knit', baseFibre: 'polyester', massGsm: 42, thicknessMm: 0.3, resin: 'polyamide', resinGsm: 10, colourHex: '#2b2b2f' },
  { code: 'B-31', name: 'Weft-insert front', family: 'fusible', base: 'weftInsert', baseFibre: 'viscose', massGsm: 72, thicknessMm: 0.42, resin: 'polyester', resinGsm: 13, colourHex: '#34363d' },
  { code: 'B-40', name: 'Low-heat bag felt', family: 'fusible', base: 'nonwoven', baseFibre: 'polyester', massGsm: 120, thicknessMm: 1.2, resin: 'eva', resinGsm: 22, colourHex: '#e7e2d7', form: 'film', leaflet: 'maker', makerC: 110, makerHoldS: 10, makerMoisture: 'dry', washC: 60, stockM: 1.8, widthMm: 1500 },
  { code: 'B-50', name: 'Appliqué web', family: 'web', base: 'none', baseFibre: 'polyamide66', massGsm: 26, thicknessMm: 0.1, resin: 'polyamideWeb', resinGsm: 24, colourHex: '#fdfcf8', form: 'web', stockM: 4, widthMm: 450 },
  { code: 'B-51', name: 'Hem tape 20 mm', family: 'hemTape', base: 'none', baseFibre: 'polyamide66', massGsm: 32, thicknessMm: 0.12, resin: 'polyamideWeb', resinGsm: 30, colourHex: '#fafaf5', form: 'web', stockM: 22, widthMm: 20 },
  { code: 'B-60', name: 'Film for lettering', family: 'web', base: 'none', baseFibre: 'polyester', massGsm: 60, thicknessMm: 0.1, resin: 'polyurethane', resinGsm: 55, colourHex: '#eef0f2' },
  { code: 'B-70', name: 'Hoop tear-away', family: 'hoop', base: 'nonwoven', baseFibre: 'viscose', massGsm: 50, thicknessMm: 0.25, resin: null, resinGsm: 0, form: 'none', colourHex: '#f6f1e4', stockM: 9 },
  { code: 'B-75', name: 'Cuff braid, gilt', family: 'trim', base: 'woven', baseFibre: 'metallisedPlastic', massGsm: 420, thicknessMm: 1.1, resin: null, resinGsm: 0, form: 'none', colourHex: '#c6a14b', stockM: 12, widthMm: 14, note: 'Pulls up: shrink it run by run.' },
  { code: 'B-90', name: 'Silk organza, sew-in', family: 'sewIn', base: 'woven', baseFibre: 'silk', massGsm: 30, thicknessMm: 0.12, resin: null, resinGsm: 0, colourHex: '#f3ead7' },
  { code: 'B-99', name: 'Tin-box find, no leaflet', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 90, thicknessMm: 0.28, resin: null, resinGsm: 0, colourHex: '#efe6d2', note: 'Glints on one side, but nobody knows with what.' },
]

export const DEMO_IRONS: (IronBody & { key: string })[] = [
  {
    key: 'harbour', name: 'Harbour iron', kind: 'household', shutsOffAfterS: 480, note: 'Runs hot at wool.',
    stops: [
      { label: 'synthetic', meanC: 118, swingC: 14, origin: 'measured' },
      { label: 'wool · silk', meanC: 154, swingC: 15, origin: 'measured' },
      { label: 'cotton · linen', meanC: 192, swingC: 15, origin: 'measured' },
    ],
  },
  {
    key: 'locker', name: 'Locker travel iron', kind: 'travel', shutsOffAfterS: null, note: 'Never switches itself off.',
    stops: [
      { label: 'one dot', meanC: 110, swingC: 20, origin: 'typical' },
      { label: 'two dots', meanC: 150, swingC: 20, origin: 'typical' },
      { label: 'three dots', meanC: 200, swingC: 20, origin: 'typical' },
    ],
  },
]

export const DEMO_COVERS: Pick<Cover, 'name' | 'kind'>[] = [
  { name: 'Silk organza', kind: 'organza' },
  { name: 'Washed muslin', kind: 'muslin' },
  { name: 'Drill, doubled', kind: 'drill' },
  { name: 'Baking parchment', kind: 'parchment' },
]
