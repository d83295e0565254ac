/** The rules of the house: where good workers disagree, both sides, why, what the choice changes here, and what it comes to. */
import { z } from 'zod'
import type { HouseHabits } from '#core/recipe'

interface School { value: string, name: string, why: string }
export interface Rule {
  /** Until the house has decided. */
  usual: string
  /** Said where something else is sent. */
  error: string
  ask: string
  changes: string
  schools: readonly [School, School, ...School[]]
}

/** Every rule there is. Another one is a row here, and what it comes to in `houseOf`. */
export const RULES = {
  view: {
    usual: 'full', error: 'Screens: simple or full.',
    ask: 'How much does a screen show?', changes: 'the interfacing and test swatch screens',
    schools: [
      { value: 'simple', name: 'Simple', why: 'The steps, how much there is to spare, and one alternative. The rest is one press away.' },
      { value: 'full', name: 'Full', why: 'Every method and candidate side by side, with their scores and curves.' },
    ],
  },
  blend: {
    usual: 'strict', error: 'Blends: strict or proportional.',
    ask: 'Which fibre rules a blend?', changes: 'the limit of every blended fabric',
    schools: [
      { value: 'strict', name: 'The weakest', why: 'The fibre that is damaged first decides.' },
      { value: 'proportional', name: 'A small share costs one class', why: 'Under a tenth it is carried by the rest.' },
    ],
  },
  moisture: {
    usual: 'widest', error: 'Moisture: widest margin, dry or moist.',
    ask: 'Fuse dry or moist?', changes: 'which way of pressing is put first on the swatch stage',
    schools: [
      { value: 'widest', name: 'Whichever forgives most', why: 'Both are worked out; the wider margin leads.' },
      { value: 'dry', name: 'Dry', why: 'Adhesive has to get hot; water holds the stack at 100 °C. No spots, less shrinkage.' },
      { value: 'moist', name: 'Moist', why: 'Steam drives heat through the layers and softens polyamide.' },
    ],
  },
  bearing: {
    usual: 'lean', error: 'Bearing down: lean, or the iron\'s weight.',
    ask: 'Lean on the iron when fusing?',
    changes: 'the pressure of every recipe, where the fabric can take it',
    schools: [
      { value: 'lean', name: 'Lean', why: 'Closer contact and thinner fabric: heat arrives in half the time.' },
      { value: 'weight', name: 'Its weight alone', why: 'Nothing is flattened; the arm rests.' },
    ],
  },
  warm: {
    usual: 'first', error: 'Warming: first, or not.',
    ask: 'Warm the fabric first?',
    changes: 'whether recipes begin with a few seconds on the fabric by itself, where it may be',
    schools: [
      {
        value: 'first', name: 'A few seconds first',
        why: 'Creases and damp are out, shrinking is done, and heat reaches the adhesive sooner.',
      },
      { value: 'no', name: 'Straight on', why: 'One handling less.' },
    ],
  },
  sides: {
    usual: 'one', error: 'Sides: one, or both.',
    ask: 'One side or both?', changes: 'whether every recipe turns the work over',
    schools: [
      { value: 'one', name: 'One, where it is enough', why: 'Half the time at the board.' },
      { value: 'both', name: 'Both, always', why: 'What the first side missed the second finds.' },
    ],
  },
  patience: {
    usual: '20', error: 'Patience: 12, 20, 30 or 45 s.',
    ask: 'How long is a hold?',
    changes: 'from how many seconds a hold counts against a recipe, and against an interfacing',
    schools: [
      { value: '12', name: '12 s', why: 'Many small pieces.' }, { value: '20', name: '20 s', why: 'The usual.' },
      { value: '30', name: '30 s', why: 'Heavy fabric.' }, { value: '45', name: '45 s', why: 'Coats only.' },
    ],
  },
  clock: {
    usual: 'bond', error: 'Clock: by bond, or by seconds.',
    ask: 'What does the clock count?', changes: 'how the ring of the press stage fills',
    schools: [
      { value: 'bond', name: 'The bond', why: 'A cold or sagging iron takes longer, and the clock knows it.' },
      { value: 'seconds', name: 'The recipe\'s seconds', why: 'Plain counting, as it was practised.' },
    ],
  },
  pressCloth: {
    usual: 'always', error: 'Press cloth: always, or bare on sturdy cotton.',
    ask: 'Always a press cloth?', changes: 'which press cloth is laid out first for sturdy cotton and linen',
    schools: [
      { value: 'always', name: 'Always', why: 'No shine, a clean iron. A clean T-shirt or pillowcase of plain cotton serves too.' },
      { value: 'sturdyBare', name: 'Bare on sturdy cotton', why: 'Heat gets there sooner.' },
    ],
  },
  allowance: {
    usual: 'inside', error: 'Seam allowance: inside or caught.',
    ask: 'Interfacing in the seam allowance?', changes: 'the outline for cutting',
    schools: [
      { value: 'inside', name: 'Trimmed inside', why: 'No bulk in the seam.' },
      { value: 'caught', name: 'Caught in the seam', why: 'It can never lift.' },
    ],
  },
  size: {
    usual: 'smaller', error: 'Web size: smaller or exact.',
    ask: 'Web smaller or exact?', changes: 'the outline for cutting webs',
    schools: [
      { value: 'smaller', name: 'A little smaller', why: 'No adhesive on the iron.' },
      { value: 'exact', name: 'Exact', why: 'Edges are held to the end.' },
    ],
  },
  motion: {
    usual: 'still', error: 'Iron: still or circles.',
    ask: 'Motion?', changes: 'what the press stage asks of the hand',
    schools: [
      { value: 'still', name: 'Still, lift and set down', why: 'Nothing shifts.' },
      { value: 'circles', name: 'Small slow circles', why: 'Transfers, cork and foam want evenness.' },
    ],
  },
  seams: {
    usual: 'open', error: 'Seams: open or to one side.',
    ask: 'Seams open or to one side?', changes: 'which seam a new seam detail begins with',
    schools: [
      { value: 'open', name: 'Open', why: 'Less bulk; garments.' },
      { value: 'oneSide', name: 'To one side', why: 'Stronger, can be top-stitched; quilts.' },
    ],
  },
  piecing: {
    usual: 'dry', error: 'Piecing: dry or steam.',
    ask: 'Piece dry or with steam?',
    changes: 'whether seams of cotton, linen and their like are pressed dry or with steam',
    schools: [
      { value: 'dry', name: 'Dry', why: 'No distortion.' }, { value: 'steam', name: 'Steam', why: 'It corrects.' },
    ],
  },
  washes: {
    usual: '1', error: 'Washes: none, one, three or five.',
    ask: 'How many washes make a proof?', changes: 'when a swatch that held makes its recipe proved',
    schools: [
      { value: '0', name: 'None', why: 'It is dry-cleaned, or never washed.' },
      { value: '1', name: 'One', why: 'The first wash finds most of it.' }, { value: '3', name: 'Three', why: 'Collars and cuffs.' },
      { value: '5', name: 'Five', why: 'Aprons, every week.' },
    ],
  },
  walk: {
    usual: 'middle', error: 'Positions: from the middle, or row by row.',
    ask: 'How does the hand walk?', changes: 'the order of the positions on a piece',
    schools: [
      { value: 'middle', name: 'From the middle outward', why: 'Air and creases are pushed out, none is shut in.' },
      { value: 'rows', name: 'Row by row', why: 'No place is forgotten; the arm goes evenly.' },
    ],
  },
  places: {
    usual: '3', error: 'Flat places: one, two, three, four, six or eight.',
    ask: 'How many flat places to cool on?',
    changes: 'how many pieces the order lets cool at once; small ones share a place',
    schools: [
      { value: '1', name: 'One', why: 'The end of the board.' }, { value: '2', name: 'Two', why: 'A small table.' },
      { value: '3', name: 'Three', why: 'A table beside the board.' }, { value: '4', name: 'Four', why: 'A table and a shelf.' },
      { value: '6', name: 'Six', why: 'A cutting table.' }, { value: '8', name: 'Eight', why: 'A whole rack.' },
    ],
  },
  pens: {
    usual: 'edgesFirst', error: 'Plotter: edges with the first pen, with the second, or one pen for all.',
    ask: 'Which pen of the plotter cuts?', changes: 'which pens a layout saved as HPGL asks for',
    schools: [
      { value: 'edgesFirst', name: 'Pen 1', why: 'Edges with pen 1, notches and names with pen 2.' },
      { value: 'edgesSecond', name: 'Pen 2', why: 'The knife sits in the second holder: notches and names with pen 1.' },
      { value: 'one', name: 'None, it only draws', why: 'All of it with pen 1; nobody changes pens.' },
    ],
  },
  cooling: {
    usual: 'cold', error: 'Cooling: to the touch or cold.',
    ask: 'How long to cool?', changes: 'how long a piece, a seam or a hem cools before you may move it',
    schools: [
      { value: 'touch', name: 'To the touch', why: 'A hand rests on it: pieces at 40 °C, seams and hems at 45 °C. Less waiting.' },
      { value: 'cold', name: 'Quite cold, weighted', why: 'At 32 °C it is no warmer than the hand. Adhesive sets flat.' },
    ],
  },
} as const satisfies Record<string, Rule>

