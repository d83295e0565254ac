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
  /** Cloth temperature at which one minute does visible harm, °C. */
  hurtC: number
  /** Scorching, softening, sticking or melting temperature, °C; null where heat only dulls it. */
  lostC: number | null
  harm: Harm
  /** Softens with heat (glazes, melts) rather than charring. */
  thermoplastic: boolean
  /** Water held at 65 % relative humidity, % of dry mass. */
  regainPct: number
  /** Specific heat, dry, J/(kg·K). */
  heatCapacityJkgK: number
  /** Effective conductivity of an ordinary fabric of it, W/(m·K). */
  conductivityWmK: number
  /** How the fibre takes water and steam. */
  water: 'likes' | 'allows' | 'light' | 'test' | 'none'
  /** Fumes or harm to people when heated. */
  fumes: boolean
  note: string
}

const rows = {
  cotton: ['Cotton', 200, 205, 240, 'scorch', false, 8, 1340, 0.055, 'likes', 'yellow, then brown'],
  linen: ['Linen, hemp, ramie', 200, 210, 240, 'scorch', false, 11, 1340, 0.058, 'likes', 'yellow; shine on dark colours; press damp'],
  viscose: ['Viscose', 150, 175, 190, 'scorch', false, 13, 1350, 0.053, 'allows', 'yellow; weak when wet, do not tug'],
  modal: ['Modal, lyocell', 150, 178, 195, 'scorch', false, 12, 1350, 0.053, 'allows', 'yellow'],
  cupro: ['Cupro', 150, 170, 190, 'scorch', false, 12, 1350, 0.05, 'test', 'yellow; water may mark'],
  wool: ['Wool', 150, 160, 200, 'scorch', false, 15, 1360, 0.04, 'likes', 'yellow, harsh, shine; steam and a cover, no sliding'],
  cashmere: ['Cashmere, mohair, alpaca', 110, 150, 190, 'scorch', false, 15, 1360, 0.038, 'allows', 'flat, harsh; hover steam'],
  silk: ['Silk', 150, 155, 180, 'scorch', false, 11, 1380, 0.045, 'test', 'yellow, stiff; rings from water'],
  polyester: ['Polyester', 150, 170, 235, 'stick', true, 0.4, 1250, 0.048, 'allows', 'glaze, creases set for good'],
  polyamide6: ['Polyamide 6', 110, 150, 175, 'stick', true, 4.3, 1500, 0.048, 'light', 'glaze, melt'],
  polyamide66: ['Polyamide 6.6', 110, 165, 225, 'stick', true, 4.3, 1500, 0.048, 'light', 'glaze, melt'],
  acrylic: ['Acrylic', 110, 140, 190, 'stick', true, 1.6, 1500, 0.042, 'light', 'glaze; limp and stretched by steam'],
  modacrylic: ['Modacrylic', 110, 120, 150, 'shrink', true, 3, 1450, 0.042, 'none', 'shrinks, stiffens'],
  acetate: ['Acetate', 110, 135, 175, 'stick', true, 6.3, 1500, 0.045, 'none', 'glaze, melt, water marks'],
  triacetate: ['Triacetate', 150, 170, 225, 'stick', true, 3.5, 1500, 0.045, 'allows', 'glaze'],
  elastane: ['Elastane', 110, 155, 175, 'degrade', true, 1.2, 1800, 0.045, 'light', 'dead stretch; keep it short'],
  polypropylene: ['Polypropylene', 0, 110, 140, 'stick', true, 0, 1700, 0.045, 'none', 'shrinks, melts'],
  polylactide: ['Polylactide', 110, 120, 150, 'stick', true, 0.5, 1400, 0.048, 'light', 'stiff, melts'],
  pvc: ['Chlorofibre, PVC', 0, 65, 75, 'shrink', true, 0, 1000, 0.045, 'none', 'shrinks; irritant fumes; never heat'],
  metallisedPlastic: ['Metallised yarn, plastic core', 110, 95, 140, 'pull-up', true, 0.5, 1100, 0.08, 'light', 'pulls up for good; shrink it first'],
  metallisedCotton: ['Metallised yarn, cotton core', 150, 170, null, 'dull', false, 4, 1000, 0.08, 'test', 'dulls'],
  aramid: ['Aramid', 150, 250, 370, 'char', false, 5, 1200, 0.045, 'allows', 'yellow; certified wear is not altered'],
  leather: ['Leather, suede', 0, 70, 110, 'shrink', false, 15, 1500, 0.09, 'none', 'shrinks, hardens; glue or stitch instead'],
} satisfies Record<string, [string, IronClassC, number, number | null, Harm, boolean, number, number, number, Fibre['water'], string]>

export type FibreKey = keyof typeof rows

export const FIBRES = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key,
    name: r[0], classC: r[1], hurtC: r[2], lostC: r[3], harm: r[4], thermoplastic: r[5], regainPct: r[6],
    heatCapacityJkgK: r[7], conductivityWmK: r[8], water: r[9], fumes: key === 'pvc', note: r[10],
  }]),
) as Record<FibreKey, Fibre>

export const FIBRE_KEYS = Object.keys(rows) as FibreKey[]
