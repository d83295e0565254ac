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
  washTooHot: 'It was washed or dried hotter than its adhesive stands', shrankApart: 'Fabric and interfacing shrank apart',
  overFused: 'It was pressed too hot or too long', openFabric: 'The fabric is open: the adhesive came through',
  webTooLarge: 'The web reached beyond its piece',
  interfacingHeavy: 'The interfacing is too heavy for it', bareSole: 'A bare iron on the right side', tooHot: 'Too hot for its fibre',
  melted: 'Its fibre melted', waterMarked: 'Water on a finish that cannot take it', dripping: 'The iron dripped, or its water is hard',
  slid: 'It was slid or tugged while hot', trimShrank: 'The trim shrank more than what it lies on',
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
  held: { asks: 'Was every place held as long as was asked?', answers: YES_NO },
  soleRead: { asks: 'Does the iron give what its dial says, measured or by another fabric?', answers: YES_NO },
  washed: { asks: 'Has it been washed since?', answers: ['Never', 'Within its limit', 'Hotter than that'] },
  beads: { asks: 'Does a drop of water bead on the fabric, or was softener in its wash?', answers: YES_NO },
  preshrunk: { asks: 'Were fabric and interfacing shrunk before they were cut?', answers: YES_NO },
  warmMoved: { asks: 'Was it taken up before it was quite cold?', answers: YES_NO },
  faceBare: { asks: 'Did the bare iron meet the right side?', answers: YES_NO },
  adhesiveSide: { asks: 'Does the bumpy, glinting side lie to the fabric?', answers: YES_NO },
  heavier: { asks: 'Is the interfacing by itself stiffer or heavier than the fabric?', answers: YES_NO },
  beyondEdge: { asks: 'Does adhesive lie beyond the edge of its piece?', answers: YES_NO },
  seeThrough: { asks: 'Can you see your hand through the fabric?', answers: YES_NO },
  gotWet: { asks: 'Did drops, a spray or a wet press cloth touch it?', answers: YES_NO },
  chalky: { asks: 'Are the marks pale and chalky?', answers: YES_NO },
  slidIron: { asks: 'Was the iron slid, or the fabric tugged?', answers: YES_NO },
  taut: { asks: 'Was the fabric pulled taut in the hoop?', answers: YES_NO },
  ridge: { asks: 'Is there a seam, a button or a fold under that place?', answers: YES_NO },
  overheld: { asks: 'Was it held longer or hotter than was asked?', answers: YES_NO },
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
const COLD = 'Let it go cold flat, under the clapper, before you touch it; then try an edge.'
const STEPS: Record<RemedyKey, (what: string) => string[]> = {
  pressAgain: p => ['Brush it clean; lay the interfacing flat again, the press cloth over it.', `${p}.`, COLD],
  pressPlaces: p => ['Mark every place that lifts; take off what held the iron up, or card beside it.',
    `${p}, on those places, overlapping.`, COLD],
  renew: p => ['Have the new interfacing ready: lighter, and a scrap tried.', `${p}, a hand's width at a time.`,
    'Peel while it is warm, slowly, along the grain; finger guards.',
    'Press what is left of the adhesive into an old press cloth, then fuse the new one.'],
  stitch: () => ['No heat will hold it for long: the adhesive never meets the fibre.',
    'Catch the interfacing into the seam, or stitch it down by hand, or take a sew-in.',
    'For the next one: wash the fabric without softener first.'],
  layFlat: p => ['Lay it face down; smooth from the middle outward with a hand, no iron yet.', `${p}, from the middle outward.`, COLD,
    'What still stands up after that is fabric too long for its interfacing: lift it there and lay it again.'],
  liftAdhesive: p => ['Lay an old, absorbent cloth on the adhesive; it takes what melts.',
    `${p}, then lift fabric and all while it is warm.`,
    'A clean place of the fabric, and again, until none comes off.', 'Clean the iron before anything else is pressed.'],
  steamBrush: p => ['Work from the wrong side where you can.', `${p}.`, 'Brush it up while it is damp, against the nap; let it dry.'],
  brushScorch: () => ['Brush it gently, dry; much of a light yellow is only on the surface.',
    'Damp it from the wrong side and lay it in daylight; look tomorrow.',
    'Do not press it again before.'],
  evenOut: p => ['Steam all of the piece, not the ring: what is evenly damp dries without an edge.',
    `${p}, moving on, from the wrong side.`,
    'Let it dry lying, away from heat. If a ring stays, it is for the cleaner.'],
  rinse: () => ['Dab it with distilled water and a clean cloth, from the outside inward.',
    'Empty the iron; fill it as its book says, and steam it clean on a rag.'],
  steamBack: p => ['Lay it on its pattern piece and pat it to the line, without pulling.', `${p}; pat it again.`,
    'Leave it until it is dry and cold.'],
  unpick: () => ['Unpick the trim where it pulls.', 'Shrink the rest of it at the hottest it will ever see, until it lies still.',
    'Sew it on again, eased, and press only that hot.'],
  support: () => ['Press it face down on a soft surface, around the stitches, so that they sink.',
    'What still draws: trim the stabiliser close, or stitch a lining behind it.'],
  raisePile: p => ['Lay it pile up, or pile to pile.', `${p}.`, 'Brush it up with a soft brush, against the pile.'],
  steamStrip: p => ['Slip strips of card under the allowances.', `${p}, from the right side; then press beside the ridge, not on it.`],
  layBack: p => ['Lay the sheet or paper back exactly where it was.', `${p}, still, not sliding.`,
    'Quite cold before it is peeled, slowly, a corner first.'],
  none: () => [],
}
/** What to do, step by step. */
export const remedySteps = (r: Remedy, units: DisplayUnits = METRIC): string[] =>
  r.cannot ? [] : STEPS[r.key](pressed(r, units)).filter(s => s !== '.' && !s.startsWith(', '))
