import { METRIC, type DisplayUnits } from '#core/units'
import type { Rules } from '../schemas'
import { inUnits } from './measure'

interface School { value: string, name: string, why: string }
export interface Question { key: keyof Rules, ask: string, changes: string, schools: [School, School, ...School[]] }

/** Where good workers disagree: both sides, why, and what the choice changes here. */
export const QUESTIONS: Question[] = [
  {
    key: 'view', ask: 'How much does a screen show?', changes: 'the interfacing and test swatch screens',
    schools: [
      { value: 'simple', name: 'Simple', why: 'The steps, how much there is to spare, and one alternative. The rest is one press away.' },
      { value: 'full', name: 'Full', why: 'Every method and candidate side by side, with their scores and curves.' },
    ],
  },
  {
    key: 'blend', ask: 'Which fibre rules a blend?', changes: 'the limit of every blended fabric',
    schools: [
      { value: 'strict', name: 'The weakest', why: 'The fibre that is damaged first decides.' },
      { value: 'proportional', name: 'A small share costs one class', why: 'Under a tenth it is carried by the rest.' },
    ],
  },
  {
    key: 'moisture', ask: 'Fuse dry or moist?', changes: 'which way of pressing is put first on the swatch stage',
    schools: [
      { value: 'widest', name: 'Whichever forgives most', why: 'Both are worked out; the wider margin leads.' },
      { value: 'dry', name: 'Dry', why: 'Adhesive has to get hot; water holds the stack at 100 °C. No spots, less shrinkage.' },
      { value: 'moist', name: 'Moist', why: 'Steam drives heat through the layers and softens polyamide.' },
    ],
  },
  {
    key: 'bearing', ask: 'Lean on the iron when fusing?',
    changes: 'the pressure of every recipe, where the fabric can take it',
    schools: [
      { value: 'lean', name: 'Lean', why: 'Closer contact and thinner fabric: heat arrives in half the time.' },
      { value: 'weight', name: 'Its weight alone', why: 'Nothing is flattened; the arm rests.' },
    ],
  },
  {
    key: 'warm', ask: 'Warm the fabric first?',
    changes: 'whether recipes begin with a few seconds on the fabric by itself, where it may be',
    schools: [
      {
        value: 'first', name: 'A few seconds first',
        why: 'Creases and damp are out, shrinking is done, and heat reaches the adhesive sooner.',
      },
      { value: 'no', name: 'Straight on', why: 'One handling less.' },
    ],
  },
  {
    key: 'sides', ask: 'One side or both?', changes: 'whether every recipe turns the work over',
    schools: [
      { value: 'one', name: 'One, where it is enough', why: 'Half the time at the board.' },
      { value: 'both', name: 'Both, always', why: 'What the first side missed the second finds.' },
    ],
  },
  {
    key: 'patience', ask: 'How long is a hold?',
    changes: 'from how many seconds a hold counts against a recipe, and against an interfacing',
    schools: [
      { value: '12', name: '12 s', why: 'Many small pieces.' }, { value: '20', name: '20 s', why: 'The usual.' },
      { value: '30', name: '30 s', why: 'Heavy fabric.' }, { value: '45', name: '45 s', why: 'Coats only.' },
    ],
  },
  {
    key: 'clock', ask: 'What does the clock count?', changes: 'how the ring of the press stage fills',
    schools: [
      { value: 'bond', name: 'The bond', why: 'A cold or sagging iron takes longer, and the clock knows it.' },
      { value: 'seconds', name: 'The recipe\'s seconds', why: 'Plain counting, as it was practised.' },
    ],
  },
  {
    key: 'pressCloth', ask: 'Always a press cloth?', changes: 'which press cloth is laid out first for sturdy cotton and linen',
    schools: [
      { value: 'always', name: 'Always', why: 'No shine, a clean iron. A clean T-shirt or pillowcase of plain cotton serves too.' },
      { value: 'sturdyBare', name: 'Bare on sturdy cotton', why: 'Heat gets there sooner.' },
    ],
  },
  {
    key: 'allowance', ask: 'Interfacing in the seam allowance?', changes: 'the outline for cutting',
    schools: [
      { value: 'inside', name: 'Trimmed inside', why: 'No bulk in the seam.' },
      { value: 'caught', name: 'Caught in the seam', why: 'It can never lift.' },
    ],
  },
  {
    key: 'size', ask: 'Web smaller or exact?', changes: 'the outline for cutting webs',
    schools: [
      { value: 'smaller', name: 'A little smaller', why: 'No adhesive on the iron.' },
      { value: 'exact', name: 'Exact', why: 'Edges are held to the end.' },
    ],
  },
  {
    key: 'motion', ask: 'Motion?', changes: 'what the press stage asks of the hand',
    schools: [
      { value: 'still', name: 'Still, lift and set down', why: 'Nothing shifts.' },
      { value: 'circles', name: 'Small slow circles', why: 'Transfers, cork and foam want evenness.' },
    ],
  },
  {
    key: 'seams', ask: 'Seams open or to one side?', changes: 'which seam a new seam detail begins with',
    schools: [
      { value: 'open', name: 'Open', why: 'Less bulk; garments.' },
      { value: 'oneSide', name: 'To one side', why: 'Stronger, can be top-stitched; quilts.' },
    ],
  },
  {
    key: 'piecing', ask: 'Piece dry or with steam?',
    changes: 'whether seams of cotton, linen and their like are preshrunk dry or with steam',
    schools: [
      { value: 'dry', name: 'Dry', why: 'No distortion.' }, { value: 'steam', name: 'Steam', why: 'It corrects.' },
    ],
  },
  {
    key: 'washes', ask: 'How many washes make a proof?', changes: 'when a swatch that held makes its recipe proved',
    schools: [
      { value: '0', name: 'None', why: 'It is dry-cleaned, or never washed.' },
      { value: '1', name: 'One', why: 'The first wash finds most of it.' }, { value: '3', name: 'Three', why: 'Collars and cuffs.' },
      { value: '5', name: 'Five', why: 'Aprons, every week.' },
    ],
  },
  {
    key: 'walk', ask: 'How does the hand walk?', changes: 'the order of the positions on a piece',
    schools: [
      { value: 'middle', name: 'From the middle outward', why: 'Air and creases are pushed out, none is shut in.' },
      { value: 'rows', name: 'Row by row', why: 'No place is forgotten; the arm goes evenly.' },
    ],
  },
  {
    key: 'places', ask: 'How many flat places to cool on?',
    changes: 'how many pieces the order lets cool at once; small ones share a place',
    schools: [
      { value: '1', name: 'One', why: 'The end of the board.' }, { value: '2', name: 'Two', why: 'A small table.' },
      { value: '3', name: 'Three', why: 'A table beside the board.' }, { value: '4', name: 'Four', why: 'A table and a shelf.' },
      { value: '6', name: 'Six', why: 'A cutting table.' }, { value: '8', name: 'Eight', why: 'A whole rack.' },
    ],
  },
  {
    key: 'cooling', ask: 'How long to cool?', changes: 'how long a piece, a seam or a hem cools before you may move it',
    schools: [
      { value: 'touch', name: 'To the touch', why: 'A hand rests on it: pieces at 40 °C, seams and hems at 45 °C. Less waiting.' },
      { value: 'cold', name: 'Quite cold, weighted', why: 'At 32 °C it is no warmer than the hand. Adhesive sets flat.' },
    ],
  },
]
/** The questions that already change something; the others are kept for the stages to come. */
export const WORKING_RULES: (keyof Rules)[] = [
  'blend', 'moisture', 'bearing', 'warm', 'sides', 'patience', 'clock', 'pressCloth', 'allowance', 'washes', 'size', 'motion', 'walk',
  'places', 'cooling', 'seams', 'piecing', 'view',
]

/** What the house chose of a question, and why. */
export function houseReason(key: keyof Rules, rules: Rules, units: DisplayUnits = METRIC): string {
  const school = QUESTIONS.find(q => q.key === key)?.schools.find(s => s.value === rules[key])
  return school ? `House rule: ${school.name.toLowerCase()}. ${inUnits(school.why, units)}` : ''
}