export type RuleKey = keyof typeof RULES
/** What a workroom chose of each. */
export type Rules = { [K in RuleKey]: (typeof RULES)[K]['schools'][number]['value'] }
export const RULE_KEYS = Object.keys(RULES) as RuleKey[]

type RuleSchema<K extends RuleKey> = z.ZodDefault<z.ZodEnum<{ [V in Rules[K]]: V }>>
const ruleSchema = ({ schools, error, usual }: Rule) => z.enum(schools.map(s => s.value) as [string, ...string[]], { error }).default(usual)
/** The school a workroom chose of each; the usual one where it chose none. */
export const rulesSchema = z.object(
  Object.fromEntries(RULE_KEYS.map(key => [key, ruleSchema(RULES[key])])) as unknown as { [K in RuleKey]: RuleSchema<K> },
)

/** Which pen of a plotter cuts or draws edges, and which one draws what is marked on them. */
export interface PlotterPens { edge: number, mark: number }
const PENS: Record<Rules['pens'], PlotterPens> = {
  edgesFirst: { edge: 1, mark: 2 }, edgesSecond: { edge: 2, mark: 1 }, one: { edge: 1, mark: 1 },
}

/** What the house decided, as figures and as yes or no. */
export interface House {
  habits: HouseHabits
  /** Washes that a swatch must come through until its recipe is proved. */
  washes: number
  /** Flat places on which pieces cool. */
  places: number
  /** The clock counts the bond, not the seconds. */
  clockIsBond: boolean
  isPressClothAlways: boolean
  areSeamsOpen: boolean
  isSimple: boolean
  pens: PlotterPens
}
export const houseOf = (r: Rules): House => ({
  habits: habitsOf(r), washes: Number(r.washes), places: Number(r.places), clockIsBond: r.clock === 'bond',
  isPressClothAlways: r.pressCloth === 'always', areSeamsOpen: r.seams === 'open', isSimple: r.view === 'simple', pens: PENS[r.pens],
})
/** What of it every recipe goes by. */
export const habitsOf = (r: Pick<Rules, 'bearing' | 'warm' | 'sides' | 'patience' | 'moisture' | 'cooling'>): HouseHabits => ({
  lean: r.bearing === 'lean', warmFirst: r.warm === 'first', bothSides: r.sides === 'both', patienceS: Number(r.patience),
  moisture: r.moisture, cooling: r.cooling,
})

/** Sturdy enough for a bare sole: of these fibres alone, no lighter than this, and with nothing on it that heat would change. */
const STURDY_FIBRES: ReadonlySet<string> = new Set(['cotton', 'linen']), STURDY_GSM = 100
interface BareFabric { fibres: readonly { fibre: string }[], massGsm: number, finishes: readonly string[] }
/** May this fabric meet a bare sole, as the house has it? What it is made of must be known. */
export const meetsBareSole = (fabric: BareFabric, rules: Pick<Rules, 'pressCloth'>): boolean =>
  rules.pressCloth === 'sturdyBare' && fabric.massGsm >= STURDY_GSM && fabric.fibres.length > 0
  && fabric.fibres.every(f => STURDY_FIBRES.has(f.fibre)) && fabric.finishes.length === 0
