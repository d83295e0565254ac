/**
 * Fibres: typical limits and thermal properties, and all else that differs from fibre to fibre. Another one is a row here.
 * Iron classes after ISO 3758 (sole maxima 110 / 150 / 200 °C), regain after ISO 139 conditions (65 % RH), densities of the fibres
 * themselves, softening and the rest from textile-physics handbooks; washing, dryers and solvent from care-labelling practice, of plain
 * fabric. Every value is `typical` until a workroom has measured its own.
 */
type IronClassC = 0 | 110 | 150 | 200

/** What happens to the fibre first when it is too hot. */
type Harm = 'scorch' | 'stick' | 'shrink' | 'degrade' | 'char' | 'pull-up' | 'dull'
/** What it is made of, as far as that decides how it is pressed and set. */
type FibreFamily = 'cellulose' | 'wool' | 'silk' | 'synthetic' | 'metallised' | 'leather'

export interface Fibre {
  key: FibreKey
  name: string
  family: FibreFamily
  /** Words that a label has for it, divided by `|`: generic names, and the letters of ISO 2076 and of European care labels. */
  labelWords: string
  /** Other names by which people look for it. */
  synonyms?: readonly string[]
  /** Highest iron class, sole °C; 0 = do not iron. */
  classC: IronClassC
  /** Fabric temperature at which one minute does visible harm, °C. */
  damageC: number
  /** Scorching, softening, sticking or melting temperature, °C; null where heat only dulls it. */
  lostC: number | null
  harm: Harm
  /** Softens with heat (glazes, melts) rather than charring. */
  thermoplastic: boolean
  /** Where it begins to soften, so that a fold sets in it, °C, the acetates with the moisture they hold; null where it does not. */
  softensC: number | null
  note: string
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
  /** Hottest ordinary wash of a fabric of it, °C; 0 = not washed. */
  washC: number
  /** The dryer that a fabric of it withstands. */
  tumble: 'no' | 'low' | 'yes'
  /** What a woven one that was never preshrunk may lose at its first hot pressing or wash, %; absent where nothing is typical of it. */
  shrinkPct?: { along: number, across: number }
  /** Moisture lowers the temperature at which it glazes. */
  isSoftenedByWater?: true
  /** Wet and hot it grows. */
  stretchesInSteam?: true
  /** It goes limp and shiny under a sole that rests on it. */
  isLimpUnderSole?: true
  /** Pressed bare from its face it shines. */
  shines?: true
  /** Fumes or harm to people when heated. */
  fumes?: true
  /** A dry-cleaner's solvent harms it. */
  isHurtBySolvent?: true
  /** It is sold as wadding. */
  isWadding?: true
}

