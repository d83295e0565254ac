import type { CauseKey, NoRemedy, QuestionKey, Remedy, RemedyKey, Sign } from '#core/rescue'
import { METRIC, type DisplayUnits } from '#core/units'
import { METHOD_NAME, seconds } from './names'
import { bearingWords } from './recipe'
import { celsius } from './measure'

export const SIGN_NAME: Record<Sign, string> = {
  lifts: 'Lifts at a fingertip', edges: 'Only the edges, or patches', peeledWashed: 'Peeled after washing', torn: 'The fabric tears first',
  bubbles: 'Bubbles', adhesiveFace: 'Adhesive on the right side', adhesiveSole: 'Adhesive on the soleplate',
  adhesiveBoard: 'Adhesive on the board',
  boardy: 'Boardy',
  shine: 'Shine', yellow: 'Yellow or brown', holed: 'Stuck or holed', rings: 'Rings', curl: 'The edge curls', waves: 'Wavy, stretched',
  puckers: 'Puckers at stitching', crushedPile: 'Crushed pile', lostSlub: 'Lost slubs', ghost: 'Ghost of a seam', shifted: 'Design shifted',
  colourMoved: 'Colour moved',
}
export const CAUSE_NAME: Record<CauseKey, string> = {
  tooCool: 'The iron was cooler than its dial said', tooShort: 'It was held too short', tooWet: 'It was lifted while still wet',
  tooThick: 'The heat had too far to go from that side', sideWrong: 'The adhesive lay to the wrong side',
  missedPlaces: 'Places were missed',
  soleHeldOff: 'Something held the iron off', movedHot: 'It was moved before it was cold',
  finish: 'A finish or softener keeps the adhesive off',
  washTooHot: 'It was washed or dried hotter than its adhesive can take', shrankApart: 'Fabric and interfacing shrank apart',
  overFused: 'It was pressed too hot or too long', openFabric: 'The fabric is open: the adhesive came through',
  webTooLarge: 'The web reached beyond its piece',
  interfacingHeavy: 'The interfacing is too heavy for it', bareSole: 'A bare iron on the right side', tooHot: 'Too hot for its fibre',
  melted: 'Its fibre melted', waterMarked: 'Water on a finish that cannot take it', dripping: 'The iron dripped, or its water is hard',
  slid: 'It was slid or tugged while hot', trimShrank: 'The trim shrank more than the fabric under it',
  littleSupport: 'Too little held the stitching', hoopStretched: 'The fabric was stretched in the hoop',
  flatSole: 'A flat iron on the right side',
  printedThrough: 'The allowance was pressed through', peeledHot: 'It was peeled or moved while hot',
  dyeHeat: 'Heat and time moved the dye',
}
const YES_NO = ['Yes', 'No'] as const
export const QUESTION_WORDS: Record<QuestionKey, { asks: string, answers: readonly string[] }> = {
  crisp: { asks: 'Are the dots on the interfacing still crisp where it let go?', answers: YES_NO },
  where: { asks: 'Where does it let go?', answers: ['All over', 'At the edges', 'In patches'] },
  wetAtLift: { asks: 'Was the press cloth still damp when the iron was lifted?', answers: YES_NO },
  thick: { asks: 'Was the thick fabric between the iron and the adhesive?', answers: YES_NO },
  held: { asks: 'Was every position held for the full time?', answers: YES_NO },
  soleRead: { asks: 'Is the iron as hot as its dial says, measured or seen on another fabric?', answers: YES_NO },
  washed: { asks: 'Has it been washed since?', answers: ['Never', 'Within its limit', 'Hotter than that'] },
  beads: { asks: 'Does a drop of water bead on the fabric, or was softener in its wash?', answers: YES_NO },
  preshrunk: { asks: 'Were fabric and interfacing shrunk before they were cut?', answers: YES_NO },
  warmMoved: { asks: 'Was it moved while still warm?', answers: YES_NO },
  faceBare: { asks: 'Did the bare iron touch the right side?', answers: YES_NO },
  adhesiveSide: { asks: 'Is the bumpy, glinting side against the fabric?', answers: YES_NO },
  heavier: { asks: 'Is the interfacing by itself stiffer or heavier than the fabric?', answers: YES_NO },
  beyondEdge: { asks: 'Is there adhesive beyond the edge of its piece?', answers: YES_NO },
  seeThrough: { asks: 'Can you see your hand through the fabric?', answers: YES_NO },
  gotWet: { asks: 'Did drops, a spray or a wet press cloth touch it?', answers: YES_NO },
  chalky: { asks: 'Are the marks pale and chalky?', answers: YES_NO },
  slidIron: { asks: 'Was the iron slid, or the fabric tugged?', answers: YES_NO },
  taut: { asks: 'Was the fabric pulled taut in the hoop?', answers: YES_NO },
  ridge: { asks: 'Is there a seam, a button or a fold under that place?', answers: YES_NO },
  overheld: { asks: 'Was it held longer or hotter than the recipe says?', answers: YES_NO },
}

