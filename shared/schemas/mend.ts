import { z } from 'zod'
import { FIBRE_KEYS, ADHESIVE_KEYS } from '#core/materials'
import { GARMENT_VIEWS, LEAST_MARGIN_MM, MOST_MARGIN_MM, SHAPES } from '#core/mend'
import { LAYER_KINDS } from '#core/stitch'
import { countField, hexField, idSchema, momentField, nameField, numberField, textField, whichField, yesField, PAPER_SIZES } from './common'
import { KEEP_OUT_KINDS, outlinePayload } from './cut'

/** What is mended and put on, as it is kept: the figures a person gave; what they come to is core's. */
const lengthField = (name: string, least: number, most: number) => numberField(name, 'mm', least, most)

/** A small picture of a fabric, kept with it: so much of it repeats edge to edge. */
const tileSchema = z.object({
  picture: z.string({ error: 'Picture: this is no small picture.' }).max(90_000, 'Picture: the small one is too large.')
    .regex(/^data:image\/(jpeg|png);base64,[A-Za-z0-9+/=]+$/, 'Picture: this is no small picture.'),
  wideMm: lengthField('Picture', 2, 500),
})
const lookSchema = z.object({
  palette: z.array(z.object({ hex: hexField, sharePct: numberField('Share', '%', 0, 100) }), { error: 'Colours: give a list.' })
    .min(1, 'Colours: at least one.').max(8, 'Colours: eight at the most.'),
  figureMm: lengthField('Figures', 0.05, 2000).nullable(),
  tile: tileSchema.nullable(),
})
export type LookPayload = z.infer<typeof lookSchema>

export const MOST_SCRAPS = 500
export const scrapBody = z.object({
  name: nameField('Scrap', 60),
  /** Of which fabric it is left; null where nobody knows. */
  fabricId: idSchema.nullable(),
  wideMm: lengthField('Width', 5, 3000), highMm: lengthField('Length', 5, 3000),
  massGsm: numberField('Weight', 'g/m²', 10, 1500), givePct: numberField('Give', '%', 0, 200),
  washC: numberField('Wash', '°C', 0, 95).int('Wash: a whole number of °C.'),
  face: lookSchema, back: lookSchema.nullable(),
})
export type ScrapBody = z.infer<typeof scrapBody>
export interface ScrapKept extends ScrapBody { id: string, createdAt: string }
export const scrapRow = scrapBody.extend({ id: idSchema, createdAt: momentField('Written'), usedAt: momentField('Used').nullable() })

const garmentPlaceSchema = z.object({
  on: z.enum(GARMENT_VIEWS, { error: 'On: front, back, sleeve, flap or flat.' }),
  downMm: lengthField('Down from the neck edge', -100, 1200), asideMm: lengthField('From the centre line', -700, 700),
  turnDeg: numberField('Turned', '°', -180, 180),
})
const keepOutField = z.array(z.object({
  kind: z.enum(KEEP_OUT_KINDS, { error: 'Keep out: a button, a zip, a seam or something else.' }),
  downMm: lengthField('Keep out, down', -200, 1500), asideMm: lengthField('Keep out, aside', -900, 900),
  wideMm: lengthField('Keep out, width', 2, 1500), highMm: lengthField('Keep out, height', 2, 1500),
}), { error: 'Keep out: give a list.' }).max(30, 'Keep out: thirty at the most.')
const placed = { place: garmentPlaceSchema, keepOuts: keepOutField }

/** What is stuck on, where it is no supply of the shelf. */
const itemSchema = z.object({
  form: z.enum(['woven', 'felt', 'padded', 'film'], { error: 'Kind: woven, felt, padded or film.' }),
  fibre: z.enum(FIBRE_KEYS, { error: 'Fibre: choose one from the list.' }),
  massGsm: numberField('Weight', 'g/m²', 20, 1500), thicknessMm: lengthField('Thickness', 0.03, 8),
  adhesive: z.enum(ADHESIVE_KEYS, { error: 'Adhesive: choose one from the list.' }),
})
const sizeFields = { wideMm: lengthField('Width', 3, 900), highMm: lengthField('Height', 3, 900) }

