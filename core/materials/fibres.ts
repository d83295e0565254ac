/**
 * Fibres: typical limits and thermal properties.
 * Iron classes after ISO 3758 (sole maxima 110 / 150 / 200 °C), regain after ISO 139 conditions (65 % RH),
 * the rest from textile-physics handbooks. Every value is `typical` until a workroom has measured its own.
 */
export type IronClassC = 0 | 110 | 150 | 200

/** What happens to the fibre first when it is too hot. */
export type Harm = 'scorch' | 'stick' | 'shrink' | 'degrade' | 'char' | 'pull-up' | 'dull'

export interface Fibre {
  key: FibreKey
  name: string
  /** Highest iron class, sole °C; 0 = do not iron. */
  classC: IronClassC
  /** Fabric temperature at which one minute does visible harm, °C. */
  damageC: number
  /** Scorching, softening, sticking or melting temperature, °C; null where heat only dulls it. */
  lostC: number | null
  harm: Harm
  /** Softens with heat (glazes, melts) rather than charring. */
  thermoplastic: boolean
  /** Water held at 65 % relative humidity, % of dry mass. */
  regainPct: number
  /** Specific heat, dry, J/(kg·K). */
  heatCapacityJkgK: number
  /** Density of the fibre itself, kg/m³. */
  densityKgM3: number
  /** Effective conductivity of an ordinary fabric of it, W/(m·K). */
  conductivityWmK: number
  /** How the fibre takes water and steam. */
  water: 'likes' | 'allows' | 'light' | 'test' | 'none'
  /** Fumes or harm to people when heated. */
  fumes: boolean
  note: string
}

const rows = {
  cotton: ['Cotton', 200, 205, 240, 'scorch', false, 8, 1340, 0.055, 'likes', 'it yellows, then browns'],
  linen: [
    'Linen, hemp, ramie', 200, 210, 240, 'scorch', false, 11, 1340, 0.058, 'likes',
    'it yellows, and shines on dark colours; press it damp',
  ],
  viscose: ['Viscose (rayon)', 150, 175, 190, 'scorch', false, 13, 1350, 0.053, 'allows', 'it yellows; weak when wet, do not tug'],
  modal: ['Modal, lyocell', 150, 178, 195, 'scorch', false, 12, 1350, 0.053, 'allows', 'it yellows'],
  cupro: ['Cupro', 150, 170, 190, 'scorch', false, 12, 1350, 0.05, 'test', 'it yellows; water may mark'],
  wool: [
    'Wool', 150, 160, 200, 'scorch', false, 15, 1360, 0.04, 'likes',
    'it yellows, turns harsh and shines; steam and a press cloth, no sliding',
  ],
  cashmere: ['Cashmere, mohair, alpaca', 110, 150, 190, 'scorch', false, 15, 1360, 0.038, 'allows', 'it turns flat and harsh; hover steam'],
  silk: ['Silk', 150, 155, 180, 'scorch', false, 11, 1380, 0.045, 'test', 'it yellows and stiffens; water may ring it'],
  polyester: ['Polyester', 150, 170, 235, 'stick', true, 0.4, 1250, 0.048, 'allows', 'it glazes and creases set for good'],
  polyamide6: ['Polyamide 6 (nylon)', 110, 150, 175, 'stick', true, 4.3, 1500, 0.048, 'light', 'it glazes, then melts'],
  polyamide66: ['Polyamide 6.6 (nylon)', 110, 165, 225, 'stick', true, 4.3, 1500, 0.048, 'light', 'it glazes, then melts'],
  acrylic: ['Acrylic', 110, 140, 190, 'stick', true, 1.6, 1500, 0.042, 'light', 'it glazes; steam makes it limp'],
  modacrylic: ['Modacrylic', 110, 120, 150, 'shrink', true, 3, 1450, 0.042, 'none', 'it shrinks and stiffens'],
  acetate: ['Acetate', 110, 135, 175, 'stick', true, 6.3, 1500, 0.045, 'none', 'it glazes and melts; water marks it'],
  triacetate: ['Triacetate', 150, 170, 225, 'stick', true, 3.5, 1500, 0.045, 'allows', 'it glazes'],
  elastane: ['Elastane (spandex)', 110, 155, 175, 'degrade', true, 1.2, 1800, 0.045, 'light', 'its stretch dies; keep it short'],
  polypropylene: ['Polypropylene', 0, 110, 140, 'stick', true, 0, 1700, 0.045, 'none', 'it shrinks and melts'],
  polylactide: ['Polylactide', 110, 120, 150, 'stick', true, 0.5, 1400, 0.048, 'light', 'it stiffens and melts'],
  pvc: ['Chlorofibre, PVC', 0, 65, 75, 'shrink', true, 0, 1000, 0.045, 'none', 'it shrinks and gives off irritant fumes'],
  metallisedPlastic: [
    'Metallised yarn, plastic core', 110, 95, 140, 'pull-up', true, 0.5, 1100, 0.08, 'light', 'it pulls up for good; shrink it first',
  ],
  metallisedCotton: ['Metallised yarn, cotton core', 150, 170, null, 'dull', false, 4, 1000, 0.08, 'test', 'it dulls'],
  aramid: ['Aramid', 150, 250, 370, 'char', false, 5, 1200, 0.045, 'allows', 'it yellows; certified wear is not altered'],
  leather: ['Leather, suede', 0, 70, 110, 'shrink', false, 15, 1500, 0.09, 'none', 'it shrinks and hardens; glue or stitch instead'],
} satisfies Record<string, [string, IronClassC, number, number | null, Harm, boolean, number, number, number, Fibre['water'], string]>

export type FibreKey = keyof typeof rows

/** Densities of the fibres themselves, kg/m³, from textile handbooks. */
const DENSITY: Record<FibreKey, number> = {
  cotton: 1540, linen: 1500, viscose: 1520, modal: 1520, cupro: 1520, wool: 1310, cashmere: 1310, silk: 1340, polyester: 1380,
  polyamide6: 1140, polyamide66: 1140, acrylic: 1180, modacrylic: 1350, acetate: 1320, triacetate: 1300, elastane: 1200,
  polypropylene: 910, polylactide: 1250, pvc: 1390, metallisedPlastic: 1450, metallisedCotton: 1600, aramid: 1440, leather: 1400,
}

export const FIBRES = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key,
    name: r[0], classC: r[1], damageC: r[2], lostC: r[3], harm: r[4], thermoplastic: r[5], regainPct: r[6],
    heatCapacityJkgK: r[7], densityKgM3: DENSITY[key as FibreKey], conductivityWmK: r[8], water: r[9], fumes: key === 'pvc', note: r[10],
  }]),
) as Record<FibreKey, Fibre>

export const FIBRE_KEYS = Object.keys(rows) as FibreKey[]
