import type { ExerciseKey, Finding, PracticeSetup, Topic } from '#core/practice'
import { SURFACE_KINDS, PRESS_CLOTH_KINDS, FIBRES, type SurfaceKindKey, type PressClothKindKey, type FibreKey } from '#core/materials'
import type { Agent, SeamDetailKey, Motion } from '#core/seam'
import { METRIC, type DisplayUnits } from '#core/units'
import { DAMAGE_NAME, METHOD_NAME, seconds } from './names'
import { AGENT_NAME, SEAM_DETAIL_NAME } from './seam'
import { celsius, lengthWords, listWords, massWords, perLengthWords } from './measure'

export const EXERCISE_NAME: Record<ExerciseKey | 'free', string> = {
  corner: 'The corner test', dryMoist: 'Dry against moist', thick: 'The thick coating', laminate: 'The laminate',
  filmSteam: 'Film and steam', velvet: 'Velvet', gassed: 'The sublimation print', braid: 'The trim that pulls up',
  agents: 'Heat, steam, pressure',
  order: 'A job\'s order', lining: 'A hem with a lining', instructionsMislead: 'The maker is wrong', free: 'Free practice',
}
const PART_NAME: Record<string, string> = { collar: 'Collar', cuffs: 'Cuffs', front: 'Front', facing: 'Facing', pocket: 'Pocket',
  hem: 'Hem' }
const MOTION_NAME: Partial<Record<Motion, string>> = {
  tipAlong: 'the tip, along the seam', toThePoint: 'to the point', upAndDown: 'up and down', edgeOnly: 'the edge only',
}

/** What is to be done. */
export function taskWords(b: PracticeSetup, units: DisplayUnits = METRIC): string {
  const c = (k: string) => celsius(b.figures[k] ?? 0, units)
  switch (b.key) {
    case 'corner':
      return `Nobody knows this fabric. Test a hidden corner, ${seconds(b.figures.touchS ?? 0)} a step, from the coolest setting `
        + 'up, and name its heat class. A marked corner cannot be tested again.'
    case 'dryMoist':
      return 'Sheeting, woven interfacing, standard adhesive; this iron goes no hotter than wool. Which moisture carries the heat through?'
    case 'thick':
      return 'Melton as thick as felt, a canvas behind it. From which side, and with what?'
    case 'laminate':
      return 'Cork on a film, a fleece behind it. The glue between cork and film lets go first.'
    case 'filmSteam':
      return 'A film on jersey. It traps steam.'
    case 'velvet':
      return 'Cotton velvet, a light interfacing. Once flat, its pile does not rise by itself.'
    case 'gassed':
      return 'A heat-transferred print on polyester. Keep each press short, but it must bond.'
    case 'braid':
      return `Gilt trim on a plastic core. The coat's last pressing will be at ${c('laterC')}. Preshrink the trim, measure a `
        + `marked ${lengthWords(b.figures.markedMm ?? 0, units)}, and cut for ${lengthWords(b.figures.wantedMm ?? 0, units)}.`
    case 'agents':
      return `${SEAM_DETAIL_NAME[b.names[0] as SeamDetailKey]} in `
        + `${b.fabric!.fibres.map(f => FIBRES[f.fibre].name.toLowerCase()).join(', ')}. `
        + 'Choose two of heat, steam and pressure, how the iron moves, and how long.'
    case 'order':
      return 'Six pieces, one iron, room for two to cool. Which order finishes first?'
    case 'lining':
      return `A wool skirt's hem, tape between, a lining of ${FIBRES[b.names[0] as FibreKey].name.toLowerCase()} behind it.`
    case 'instructionsMislead':
      return `The maker says: ${celsius(b.sheet!.soleC, units)}, ${seconds(b.sheet!.holdS)}, dry, under muslin. That was another iron, `
        + 'perhaps. You have three scraps; the last one counts.'
    case 'free':
      return 'Any fabric of the workroom, with an iron and a lot that are a little off, as real ones are.'
  }
}

