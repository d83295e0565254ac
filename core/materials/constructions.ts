/** Constructions: what a fabric weighs and how thick it is when nobody has measured it. Typical values. */
export type Surface = 'plain' | 'texture' | 'nap' | 'pile'

export interface Construction {
  key: ConstructionKey
  name: string
  massGsm: number
  thicknessMm: number
  surface: Surface
  stretch: boolean
  /** Share of the area that adhesive can pass through, 0-1. */
  openness: number
  laminate: boolean
}

const rows = {
  voile: ['Voile, chiffon', 45, 0.15, 'plain', false, 0.45],
  organza: ['Organza', 30, 0.12, 'plain', false, 0.5],
  lining: ['Lining', 70, 0.12, 'plain', false, 0.12],
  satin: ['Satin', 120, 0.22, 'plain', false, 0.08],
  poplin: ['Shirting, poplin', 120, 0.27, 'plain', false, 0.1],
  dupion: ['Dupion silk', 90, 0.2, 'texture', false, 0.15],
  sheeting: ['Quilting, sheeting cotton', 145, 0.32, 'plain', false, 0.12],
  jersey: ['Jersey', 180, 0.65, 'plain', true, 0.18],
  sweat: ['Sweat, loopback', 280, 1.3, 'plain', true, 0.1],
  twill: ['Twill, drill', 240, 0.48, 'plain', false, 0.06],
  denim: ['Denim', 370, 0.8, 'plain', false, 0.04],
  suiting: ['Worsted suiting', 260, 0.55, 'plain', false, 0.08],
  flannel: ['Flannel', 320, 0.95, 'nap', false, 0.06],
  coating: ['Wool coating, melton', 450, 1.8, 'nap', false, 0.03],
  corduroy: ['Corduroy', 320, 1.3, 'pile', false, 0.05],
  velvet: ['Velvet', 300, 1.6, 'pile', false, 0.08],
  fleece: ['Fleece', 240, 2.8, 'pile', true, 0.1],
  cork: ['Cork laminate', 400, 0.7, 'texture', false, 0.01],
  felt: ['Felt', 200, 1.1, 'plain', false, 0.08],
  crepe: ['Crêpe', 140, 0.35, 'texture', false, 0.15],
  georgette: ['Georgette', 70, 0.2, 'plain', false, 0.35],
  seersucker: ['Seersucker', 130, 0.4, 'texture', false, 0.12],
  chambray: ['Chambray', 140, 0.3, 'plain', false, 0.1],
  ticking: ['Ticking', 230, 0.42, 'plain', false, 0.05],
  canvas: ['Canvas', 320, 0.65, 'plain', false, 0.05],
  gabardine: ['Gabardine', 280, 0.5, 'plain', false, 0.05],
  tweed: ['Tweed', 380, 1.2, 'texture', false, 0.06],
  boucle: ['Bouclé', 350, 1.8, 'texture', false, 0.1],
  rib: ['Rib knit', 240, 0.9, 'plain', true, 0.15],
  doubleKnit: ['Double knit, ponte', 300, 1, 'plain', true, 0.08],
  lace: ['Lace', 90, 0.5, 'texture', false, 0.5],
  tulle: ['Tulle', 25, 0.2, 'plain', false, 0.7],
  brocade: ['Brocade', 260, 0.5, 'texture', false, 0.06],
  taffeta: ['Taffeta', 100, 0.18, 'plain', false, 0.06],
  softshell: ['Softshell', 300, 0.9, 'plain', true, 0.01],
  terry: ['Terry towelling', 350, 2.2, 'pile', false, 0.1],
} satisfies Record<string, [string, number, number, Surface, boolean, number]>

export type ConstructionKey = keyof typeof rows

export const CONSTRUCTIONS = Object.fromEntries(
  Object.entries(rows).map(([key, r]) => [key, {
    key, name: r[0], massGsm: r[1], thicknessMm: r[2], surface: r[3], stretch: r[4], openness: r[5],
    laminate: key === 'cork' || key === 'softshell',
  }]),
) as Record<ConstructionKey, Construction>

export const CONSTRUCTION_KEYS = Object.keys(rows) as ConstructionKey[]
