import { FIBRES, type FibreKey } from './fibres'

/** Constructions: what a fabric weighs and how thick it is when nobody has measured it. Typical values. */
type Surface = 'plain' | 'texture' | 'nap' | 'pile'

type Weave = 'plain' | 'twill' | 'satin' | 'knit' | 'felted' | 'cork' | 'open'

export interface Construction {
  key: ConstructionKey
  name: string
  massGsm: number
  thicknessMm: number
  surface: Surface
  stretch: boolean
  /** Share of the area that adhesive can pass through, 0-1. */
  openness: number
  /** How a swatch of it is drawn. */
  drawn: Weave
  /** Its face is smooth and shines: what is pressed into it shows. */
  isSmooth?: true
  /** A layer is stuck on behind, through which nothing goes. */
  isLaminate?: true
  /** Woven for coats, jackets and trousers, whatever it is of or of wool alone. */
  tailored?: 'always' | 'ofWool'
  /** Other names by which people look for it. */
  synonyms?: readonly string[]
}

const KINDS = {
  voile: {
    name: 'Voile, chiffon', massGsm: 45, thicknessMm: 0.15, surface: 'plain', stretch: false, openness: 0.45, drawn: 'open',
    synonyms: ['voile', 'chiffon'],
  },
  organza: { name: 'Organza', massGsm: 30, thicknessMm: 0.12, surface: 'plain', stretch: false, openness: 0.5, drawn: 'open' },
  lining: {
    name: 'Lining', massGsm: 70, thicknessMm: 0.12, surface: 'plain', stretch: false, openness: 0.12, drawn: 'satin',
    isSmooth: true,
  },
  satin: {
    name: 'Satin', massGsm: 120, thicknessMm: 0.22, surface: 'plain', stretch: false, openness: 0.08, drawn: 'satin',
    isSmooth: true,
  },
  poplin: {
    name: 'Shirting, poplin', massGsm: 120, thicknessMm: 0.27, surface: 'plain', stretch: false, openness: 0.1, drawn: 'plain',
    synonyms: ['poplin', 'shirting', 'broadcloth'],
  },
  dupion: {
    name: 'Dupion silk', massGsm: 90, thicknessMm: 0.2, surface: 'texture', stretch: false, openness: 0.15, drawn: 'plain',
    isSmooth: true,
  },
  sheeting: {
    name: 'Quilting, sheeting cotton', massGsm: 145, thicknessMm: 0.32, surface: 'plain', stretch: false, openness: 0.12, drawn: 'plain',
    synonyms: ['sheeting', 'quilting cotton', 'muslin', 'calico'],
  },
  jersey: {
    name: 'Jersey', massGsm: 180, thicknessMm: 0.65, surface: 'plain', stretch: true, openness: 0.18, drawn: 'knit',
    synonyms: ['jersey', 'knit', 'tee'],
  },
  sweat: {
    name: 'Sweat, loopback', massGsm: 280, thicknessMm: 1.3, surface: 'plain', stretch: true, openness: 0.1, drawn: 'knit',
    synonyms: ['sweat', 'sweatshirt', 'loopback', 'french terry'],
  },
  twill: { name: 'Twill, drill', massGsm: 240, thicknessMm: 0.48, surface: 'plain', stretch: false, openness: 0.06, drawn: 'twill' },
  denim: { name: 'Denim', massGsm: 370, thicknessMm: 0.8, surface: 'plain', stretch: false, openness: 0.04, drawn: 'twill' },
  suiting: {
    name: 'Worsted suiting', massGsm: 260, thicknessMm: 0.55, surface: 'plain', stretch: false, openness: 0.08, drawn: 'twill',
    tailored: 'always',
  },
  flannel: {
    name: 'Flannel', massGsm: 320, thicknessMm: 0.95, surface: 'nap', stretch: false, openness: 0.06, drawn: 'felted',
    tailored: 'ofWool',
  },
  coating: {
    name: 'Wool coating, melton', massGsm: 450, thicknessMm: 1.8, surface: 'nap', stretch: false, openness: 0.03, drawn: 'felted',
    tailored: 'always', synonyms: ['coating', 'melton', 'overcoating'],
  },
  corduroy: {
    name: 'Corduroy', massGsm: 320, thicknessMm: 1.3, surface: 'pile', stretch: false, openness: 0.05, drawn: 'plain',
    synonyms: ['corduroy', 'cord', 'needlecord'],
  },
  velvet: { name: 'Velvet', massGsm: 300, thicknessMm: 1.6, surface: 'pile', stretch: false, openness: 0.08, drawn: 'plain' },
  fleece: { name: 'Fleece', massGsm: 240, thicknessMm: 2.8, surface: 'pile', stretch: true, openness: 0.1, drawn: 'felted' },
  cork: {
    name: 'Cork laminate', massGsm: 400, thicknessMm: 0.7, surface: 'texture', stretch: false, openness: 0.01, drawn: 'cork',
    isLaminate: true,
  },
  felt: { name: 'Felt', massGsm: 200, thicknessMm: 1.1, surface: 'plain', stretch: false, openness: 0.08, drawn: 'felted' },
  crepe: { name: 'Crêpe', massGsm: 140, thicknessMm: 0.35, surface: 'texture', stretch: false, openness: 0.15, drawn: 'plain' },
  georgette: { name: 'Georgette', massGsm: 70, thicknessMm: 0.2, surface: 'plain', stretch: false, openness: 0.35, drawn: 'open' },
  seersucker: { name: 'Seersucker', massGsm: 130, thicknessMm: 0.4, surface: 'texture', stretch: false, openness: 0.12, drawn: 'plain' },
  chambray: { name: 'Chambray', massGsm: 140, thicknessMm: 0.3, surface: 'plain', stretch: false, openness: 0.1, drawn: 'plain' },
  ticking: { name: 'Ticking', massGsm: 230, thicknessMm: 0.42, surface: 'plain', stretch: false, openness: 0.05, drawn: 'twill' },
  canvas: { name: 'Canvas', massGsm: 320, thicknessMm: 0.65, surface: 'plain', stretch: false, openness: 0.05, drawn: 'plain' },
  gabardine: {
    name: 'Gabardine', massGsm: 280, thicknessMm: 0.5, surface: 'plain', stretch: false, openness: 0.05, drawn: 'twill',
    tailored: 'ofWool',
  },
  tweed: {
    name: 'Tweed', massGsm: 380, thicknessMm: 1.2, surface: 'texture', stretch: false, openness: 0.06, drawn: 'twill',
    tailored: 'always',
  },
  boucle: {
    name: 'Bouclé', massGsm: 350, thicknessMm: 1.8, surface: 'texture', stretch: false, openness: 0.1, drawn: 'felted',
    tailored: 'always',
  },
  rib: { name: 'Rib knit', massGsm: 240, thicknessMm: 0.9, surface: 'plain', stretch: true, openness: 0.15, drawn: 'knit' },
  doubleKnit: {
    name: 'Double knit, ponte', massGsm: 300, thicknessMm: 1, surface: 'plain', stretch: true, openness: 0.08, drawn: 'knit',
    synonyms: ['ponte', 'double knit', 'interlock'],
  },
  lace: { name: 'Lace', massGsm: 90, thicknessMm: 0.5, surface: 'texture', stretch: false, openness: 0.5, drawn: 'open' },
  tulle: { name: 'Tulle', massGsm: 25, thicknessMm: 0.2, surface: 'plain', stretch: false, openness: 0.7, drawn: 'open' },
  brocade: {
    name: 'Brocade', massGsm: 260, thicknessMm: 0.5, surface: 'texture', stretch: false, openness: 0.06, drawn: 'satin',
    isSmooth: true,
  },
  taffeta: {
    name: 'Taffeta', massGsm: 100, thicknessMm: 0.18, surface: 'plain', stretch: false, openness: 0.06, drawn: 'satin',
    isSmooth: true,
  },
  softshell: {
    name: 'Softshell', massGsm: 300, thicknessMm: 0.9, surface: 'plain', stretch: true, openness: 0.01, drawn: 'plain',
    isLaminate: true,
  },
  terry: {
    name: 'Terry towelling', massGsm: 350, thicknessMm: 2.2, surface: 'pile', stretch: false, openness: 0.1, drawn: 'felted',
    synonyms: ['towelling', 'terry'],
  },
} satisfies Record<string, Omit<Construction, 'key'>>

export type ConstructionKey = keyof typeof KINDS
export const CONSTRUCTION_KEYS = Object.keys(KINDS) as ConstructionKey[]
export const CONSTRUCTIONS = Object.fromEntries(CONSTRUCTION_KEYS.map(key => [key, { ...KINDS[key], key }])) as Record<
  ConstructionKey, Construction>

/** How a fabric of these fibres is usually made, where nobody says: of wool for suits, of anything else for shirts. Typical. */
export function usualConstruction(fibres: readonly { fibre: FibreKey, sharePct: number }[]): ConstructionKey {
  const [main] = [...fibres].sort((a, b) => b.sharePct - a.sharePct)
  return main && FIBRES[main.fibre].family === 'wool' ? 'suiting' : 'poplin'
}