export const TOPIC_NAME: Record<Topic, string> = {
  setting: 'Dial setting', method: 'Moisture', pressCloth: 'Press cloth', side: 'First side', bearing: 'Pressure',
  surface: 'Pressing surface',
  touches: 'Presses',
  fibreClass: 'Heat class', cutMore: 'Cut longer by', agents: 'Heat, steam, pressure', motion: 'How the iron moves', order: 'Order',
  clear: 'The lining',
}
/** One of what may be chosen. */
export function optionWords(b: Pick<PracticeSetup, 'settings'>, topic: Topic, option: string, units: DisplayUnits = METRIC): string {
  switch (topic) {
    case 'setting': {
      const setting = b.settings[Number(option)]
      return setting
        ? (/°C$/.test(setting.label) ? celsius(setting.meanC, units) : `${setting.label}, ${celsius(setting.meanC, units)}`)
        : option
    }
    case 'method':
      return METHOD_NAME[option as keyof typeof METHOD_NAME]
    case 'pressCloth':
      return option === 'bare' ? 'Bare iron' : PRESS_CLOTH_KINDS[option as PressClothKindKey].name
    case 'side':
      return { back: 'the wrong side', face: 'the right side', both: 'both sides' }[option] ?? option
    case 'bearing':
      return option === 'lean' ? 'Lean on it' : 'The iron\'s weight'
    case 'surface':
      return SURFACE_KINDS[option as SurfaceKindKey].name
    case 'touches':
      return option === '1' ? 'One' : option
    case 'fibreClass':
      return celsius(Number(option), units)
    case 'cutMore':
      return `${option} %`
    case 'agents':
      return AGENT_NAME[option as Agent]
    case 'motion':
      return MOTION_NAME[option as Motion] ?? option
    case 'order':
      return PART_NAME[option] ?? option
    case 'clear':
      return option === 'clear' ? 'Held clear' : 'Left behind it'
  }
}
/** One part of the order, with all that is known of it. */
export function partLine(b: PracticeSetup, id: string, units: DisplayUnits = METRIC): string {
  const [, needs, damp] = (b.names.find(n => n.startsWith(`${id}:`)) ?? '').split(':'), f = b.figures
  return [
    celsius(f[`${id}C`] ?? 0, units), `${seconds(f[`${id}BoardS`] ?? 0)} at the board`, `cools ${seconds(f[`${id}CoolS`] ?? 0)}`,
    damp === 'damp' ? 'damp press cloth' : '', needs ? `after the ${PART_NAME[needs]?.toLowerCase()}` : '',
  ].filter(Boolean).join(', ')
}

/** What is found in an answer. */
export function findingWords(f: Finding, units: DisplayUnits = METRIC): string {
  const percent = (b: number) => `${Math.round(b * 100)} % of a bond`
  switch (f.say) {
    case 'underBonded':
      return `It holds too little: ${percent(f.bond)}.`
    case 'overFused':
      return `Over-fused: ${percent(f.bond)}; it turns boardy and strikes through.`
    case 'bonded':
      return `It holds: ${percent(f.bond)}.`
    case 'harm':
      return `The fabric is damaged: ${DAMAGE_NAME[f.kind as keyof typeof DAMAGE_NAME]}.`
    case 'blisters':
      return `Water was trapped under the film (${massWords(f.waterGsm, units)}): it blisters.`
    case 'slow':
      return `It could have been done in ${seconds(f.bestS)}; this took ${seconds(f.tookS)}.`
    case 'overClass':
      return `${celsius(f.soleC, units)} is above its heat class, ${f.limitC === 0 ? 'no heat' : celsius(f.limitC, units)}.`
    case 'needsPressCloth':
      return 'Never press this fabric without a press cloth.'
    case 'drips':
      return 'At that setting the iron drips instead of steaming.'
    case 'steamStopped':
      return 'Steam does not pass through that press cloth.'
    case 'faceBarred':
      return 'The iron must not touch its right side.'
    case 'wrongClass':
      return `${celsius(f.said, units)} is not its heat class: that is ${celsius(f.is, units)}.`
    case 'rightClass':
      return `Right: ${celsius(f.is, units)}.`
    case 'jumped':
      return `You skipped a step, from ${celsius(f.fromC, units)} to ${celsius(f.toC, units)}.`
    case 'cutOff':
      return `It came out at ${lengthWords(f.cameMm, units)} instead of ${lengthWords(f.wantedMm, units)}.`
    case 'preshrunk':
      return 'Preshrunk: the last pressing does not shrink it.'
    case 'movesAgain':
      return `The last pressing shrinks it again, ${perLengthWords(f.mmPerM, units)}: the edge curls.`
    case 'brittle':
      return 'Too hot for its core: it turns hard and breaks.'
    case 'agents':
      return `The right choice is ${listWords(f.right.map(a => AGENT_NAME[a as Agent]), units)}.`
    case 'motion':
      return `The iron moves so: ${MOTION_NAME[f.right as Motion] ?? f.right}.`
    case 'notSet':
      return `The last layer did not set, or was held too long: it takes ${seconds(f.neededS)} at the right setting, this was `
        + `${seconds(f.forS)}.`
    case 'finish':
      return `Done after ${seconds(f.yoursS)}; the soonest is ${seconds(f.bestS)}.`
    case 'broken':
      return `${PART_NAME[f.op]} starts before ${PART_NAME[f.needs]?.toLowerCase()}, which must come first.`
    case 'lining':
      return `The lining reached ${celsius(f.peakC, units)}; its limit is ${celsius(f.limitC, units)}.`
    case 'unanswered':
      return `${TOPIC_NAME[f.topic]}: not chosen yet.`
  }
}
/** How near to the best one was. */
export const nearWords = (near: number): string => near >= 0.98 ? 'As good as it could be' : `${Math.round(near * 100)} of 100 of the best`
export const PRACTICE_MARK = 'Practice: nothing here is kept in the workroom\'s records.'
