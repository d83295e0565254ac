import type { HemPlan, HemPressed } from '#core/hem'
import type { Body, SeamDetailKey, SeamDetailPlan, FlattenPlan } from '#core/seam'
import { LOW_MELT } from '#core/materials'
import type { StuckAsk, StuckPlan } from '#core/mend'
import { habitsOf } from '#shared/house'
import { toSeamDetailAsk, toHemAsk } from '#shared/making'
import type { PressSetup, StackShort, Tack } from '#core/recipe'
import type { FabricInput } from '#core/stack'
import { toIronInput, toSupplyInput } from '#shared/mappers'
import type { Fabric, Iron, Supply } from '#shared/schemas'

/** How features, hems and joins are pressed with an iron, worked out in a worker; known once. */
export function useMakingWays() {
  const selection = useSelection()
  const library = useLibrary()
  const workers = useBoardWorkers()
  const kit = useKit()
  const known = new Map<string, Promise<unknown>>()
  const once = <T>(key: unknown, ask: () => Promise<T>): Promise<T> => {
    const k = JSON.stringify(key)
    const asked = (known.get(k) as Promise<T> | undefined) ?? ask()
    known.set(k, asked)
    asked.catch(() => known.delete(k))
    return asked
  }
  const here = (iron: Iron) => ({ iron, pressCloth: selection.pressCloth, surface: selection.chosen.surface, rules: selection.rules,
    kit: kit.value })

  function seamDetail(key: SeamDetailKey, fabric: Fabric, iron: Iron): Promise<SeamDetailPlan> {
    const ask = toPlain(toSeamDetailAsk(key, fabric, here(iron)))
    return once(ask, () => workers.answer('making', 'seamDetail', [ask]))
  }
  function flatten(body: Body, fabric: Fabric, iron: Iron): Promise<FlattenPlan> {
    const ask = toPlain(toSeamDetailAsk('crease', fabric, here(iron)))
    return once([ask, body], () => workers.answer('making', 'flatten', [ask, body]))
  }
  /** What of the shelf melts low enough to hold dry. */
  const dryTape = (): Supply | null =>
    library.supplies.find(s => s.family === 'hemTape' && s.adhesive && LOW_MELT.has(s.adhesive))
    ?? library.supplies.find(s => s.family === 'web' && s.adhesive && LOW_MELT.has(s.adhesive)) ?? null
  function hem(fabric: Fabric, lining: Fabric | null, tape: Supply, turnedPlies: 1 | 2, iron: Iron): Promise<HemPlan> {
    const ask = toPlain(toHemAsk(fabric, lining, tape, dryTape(), turnedPlies, here(iron)))
    return once(ask, () => workers.answer('making', 'hem', [ask]))
  }
  function join(fabric: FabricInput, tape: Supply, iron: Iron): Promise<HemPressed | StackShort | null> {
    const { rules, pressCloth, chosen: { surface } } = selection
    const ask = toPlain({
      fabric, turnedPlies: 1 as const, tape: toSupplyInput(tape), dryTape: null, lining: null,
      pressCloth: pressCloth?.kind ?? 'muslin' as const, surface, iron: { kind: iron.kind, settings: iron.settings.map(s => ({ ...s })) },
      blendRule: rules.blend, cooling: rules.cooling,
    })
    return once(ask, () => workers.answer('making', 'tape', [ask]))
  }
  /** A web tacked under its paper on what it is to stick. */
  function tack(item: FabricInput, web: Supply, iron: Iron): Promise<Tack> {
    const { rules, chosen: { surface } } = selection
    const b = toPlain<PressSetup>({
      fabric: item, supply: toSupplyInput(web), iron: toIronInput(iron), pressCloth: null, surface, blendRule: rules.blend,
      habits: habitsOf(rules),
    })
    return once([b, 'tack'], () => workers.answer('making', 'tack', [b, {}]))
  }
  function stuck(ask: StuckAsk): Promise<StuckPlan> {
    const q = toPlain(ask)
    return once(q, () => workers.answer('making', 'stuck', [q]))
  }
  return { seamDetail, flatten, hem, join, stuck, tack, dryTape }
}
