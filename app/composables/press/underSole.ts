import { useIntervalFn } from '@vueuse/core'
import type { IronRest } from '#core/iron'
import { followSole, plannedBond, type Alongside } from '#core/press'
import type { EvaluateOptions } from '#core/recipe'
import { bondOfPressing, type OpState } from '#core/session'
import { toPressSetup, toRecipe } from '#shared/mappers'
import { workOf } from '#shared/pressing'
import type { SessionOperation } from '#shared/schemas'
import { useSelection } from '../../stores/selection'
import { useLibrary } from '../../stores/library'

const LOOK_MS = 250
/** Only of these is the bond followed; the others are held by the seconds. */
const BONDED: ReadonlySet<SessionOperation['kind']> = new Set(['fuse', 'tack', 'hold'])
interface Followed { setup: ReturnType<typeof toPressSetup>, planned: number[], taught: EvaluateOptions }
interface Sole {
  /** What is down now, with how far it has come and its iron; null while nothing is. */
  down: () => { operation: SessionOperation, state: OpState, rest: IronRest | null } | null
  nowS: () => number
  /** Changes when the session, or what it was planned from, does. */
  planKey: () => string
  taughtFor: (o: SessionOperation) => Promise<EvaluateOptions>
}

/** What the sole does now to the glue line under it, by the same transient as the recipe. */
export function useUnderSole({ down, nowS, planKey, taughtFor }: Sole) {
  const selection = useSelection()
  const library = useLibrary()
  const under = shallowRef<Alongside | null>(null)
  const ahead = followSole()
  const followed = new Map<string, Followed | null>()

  function setupOf(o: SessionOperation): Followed['setup'] | null {
    const fabric = library.fabrics.find(c => c.id === o.fabricId), supply = library.supplies.find(s => s.id === o.supplyId)
    const iron = library.irons.find(i => i.id === o.ironId), pressCloth = library.pressCloths.find(c => c.id === o.pressClothId) ?? null
    const over = o.overSupplyIds.map(id => library.supplies.find(s => s.id === id)).filter(s => s !== undefined)
    return fabric && supply?.adhesive && iron
      ? toPlain(toPressSetup(fabric, supply, iron, pressCloth, o.surface, selection.rules, over))
      : null
  }
  function followedOf(o: SessionOperation): Followed | null {
    const key = `${planKey()} ${o.id}`, known = followed.get(key)
    if (known !== undefined) return known
    const setup = setupOf(o)
    if (!setup || !o.recipe) {
      followed.set(key, null)
      return null
    }
    const recipe = toRecipe(o.recipe)
    const by = (taught: EvaluateOptions): Followed => ({ setup, planned: plannedBond(setup, recipe, taught), taught })
    followed.set(key, by({}))
    // As soon as it is known what own swatches teach, the ring goes by it; without the server it goes by what is typical.
    void taughtFor(o).then(taught => followed.set(key, by(taught))).catch(() => undefined)
    return followed.get(key)!
  }
  function follow(): void {
    const now = down(), known = now && BONDED.has(now.operation.kind) ? followedOf(now.operation) : null
    const pressing = known && bondOfPressing(workOf(now!.operation), now!.state, now!.rest, nowS())
    under.value = known && pressing ? ahead(pressing, known.setup, known.planned, nowS(), known.taught) : null
  }
  useIntervalFn(() => { if (down()) follow() }, LOOK_MS)
  // Another board may have lifted it.
  watch(() => down()?.operation.id, follow)
  return { under, follow }
}