/** A pressing of a remedy, in the order of the hands. */
function pressed({ recipe, hover }: Remedy, units: DisplayUnits): string {
  if (recipe)
    return `${bearingWords(recipe)} ${seconds(recipe.holdS)}, ${recipe.setting.label} (${celsius(recipe.setting.meanC, units)}), `
      + `${METHOD_NAME[recipe.method].toLowerCase()}, ${recipe.firstSide === 'back' ? 'from the wrong side' : 'from the right side'}`
      + (recipe.passes === 2 ? `; turn, ${seconds(recipe.secondS ?? recipe.holdS)} more` : '')
  return hover
    ? `Hold the iron a finger over it, ${hover.setting.label} (${celsius(hover.setting.meanC, units)}), steam for ${seconds(hover.forS)}, `
    + 'touching nothing'
    : ''
}
const COLD = 'Let it cool flat, under the clapper, before you touch it; then try an edge.'
const STEPS: Record<RemedyKey, (what: string, r: Remedy) => string[]> = {
  pressAgain: p => ['Brush it clean. Lay the interfacing flat again and cover it with the press cloth.', `${p}.`, COLD],
  pressPlaces: p => ['Mark every place that lifts. Take off what held the iron up, or put card beside it.',
    `${p}, on those places, overlapping.`, COLD],
  renew: p => ['Have the new interfacing ready: a lighter one, tried on a scrap.', `${p}, a hand's width at a time.`,
    'Peel it slowly while warm, along the grain. Wear finger guards.',
    'Press the remaining adhesive into an old press cloth, then fuse the new interfacing.'],
  stitch: () => ['Heat will not hold it for long: the adhesive cannot reach the fibre.',
    'Catch the interfacing in the seam, stitch it down by hand, or use a sew-in.',
    'For the next one: wash the fabric without softener first.'],
  layFlat: p => ['Lay it face down. Smooth it by hand from the middle outward; no iron yet.', `${p}, from the middle outward.`, COLD,
    'If bubbles stay, the fabric is too long for its interfacing: lift it there and lay it again.'],
  liftAdhesive: p => ['Lay old, absorbent fabric on the adhesive: it soaks up what melts.',
    `${p}, then lift that fabric off while it is warm.`,
    'Repeat with a clean part of it until no more comes off.', 'Clean the iron before you press anything else.'],
  steamBrush: p => ['Work from the wrong side where you can.', `${p}.`, 'Brush it up against the nap while it is damp, then let it dry.'],
  brushScorch: () => ['Brush it gently while dry: light yellow is often only on the surface.',
    'Dampen it from the wrong side, lay it in daylight and look tomorrow.',
    'Do not press it before then.'],
  evenOut: p => ['Steam the whole piece, not only the ring: evenly damp, it dries without an edge.',
    `${p}, from the wrong side; keep moving.`,
    'Let it dry flat, away from heat. If a ring stays, take it to a cleaner.'],
  rinse: () => ['Dab it with distilled water and a clean cloth, from the outside inward.',
    'Empty the iron, fill it as its manual says, and steam it clean on a rag.'],
  steamBack: p => ['Lay it on its pattern piece and pat it into shape, without pulling.', `${p}; pat it again.`,
    'Leave it until dry and cold.'],
  unpick: () => ['Unpick the trim where it pulls.', 'Preshrink the rest at the hottest it will ever be pressed, until it shrinks no more.',
    'Sew it on again, eased, and press no hotter than that.'],
  support: (p, { recipe }) => ['Lay it face down on a soft mat.',
    ...(recipe?.method === 'mist' ? ['Put stiffener on heavily from the wrong side, and let it soak in.'] : []),
    recipe ? `With the end of the iron round each pucker, then all over. ${p}.` : `${p}.`,
    'Leave it until it is cold. If it still puckers, trim the stabiliser close, or stitch a lining behind it.'],
  raisePile: p => ['Lay it pile up, or pile to pile.', `${p}.`, 'Brush it up with a soft brush, against the pile.'],
  steamStrip: p => ['Push strips of card under the allowances.', `${p}, from the right side; then press beside the ridge, not on it.`],
  layBack: p => ['Lay the sheet or paper back exactly where it was.', `${p}, still, not sliding.`,
    'Let it cool completely, then peel slowly, a corner first.'],
  none: () => [],
}
/** What to do, step by step. */
export const remedySteps = (r: Remedy, units: DisplayUnits = METRIC): string[] =>
  r.cannot ? [] : STEPS[r.key](pressed(r, units), r).filter(s => s !== '.' && !s.startsWith(', '))
