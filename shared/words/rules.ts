import type { Rules } from '../schemas'

export interface School { value: string, name: string, why: string }
export interface Question { key: keyof Rules, ask: string, changes: string, schools: [School, School, ...School[]] }

/** Where good workers disagree: both sides, why, and what the choice changes here. */
export const QUESTIONS: Question[] = [
  { key: 'blend', ask: 'Which fibre rules a blend?', changes: 'the limit of every blended cloth', schools: [
    { value: 'strict', name: 'The weakest', why: 'Whatever is hurt first is hurt.' }, { value: 'proportional', name: 'A small share costs one class', why: 'Under a tenth it is carried by the rest.' }] },
  { key: 'moisture', ask: 'Fuse dry or moist?', changes: 'which way of pressing is put first on the swatch stage', schools: [
    { value: 'widest', name: 'Whichever forgives most', why: 'Both are worked out; the wider margin leads.' }, { value: 'dry', name: 'Dry', why: 'Resin has to get hot; water holds the stack at 100 °C. No spots, less shrinkage.' }, { value: 'moist', name: 'Moist', why: 'Steam drives heat through the layers and softens polyamide.' }] },
  { key: 'cover', ask: 'Always a cover?', changes: 'which cover is laid out first for sturdy cotton and linen', schools: [
    { value: 'always', name: 'Always', why: 'No shine, a clean sole.' }, { value: 'sturdyBare', name: 'Bare on sturdy cotton', why: 'Heat gets there sooner.' }] },
  { key: 'allowance', ask: 'Backing in the seam allowance?', changes: 'the outline for cutting', schools: [
    { value: 'inside', name: 'Trimmed inside', why: 'No bulk in the seam.' }, { value: 'caught', name: 'Caught in the seam', why: 'It can never lift.' }] },
  { key: 'size', ask: 'Web smaller or exact?', changes: 'the outline for cutting webs', schools: [
    { value: 'smaller', name: 'A little smaller', why: 'No resin on the iron.' }, { value: 'exact', name: 'Exact', why: 'Edges are held to the end.' }] },
  { key: 'motion', ask: 'Still or moving?', changes: 'what the press stage asks of the hand', schools: [
    { value: 'still', name: 'Still, lift and set down', why: 'Nothing shifts.' }, { value: 'circles', name: 'Small slow circles', why: 'Transfers, cork and foam want evenness.' }] },
  { key: 'seams', ask: 'Seams open or to one side?', changes: 'the order of pressing', schools: [
    { value: 'open', name: 'Open', why: 'Less bulk; garments.' }, { value: 'oneSide', name: 'To one side', why: 'Stronger, can be top-stitched; quilts.' }] },
  { key: 'piecing', ask: 'Piece dry or with steam?', changes: 'the order of pressing', schools: [
    { value: 'dry', name: 'Dry', why: 'No distortion.' }, { value: 'steam', name: 'Steam', why: 'It corrects.' }] },
  { key: 'washes', ask: 'How many washes make a proof?', changes: 'when a swatch that held makes its recipe proved', schools: [
    { value: '0', name: 'None', why: 'It is dry-cleaned, or never washed.' }, { value: '1', name: 'One', why: 'The first wash finds most of it.' }, { value: '3', name: 'Three', why: 'Collars and cuffs.' }, { value: '5', name: 'Five', why: 'Aprons, every week.' }] },
  { key: 'cooling', ask: 'How long to cool?', changes: 'when the press stage calls a piece cold', schools: [
    { value: 'touch', name: 'To the touch', why: 'The next piece waits.' }, { value: 'cold', name: 'Quite cold, weighted', why: 'Resin sets flat.' }] },
]
/** The questions that already change something; the others are kept for the stages to come. */
export const WORKING_RULES: (keyof Rules)[] = ['blend', 'moisture', 'cover', 'allowance', 'washes']
