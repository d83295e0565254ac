import { layerOf, runProgramme, steadySole, timeToReachS, type Transient } from '../heat'
import { IRON_KINDS, ADHESIVES, ROOM_C, STEAMS_FROM_C, steamGM2S, type Adhesive } from '../materials'
import { stuckStack, type StuckAsk } from '../mend'
import { COARSE, evaluate, adhesiveOf, type PressSetup, type Recipe, type Side } from '../recipe'

/** Classes of the wearer's iron, °C. */
const IRON_CLASSES = [110, 150, 200] as const
type IronClass = (typeof IRON_CLASSES)[number]
/** An ordinary stroke rests no longer than this in one place, s. */
export const STROKE_S = 3
const LONGEST_S = 30

/** How long the wearer's iron may rest in one place before the adhesive behind begins to soften, s; null = as long as it likes. */
export interface IronStay { classC: IronClass, side: Side, covered: boolean, steam: boolean, restS: number | null }

/** The wearer's own iron, by its weight: nobody leans on a shirt. */
const ordinary = (classC: IronClass, side: Side, steam: boolean): Recipe => ({
  method: steam ? 'steam' : 'dry', setting: { label: `${classC}`, meanC: classC, swingC: 0, origin: 'typical' }, firstSide: side, passes: 1,
  warmS: 0, holdS: LONGEST_S, secondS: null, lean: 'weight', pressureKPa: IRON_KINDS.household.weightKPa, pressClothWaterGsm: 0, mistGsm: 0,
  steamGM2S: steam ? steamGM2S('household') : 0, steamS: steam ? STROKE_S : 0, coolS: 0, tableS: 0,
})

/**
 * How the finished piece may be ironed as far as its adhesive goes, worked out through its own layers with a household iron: each class
 * from the face and from the back, bare and covered, dry and with steam.
 * @throws Error where the interfacing carries no adhesive
 */
export function ironStays(setup: PressSetup): IronStay[] {
  return staysOf(adhesiveOf(setup), (classC, side, covered, steam) => evaluate(
    { ...setup, pressCloth: covered ? 'muslin' : null }, ordinary(classC, side, steam), { ...COARSE, skipSurface: true }).run)
}

/** What lies one on the other where something is stuck on: that, the garment, the adhesive between, and on which side it lies. */
export type StuckLayers = Pick<StuckAsk, 'item' | 'garment' | 'glue' | 'inside'>
/** As `ironStays`, through the layers of what is stuck on: a patch, a badge, letters, a hem. @throws Error where there is no adhesive */
export function stuckStays(layers: StuckLayers): IronStay[] {
  return staysOf(adhesiveOf({ supply: layers.glue }), (classC, side, covered, steam) => {
    const r = ordinary(classC, side, steam), first = (side === 'back') === layers.inside ? 'item' : 'garment'
    return runProgramme(
      stuckStack({ ...layers, pressCloth: covered ? 'muslin' : null, under: null, surface: 'padded' }, first, 0),
      {
        sole: steadySole(classC), roomC: ROOM_C,
        phases: [{ kind: 'down', durationS: r.holdS, pressureKPa: r.pressureKPa, steamGM2S: r.steamGM2S, steamS: r.steamS }],
      },
      { ...COARSE, skipSurface: true },
    )
  })
}

type Ironed = (classC: IronClass, side: Side, covered: boolean, steam: boolean) => Transient
function staysOf(adhesive: Adhesive, ironed: Ironed): IronStay[] {
  return IRON_CLASSES.flatMap(classC => (['face', 'back'] as const).flatMap(side => [false, true].flatMap((covered) => {
    const steams = classC >= STEAMS_FROM_C ? [false, true] : [false]
    return steams.map((steam): IronStay => {
      const run = ironed(classC, side, covered, steam)
      const softC = adhesive.meltC[0] - (steam ? ADHESIVES[adhesive.key].wetShiftC : 0)
      return { classC, side, covered, steam, restS: timeToReachS(run, layerOf(run, 'adhesive')!, softC) }
    })
  })))
}

/** How a garment may be ironed at all. */
interface IroningAllowed { iron: { value: number }, backOnly: boolean, covered: boolean, steam: 'yes' | 'light' | 'no' }
/** The stays of an iron as it may be used: from its side, under its press cloth, no hotter, with steam only where it may be; dry first. */
export const staysAllowed = (stays: readonly IronStay[], { iron, backOnly, covered, steam }: IroningAllowed): IronStay[] =>
  stays.filter(s => s.side === (backOnly ? 'back' : 'face') && s.covered === covered && s.classC <= iron.value
    && (!s.steam || steam !== 'no')).sort((a, b) => Number(a.steam) - Number(b.steam) || a.classC - b.classC)

/** The hottest class whose ordinary strokes leave the adhesive alone; 0 where none does. */
export function hottestFor(stays: readonly IronStay[], how: Pick<IronStay, 'side' | 'covered' | 'steam'>): 0 | IronClass {
  const fits = stays.filter(s => s.side === how.side && s.covered === how.covered && s.steam === how.steam)
  return fits.filter(s => s.restS === null || s.restS >= STROKE_S).reduce<0 | IronClass>((most, s) => s.classC > most ? s.classC : most, 0)
}