const KINDS = {
  cotton: {
    name: 'Cotton', family: 'cellulose',
    labelWords: 'cotton|cottons|co|egyptian cotton|organic cotton',
    classC: 200, damageC: 205, lostC: 240, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows, then browns',
    regainPct: 8, heatCapacityJkgK: 1340, densityKgM3: 1540, conductivityWmK: 0.055,
    water: 'likes', washC: 95, tumble: 'yes', shrinkPct: { along: 3, across: 2 },
    isWadding: true,
  },
  linen: {
    name: 'Linen, hemp, ramie', family: 'cellulose',
    labelWords: 'linen|flax|hemp|ramie|li|ra|ha',
    synonyms: ['linen', 'flax', 'hemp', 'ramie'],
    classC: 200, damageC: 210, lostC: 240, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows, and shines on dark colours; press it damp',
    regainPct: 11, heatCapacityJkgK: 1340, densityKgM3: 1500, conductivityWmK: 0.058,
    water: 'likes', washC: 95, tumble: 'yes', shrinkPct: { along: 4, across: 3 },
    shines: true,
  },
  viscose: {
    name: 'Viscose (rayon)', family: 'cellulose',
    labelWords: 'viscose|rayon|bamboo|bamboo viscose|cv|vi',
    synonyms: ['viscose', 'rayon'],
    classC: 150, damageC: 175, lostC: 190, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows; weak when wet, do not tug',
    regainPct: 13, heatCapacityJkgK: 1350, densityKgM3: 1520, conductivityWmK: 0.053,
    water: 'allows', washC: 40, tumble: 'low', shrinkPct: { along: 4, across: 3 },
    isWadding: true,
  },
  modal: {
    name: 'Modal, lyocell', family: 'cellulose',
    labelWords: 'modal|lyocell|cmd|md|cly|ly',
    synonyms: ['modal', 'lyocell'],
    classC: 150, damageC: 178, lostC: 195, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows',
    regainPct: 12, heatCapacityJkgK: 1350, densityKgM3: 1520, conductivityWmK: 0.053,
    water: 'allows', washC: 60, tumble: 'low',
  },
  cupro: {
    name: 'Cupro', family: 'cellulose',
    labelWords: 'cupro|cupra|cup|cu',
    synonyms: ['cupro', 'cupra'],
    classC: 150, damageC: 170, lostC: 190, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows; water may mark',
    regainPct: 12, heatCapacityJkgK: 1350, densityKgM3: 1520, conductivityWmK: 0.05,
    water: 'test', washC: 30, tumble: 'no',
  },
  wool: {
    name: 'Wool', family: 'wool',
    labelWords: 'wool|lambswool|merino|merino wool|virgin wool|new wool|wo|wv',
    classC: 150, damageC: 160, lostC: 200, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows, turns harsh and shines; steam and a press cloth, no sliding',
    regainPct: 15, heatCapacityJkgK: 1360, densityKgM3: 1310, conductivityWmK: 0.04,
    water: 'likes', washC: 30, tumble: 'no', shrinkPct: { along: 2.5, across: 2 },
    shines: true, isWadding: true,
  },
  cashmere: {
    name: 'Cashmere, mohair, alpaca', family: 'wool',
    labelWords: 'cashmere|mohair|alpaca|angora|camel|camel hair|ws|wm|wp|wa|wk',
    synonyms: ['cashmere', 'mohair', 'alpaca'],
    classC: 110, damageC: 150, lostC: 190, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it turns flat and harsh; hover steam',
    regainPct: 15, heatCapacityJkgK: 1360, densityKgM3: 1310, conductivityWmK: 0.038,
    water: 'allows', washC: 30, tumble: 'no',
  },
  silk: {
    name: 'Silk', family: 'silk',
    labelWords: 'silk|mulberry silk|tussah|se',
    classC: 150, damageC: 155, lostC: 180, harm: 'scorch', thermoplastic: false, softensC: null,
    note: 'it yellows and stiffens; water may ring it',
    regainPct: 11, heatCapacityJkgK: 1380, densityKgM3: 1340, conductivityWmK: 0.045,
    water: 'test', washC: 30, tumble: 'no', shrinkPct: { along: 2, across: 1.5 },
  },
  polyester: {
    name: 'Polyester', family: 'synthetic',
    labelWords: 'polyester|recycled polyester|poly|pes|pl',
    classC: 150, damageC: 170, lostC: 235, harm: 'stick', thermoplastic: true, softensC: 80,
    note: 'it glazes and creases set for good',
    regainPct: 0.4, heatCapacityJkgK: 1250, densityKgM3: 1380, conductivityWmK: 0.048,
    water: 'allows', washC: 60, tumble: 'low', shrinkPct: { along: 0.8, across: 0.5 },
    shines: true, isWadding: true,
  },
  polyamide6: {
    name: 'Polyamide 6 (nylon)', family: 'synthetic',
    labelWords: 'nylon|polyamide|polyamide 6|nylon 6|pa|ny',
    synonyms: ['polyamide', 'nylon'],
    classC: 110, damageC: 150, lostC: 175, harm: 'stick', thermoplastic: true, softensC: 55,
    note: 'it glazes, then melts',
    regainPct: 4.3, heatCapacityJkgK: 1500, densityKgM3: 1140, conductivityWmK: 0.048,
    water: 'light', washC: 40, tumble: 'low',
    isSoftenedByWater: true,
  },
  polyamide66: {
    name: 'Polyamide 6.6 (nylon)', family: 'synthetic',
    labelWords: 'polyamide 66|nylon 66|pa66',
    synonyms: ['polyamide', 'nylon'],
    classC: 110, damageC: 165, lostC: 225, harm: 'stick', thermoplastic: true, softensC: 60,
    note: 'it glazes, then melts',
    regainPct: 4.3, heatCapacityJkgK: 1500, densityKgM3: 1140, conductivityWmK: 0.048,
    water: 'light', washC: 40, tumble: 'low', shrinkPct: { along: 1, across: 1 },
    isSoftenedByWater: true,
  },
  acrylic: {
    name: 'Acrylic', family: 'synthetic',
    labelWords: 'acrylic|pan|pc|ac',
    classC: 110, damageC: 140, lostC: 190, harm: 'stick', thermoplastic: true, softensC: 90,
    note: 'it glazes; steam makes it limp',
    regainPct: 1.6, heatCapacityJkgK: 1500, densityKgM3: 1180, conductivityWmK: 0.042,
    water: 'light', washC: 40, tumble: 'low',
    isSoftenedByWater: true, stretchesInSteam: true, isLimpUnderSole: true,
  },
  modacrylic: {
    name: 'Modacrylic', family: 'synthetic',
    labelWords: 'modacrylic|mac|ma',
    classC: 110, damageC: 120, lostC: 150, harm: 'shrink', thermoplastic: true, softensC: 80,
    note: 'it shrinks and stiffens',
    regainPct: 3, heatCapacityJkgK: 1450, densityKgM3: 1350, conductivityWmK: 0.042,
    water: 'none', washC: 40, tumble: 'no',
    isSoftenedByWater: true, stretchesInSteam: true,
  },
  acetate: {
    name: 'Acetate', family: 'synthetic',
    labelWords: 'acetate|ca',
    classC: 110, damageC: 135, lostC: 175, harm: 'stick', thermoplastic: true, softensC: 95,
    note: 'it glazes and melts; water marks it',
    regainPct: 6.3, heatCapacityJkgK: 1500, densityKgM3: 1320, conductivityWmK: 0.045,
    water: 'none', washC: 30, tumble: 'no',
    isSoftenedByWater: true, shines: true,
  },
  triacetate: {
    name: 'Triacetate', family: 'synthetic',
    labelWords: 'triacetate|cta|ta',
    classC: 150, damageC: 170, lostC: 225, harm: 'stick', thermoplastic: true, softensC: 115,
    note: 'it glazes',
    regainPct: 3.5, heatCapacityJkgK: 1500, densityKgM3: 1300, conductivityWmK: 0.045,
    water: 'allows', washC: 40, tumble: 'low',
    isSoftenedByWater: true, shines: true,
  },
  elastane: {
    name: 'Elastane (spandex)', family: 'synthetic',
    labelWords: 'elastane|spandex|elastan|el|ea',
    synonyms: ['elastane', 'spandex', 'stretch fibre', 'stretch fiber'],
    classC: 110, damageC: 155, lostC: 175, harm: 'degrade', thermoplastic: true, softensC: 40,
    note: 'its stretch dies; keep it short',
    regainPct: 1.2, heatCapacityJkgK: 1800, densityKgM3: 1200, conductivityWmK: 0.045,
    water: 'light', washC: 40, tumble: 'low',
  },
  polypropylene: {
    name: 'Polypropylene', family: 'synthetic',
    labelWords: 'polypropylene|polypropene|pp',
    classC: 0, damageC: 110, lostC: 140, harm: 'stick', thermoplastic: true, softensC: 60,
    note: 'it shrinks and melts',
    regainPct: 0, heatCapacityJkgK: 1700, densityKgM3: 910, conductivityWmK: 0.045,
    water: 'none', washC: 40, tumble: 'no',
    isHurtBySolvent: true,
  },
  polylactide: {
    name: 'Polylactide', family: 'synthetic',
    labelWords: 'polylactide|pla',
    classC: 110, damageC: 120, lostC: 150, harm: 'stick', thermoplastic: true, softensC: 60,
    note: 'it stiffens and melts',
    regainPct: 0.5, heatCapacityJkgK: 1400, densityKgM3: 1250, conductivityWmK: 0.048,
    water: 'light', washC: 30, tumble: 'no',
    isHurtBySolvent: true, isWadding: true,
  },
  pvc: {
    name: 'Chlorofibre, PVC', family: 'synthetic',
    labelWords: 'pvc|vinyl|chlorofibre|clf',
    classC: 0, damageC: 65, lostC: 75, harm: 'shrink', thermoplastic: true, softensC: 60,
    note: 'it shrinks and gives off irritant fumes',
    regainPct: 0, heatCapacityJkgK: 1000, densityKgM3: 1390, conductivityWmK: 0.045,
    water: 'none', washC: 30, tumble: 'no',
    fumes: true, isHurtBySolvent: true,
  },
  metallisedPlastic: {
    name: 'Metallised yarn, plastic core', family: 'metallised',
    labelWords: 'metallised yarn|metallic|metallised|me|mtf',
    classC: 110, damageC: 95, lostC: 140, harm: 'pull-up', thermoplastic: true, softensC: 80,
    note: 'it pulls up for good; shrink it first',
    regainPct: 0.5, heatCapacityJkgK: 1100, densityKgM3: 1450, conductivityWmK: 0.08,
    water: 'light', washC: 30, tumble: 'no',
  },
  metallisedCotton: {
    name: 'Metallised yarn, cotton core', family: 'metallised',
    labelWords: 'metallised cotton',
    classC: 150, damageC: 170, lostC: null, harm: 'dull', thermoplastic: false, softensC: null,
    note: 'it dulls',
    regainPct: 4, heatCapacityJkgK: 1000, densityKgM3: 1600, conductivityWmK: 0.08,
    water: 'test', washC: 30, tumble: 'low',
  },
  aramid: {
    name: 'Aramid', family: 'synthetic',
    labelWords: 'aramid|ar',
    classC: 150, damageC: 250, lostC: 370, harm: 'char', thermoplastic: false, softensC: null,
    note: 'it yellows; certified wear is not altered',
    regainPct: 5, heatCapacityJkgK: 1200, densityKgM3: 1440, conductivityWmK: 0.045,
    water: 'allows', washC: 60, tumble: 'low',
  },
  leather: {
    name: 'Leather, suede', family: 'leather',
    labelWords: 'leather|suede|le',
    classC: 0, damageC: 70, lostC: 110, harm: 'shrink', thermoplastic: false, softensC: null,
    note: 'it shrinks and hardens; glue or stitch instead',
    regainPct: 15, heatCapacityJkgK: 1500, densityKgM3: 1400, conductivityWmK: 0.09,
    water: 'none', washC: 0, tumble: 'no',
    isHurtBySolvent: true,
  },
} satisfies Record<string, Omit<Fibre, 'key'>>

export type FibreKey = keyof typeof KINDS
export const FIBRE_KEYS = Object.keys(KINDS) as FibreKey[]
export const FIBRES = Object.fromEntries(FIBRE_KEYS.map(key => [key, { ...KINDS[key], key }])) as Record<FibreKey, Fibre>

/** Of an animal: it yellows and turns harsh, and is set by moist heat. */
export const isProtein = ({ family }: Pick<Fibre, 'family'>): boolean => family === 'wool' || family === 'silk'
