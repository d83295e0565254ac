import { SPARE_METHODS, USUAL_HABITS, USUAL_METHODS, type HouseHabits, type Method, type PressSetup, type Way } from './recipe'
import type { MethodAnswer, SearchOptions } from './answer'
import { draftMethod, searchMethod, type Drafted } from './search'
import { asMakerSays } from './sheet'

/** A way as the choice sees it. */
export interface Choosable { way: Way, method: Method, works: boolean, score: number }

/** How an answer stands before the choice. */
export const choosableOf = (a: Pick<MethodAnswer, 'way' | 'method' | 'blocked'>, score: number): Choosable =>
  ({ way: a.way, method: a.method, works: a.blocked === null, score })

interface ChoiceRules {
  /** What a person has chosen; null = nobody has. */
  wanted: Way | null
  /** The method that own swatches proved on this very setup. */
  proved: Method | null
  /** The house's school. */
  moisture: HouseHabits['moisture']
}

/** Of the moisture that the house holds to, if any. */
const isOfSchool = (method: Method, moisture: HouseHabits['moisture']): boolean =>
  moisture === 'widest' || (moisture === 'dry') === (method === 'dry')
const isSpare = (w: Pick<Choosable, 'way'>) => (SPARE_METHODS as readonly Way[]).includes(w.way)

/** Without the spare methods, unless they are all there are. */
export const usualFirst = <A extends Pick<Choosable, 'way'>>(ways: readonly A[]): A[] =>
  ways.some(w => !isSpare(w)) ? ways.filter(w => !isSpare(w)) : [...ways]

/** Another moisture than the sheet's must be better by so many points. */
const CLEARLY = 6

/**
 * Which recipe is on the board until a person takes another. The order of trust: what was chosen, what own swatches proved, the
 * sheet's own recipe where it holds here with some room, its own moisture held for longer, then the best of those worked out where that
 * is clearly better; the spare methods only where no other works. Null where none does.
 */
export function chooseWay(ways: readonly Choosable[], { wanted, proved, moisture }: ChoiceRules): Way | null {
  const works = ways.filter(w => w.works)
  const asked = works.find(w => w.way === wanted)
  if (asked) return asked.way
  if (proved) return proved
  const usual = usualFirst(works), ofSchool = usual.filter(w => isOfSchool(w.method, moisture))
  const liked = ofSchool.length > 0 ? ofSchool : usual
  if (liked.some(w => w.way === 'sheet')) return 'sheet'
  const best = [...liked].sort((a, b) => b.score - a.score)[0]
  const own = liked.find(w => w.way === ways.find(s => s.way === 'sheet')?.method)
  return best && own && best.score - own.score < CLEARLY ? own.way : best?.way ?? null
}

/**
 * The worked-out ways that are laid side by side: the usual ones; a spare one that works takes the place of a usual one that does not,
 * and the one that is chosen stands there in any case.
 */
export function sideBySide<A extends Choosable>(ways: readonly A[], chosen: Way | null): A[] {
  const worked = ways.filter(w => w.way !== 'sheet'), usual = worked.filter(w => !isSpare(w))
  const guests = worked.filter(w => isSpare(w) && (w.way === chosen || w.works))
    .sort((a, b) => Number(b.way === chosen) - Number(a.way === chosen) || b.score - a.score)
  // Those that do not work give way first, then the least of the others, and never the one that is chosen.
  const leaving = usual.filter(w => w.way !== chosen).sort((a, b) => Number(a.works) - Number(b.works) || a.score - b.score)
  const isOut = (w: A) => leaving.slice(0, places).includes(w)
  const places = guests.filter((g, i) => g.way === chosen || leaving[i]?.works === false).length
  return [...usual.filter(w => !isOut(w)), ...guests.slice(0, places)]
}

/** The way of pressing that leads on a setup, and those that were looked at to say so. */
interface Chosen { answers: MethodAnswer[], leads: MethodAnswer | null }

/**
 * The recipe of a setup, wherever one is asked for: the ways worked out with what was learned, and the one that leads. Null where none
 * works: the answers, of every way then, say why. What could not lead, whatever its exact runs come to, is not run.
 */
export function chooseRecipe(setup: PressSetup, options: SearchOptions = {}): Chosen {
  const sheet = asMakerSays(setup, options), { moisture } = setup.habits ?? USUAL_HABITS
  const ofSchool = (method: Method) => isOfSchool(method, moisture)
  if (sheet?.found && ofSchool(sheet.method)) return { answers: [sheet], leads: sheet }
  const methods = options.methods ?? USUAL_METHODS
  const answered = new Map<Method, MethodAnswer>()
  const works = () => [...answered.values()].filter(a => a.found)
  /** The sheet's own moisture leads unless another is clearly better, and the best leads the others. */
  const wanted = () => Math.max(-Infinity, ...works().map(a => a.found!.score + (a.method === sheet?.method ? CLEARLY : 0)))
  const draft = (of: readonly Method[]) => of.map(m => draftMethod(setup, m, options))
  const promising = (a: Drafted, b: Drafted) => Number(b.method === sheet?.method) - Number(a.method === sheet?.method) || b.most - a.most
  for (const group of [methods.filter(ofSchool), methods.filter(m => !ofSchool(m))]) {
    if (works().length > 0) break
    for (const drafted of draft(group).sort(promising))
      if (works().length === 0 || drafted.most >= wanted()) answered.set(drafted.method, drafted.answer())
  }
  const answers = [...(sheet ? [sheet] : []), ...methods.flatMap(m => answered.get(m) ?? [])]
  if (!options.methods && answers.every(a => a.blocked)) answers.push(...SPARE_METHODS.map(m => searchMethod(setup, m, options)))
  const way = chooseWay(answers.map(a => choosableOf(a, a.found?.score ?? -Infinity)), { wanted: null, proved: null, moisture })
  return { answers, leads: answers.find(a => a.way === way && a.found) ?? null }
}

/** Why a setup has no recipe: the damage that a bond would do before all else. */
export const whyNone = (answers: readonly MethodAnswer[]): MethodAnswer['blocked'] =>
  answers.find(a => a.blocked?.why === 'damages')?.blocked ?? answers.find(a => a.blocked && a.way !== 'sheet')?.blocked
  ?? answers[0]?.blocked ?? null