export const holeSpec = z.object({
  format: z.literal(1), kind: z.literal('hole'),
  /** In mm, the length upward, as the fabric lies wrong side up. */
  holes: z.array(outlinePayload, { error: 'Holes: give a list.' }).max(20, 'Holes: twenty at the most.'),
  marginMm: lengthField('Margin', LEAST_MARGIN_MM, MOST_MARGIN_MM),
  wear: z.enum(['light', 'usual', 'hard'], { error: 'Wear: light, usual or hard.' }),
  edge: z.enum(['rounded', 'pinked', 'sealed'], { error: 'Edge: rounded, pinked or sealed.' }),
  trimMm: lengthField('Trimmed', 0, 5),
  /** How the fabric looks about the hole; null where only its colour is known. */
  look: lookSchema.nullable(),
  side: z.enum(['face', 'back'], { error: 'Side out: face or back.' }), marker: hexField.nullable(),
  /** The web lies on a paper that is peeled off. */
  papered: yesField('Papered'),
  count: countField('How many', 60),
})
export const badgeSpec = z.object({
  format: z.literal(1), kind: z.literal('badge'), item: itemSchema, ...sizeFields, ...placed,
  from: z.enum(['computed', 'front', 'inside'], { error: 'First: as computed, the front, or the inside.' }),
  sewToo: yesField('Sewn as well'), smallChild: yesField('For a small child'), count: countField('How many', 200),
}).superRefine((m, ctx) => {
  if (m.item.form === 'film' && m.from === 'front')
    ctx.addIssue({ code: 'custom', path: ['from'],
      message: 'First: a film is never pressed from the front: it melts onto the iron. Press it from the inside.' })
})
export const TRANSFER_KINDS = ['printed', 'cutFilm', 'flock', 'bought'] as const
export const transferSpec = z.object({
  format: z.literal(1), kind: z.literal('transfer'),
  what: z.enum(TRANSFER_KINDS, { error: 'Transfer: printed, cut from film, flock, or bought.' }), ...sizeFields, ...placed,
  adhesive: z.enum(ADHESIVE_KEYS, { error: 'Adhesive: choose one from the list.' }),
  /** What its sheet says; null where it says nothing. */
  holdS: numberField('Seconds the maker gives', 's', 1, 120).nullable(),
  peel: z.enum(['cold', 'hot'], { error: 'Peel: cold or hot.' }),
  washed: yesField('Washed'), softener: yesField('Softener'), dry: yesField('Dry'), count: countField('How many', 200),
})
export const LETTER_FACES = ['sans', 'bold', 'serif'] as const
export type LetterFace = typeof LETTER_FACES[number]
const faceField = z.enum(LETTER_FACES, { error: 'Typeface: choose one from the list.' })
export const letteringSpec = z.object({
  format: z.literal(1), kind: z.literal('lettering'),
  from: z.enum(['text', 'outline'], { error: 'Letters: from a text, or an outline.' }),
  text: textField('Letters', 40), face: faceField, sizeMm: lengthField('Height of the letters', 8, 500),
  /** Which of them come off, from 0; none: all. */
  lifted: z.array(whichField('Lifted', 60), { error: 'Lifted: give a list.' }).max(60, 'Lifted: sixty at the most.'),
  outlines: z.array(outlinePayload, { error: 'Outlines: give a list.' }).max(60, 'Outlines: sixty at the most.'),
  padded: yesField('Padded'), item: itemSchema, ...placed, count: countField('How many', 60),
})
export const labelsSpec = z.object({
  format: z.literal(1), kind: z.literal('labels'),
  /** One text a label; a line break begins a new line. */
  texts: z.array(textField('Text', 200), { error: 'Labels: give a list.' })
    .min(1, 'Labels: at least one.').max(200, 'Labels: two hundred at the most.'),
  face: faceField, sizeMm: lengthField('Height of the letters', 2, 60),
  wideMm: lengthField('Width', 8, 250), highMm: lengthField('Height', 5, 250), borderMm: lengthField('Border', 0, 10),
  /** Colour of letters and border. */
  inkHex: hexField.default('#25211d'),
  paper: z.enum(PAPER_SIZES, { error: 'Paper: A4, A3, letter or tabloid.' }),
})
export const appliqueSpec = z.object({
  format: z.literal(1), kind: z.literal('applique'),
  shapes: z.array(z.object({
    name: nameField('Shape', 40), kind: z.enum([...SHAPES, 'drawn'], { error: 'Shape: choose one from the list.' }),
    outline: outlinePayload.nullable(), wideMm: lengthField('Width', 5, 1500), highMm: lengthField('Height', 5, 1500),
    count: countField('How many', 200), edge: z.enum(['raw', 'turned'], { error: 'Edge: raw or turned.' }),
    /** Which of the fabrics named beside it. */
    fabric: whichField('Fabric'), corner: yesField('In the corners'),
  }), { error: 'Shapes: give a list.' }).min(1, 'Shapes: at least one.').max(24, 'Shapes: twenty-four kinds at the most.'),
  groundWideMm: lengthField('Width of the ground', 20, 5000), groundHighMm: lengthField('Height of the ground', 20, 5000),
  tracedOn: z.enum(['paper', 'smooth'], { error: 'Traced on: the paper of a web, or the smooth side of an interfacing.' }),
  fray: z.enum(['little', 'some', 'much'], { error: 'Fray: little, some or much.' }), papered: yesField('Papered'),
}).superRefine((a, ctx) => {
  const at = a.shapes.findIndex(s => s.kind === 'drawn' && !s.outline)
  if (at >= 0) ctx.addIssue({ code: 'custom', path: ['shapes', at],
    message: `${a.shapes[at]!.name}: it has no outline. Draw it, or choose another.` })
})
export const embroiderySpec = z.object({
  format: z.literal(1), kind: z.literal('embroidery'),
  parts: z.array(z.object({
    name: nameField('Part', 40), outline: outlinePayload,
    stitches: z.number({ error: 'Stitches: give a whole number.' }).int('Stitches: give a whole number.')
      .min(1, 'Stitches: at least one; with none there is nothing to support.').max(500_000, 'Stitches: half a million at the most.'),
    satinMm: lengthField('Widest satin', 0, 40), travelMm: lengthField('Jump stitches', 0, 5000),
  }), { error: 'Parts: give a list.' }).min(1, 'Parts: at least one.').max(24, 'Parts: twenty-four at the most.'),
  /** What lies under it, in order; supplies by their place among those named beside it. */
  layers: z.array(z.object({
    kind: z.enum(LAYER_KINDS, { error: 'Layer: choose one from the list.' }), supply: whichField('Supply').nullable(),
    massGsm: numberField('Layer', 'g/m²', 3, 500), givePct: numberField('Give', '%', 0, 200),
  }), { error: 'Layers: give a list.' }).max(6, 'Layers: six at the most.'),
  tookPct: numberField('Stiffener taken', '%', 0, 100), applique: yesField('Appliqué'), ...placed, count: countField('How many', 60),
  /** Wished: none of what holds the fabric may stay in it. */
  nothingStays: yesField('Nothing may stay in it').default(false),
  /** How it came out, with the figures of then; null until it is known. */
  result: z.object({
    puckered: yesField('Puckered'), demand: numberField('Asked', '', 0, 1000), support: numberField('Held', '', 0, 1000),
  }).nullable(),
})
export interface StitchResults { results: { demand: number, support: number, puckered: boolean }[] }