export const REMEDY_NAME: Record<RemedyKey, string> = {
  pressAgain: 'Press it again', pressPlaces: 'Press the places again', renew: 'Replace it with a lighter one', stitch: 'Stitch it',
  layFlat: 'Lay it flat again', liftAdhesive: 'Blot the adhesive out', steamBrush: 'Steam and brush',
  brushScorch: 'Brush, dampen, daylight',
  evenOut: 'Dampen it evenly', rinse: 'Rinse it out', steamBack: 'Steam it back', unpick: 'Unpick and ease', support: 'Press it face down',
  raisePile: 'Raise the pile', steamStrip: 'Card and steam', layBack: 'Lay it back and press', none: 'It cannot be undone',
}
/** When to stop. */
export const SETTING_WORDS = 'Stop at the first change of colour or shine: going on makes it worse.'
/** That it cannot be undone, said kindly. */
export function cannotWords(n: NoRemedy, units: DisplayUnits = METRIC): string {
  switch (n.why) {
    case 'melted':
      return 'Melted fibre cannot be brought back. A patch, an appliqué or a new piece covers it well.'
    case 'browned':
      return 'The fibre is brown all the way through, and that does not come out. Cut a new piece, or cover it; the scrap is worth '
        + 'keeping as a lesson.'
    case 'glazed':
      return 'On this fibre the shine is a slightly melted surface. It cannot be raised again; matt thread or a trim over it '
        + 'hides most of it.'
    case 'dyeMoved':
      return 'Moved dye does not go back. Turn the piece, cut around it, or use it where it is not seen.'
    case 'noHeat':
      return n.fumes
        ? 'It takes no heat at all: heated, it gives off harmful fumes. Stitch it.'
        : 'It takes no heat at all. Stitch it.'
    case 'noSteam':
      return 'It takes no steam, and nothing else removes this. A good cleaner may: say what it is made of.'
    case 'noWay':
      return `No way of pressing it again holds here without damage${n.blocked
        ? ''
        : ` within ${
          celsius(200, units)}`}. Stitch it, or lift it off cold and use a sew-in.`
  }
}
/** How risky the remedy is itself. */
export const riskWords = (r: Remedy): string =>
  r.recipe === null && r.hover === null
    ? 'No heat: hardly any risk.'
    : r.hover
      ? 'Nothing touches it: little risk. Keep your hand out of the steam.'
      : r.risk < 0.3
        ? 'Little risk to the fabric.'
        : r.risk < 0.6
          ? 'Some risk: start where it does not show.'
          : 'Close to the limit: try a scrap first, then a hidden place.'

/** What to change in the recipe next time. */
export const NEXT_WORDS: Record<CauseKey, string> = {
  tooCool: 'Measure the iron, and choose the dial setting by that.', tooShort: 'Time every position by the clock.',
  tooWet: 'Hold until the press cloth is dry, or press dry.',
  tooThick: 'Press from the interfacing side, or use moisture to carry the heat through.',
  sideWrong: 'Feel for the bumpy side before you lay it.',
  missedPlaces: 'Overlap by a finger\'s width, from the middle outward, edges last.',
  soleHeldOff: 'Take buttons off, put card beside seams, or use a smaller iron.',
  movedHot: 'Let it cool flat, under the clapper, before you move it.',
  finish: 'Wash without softener, test with a drop of water, or use a sew-in.',
  washTooHot: 'Wash cooler, or use an interfacing whose adhesive takes this wash.',
  shrankApart: 'Preshrink both first at the heat they will be pressed with.',
  overFused: 'Use a cooler setting or fewer seconds: the safe window shows how many.',
  openFabric: 'Use less adhesive, one that melts lower, or the fabric itself as interfacing.',
  webTooLarge: 'Cut the web slightly smaller than its cover.', interfacingHeavy: 'Use two light layers instead of one heavy one.',
  bareSole: 'Always use a press cloth, and press from the wrong side.',
  tooHot: 'Use the next cooler setting, and test a hidden corner first.',
  melted: 'Use the next cooler setting, and test a hidden corner first.',
  waterMarked: 'Press dry, with a sheer press cloth; no spray.',
  dripping: 'Use a setting hot enough for steam, and the water its manual asks for.',
  slid: 'Press and lift: never slide the iron.', trimShrank: 'Preshrink the trim first, length by length.',
  littleSupport: 'Add one more layer: Embroidery says which.',
  hoopStretched: 'Hoop it flat, without stretching it.', flatSole: 'Lay it pile to pile and steam it; no iron.',
  printedThrough: 'Put card under the allowances and press lighter.',
  peeledHot: 'Let it cool completely before you peel the carrier off.',
  dyeHeat: 'Use short presses under a press cloth, never longer than ten seconds.',
}
/** Signs that cannot be of one thing. */
export const contradictWords = ([a, b]: readonly [Sign, Sign]): string =>
  `"${SIGN_NAME[a]}" and "${SIGN_NAME[b]}" cannot both be true of one bond. Try an edge again, and clear one of them.`
export const WENT_NAME = { well: 'Fixed', partly: 'Better, not fixed', badly: 'It did not help' } as const
/** How sure one may be. */
export const shareWords = (share: number): string => `${Math.round(share * 100)} of 100`