export const REMEDY_NAME: Record<RemedyKey, string> = {
  pressAgain: 'Press it again', pressPlaces: 'Press the places again', renew: 'Lift it off, and a lighter one', stitch: 'Stitch it',
  layFlat: 'Lay it flat again', liftAdhesive: 'Draw the adhesive out', steamBrush: 'Steam and brush', brushScorch: 'Brush, damp, daylight',
  evenOut: 'Damp it evenly', rinse: 'Rinse it out', steamBack: 'Steam it back', unpick: 'Unpick and ease', support: 'Press it face down',
  raisePile: 'Raise the pile', steamStrip: 'Card and steam', layBack: 'Lay it back and press', none: 'Nothing undoes it',
}
/** When to stop. */
export const SETTING_WORDS = 'Stop at the first change of colour or shine: it does not get better by going on.'
/** That it cannot be undone, said kindly. */
export function cannotWords(n: NoRemedy, units: DisplayUnits = METRIC): string {
  switch (n.why) {
    case 'melted':
      return 'What has melted stays so; nobody could bring it back. A patch, an appliqué or a new piece covers it well.'
    case 'browned':
      return 'This has gone brown through the fibre, and that does not come out. Cut the piece anew, or cover it; the scrap is worth '
        + 'keeping as a lesson.'
    case 'glazed':
      return 'On this fibre shine is the surface itself, melted a little. It cannot be raised again; matt thread or a trim over it '
        + 'hides most.'
    case 'dyeMoved':
      return 'Dye that has moved does not go home. Turn the piece, cut around it, or use it where it is not seen.'
    case 'noHeat':
      return n.fumes
        ? 'It takes no heat at all: warm, it gives off harmful fumes. Stitch it, or glue it cold.'
        : 'It takes no heat at all. Stitch it, or glue it cold.'
    case 'noSteam':
      return 'It cannot have steam, and nothing else lifts this. A good cleaner may; say what it is made of.'
    case 'noWay':
      return `No way of pressing it again holds without hurting it here${n.blocked
        ? ''
        : ` within ${
          celsius(200, units)}`}. Stitch it, or lift it off cold and take a sew-in.`
  }
}
/** How risky the remedy is itself. */
export const riskWords = (r: Remedy): string =>
  r.recipe === null && r.hover === null
    ? 'No heat on it: hardly any risk.'
    : r.hover
      ? 'Nothing touches it: little risk. Keep your hand out of the steam.'
      : r.risk < 0.3
        ? 'Little risk to the fabric.'
        : r.risk < 0.6
          ? 'Some risk: try the first place where it does not show.'
          : 'Near the edge: a scrap first, then a hidden place.'

/** What to change in the recipe next time. */
export const NEXT_WORDS: Record<CauseKey, string> = {
  tooCool: 'Measure the iron, and choose the dial setting by that.', tooShort: 'Count by the clock, every place.',
  tooWet: 'Hold until the press cloth is dry, or press dry.',
  tooThick: 'From the interfacing\'s side, or with moisture that carries the heat through.',
  sideWrong: 'Feel for the bumpy side before it is laid.',
  missedPlaces: 'Overlap by a finger, middle outward, edges last.', soleHeldOff: 'Buttons off; card beside seams; a smaller iron.',
  movedHot: 'Cold before it is moved, flat, under the clapper.', finish: 'Wash without softener, try a drop of water, or take a sew-in.',
  washTooHot: 'A cooler wash, or an interfacing whose adhesive stands this one.',
  shrankApart: 'Shrink both first at the heat they will see.',
  overFused: 'A cooler setting or fewer seconds: the window shows how many.',
  openFabric: 'Less adhesive, a lower melting one, or self fabric.',
  webTooLarge: 'Web a millimetre smaller than what covers it.', interfacingHeavy: 'Two light layers rather than one heavy.',
  bareSole: 'Always a press cloth, and from the wrong side.', tooHot: 'One class lower, and a hidden corner first.',
  melted: 'One class lower, and a hidden corner first.',
  waterMarked: 'Dry, with a sheer press cloth; no spray.', dripping: 'A setting that makes steam, and water as its book says.',
  slid: 'Down, hold, lift: nothing slides.', trimShrank: 'Shrink the trim first, run by run.',
  littleSupport: 'One layer more: Embroidery says which.',
  hoopStretched: 'Lay it in the hoop as it lies on the table.', flatSole: 'Pile to pile, steam, no iron.',
  printedThrough: 'Card under allowances, less weight.',
  peeledHot: 'Quite cold before the sheet comes off.', dyeHeat: 'Short presses, under a press cloth, never past ten seconds.',
}
/** Signs that cannot be of one thing. */
export const contradictWords = ([a, b]: readonly [Sign, Sign]): string =>
  `"${SIGN_NAME[a]}" and "${SIGN_NAME[b]}" cannot both be of one bond. Try an edge again, and take one of them back.`
export const WENT_NAME = { well: 'It came right', partly: 'Better, not right', badly: 'It did not help' } as const
/** How sure one may be. */
export const shareWords = (share: number): string => `${Math.round(share * 100)} of 100`
